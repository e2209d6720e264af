/** What is true of a machine today: beside its figures, never among them, and in no plan. */
import type { Channel } from './ink.ts';

export interface MachineState {
  /** Where the white that is moved by hand stands now; absent where nobody has said. */
  readonly whiteSlot?: 'under' | 'other';
  /** Left in the open containers, mL; absent where nobody has said. */
  readonly leftMl: Readonly<Partial<Record<Channel, number>>>;
}

/** Nothing is known: then nothing is said of slots and containers. */
export const UNKNOWN_STATE: MachineState = { leftMl: {} };
