/** What a machine is and can do; what a material is. Both are data that a shop edits. */
import type { MaterialClass, MaterialOptics, ProcessAnchor } from '../optics/index.ts';
import type { Channel, Ink } from './ink.ts';

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
  /** Of the carriage, mm/s²: braking and starting take longer the faster it goes. Where it is absent, turning has them in it. */
  readonly acceleration?: number;
  /** What the carriage goes over: the width of the print, or the whole bed whatever lies on it. The print's if absent. */
  readonly sweeps?: 'print' | 'bed';
  /** Rewinding or loading speed, mm/s. */
  readonly returnSpeed: number;
  /** Highest density of silver under colour that dries, percent. */
  readonly silverUnderLimit: number;
  /** Where white is moved by hand between a slot for white under colour and one for all else: how long that takes. */
  readonly whiteSlot?: { readonly minutes: number };
  /** How much wider ink makes a bar than it was laid, mm: bars of codes are laid narrower by it. */
  readonly barReduction?: number;
  /** Most ink that dries or cures at one place in one trip, percent: one solid of one hit is 100. */
  readonly inkLimit: number;
  readonly inks: readonly Ink[];
  readonly modes: readonly Mode[];
  /** Minor units an hour, power and wear and lease. */
  readonly hourRate: number;
  readonly setupMinutes: number;
  /** Rows of heads one behind another: so many layers of a trip have a whole row of nozzles each. 1 where it is not said. */
  readonly headRows?: number;
  /** How far material may stick out beyond the bed, mm; it can't be printed there. */
  readonly overhang?: number;
  /** Edges of the material that clamps or pinch rollers hold, mm: they can't be printed. */
  readonly held?: { readonly leading: number; readonly trailing: number; readonly sides: number };
  /** Thickest material that passes under the head, mm. */
  readonly clearance?: number;
  /** A nozzle check before the job, minutes. {@link NOZZLE_CHECK_MINUTES} where it is not said. */
  readonly nozzleCheckMinutes?: number;
  /** Creases and cuts; its tool is changed by hand. Speed of the blade in mm/s. */
  readonly cutter?: { readonly speed: number; readonly swapMinutes: number };
  /** What putting a special ink in, and taking it out again, takes: minutes, mL lost in the lines, cleaning fluid in minor units. */
  readonly fitting?: {
    readonly minutes: number;
    readonly lossMl: number;
    readonly cleaning: number;
  };
  /** How its white is looked after; {@link USUAL_CARE} where it is not said. */
  readonly care?: CareFigures;
  /** Fields that nobody has stated of this machine, with dots: what is usual stands there. */
  readonly assumed?: readonly string[];
  /** Figures that a test form was read for, the newest of each. */
  readonly measured?: readonly MeasuredFigure[];
  /** Process colours as measured on this machine, by material; where there are none, the artwork's profile is taken. */
  readonly primaries?: readonly MeasuredPrimaries[];
  /** What the machine's own reports say of its figures, and how sure that is. */
  readonly learnt?: Learnt;
}

/** How a machine's white is looked after. */
export interface CareFigures {
  /** *Keep it moving*: agitate daily, print some every two weeks. *Park the heads*: they rest in a holder that turns the ink. */
  readonly school: 'moving' | 'parking';
  /** What the waste container holds, mL. */
  readonly wasteMl: number;
  /** Nozzles in one row. */
  readonly nozzles: number;
  /** White that is to pass the heads in two weeks, mL. */
  readonly movingMl: number;
}

/** Common practice where it is a habit; sizes are usual. */
export const USUAL_CARE: CareFigures = {
  school: 'moving',
  wasteMl: 2000,
  nozzles: 180,
  movingMl: 30,
};

export interface MeasuredFigure {
  /** Name in the machine, with dots. */
  readonly field: string;
  /** The form, the day (ISO 8601), and the material that it was printed on. */
  readonly form: string;
  readonly on: string;
  readonly material: string;
}

export interface MeasuredPrimaries {
  readonly materialId: string;
  readonly on: string;
  readonly anchor: ProcessAnchor;
  /** ΔE2000 over mixtures that the fit did not use: the middle and the 95th percentile. */
  readonly median: number;
  readonly p95: number;
}

/** Common practice. */
export const NOZZLE_CHECK_MINUTES = 2;

/** One of several beliefs about a machine, and how far it has been borne out. */
export interface Belief {
  /** Scatter of a report as a share, what it is off by in any case (mL or minutes), and the share that is still true of the next. */
  readonly scatter: number;
  readonly absolute: number;
  readonly keeps: number;
  /** All weights add up to 1. */
  readonly weight: number;
  readonly mean: readonly [number, number];
  readonly covariance: readonly [aa: number, ab: number, bb: number];
}

/** Two figures that were estimated together, as shares of what the machine states: what all beliefs come to, and the beliefs. */
export interface Estimate {
  readonly mean: readonly [number, number];
  readonly covariance: readonly [aa: number, ab: number, bb: number];
  /** Relative variance of one report. */
  readonly noise: number;
  readonly reports: number;
  /** Absent from what an earlier version kept, which had degrees of freedom instead. */
  readonly beliefs?: readonly Belief[];
  readonly freedom?: number;
}

export interface Learnt {
  /** By channel: share of the stated laydown, and of the stated loss. */
  readonly inks: Readonly<Partial<Record<Channel, Estimate>>>;
  /** Share of the stated time for sweeping, and for turning. */
  readonly time?: Estimate;
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
  /** Direction of its grain, brush or fibre, to the feed; nothing where it has none. */
  readonly grain?: 'along' | 'across';
  /** Months from its making in which the maker stands by it; absent where no sheet states it. */
  readonly shelfLifeMonths?: number;
  /** Figures that are usual for such a material and that nobody has looked up. */
  readonly assumed?: readonly MaterialFigure[];
}

/** Figures of a material that its data sheet states. */
export const MATERIAL_FIGURES = ['optics', 'thickness', 'pricePerM2'] as const;
export type MaterialFigure = (typeof MATERIAL_FIGURES)[number];

/** The part of the width that can be printed with this material, mm. */
export const printableWidth = (machine: Machine, material: Material): number =>
  Math.min(machine.maxWidth, material.width);

/** How far a rigid material sticks out beyond the bed, mm; nothing of a roll does. */
export const bedOverhang = (machine: Machine, material: Material) => ({
  width: Math.max(0, material.form === 'roll' ? 0 : material.width - machine.maxWidth),
  length: Math.max(0, material.form === 'roll' ? 0 : material.length - machine.maxLength),
});
