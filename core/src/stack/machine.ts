/** What a machine is and can do; what a material is. Both are data that a shop edits. */
import type { MaterialClass, MaterialOptics } from '../optics/index.ts';
import type { Special } from './stack.ts';

export const CHANNELS = ['C', 'M', 'Y', 'K', 'W', 'S', 'V'] as const;
/** An ink fitted in a machine. Block-out black is laid with K. */
export type Channel = (typeof CHANNELS)[number];

export interface Ink {
  readonly channel: Channel;
  readonly name: string;
  /** Ink laid by one hit at 100 %, mL/m². */
  readonly laydown: number;
  /** Minor units per litre. */
  readonly pricePerLitre: number;
  /** Lost at the start of each trip in spitting and purge, mL. */
  readonly lossPerTrip: number;
  /** Name the machine wants a spot to have for this ink, letter by letter; null for process inks. */
  readonly spotName: string | null;
  /** White only: contrast ratio of one hit at 100 % over black and white, 0.05 to 0.995. */
  readonly contrastRatio?: number;
}

export interface Mode {
  readonly id: string;
  readonly name: string;
  /** Passes of the carriage over each line, with one hit. */
  readonly passes: number;
  /** Carriage speed with colour only and when a layer holds white, silver or clear, mm/s. */
  readonly speed: number;
  readonly specialSpeed: number;
  readonly bidirectional: boolean;
  /** Most layers laid in one trip: white and colour as the head goes. 1 means one trip a layer. */
  readonly layersPerTrip: number;
  /** Material classes this mode is for. */
  readonly materials: readonly MaterialClass[];
  /** Whether the mode lays white, silver and clear at all. */
  readonly specials: boolean;
}

export interface Machine {
  readonly id: string;
  readonly name: string;
  readonly kind: 'roll' | 'flatbed' | 'label';
  /** UV inks cure under the lamp; solvent and water-based ones dry. */
  readonly cure: 'uv' | 'solvent' | 'water';
  /** Widest material that is printed, and narrowest that the rollers hold, mm. */
  readonly maxWidth: number;
  readonly minWidth: number;
  /** Longest print, mm: the bed, or the roll. */
  readonly maxLength: number;
  /** Longest print that is registered over two trips, mm. */
  readonly maxTwoTripLength: number;
  readonly maxHits: number;
  /** Most layers it can lay on one side, over all trips. */
  readonly maxLayers: number;
  /** Whether the print can go back to its origin for a second trip. */
  readonly returnsToOrigin: boolean;
  /** Nozzle row, mm, and time to turn the carriage round, s. */
  readonly headHeight: number;
  readonly turnSeconds: number;
  /** Rewinding or loading speed, mm/s. */
  readonly returnSpeed: number;
  /** Highest density of silver under colour that dries, percent. */
  readonly silverUnderLimit: number;
  /** Where white is moved by hand between a slot for white under colour and one for all else: where it stands, and how long that takes. */
  readonly whiteSlot?: { readonly stands: 'under' | 'other'; readonly minutes: number };
  /** Most ink that dries or cures at one place in one trip, percent: one solid of one hit is 100. */
  readonly inkLimit: number;
  readonly inks: readonly Ink[];
  readonly modes: readonly Mode[];
  /** Minor units an hour, power and wear and lease. */
  readonly hourRate: number;
  readonly setupMinutes: number;
}

export interface Material {
  readonly id: string;
  readonly name: string;
  readonly class: MaterialClass;
  readonly form: 'roll' | 'sheet' | 'board';
  readonly width: number;
  /** Sheet length, or the least length drawn off a roll, mm. */
  readonly length: number;
  readonly thickness: number;
  /** Minor units per m². */
  readonly pricePerM2: number;
  readonly optics: MaterialOptics;
  /** Held to its ground by adhesive, without air between. */
  readonly adhesive: boolean;
  /** Both sides can be printed. */
  readonly printableBack: boolean;
  /** Labels that are cut already: the size of one, mm. */
  readonly label: { readonly width: number; readonly height: number } | null;
}

export const inkOf = (machine: Pick<Machine, 'inks'>, channel: Channel): Ink | undefined =>
  machine.inks.find((ink) => ink.channel === channel);

/** The channel that lays a special: block-out black is printed with K. */
export const channelOf = (lay: Special): Channel => (lay === 'B' ? 'K' : lay);

/** The part of the width that can be printed with this material, mm. */
export const printableWidth = (machine: Machine, material: Material): number =>
  Math.min(machine.maxWidth, material.width);
