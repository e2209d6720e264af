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
  /** @param tell told the share that is done, now and then */
  best(
    problem: QueueProblem,
    objective: Objective,
    from: QueueOrder,
    tell: (share: number) => void,
  ) {
    const { order, schedule, exact, gap } = bestOrder(problem, {
      objective,
      from,
      tell: (share) => {
        tell(share);
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
