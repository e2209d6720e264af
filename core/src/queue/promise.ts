/** When a job that is not in the queue yet would be done, as surely as durations are known. */
import { seededRandom } from '../units/index.ts';
import { movedTo } from './explain.ts';
import { schedule, tasksById, type Factor, type QueueProblem } from './schedule.ts';
import { valueOf } from './objective.ts';
import { workOn, type QueueOrder } from './task.ts';

export interface Promised {
  readonly machineId: string;
  /** Where it would stand in the order of that machine, from 0. */
  readonly place: number;
  /** The order with it. */
  readonly order: QueueOrder;
  /** Minutes from when the queue begins: done by then in 5, in 8 and in 95 of 100 cases. */
  readonly half: number;
  readonly likely: number;
  readonly sure: number;
}

const FUTURES = 1000;
const NEAR = 1e-6;
/** 8 of 10 of a normal distribution lie within so many standard deviations of its mean. */
const Z80 = 1.2816;

/**
 * A future: prints and hands longer or shorter than planned, log-normal, prints as wide as their interval of 8 in 10. A task is as far
 * from its plan on one machine as on another.
 */
export function factors({ tasks }: Pick<QueueProblem, 'tasks'>, random: () => number): Factor {
  const normal = () => {
    // Box and Muller.
    const size = Math.sqrt(-2 * Math.log(1 - random()));
    return size * Math.cos(2 * Math.PI * random());
  };
  const drawn = new Map(tasks.map(({ id }) => [id, { print: normal(), hand: normal() }]));
  return ({ id }, { spread: { low, high, hands = 0 } }) => {
    const { print, hand } = drawn.get(id)!;
    const [from, to] = [Math.log(low), Math.log(high)];
    return {
      prints: Math.exp((from + to) / 2 + (print * (to - from)) / 2 / Z80),
      hands: Math.exp(hands * hand),
    };
  };
}

/**
 * Puts a new job where it makes no other later than it is due and moves nothing that is pinned, as early as that goes; at the end
 * where it would anywhere.
 *
 * @param problem the queue as it stands, the new task among its tasks
 */
export function promise(
  problem: QueueProblem,
  order: QueueOrder,
  taskId: string,
  seed = 1,
): Promised | undefined {
  const task = tasksById(problem).get(taskId);
  if (!task) return undefined;
  const before = schedule(problem, order).score;
  let best: { place: number; machineId: string; order: QueueOrder; finish: number } | undefined;
  for (const { id: machineId } of problem.machines) {
    if (!workOn(task, machineId)) continue;
    const length = (order[machineId] ?? []).length;
    for (let place = 0; place <= length; place++) {
      const tried = movedTo(order, taskId, machineId, place);
      const { bars, score } = schedule(problem, tried);
      const own = bars.find((bar) => bar.taskId === taskId)!;
      const harms =
        score.lateness - own.late * task.weight > before.lateness + NEAR ||
        score.slip > before.slip + NEAR;
      if (harms && place < length) continue;
      const worth = own.finish + valueOf(score, 'least-late') * 1e-3;
      if (!best || worth < best.finish) best = { place, machineId, order: tried, finish: worth };
    }
  }
  if (!best) return undefined;
  const { finish: _, ...found } = best;
  const random = seededRandom(seed);
  const ends: number[] = [];
  for (let i = 0; i < FUTURES; i++) {
    const { bars } = schedule(problem, best.order, { factor: factors(problem, random) });
    ends.push(bars.find((bar) => bar.taskId === taskId)!.finish);
  }
  ends.sort((a, b) => a - b);
  const at = (share: number) => ends[Math.min(FUTURES - 1, Math.ceil(share * FUTURES) - 1)];
  return { ...found, half: at(0.5), likely: at(0.8), sure: at(0.95) };
}
