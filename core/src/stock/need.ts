/** What a job takes off the shelf. */
import type { InkUse } from '../ink/index.ts';
import type { Layout } from '../layout/index.ts';
import { inkOf, type Channel, type Machine, type Material } from '../stack/index.ts';
import { inkProductOf, type StockUnit } from './item.ts';

export interface JobNeed {
  readonly material: {
    readonly product: string;
    readonly name: string;
    readonly amount: number;
    readonly unit: StockUnit;
    readonly width: number;
  };
  readonly inks: readonly {
    readonly channel: Channel;
    readonly product: string;
    readonly name: string;
    readonly ml: number;
    readonly white: boolean;
  }[];
  /** At the machine, from first to last. */
  readonly minutes: number;
}

/**
 * What is drawn off the roll, or the sheets, and the ink from the containers.
 * @param testMm2 area of the test print, beside what the layout takes
 */
export function jobNeed(
  machine: Machine,
  material: Material,
  {
    layout,
    testMm2,
    inks,
    minutes,
  }: {
    readonly layout: Pick<Layout, 'materialMm2' | 'loadCount'>;
    readonly testMm2: number;
    readonly inks: readonly Pick<InkUse, 'channel' | 'ml'>[];
    readonly minutes: number;
  },
): JobNeed {
  const roll = material.form === 'roll';
  const metres = (layout.materialMm2 + testMm2) / material.width / 1000;
  return {
    material: {
      product: material.id,
      name: material.name,
      amount: roll ? Math.ceil(metres * 100) / 100 : layout.loadCount + (testMm2 > 0 ? 1 : 0),
      unit: roll ? 'm' : 'sheets',
      width: material.width,
    },
    inks: inks.flatMap(({ channel, ml }) => {
      const ink = inkOf(machine, channel);
      return ink && ml > 0
        ? [
            {
              channel,
              product: inkProductOf(machine, ink),
              name: ink.name,
              ml,
              white: ink.role === 'white',
            },
          ]
        : [];
    }),
    minutes,
  };
}
