/** A job as customer and floor know it, apart from how it is printed: its state, and when it is due. */

/** From the quote to the closed job, in the order in which a job goes through them; cancelled at any time. */
export const JOB_STATES = [
  'quoted',
  'accepted',
  'ready',
  'printing',
  'done',
  'delivered',
  'closed',
  'cancelled',
] as const;
export type JobState = (typeof JOB_STATES)[number];

/** How pressing a job is, and how many times a minute of its lateness counts in the queue. Our own choice. */
export const PRIORITY_WEIGHTS = { usual: 1, soon: 3, urgent: 10 } as const;
export type Priority = keyof typeof PRIORITY_WEIGHTS;
export const PRIORITIES = Object.keys(PRIORITY_WEIGHTS) as readonly Priority[];

/** Something is still to be done for it. */
export const OPEN_STATES: readonly JobState[] = ['quoted', 'accepted', 'ready', 'printing', 'done'];
export const isOpen = (state: JobState): boolean => OPEN_STATES.includes(state);

/** A customer has ordered it, and has not taken that back. */
export const isOrdered = (state: JobState): boolean => state !== 'quoted' && state !== 'cancelled';

/** How near the time is at which a job is due. */
export type Lateness = 'late' | 'soon' | 'later';

const SOON_MS = 24 * 60 * 60 * 1000;
/** What is printed is late no more, though it may still lie there. */
const MADE: readonly JobState[] = ['done', 'delivered', 'closed', 'cancelled'];

/** Undefined if it has no due time, or is printed already. Soon is within a day. */
export function lateness(
  { state, due }: { readonly state: JobState; readonly due: Date | null },
  now: Date,
): Lateness | undefined {
  if (!due || MADE.includes(state)) return undefined;
  const left = due.getTime() - now.getTime();
  return left < 0 ? 'late' : left < SOON_MS ? 'soon' : 'later';
}
