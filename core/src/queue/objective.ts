/** What makes one order better than another. */
import type { Score } from './schedule.ts';

export const OBJECTIVES = ['least-late', 'least-changeover', 'white-together'] as const;
export type Objective = (typeof OBJECTIVES)[number];

/** How much a minute, or a run of white, weighs beside a minute of a busy machine. Our own choice; due times have the last word. */
interface Weights {
  readonly lateness: number;
  readonly change: number;
  readonly whiteRun: number;
}
export const WEIGHTS: Readonly<Record<Objective, Weights>> = {
  'least-late': { lateness: 10, change: 1, whiteRun: 0 },
  'least-changeover': { lateness: 0.05, change: 20, whiteRun: 0 },
  'white-together': { lateness: 0.5, change: 1, whiteRun: 600 },
};
/** What somebody has pinned is begun when it was said, whatever it costs. */
export const SLIP_WEIGHT = 100;
/** Of two orders that are alike otherwise, the one that has its jobs done sooner. */
export const FINISH_WEIGHT = 1e-4;

/** Minutes, weighed: the less the better. Work itself is in it, as one machine may take longer than another. */
export function valueOf(score: Score, objective: Objective): number {
  const { lateness, change, whiteRun } = WEIGHTS[objective];
  return (
    score.busyMinutes +
    lateness * score.lateness +
    change * score.changeMinutes +
    whiteRun * score.whiteRuns +
    SLIP_WEIGHT * score.slip +
    FINISH_WEIGHT * score.finishes
  );
}
