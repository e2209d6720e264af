/** The best order that can be found: exact where that is possible, else by a search that can be had again, with how far off it may be. */
import { seededRandom } from '../units/index.ts';
import { bestOnMachine, bestParting, MOST_EXACT, type Exact } from './exact.ts';
import { lowerBound } from './bound.ts';
import { valueOf, type Objective } from './objective.ts';
import { schedule, type QueueProblem, type Schedule } from './schedule.ts';
import { workMinutes, workOn, type QueueOrder, type QueueTask } from './task.ts';

export interface BestOrder {
  readonly order: QueueOrder;
  readonly schedule: Schedule;
  readonly value: number;
  /** No order is worth less. */
  readonly bound: number;
  /** Nothing is better. */
  readonly exact: boolean;
  /** (value − bound) / value, 0 where it is exact. */
  readonly gap: number;
}

export interface SearchSettings {
  readonly objective: Objective;
  readonly seed?: number;
  /** Orders that are tried at most, where it can't be exact. */
  readonly tries?: number;
  /** An order to begin with, beside those of its own. */
  readonly from?: QueueOrder;
  /** Asked every so often with the share that is done; true ends the search with what it has. */
  readonly progress?: (share: number) => boolean;
}

const TRIES = 24_000;
/** Between two questions whether to go on. */
const ASK_EVERY = 250;
const NEAR = 1e-6;

/** What no machine of the queue can print is left out of its order. */
export function bestOrder(whole: QueueProblem, settings: SearchSettings): BestOrder {
  const { objective, progress = () => false } = settings;
  const tasks = whole.tasks.filter((task) => machinesFor(whole, task).length > 0);
  const problem = { ...whole, tasks };
  const exact = exactOrder(problem, objective, () => progress(0));
  const bound = Math.max(lowerBound(problem, objective), exact?.bound ?? 0);
  const known = exact && laidOut(problem, exact.order, objective);
  const found =
    known && known.value <= bound + NEAR
      ? known
      : searched(problem, settings, known ? [known.order] : []);
  const proved = found.value <= bound + NEAR;
  return {
    ...found,
    bound,
    exact: proved,
    gap: proved || found.value <= 0 ? 0 : (found.value - bound) / found.value,
  };
}

interface LaidOut {
  readonly order: QueueOrder;
  readonly schedule: Schedule;
  readonly value: number;
}

function laidOut(problem: QueueProblem, order: QueueOrder, objective: Objective): LaidOut {
  const done = schedule(problem, order);
  return { order, schedule: done, value: valueOf(done.score, objective) };
}

/**
 * A few jobs parted among all machines; or many, where it is known which machine prints each, and each has few. Hands and racks that
 * machines share can only make it worse.
 */
function exactOrder(
  problem: QueueProblem,
  objective: Objective,
  stop: () => boolean,
): { readonly order: QueueOrder; readonly bound: number } | undefined {
  const { machines, tasks } = problem;
  if (machines.length === 0) return undefined;
  if (tasks.length <= MOST_EXACT) {
    const each: Exact[] = [];
    for (const machine of machines) {
      const one = bestOnMachine(problem, machine, tasks, objective, stop);
      if (!one) return undefined;
      each.push(one);
    }
    const parted = bestParting(each);
    return (
      parted && {
        order: Object.fromEntries(machines.map(({ id }, i) => [id, each[i].ids(parted.sets[i])])),
        bound: parted.value,
      }
    );
  }
  const own = new Map<string, QueueTask[]>(machines.map(({ id }) => [id, []]));
  for (const task of tasks) {
    const able = machinesFor(problem, task);
    if (able.length !== 1) return undefined;
    own.get(able[0])!.push(task);
  }
  if ([...own.values()].some(({ length }) => length > MOST_EXACT)) return undefined;
  const order: Record<string, readonly string[]> = {};
  let bound = 0;
  for (const machine of machines) {
    const all = own.get(machine.id)!;
    const best = bestOnMachine(problem, machine, all, objective, stop);
    if (!best) return undefined;
    order[machine.id] = best.ids(2 ** all.length - 1);
    bound += best.values[2 ** all.length - 1];
  }
  return { order, bound };
}

/** Machines of the queue that can print a task; the one that it is pinned to. */
const machinesFor = ({ machines }: QueueProblem, task: QueueTask): string[] =>
  machines.flatMap(({ id }) => (workOn(task, id) ? [id] : []));

