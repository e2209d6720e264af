/** Orders are searched off the main thread; a search that nobody wants any more ends with its worker. */
import {
  bestOrder,
  promise,
  type Objective,
  type QueueOrder,
  type QueueProblem,
} from '@kyanos/core';
import { expose } from 'comlink';
import '../texts/language.ts';

const api = {
  /** @param progress called now and then with the share that is done, 0 to 1 */
  best(
    problem: QueueProblem,
    objective: Objective,
    from: QueueOrder,
    progress: (share: number) => void,
  ) {
    const { order, schedule, exact, gap } = bestOrder(problem, {
      objective,
      from,
      progress: (share) => {
        progress(share);
        return false;
      },
    });
    return { objective, order, score: schedule.score, exact, gap };
  },

  /** When a job of it that is not in the order yet would be done. */
  promise,
};
export type QueueWorker = typeof api;
export type Found = ReturnType<typeof api.best>;

expose(api);
