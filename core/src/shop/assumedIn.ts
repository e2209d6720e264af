/** Which figures of a machine that nobody has stated a job's time and cost stand on. */
import type { Channel, Machine } from '../stack/index.ts';

/** What a figure of the machine decides of a job; of an ink and of a mode by its last name. */
export const DECIDES: Readonly<Record<string, 'time' | 'cost' | 'neither'>> = {
  kind: 'neither',
  cure: 'time',
  maxWidth: 'neither',
  minWidth: 'neither',
  maxLength: 'neither',
  maxTwoTripLength: 'neither',
  clearance: 'neither',
  overhang: 'time',
  'held.leading': 'neither',
  'held.trailing': 'neither',
  'held.sides': 'neither',
  headHeight: 'time',
  headRows: 'time',
  sweeps: 'time',
  turnSeconds: 'time',
  acceleration: 'time',
  returnSpeed: 'time',
  returnsToOrigin: 'time',
  maxLayers: 'time',
  maxHits: 'neither',
  inkLimit: 'neither',
  silverUnderLimit: 'neither',
  barReduction: 'neither',
  'whiteSlot.minutes': 'time',
  hourRate: 'cost',
  setupMinutes: 'time',
  nozzleCheckMinutes: 'time',
  'cutter.speed': 'time',
  'cutter.swapMinutes': 'time',
  'fitting.minutes': 'time',
  'fitting.lossMl': 'cost',
  'fitting.cleaning': 'cost',
  'care.school': 'neither',
  'care.movingMl': 'neither',
  'care.wasteMl': 'neither',
  'care.nozzles': 'neither',
  care: 'neither',
  held: 'neither',
  whiteSlot: 'neither',
  cutter: 'neither',
  fitting: 'neither',
};
const OF_AN_INK = ['laydown', 'pricePerLitre', 'lossPerTrip', 'spitPerHour', 'split'];

/**
 * @param modeId the mode that the job is printed in
 * @param inks that it lays
 * @returns names with dots in the machine, in its order; what decides time decides cost as well, and is listed once
 */
export function assumedIn(
  { assumed = [] }: Machine,
  modeId: string,
  inks: readonly Channel[],
): { readonly time: readonly string[]; readonly cost: readonly string[] } {
  const about = (path: string): 'time' | 'cost' | 'neither' => {
    const [head, of, field] = path.split('.');
    if (head === 'modes') return of === modeId ? 'time' : 'neither';
    if (head === 'inks')
      return inks.includes(of as Channel) && OF_AN_INK.includes(field) ? 'cost' : 'neither';
    return DECIDES[path] ?? 'neither';
  };
  return {
    time: assumed.filter((path) => about(path) === 'time'),
    cost: assumed.filter((path) => about(path) === 'cost'),
  };
}