/** Orders that are good to begin with: by due time; and by setup, each in the order of its most pressing job. */
function beginnings(problem: QueueProblem): QueueOrder[] {
  const due = ({ due: at, pinned }: QueueTask) => pinned?.at ?? at ?? Infinity;
  const byDue = problem.tasks.toSorted((a, b) => due(a) - due(b));
  const setupOf = (task: QueueTask) => {
    const { slot = '', material } = Object.values(task.on)[0].wants;
    return `${slot} ${material}`;
  };
  const pressing = new Map<string, number>();
  for (const task of byDue)
    pressing.set(setupOf(task), Math.min(pressing.get(setupOf(task)) ?? Infinity, due(task)));
  const rank = (task: QueueTask) => pressing.get(setupOf(task))!;
  const bySetup = byDue.toSorted(
    (a, b) => rank(a) - rank(b) || setupOf(a).localeCompare(setupOf(b)) || due(a) - due(b),
  );
  return [byDue, bySetup].map((tasks) => spread(problem, tasks));
}

/** Gives each task to the machine that is done with it first, in the order they come. */
function spread(problem: QueueProblem, tasks: readonly QueueTask[]): QueueOrder {
  const order: Record<string, string[]> = Object.fromEntries(
    problem.machines.map(({ id }) => [id, []]),
  );
  const busy = new Map(problem.machines.map(({ id, freeAt }) => [id, freeAt]));
  const at = new Map<string, string>();
  // What waits for other trips comes right after them.
  const first = tasks.filter(({ after }) => after === undefined);
  const inOrder = first.flatMap((task) => [
    task,
    ...tasks.filter(({ after }) => after === task.id),
  ]);
  for (const task of inOrder) {
    const machines = machinesFor(problem, task).filter(
      (id) => task.after === undefined || id === at.get(task.after),
    );
    const ends = machines.map((id) => busy.get(id)! + workMinutes(task.on[id]));
    const soonest = ends.indexOf(Math.min(...ends));
    if (soonest < 0) continue;
    order[machines[soonest]].push(task.id);
    at.set(task.id, machines[soonest]);
    busy.set(machines[soonest], ends[soonest]);
  }
  return order;
}

/** Simulated annealing over moves of a job to another place, on its own or another machine, and of a run of jobs. */
function searched(
  problem: QueueProblem,
  { objective, seed = 1, tries = TRIES, from, progress = () => false }: SearchSettings,
  more: readonly QueueOrder[],
): LaidOut {
  const random = seededRandom(seed);
  const pick = (below: number) => Math.floor(random() * below);
  const worth = (order: QueueOrder) =>
    valueOf(schedule(problem, order, { record: false }).score, objective);
  const starts = [...more, ...(from ? [from] : []), ...beginnings(problem)];
  let best = starts[0];
  let bestValue = Infinity;
  for (const start of starts) {
    const value = worth(start);
    if (value < bestValue) [best, bestValue] = [start, value];
  }
  const byId = new Map(problem.tasks.map((task) => [task.id, task]));
  const machineIds = problem.machines.map(({ id }) => id);
  const lists: string[][] = machineIds.map((id) => [...(best[id] ?? [])]);
  const asOrder = (): QueueOrder => Object.fromEntries(machineIds.map((id, i) => [id, lists[i]]));
  let value = bestValue;
  // As warm as moves differ from one another at first, cooled to where nothing worse is taken.
  const [warm, cold] = [Math.max(5, bestValue * 0.01), 0.05];
  for (let i = 0; i < tries; i++) {
    if (i % ASK_EVERY === 0 && progress(i / tries)) break;
    const heat = warm * (cold / warm) ** (i / tries);
    const out = pick(lists.length);
    if (lists[out].length === 0) continue;
    const at = pick(lists[out].length);
    // Jobs that go together move together now and then.
    const long = random() < 0.25 ? 1 + pick(Math.min(4, lists[out].length - at)) : 1;
    const moved = lists[out].slice(at, at + long);
    const able = machineIds.flatMap((id, m) =>
      moved.every((task) => workOn(byId.get(task)!, id)) ? [m] : [],
    );
    const into = able.length > 1 ? able[pick(able.length)] : out;
    const was = [lists[out], lists[into]];
    lists[out] = lists[out].toSpliced(at, long);
    const to = pick(lists[into].length + 1);
    lists[into] = lists[into].toSpliced(to, 0, ...moved);
    const allowed = inTurn(lists[into], byId) && inTurn(lists[out], byId);
    const next = allowed ? worth(asOrder()) : Infinity;
    if (next <= value || random() < Math.exp((value - next) / heat)) {
      value = next;
      if (value < bestValue - NEAR) {
        bestValue = value;
        best = Object.fromEntries(machineIds.map((id, m) => [id, [...lists[m]]]));
      }
    } else [lists[out], lists[into]] = was;
  }
  return laidOut(problem, best, objective);
}

/** The first trips of a job come before the others, on the same machine. */
const inTurn = (list: readonly string[], tasks: ReadonlyMap<string, QueueTask>): boolean =>
  list.every((id, i) => {
    const after = tasks.get(id)?.after;
    return after === undefined || !tasks.has(after) || list.lastIndexOf(after, i) >= 0;
  });
