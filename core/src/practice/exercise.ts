/**
 * Exercises, each from a seed: what is asked, what is right, and what an answer is worth. What is right is what planning, findings and the look
 * say of the very job that is asked about.
 */
import type { HandbookPage } from '../findings/index.ts';
import type { Money } from '../units/index.ts';
import type { ProcedureId } from '../care/index.ts';
import type { PrintPlan } from '../plan/index.ts';
import type { Channel, MachineState } from '../stack/index.ts';
import type { BriefId, FaultId } from './ids.ts';

export const EXERCISE_KINDS = [
  'stack',
  'repair',
  'find',
  'mistake',
  'estimate',
  'nozzles',
  'procedure',
] as const;
export type ExerciseKind = (typeof EXERCISE_KINDS)[number];

/** How hard, from 1. */
export const LEVELS = [1, 2, 3] as const;
export type Level = (typeof LEVELS)[number];

/** What an exercise practises, by which it comes again: `fault/haze`, `brief/pearl`, `estimate/ink`, `procedure/daily`. */
export type Topic =
  | `fault/${FaultId}`
  | `brief/${BriefId}`
  | `estimate/${'ink' | 'time' | 'price'}`
  | 'nozzles/pattern'
  | `procedure/${ProcedureId}`;

interface Asked<K extends ExerciseKind> {
  readonly kind: K;
  readonly seed: number;
  readonly level: Level;
  /** Of the job that it is about; nothing where it is about none. */
  readonly job: string | null;
  /** What is asked, and what is to be known for it, in sentences. */
  readonly brief: readonly string[];
}

/** A plan that is worked on at the real screens. */
interface Worked<K extends ExerciseKind> extends Asked<K> {
  readonly plan: PrintPlan;
  readonly state: MachineState;
}
export interface Option {
  readonly id: FaultId;
  readonly name: string;
}

export type StackExercise = Worked<'stack'> & { readonly wish: BriefId };
/** So many things are wrong with it. */
export type RepairExercise = Worked<'repair'> & { readonly count: number };
export type FindExercise = Worked<'find'> & { readonly options: readonly Option[] };
/** The plan is the sound one; the picture is of the print that came of the mistake. */
export type MistakeExercise = Worked<'mistake'> & { readonly options: readonly Option[] };
export interface EstimateInk {
  readonly channel: Channel;
  readonly name: string;
}
export type EstimateExercise = Worked<'estimate'> & {
  readonly inks: readonly EstimateInk[];
  readonly currency: Money['currency'];
};
export interface NozzleRow {
  readonly channel: Channel;
  readonly name: string;
  readonly row: number;
  /** It is printed on clear stock and seen in raking light. */
  readonly white: boolean;
  /** Where the line of each nozzle lies off its place, in widths of a line; null where there is none. */
  readonly off: readonly (number | null)[];
}
export type NozzlesExercise = Asked<'nozzles'> & { readonly rows: readonly NozzleRow[] };
export type ProcedureExercise = Asked<'procedure'> & {
  readonly procedure: ProcedureId;
  readonly title: string;
  /** As they were mixed up. */
  readonly steps: readonly string[];
};

export type Exercise =
  | StackExercise
  | RepairExercise
  | FindExercise
  | MistakeExercise
  | EstimateExercise
  | NozzlesExercise
  | ProcedureExercise;
export type ExerciseOf<K extends ExerciseKind> = Extract<Exercise, { kind: K }>;

/** Why something is so, and where one reads on. */
export interface Reason {
  readonly says: string;
  readonly page?: HandbookPage;
}

interface Known {
  readonly topics: readonly Topic[];
  readonly reasons: readonly Reason[];
}
export interface Solutions {
  readonly stack: Known & { readonly right: PrintPlan };
  readonly repair: Known & { readonly right: PrintPlan; readonly faults: readonly FaultId[] };
  readonly find: Known & { readonly right: PrintPlan; readonly faults: readonly FaultId[] };
  readonly mistake: Known & { readonly wrong: PrintPlan; readonly faults: readonly FaultId[] };
  readonly estimate: Known & Amounts;
  readonly nozzles: Known & { readonly marks: readonly NozzleMark[] };
  /** Places of the mixed-up steps, in the right order. */
  readonly procedure: Known & { readonly order: readonly number[] };
}
export interface Amounts {
  readonly minutes: number;
  /** Minor units. */
  readonly price: number;
  readonly ml: Readonly<Record<Channel, number>>;
}
/** A nozzle that does not print as it should: row of the exercise, nozzle from 0. */
export interface NozzleMark {
  readonly row: number;
  readonly nozzle: number;
}

export interface Answers {
  readonly stack: { readonly plan: PrintPlan };
  readonly repair: { readonly plan: PrintPlan };
  readonly find: { readonly faults: readonly FaultId[] };
  readonly mistake: { readonly faults: readonly FaultId[] };
  readonly estimate: Amounts;
  readonly nozzles: { readonly marks: readonly NozzleMark[] };
  readonly procedure: { readonly order: readonly number[] };
}

/** What an answer is worth. */
export interface Mark {
  /** 0 to 1. */
  readonly score: number;
  readonly passed: boolean;
  /** What it came to, point by point. */
  readonly points: readonly Reason[];
  /** What it would have cost, had it gone to the machine; absent where nothing is lost. */
  readonly cost?: { readonly copies: number; readonly minutes: number; readonly money: Money };
  /** What each topic is worth, 0 to 1. */
  readonly topics: Readonly<Partial<Record<Topic, number>>>;
}

/** From here on it is right; our own choice. */
export const PASSED = 0.7;

/** What exercises are made of, and what their answers are judged on. */
export interface Made<K extends ExerciseKind> {
  readonly exercise: ExerciseOf<K>;
  readonly solution: Solutions[K];
}
