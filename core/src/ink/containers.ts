/** Containers: what a job draws from the open one, and whether more have to stand by. */
import { inkOf, type Channel, type Machine, type MachineState } from '../stack/index.ts';
import type { InkUse } from './ink.ts';

export interface ContainerNeed {
  readonly channel: Channel;
  readonly name: string;
  /** What one holds, mL, and what is left in the open one. */
  readonly ml: number;
  readonly leftMl: number;
  /** New ones that have to be opened during the job. */
  readonly opened: number;
  /** Left in the open one afterwards. */
  readonly leftAfterMl: number;
}

/** Of the inks whose containers are known, and what is left in them. */
export const containersFor = (
  inks: readonly InkUse[],
  machine: Machine,
  state: MachineState,
): readonly ContainerNeed[] =>
  inks.flatMap(({ channel, ml }) => {
    const ink = inkOf(machine, channel);
    const leftMl = state.leftMl[channel];
    if (!ink?.container || leftMl === undefined || ml === 0) return [];
    const { ml: holds } = ink.container;
    const opened = Math.max(0, Math.ceil((ml - leftMl) / holds - 1e-9));
    return [
      {
        channel,
        name: ink.name,
        ml: holds,
        leftMl,
        opened,
        leftAfterMl: leftMl + opened * holds - ml,
      },
    ];
  });
