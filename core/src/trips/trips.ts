/**
 * Which layers go in which trip of the material through the machine, and how long each takes.
 * Times in minutes, lengths in mm, speeds in mm/s.
 */
import type { Layout, Load } from '../layout/index.ts';
import { layerName, type Machine, type Mode, type Stack, type StackLayer } from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';

export interface TripWish {
  /** As many layers in one trip as the machine can, or a trip for each layer. */
  readonly split: 'together' | 'apart';
  /** Drying between two trips, or at the end of the sheet where there is one trip. */
  readonly waitMinutes: number;
  readonly testPrint: boolean;
}

export interface Trip {
  /** From 1. */
  readonly number: number;
  readonly side: 'front' | 'back';
  readonly layers: readonly StackLayer[];
  readonly hits: number;
  readonly speed: number;
  readonly bidirectional: boolean;
  /** Printing and going back to the origin, all loads, without waiting. */
  readonly minutes: number;
  /** Drying after it, all loads. */
  readonly waitMinutes: number;
  /** Drying to be set on the machine, for one load. */
  readonly waitSetting: number;
  readonly returnsToOrigin: boolean;
  readonly working: Working;
}

/** Layers grouped into trips, in the order in which they are laid. */
export function splitTrips(
  stack: Stack,
  mode: Mode,
  wish: TripWish,
): { side: 'front' | 'back'; layers: StackLayer[] }[] {
  const most = wish.split === 'apart' ? 1 : mode.layersPerTrip;
  const trips: { side: 'front' | 'back'; layers: StackLayer[] }[] = [];
  for (const side of ['back', 'front'] as const)
    for (let from = 0; from < stack[side].length; from += most)
      trips.push({ side, layers: stack[side].slice(from, from + most) });
  return trips;
}

/** Loading a sheet or bed and starting it, minutes of the operator. Common practice. */
export const LOADING_MINUTES = 3;

export function planTrips(
  stack: Stack,
  machine: Machine,
  mode: Mode,
  wish: TripWish,
  layout: Layout,
): readonly Trip[] {
  const groups = splitTrips(stack, mode, wish);
  const testLoad: Load[] = wish.testPrint
    ? [{ copies: 1, rows: 1, length: layout.pieceHeight }]
    : [];
  const loads = [...layout.loads, ...testLoad];
  return groups.map(({ side, layers }, index) => {
    const last = index === groups.length - 1;
    const returns = !last && groups[index + 1].side === side;
    const special = layers.some(({ parts }) => parts.some(({ lay }) => lay !== 'CMYK'));
    const speed = special ? mode.specialSpeed : mode.speed;
    const hits = Math.max(...layers.map((layer) => layer.hits));
    const swaths = layers.length * mode.passes * hits;
    const advance = machine.headHeight / swaths;
    const sweep = layout.sweptWidth / speed + machine.turnSeconds;
    const back = mode.bidirectional ? 0 : layout.sweptWidth / mode.speed + machine.turnSeconds;
    // Laying the first and the last line takes a full set of swaths, hence the strokes beyond the length.
    const strokes = loads.reduce(
      (sum, load) => sum + Math.ceil(load.length / advance) + swaths - 1,
      0,
    );
    const printed = loads.reduce((sum, load) => sum + load.length, 0);
    const returnSeconds = returns ? printed / machine.returnSpeed : 0;
    const minutes = (strokes * (sweep + back) + returnSeconds) / 60;
    // Each load waits, and while it dries nothing else can be printed on it.
    const waits = !last || groups.length === 1;
    const waitMinutes = waits ? wish.waitMinutes * loads.length : 0;
    const name = layers.map(layerName).join(', then ');
    return {
      number: index + 1,
      side,
      layers,
      hits,
      speed,
      bidirectional: mode.bidirectional,
      minutes,
      waitMinutes,
      waitSetting: waits ? wish.waitMinutes : 0,
      returnsToOrigin: returns,
      working: {
        label: `Trip ${index + 1}: ${name}`,
        value: minutes,
        unit: 'min',
        formula:
          'strokes × (swept width ÷ speed + turn' +
          (mode.bidirectional ? '' : ' + way back') +
          ')' +
          (returns ? ' + printed length ÷ return speed' : ''),
        terms: [
          term(
            'printed length',
            printed,
            'mm',
            `${loads.length} load${loads.length > 1 ? 's' : ''}${wish.testPrint ? ', test print included' : ''}`,
          ),
          term(
            'swaths over each line',
            swaths,
            '',
            `${layers.length} layer(s) × ${mode.passes} passes × ${hits} hit(s)`,
          ),
          term('advance', advance, 'mm', `head height ${machine.headHeight} mm ÷ swaths`),
          term('strokes', strokes, '', 'printed length ÷ advance, and a full set at each end'),
          term('swept width', layout.sweptWidth, 'mm', `${layout.columns} across`),
          term('carriage speed', speed, 'mm/s', special ? 'slower with special ink' : 'colour'),
          term('turn', machine.turnSeconds, 's', machine.name),
          ...(mode.bidirectional ? [] : [term('way back', back, 's', 'one-directional')]),
          ...(returns ? [term('return to origin', returnSeconds / 60, 'min')] : []),
        ],
      },
    };
  });
}
