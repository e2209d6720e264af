/**
 * Which layers go in which trip of the material through the machine, and how long each takes, swath by swath.
 * Times in minutes, lengths in mm, speeds in mm/s.
 */
import type { Layout, Load } from '../layout/index.ts';
import {
  inkFor,
  keyOf,
  layerName,
  type Machine,
  type Mode,
  type Stack,
  type StackLayer,
} from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';
import { decimal, t } from '../texts/index.ts';

export interface Careful {
  /** The trip that it is for, from 1; every trip with special ink if absent. */
  readonly trip?: number;
  /** Carriage, mm/s. */
  readonly speed?: number;
  readonly oneDirection?: boolean;
  /** Passes over each line. */
  readonly passes?: number;
}

export interface TripSettings {
  /** As many layers in one trip as the machine can, or a trip for each layer. */
  readonly split: 'together' | 'apart';
  /** Drying between two trips, or at the end of the sheet where there is one trip. */
  readonly waitMinutes: number;
  readonly testPrint: boolean;
  /** How trips are printed more carefully than their mode says: later ones go before earlier ones. */
  readonly careful?: readonly Careful[];
  /** The special ink is put in for this job and as many others; nothing where it is in already. */
  readonly fittedFor?: number;
}

export interface Trip {
  /** From 1. */
  readonly number: number;
  readonly side: 'front' | 'back';
  readonly layers: readonly StackLayer[];
  readonly hits: number;
  readonly passes: number;
  /** Strokes over each line: passes of all its layers and hits. */
  readonly swaths: number;
  readonly speed: number;
  readonly bidirectional: boolean;
  /** Printing and going back to the origin, all loads, without waiting. */
  readonly minutes: number;
  /** Of it: carriage over the print, and turning round. */
  readonly sweepMinutes: number;
  readonly turnMinutes: number;
  /** Going back to the origin. */
  readonly returnMinutes: number;
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
  settings: Pick<TripSettings, 'split'>,
): { side: 'front' | 'back'; layers: StackLayer[] }[] {
  const most = settings.split === 'apart' ? 1 : mode.layersPerTrip;
  const trips: { side: 'front' | 'back'; layers: StackLayer[] }[] = [];
  for (const side of ['back', 'front'] as const)
    for (let from = 0; from < stack[side].length; from += most)
      trips.push({ side, layers: stack[side].slice(from, from + most) });
  return trips;
}

/** Loading a sheet or bed and starting it, minutes of the operator. Common practice. */
export const LOADING_MINUTES = 3;

export const isSpecial = ({ parts }: StackLayer): boolean =>
  parts.some(({ inkRole }) => inkRole !== 'CMYK');

/** The loads of a job and its test print, in the order in which they are printed. */
export function loadsOf(
  layout: Layout,
  settings: TripSettings,
): readonly Pick<Load, 'times' | 'length' | 'sweptWidth'>[] {
  const test = { times: 1, length: layout.pieceHeight, sweptWidth: layout.pieceWidth };
  return settings.testPrint ? [test, ...layout.loads] : layout.loads;
}

interface Carriage {
  readonly passes: number;
  readonly speed: number;
  readonly bidirectional: boolean;
}

/** How the carriage goes over a trip: special ink is slower, and as careful as the operator wishes. */
function carriageOf(
  number: number,
  layers: readonly StackLayer[],
  mode: Mode,
  { careful = [] }: TripSettings,
): Carriage {
  const { passes, speed, bidirectional } = mode;
  const special = layers.some(isSpecial);
  const settings: Careful = Object.assign(
    {},
    ...careful.filter(({ trip }) => (trip === undefined ? special : trip === number)),
  ) as Careful;
  return {
    passes: settings.passes ?? passes,
    speed: settings.speed ?? (special ? mode.specialSpeed : speed),
    bidirectional: bidirectional && !settings.oneDirection,
  };
}

/** Rows of nozzles that a trip has for itself: those of its ink where it lays one special alone, else one. */
function rowsAlone(layers: readonly StackLayer[], machine: Machine): number {
  const inks = new Set(layers.flatMap(({ parts }) => parts.map(keyOf)));
  const [key] = inks;
  return (inks.size === 1 && inkFor(machine, key)?.rows) || 1;
}

