/**
 * The best order of a few jobs on one machine, by dynamic programming over subsets (Held & Karp 1962, from memory): of all orders
 * that lead to the same jobs done and the same setup of the machine, only those are kept that no other beats in time and value.
 */
import { knownChangeover, type Changeover } from './changeover.ts';
import { FINISH_WEIGHT, SLIP_WEIGHT, WEIGHTS, type Objective } from './objective.ts';
import { Floor, type QueueProblem } from './schedule.ts';
import {
  workMinutes,
  workOn,
  type QueueMachine,
  type QueueTask,
  type Setup,
  type TaskWork,
} from './task.ts';

/** Most jobs on one machine that are solved exactly. */
export const MOST_EXACT = 12;

interface Label {
  readonly time: number;
  readonly value: number;
  readonly task: number;
  readonly before: Label | undefined;
}

export interface Exact {
  /** Ids of a set of jobs (bits by their place in the list) in their best order. */
  readonly ids: (set: number) => readonly string[];
  /**
   * By set of jobs, what their best order comes to where hands are always free, racks are never full, and the first trips of a job
   * are dry when the others begin: a lower bound of every order, and its own value where that is so. Infinite where the machine
   * can't print one of them.
   */
  readonly values: Float64Array;
}

/**
 * @param tasks at most {@link MOST_EXACT}, whether the machine can print them or not
 * @param stop asked now and then; true gives up
 * @returns undefined where it was stopped
 */
export function bestOnMachine(
  problem: QueueProblem,
  machine: QueueMachine,
  tasks: readonly QueueTask[],
  objective: Objective,
  stop: () => boolean = () => false,
): Exact | undefined {
  const weights = WEIGHTS[objective];
  const count = tasks.length;
  const floor = new Floor({ ...problem, operators: 1 });
  const works = tasks.map((task) => workOn(task, machine.id));
  const before = tasks.map(({ after }) =>
    after === undefined ? -1 : tasks.findIndex(({ id }) => id === after),
  );

  /** A setup and whether white was printed last; alike ones are one, as their setups are. */
  interface Stand {
    readonly setup: Setup;
    readonly white: boolean;
  }
  const stands = new Map<Setup, readonly [Stand, Stand]>();
  const standOf = (setup: Setup, white: boolean): Stand => {
    let both = stands.get(setup);
    if (!both) {
      both = [
        { setup, white: false },
        { setup, white: true },
      ];
      stands.set(setup, both);
    }
    return both[Number(white)];
  };

  /** Labels by jobs done, then by how the machine stands. */
  const done: Map<Stand, Label[]>[] = Array.from({ length: 1 << count }, () => new Map());
  const first: Label = { time: machine.freeAt, value: 0, task: -1, before: undefined };
  done[0].set(standOf(machine.setup, false), [first]);
  const best: (Label | undefined)[] = [first];
  for (let set = 0; set < done.length; set++) {
    if (set % 64 === 0 && stop()) return undefined;
    for (const labels of done[set].values())
      for (const label of labels) {
        const known = best[set];
        if (!known || label.value < known.value) best[set] = label;
      }
    for (const [{ setup, white }, labels] of done[set])
      for (let task = 0; task < count; task++) {
        const work = works[task];
        if (!work || set & (1 << task)) continue;
        if (before[task] >= 0 && !(set & (1 << before[task]))) continue;
        const { wants } = work;
        const change = knownChangeover(machine, setup, wants);
        const run = wants.white && !white ? 1 : 0;
        const next = done[set | (1 << task)];
        const stand = standOf(change.next, wants.white);
        const kept = next.get(stand) ?? [];
        next.set(stand, kept);
        for (const label of labels) {
          const { pinned, due, weight } = tasks[task];
          const { begun, time } = ran(floor, problem, work, change, label.time, pinned?.at);
          const finish = problem.racks > 0 ? time + work.rackMinutes : time;
          const value =
            label.value +
            workMinutes(work) +
            (1 + weights.change) * change.minutes +
            weights.whiteRun * run +
            weights.lateness * weight * (due === undefined ? 0 : Math.max(0, finish - due)) +
            SLIP_WEIGHT * (pinned ? Math.max(0, begun - pinned.at) : 0) +
            FINISH_WEIGHT * finish;
          keep(kept, { time, value, task, before: label });
        }
      }
    // Nobody comes back here.
    if (set > 0) done[set].clear();
  }
  const ids = (set: number): string[] => {
    const order: string[] = [];
    for (let label = best[set]; label && label.task >= 0; label = label.before)
      order.unshift(tasks[label.task].id);
    return order;
  };
  const values = Float64Array.from(
    { length: done.length },
    (_, set) => best[set]?.value ?? Infinity,
  );
  return { ids, values };
}

/**
 * A few jobs given to several machines: of all ways to part them, the one whose orders come to least.
 *
 * @param each what `bestOnMachine` says of each machine, of the same tasks
 * @returns sets of jobs by machine; undefined where some job can't be printed
 */
export function bestParting(
  each: readonly Exact[],
): { readonly sets: readonly number[]; readonly value: number } | undefined {
  const size = each[0].values.length;
  let worth = Float64Array.from({ length: size }, (_, set) => (set === 0 ? 0 : Infinity));
  const chosen: Int32Array[] = [];
  for (const { values } of each) {
    const next = new Float64Array(size).fill(Infinity);
    const own = new Int32Array(size);
    for (let set = 0; set < size; set++)
      // Each part of the set, the empty one last.
      for (let part = set; ; part = (part - 1) & set) {
        const value = values[part] + worth[set ^ part];
        if (value < next[set]) [next[set], own[set]] = [value, part];
        if (part === 0) break;
      }
    worth = next;
    chosen.push(own);
  }
  if (worth[size - 1] === Infinity) return undefined;
  const sets: number[] = [];
  let rest = size - 1;
  for (const own of chosen.toReversed()) {
    sets.unshift(own[rest]);
    rest ^= own[rest];
  }
  return { sets, value: worth[size - 1] };
}

/** One task after what was before it, where hands are asked for by no other machine. */
function ran(
  floor: Floor,
  { overnight, racks }: QueueProblem,
  { parts, rackMinutes }: TaskWork,
  { minutes }: Changeover,
  from: number,
  pinnedAt = 0,
): { readonly begun: number; readonly time: number } {
  let time = Math.max(from, pinnedAt);
  let begun = -1;
  const hands = (of: number) => {
    const open = floor.opening(time, of);
    if (begun < 0) begun = open;
    time = floor.closing(open, of);
  };
  if (minutes > 0) hands(minutes);
  for (const part of parts)
    if (part.attended) hands(part.minutes);
    else {
      const open = overnight ? time : floor.opening(time, 0);
      if (begun < 0) begun = open;
      time = overnight ? time + part.minutes : floor.closing(open, part.minutes);
    }
  // Without racks it dries in the machine.
  return { begun: begun < 0 ? time : begun, time: racks > 0 ? time : time + rackMinutes };
}

/** Adds a label that no other beats, and drops those that it beats. */
function keep(labels: Label[], label: Label): void {
  let kept = 0;
  for (const other of labels) {
    if (other.time <= label.time && other.value <= label.value) return;
    if (other.time < label.time || other.value < label.value) labels[kept++] = other;
  }
  labels.length = kept;
  labels.push(label);
}
