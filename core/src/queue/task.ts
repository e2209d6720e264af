/** What stands in a queue: work of jobs, and machines as they will be found. Times in minutes from when the queue begins. */
import type { Channel } from '../stack/index.ts';
import type { PhaseStep } from '../trips/index.ts';

/** A stretch of work at a machine. */
export interface TaskPart {
  readonly step: PhaseStep;
  readonly minutes: number;
  /** Somebody is at the machine for all of it. */
  readonly attended: boolean;
}

/** How a machine has to stand for a job; what is absent may stand as it does. */
export interface TaskWants {
  readonly material: string;
  readonly materialName: string;
  /** White in the slot under colour, or in the other one; absent where it has none, or the machine has one place for it. */
  readonly slot?: 'under' | 'other';
  /** It prints white: parked heads are fitted before. */
  readonly white: boolean;
  /** Special inks that it lays: those that were taken out are put in before. */
  readonly inks: readonly Channel[];
}

/** What a job is on one machine. */
export interface TaskWork {
  /** In order, changeovers not among them. */
  readonly parts: readonly TaskPart[];
  /** Drying in the rack afterwards, when the machine is free again. */
  readonly rackMinutes: number;
  readonly wants: TaskWants;
  /** What it takes, mL by channel, and off the shelf. */
  readonly ml: Readonly<Record<Channel, number>>;
  readonly material: { readonly amount: number; readonly unit: 'm' | 'sheets' };
  /**
   * How far off it may be: factors for the short and the long end of its prints in 8 of 10 cases, and the standard deviation of all
   * work of hands as a share of it, nothing if absent.
   */
  readonly spread: { readonly low: number; readonly high: number; readonly hands?: number };
}

/** A job, or those of its trips that are printed apart from the others. */
export interface QueueTask {
  readonly id: string;
  readonly name: string;
  /** By machine: it can be printed on any of them. At least one. */
  readonly on: Readonly<Record<string, TaskWork>>;
  /** When it is to be done; absent where nobody waits for it. */
  readonly due?: number;
  /** A minute of lateness counts so many times: 1 is usual. */
  readonly weight: number;
  /** It is being printed. */
  readonly printing?: boolean;
  /** Its first trips, that have to be dry before it goes on. */
  readonly after?: string;
  /** Not moved by anybody but a hand: on this machine, and not before this minute. */
  readonly pinned?: { readonly machineId: string; readonly at: number };
}

/** How a machine stands: what is loaded and fitted. */
export interface Setup {
  /** Absent where nobody knows what lies in it. */
  readonly material?: string;
  readonly slot?: 'under' | 'other';
  readonly headsParked: boolean;
  readonly out: readonly Channel[];
}

/** A machine of the queue. Money minor units. */
export interface QueueMachine {
  readonly id: string;
  readonly name: string;
  readonly setup: Setup;
  /** When it is free of what it prints now. */
  readonly freeAt: number;
  readonly slotMinutes: number;
  readonly headsMinutes: number;
  readonly materialMinutes: number;
  /** Putting in the special inks that were taken out; absent where they stay in. */
  readonly fitting?: {
    readonly minutes: number;
    readonly lossMl: number;
    readonly cleaning: number;
  };
  /** Of the machine and whoever stands at it, an hour. */
  readonly hourRate: number;
  /** Left in its open containers, mL; absent where nobody said. */
  readonly leftMl: Readonly<Record<Channel, number>>;
}

/** Which job comes after which: ids of tasks by machine. */
export type QueueOrder = Readonly<Record<string, readonly string[]>>;

/** What a task is on a machine; undefined where that can't print it, or a hand has pinned it to another. */
export const workOn = ({ on, pinned }: QueueTask, machineId: string): TaskWork | undefined =>
  pinned && pinned.machineId !== machineId ? undefined : on[machineId];

export const workMinutes = ({ parts }: TaskWork): number =>
  parts.reduce((sum, { minutes }) => sum + minutes, 0);