export function planTrips(
  stack: Stack,
  machine: Machine,
  mode: Mode,
  settings: TripSettings,
  layout: Layout,
): readonly Trip[] {
  const groups = splitTrips(stack, mode, settings);
  const loads = loadsOf(layout, settings);
  const printed = loads.reduce((sum, { times, length }) => sum + times * length, 0);
  const starts = loads.reduce((sum, { times }) => sum + times, 0);
  return groups.map(({ side, layers }, index) => {
    const last = index === groups.length - 1;
    const returns = !last && groups[index + 1].side === side;
    const carriage = carriageOf(index + 1, layers, mode, settings);
    const hits = Math.max(...layers.map((layer) => layer.hits));
    // Layers that have no row of heads of their own share the nozzles.
    const rows = Math.min(layers.length, machine.headRows ?? 1);
    const sharing = Math.ceil(layers.length / rows);
    const alone = rowsAlone(layers, machine);
    const swaths = Math.max(1, Math.ceil((sharing * carriage.passes * hits) / alone));
    const advance = machine.headHeight / swaths;
    const behind = (rows - 1) * machine.headHeight;
    const ways = carriage.bidirectional ? 1 : 2;
    let [strokes, sweeping] = [0, 0];
    for (const { times, length, sweptWidth } of loads) {
      // Laying the first and the last line takes a full set of swaths, hence the strokes beyond the length.
      const count = times * (Math.ceil((length + behind) / advance) + swaths - 1);
      strokes += count;
      const swept = machine.sweeps === 'bed' ? machine.maxWidth : sweptWidth;
      sweeping += count * (swept / carriage.speed + (ways - 1) * (swept / mode.speed));
    }
    const sweepMinutes = sweeping / 60;
    // At each end from full speed to none and up to the speed of the next stroke.
    const back = carriage.bidirectional ? carriage.speed : mode.speed;
    const braking = machine.acceleration ? (carriage.speed + back) / machine.acceleration : 0;
    const turnMinutes = (strokes * ways * (machine.turnSeconds + braking)) / 60;
    const returnMinutes = returns ? printed / machine.returnSpeed / 60 : 0;
    const minutes = sweepMinutes + turnMinutes + returnMinutes;
    // Each load waits, and while it dries nothing else can be printed on it.
    const waits = !last || groups.length === 1;
    const name = layers.map((layer) => layerName(layer, machine)).join(t('trips.then'));
    return {
      number: index + 1,
      side,
      layers,
      hits,
      ...carriage,
      swaths,
      minutes,
      sweepMinutes,
      turnMinutes,
      returnMinutes,
      waitMinutes: waits ? settings.waitMinutes * starts : 0,
      waitSetting: waits ? settings.waitMinutes : 0,
      returnsToOrigin: returns,
      working: {
        label: t('trips.tripIndex', { index: index + 1, name }),
        value: minutes,
        unit: 'min',
        formula:
          t('trips.strokesSweptWidthSpeed') +
          (carriage.bidirectional ? '' : t('trips.wayBack')) +
          ')' +
          (returns ? t('trips.plusReturn') : ''),
        terms: [
          term(
            t('trips.printedLength'),
            printed,
            'mm',
            t('trips.load', {
              n: starts,
              rest: settings.testPrint ? t('trips.testPrintIncludedWithin') : '',
            }),
          ),
          term(
            t('trips.swathsOverEachLine'),
            swaths,
            '',
            t('trips.layerSPassesHit', {
              layers: t('trips.layersTimes', {
                n: layers.length,
                rest: rows > 1 ? t('trips.rowsHeads', { rows }) : '',
              }),
              passes: carriage.passes,
              hits: t('trips.hitsTimes', {
                n: hits,
                rest: alone > 1 ? t('trips.rowsInk', { alone }) : '',
              }),
            }),
          ),
          term(
            t('trips.advance'),
            advance,
            'mm',
            t('trips.headHeightMmSwaths', { headHeight: machine.headHeight }),
          ),
          term(t('trips.strokes'), strokes, '', t('trips.printedLengthAdvanceFull')),
          machine.sweeps === 'bed'
            ? term(t('trips.sweptWidth'), machine.maxWidth, 'mm', t('trips.wholeBedWhateverLies'))
            : term(
                t('trips.sweptWidth'),
                layout.sweptWidth,
                'mm',
                t('trips.across', { columns: layout.columns }),
              ),
          term(
            t('trips.carriageSpeed'),
            carriage.speed,
            'mm/s',
            layers.some(isSpecial) ? t('trips.slowerSpecialInk') : 'colour',
          ),
          term(
            t('trips.sweeping'),
            sweepMinutes,
            'min',
            carriage.bidirectional ? t('trips.bothDirections') : t('trips.oneDirectionWayBack'),
          ),
          term(
            t('trips.turning'),
            turnMinutes,
            'min',
            t('trips.sEachEnd', {
              turnSeconds: decimal(machine.turnSeconds + braking, 2),
              machine: machine.name,
              rest: braking > 0 ? t('trips.brakingStarting') : '',
            }),
          ),
          ...(returns ? [term(t('trips.returnOrigin'), returnMinutes, 'min')] : []),
        ],
      },
    };
  });
}

/**
 * How likely a second trip is to miss the first: printed length against what the machine keeps in register. The limit of
 * about a metre is common practice.
 */
export type DriftRisk = 'none' | 'low' | 'some' | 'high';

export function driftRisk(trips: readonly Trip[], layout: Layout, machine: Machine): DriftRisk {
  const again = trips.some(({ side }, i) => i > 0 && trips[i - 1].side === side);
  if (!again) return 'none';
  const share = layout.longest / machine.maxTwoTripLength;
  return share > 1 ? 'high' : share > 0.6 ? 'some' : 'low';
}
