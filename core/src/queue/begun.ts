/** A job that is being printed: what is left of it. */
import type { TaskPart, TaskWork } from './task.ts';

/**
 * How far a job is, minutes. A printer counts its prints alone: hands that come before the one it prints are done then. Whoever is at
 * the machine counts all of it.
 */
export interface Progress {
  readonly minutes: number;
  readonly of: 'prints' | 'all';
}

/** What prints on longer than planned is not done before somebody says so. */
const LEAST_MINUTES = 1;

/** Returns the work without what is done of it. A minute is left of what should have ended by now. */
export function begun(work: TaskWork, { minutes, of }: Progress): TaskWork {
  const { parts } = work;
  let left = Math.max(0, minutes);
  const counts = ({ step }: TaskPart) => of === 'all' || step === 'print';
  // The part that is going on: the first that counts and is not over.
  let at = parts.findIndex((part) => {
    if (!counts(part)) return false;
    if (left < part.minutes) return true;
    left -= part.minutes;
    return false;
  });
  if (at < 0) {
    at = parts.findLastIndex(counts) + 1;
    left = 0;
  }
  const [now, ...later] = parts.slice(at);
  const rest = now ? [{ ...now, minutes: now.minutes - left }, ...later] : [];
  const still = rest.reduce((sum, part) => sum + part.minutes, 0);
  return {
    ...work,
    parts:
      still < LEAST_MINUTES ? [{ step: 'print', minutes: LEAST_MINUTES, attended: false }] : rest,
  };
}
