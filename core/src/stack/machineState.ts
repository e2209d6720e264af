/** What is true of a machine today: beside its figures, never among them, and in no plan. */
import type { Channel } from './ink.ts';

export interface MachineState {
  /** Where the white that is moved by hand stands now; absent where nobody has said. */
  readonly whiteSlot?: 'under' | 'other';
  /** Left in the open containers, mL; absent where nobody has said. */
  readonly leftMl: Readonly<Partial<Record<Channel, number>>>;
  /** Special inks that were taken out: cleaning fluid stands in their place, and they have to be put in first. */
  readonly out?: readonly Channel[];
  /** The white heads rest in their holder and have to be fitted first. */
  readonly headsParked?: true;
  /** The day it is, ISO 8601, and what lies on the shelf of the plan's material; absent where the shop keeps no stock. */
  readonly shelf?: { readonly today: string; readonly lots: readonly LotOnShelf[] };
  /** What is to be done for the machine before it prints; of white where only printing white asks for it. */
  readonly due?: readonly { readonly says: string; readonly white: boolean }[];
}

/** A lot of material as planning sees it. */
export interface LotOnShelf {
  /** The maker's number; empty where there is none. */
  readonly lot: string;
  readonly place: string;
  /** What nobody else has reserved: metres, or sheets. */
  readonly free: number;
  readonly width: number;
  readonly age: 'over' | 'soon' | 'good' | 'unknown';
  /** The last day on which it is good. */
  readonly until: string | null;
}

/** Nothing is known: then nothing is said of slots and containers. */
export const UNKNOWN_STATE: MachineState = { leftMl: {} };
