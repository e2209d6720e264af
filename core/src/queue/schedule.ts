/**
 * An order of jobs laid out in time: changeovers, hands where somebody is there and free, prints that go on by themselves, racks.
 * The same rules place what is dragged, what a search tries, and what is promised.
 */
import type { PhaseStep } from '../trips/index.ts';
import { knownChangeover, type Changeover } from './changeover.ts';
import type { Shift } from './hours.ts';
import type { QueueMachine, QueueOrder, QueueTask, Setup, TaskPart, TaskWork } from './task.ts';

export interface QueueProblem {
  readonly tasks: readonly QueueTask[];
  readonly machines: readonly QueueMachine[];
  readonly shifts: readonly Shift[];
  readonly operators: number;
  readonly racks: number;
  readonly overnight: boolean;
}

export interface Segment {
  readonly kind: 'change' | 'attended' | 'unattended' | 'rack';
  /** Of the work; absent of a changeover and of the rack. */
  readonly step?: PhaseStep;
  readonly from: number;
  readonly to: number;
}

/** A task in its place. */
export interface Bar {
  readonly taskId: string;
  readonly machineId: string;
  readonly change: Changeover;
  readonly segments: readonly Segment[];
  /** From the first of it, changeover included, until the machine is free again. */
  readonly from: number;
  readonly to: number;
  /** Dry and out of the rack. */
  readonly finish: number;
  /** After it was due; 0 in time. */
  readonly late: number;
  /** Begins so much later than it is pinned to. */
  readonly slip: number;
}

/** What an order comes to. Minutes, mL, minor units. */
export interface Score {
  /** After due times, each counted by its weight. */
  readonly lateness: number;
  /** The same as they are, and of how many jobs. */
  readonly lateMinutes: number;
  readonly lateJobs: number;
  readonly slip: number;
  readonly changeMinutes: number;
  readonly changeMl: number;
  readonly changeMoney: number;
  /** Of all machines: changeovers and work, without waiting. */
  readonly busyMinutes: number;
  /** Runs of white work that nothing else comes between. */
  readonly whiteRuns: number;
  /** The last machine is free. */
  readonly end: number;
  /** Sum of when each job is finished. */
  readonly finishes: number;
}

export interface Schedule {
  readonly bars: readonly Bar[];
  readonly score: Score;
}

/** Hands that are busy, and racks that are full: shared by all machines. */
export class Floor {
  readonly #shifts: readonly Shift[];
  readonly #longest: number;
  readonly #hands: number[][];
  readonly #racks: number[];

  constructor({ shifts, operators, racks }: QueueProblem) {
    this.#shifts = shifts;
    this.#longest = Math.max(0, ...shifts.map(({ from, to }) => (to === Infinity ? 0 : to - from)));
    this.#hands = Array.from({ length: Math.max(1, operators) }, () => []);
    this.#racks = Array.from({ length: racks }, () => 0);
  }

  /** The shift that goes on at a moment, or the next one. */
  #shiftAt(time: number): number {
    let [low, high] = [0, this.#shifts.length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#shifts[middle].to > time) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** Where work of hands begins that is not interrupted by the end of a shift, unless it is longer than any. */
  opening(time: number, minutes: number): number {
    for (let i = this.#shiftAt(time); ; i++) {
      const { from, to } = this.#shifts[i];
      const begin = Math.max(time, from);
      if (minutes > this.#longest || begin + minutes <= to) return begin;
    }
  }

  /** When work is done that begins at an opening and rests while the shop is closed. */
  closing(begin: number, minutes: number): number {
    let left = minutes;
    for (let i = this.#shiftAt(begin); ; i++) {
      const { from, to } = this.#shifts[i];
      const start = Math.max(begin, from);
      if (start + left <= to) return start + left;
      left -= to - start;
    }
  }

  /** Takes a pair of hands for so long, as early as one is free. @returns from and to */
  attend(time: number, minutes: number): readonly [number, number] {
    let best = Infinity;
    let by = this.#hands[0];
    for (const busy of this.#hands) {
      let begin = this.opening(time, minutes);
      // Pairs of from and to, in order.
      for (let i = 0; i < busy.length; i += 2) {
        if (busy[i + 1] <= begin) continue;
        if (busy[i] >= this.closing(begin, minutes)) break;
        begin = this.opening(busy[i + 1], minutes);
      }
      if (begin < best) [best, by] = [begin, busy];
    }
    const end = this.closing(best, minutes);
    let i = by.length;
    while (i > 0 && by[i - 2] > best) i -= 2;
    by.splice(i, 0, best, end);
    return [best, end];
  }

  /** Forgets what ended before a moment that nobody asks before. */
  forget(time: number): void {
    for (const busy of this.#hands) {
      let gone = 0;
      while (gone < busy.length && busy[gone + 1] <= time) gone += 2;
      if (gone > 0) busy.splice(0, gone);
    }
  }

  /** Puts a print in the rack that is free first. @returns from and to; without racks it lies in the machine */
  dry(time: number, minutes: number): readonly [number, number] {
    let first = 0;
    for (let i = 1; i < this.#racks.length; i++) if (this.#racks[i] < this.#racks[first]) first = i;
    const begin = Math.max(time, this.#racks[first] ?? time);
    if (this.#racks.length > 0) this.#racks[first] = begin + minutes;
    return [begin, begin + minutes];
  }
}

/** How much longer than planned the prints of a task take, and its work of hands. */
export interface Lengths {
  readonly prints: number;
  readonly hands: number;
}
export type Factor = (task: QueueTask, work: TaskWork) => Lengths;
const AS_PLANNED: Lengths = { prints: 1, hands: 1 };

/** A machine while an order is laid out. */
interface Place {
  readonly machine: QueueMachine;
  readonly ids: readonly string[];
  time: number;
  at: number;
  /** −1 is the changeover. */
  part: number;
  long: Lengths;
  setup: Setup;
  white: boolean;
  /** That is being laid out. */
  task: QueueTask | undefined;
  work: TaskWork | undefined;
  change: Changeover | undefined;
  from: number;
  segments: Segment[];
}

/**
 * Lays an order out. Machines take turns: whichever is free first goes on, so that one person goes from one to the other.
 *
 * @param order tasks that it does not name, or names on a machine that can't print them, are left out
 * @param record whether bars are wanted, or the score alone
 * @param factor as planned if absent
 */
export function schedule(
  problem: QueueProblem,
  order: QueueOrder,
  { record = true, factor }: { record?: boolean; factor?: Factor } = {},
): Schedule {
  const { overnight, racks } = problem;
  const tasks = tasksById(problem);
  const floor = new Floor(problem);
  const finished = new Map<string, number>();
  const places = problem.machines.map((machine): Place => ({
    machine,
    ids: (order[machine.id] ?? []).filter((id) => tasks.get(id)?.on[machine.id]),
    time: machine.freeAt,
    at: 0,
    part: 0,
    long: AS_PLANNED,
    task: undefined,
    setup: machine.setup,
    white: false,
    change: undefined,
    from: 0,
    segments: [],
    work: undefined,
  }));
  const bars: Bar[] = [];
  let [lateMinutes, lateJobs] = [0, 0];
  let [lateness, slip, changeMinutes, changeMl, changeMoney] = [0, 0, 0, 0, 0];
  let [busyMinutes, whiteRuns, end, finishes] = [0, 0, 0, 0];

  /** Makes the next task of a machine ready to be laid out. */
  const begin = (place: Place): void => {
    const task = tasks.get(place.ids[place.at])!;
    const work = task.on[place.machine.id];
    const change = knownChangeover(place.machine, place.setup, work.wants);
    place.task = task;
    place.work = work;
    place.change = change;
    place.long = factor?.(task, work) ?? AS_PLANNED;
    place.part = change.minutes > 0 ? -1 : 0;
    place.from = -1;
    place.segments = [];
    place.time = Math.max(
      place.time,
      task.pinned?.at ?? 0,
      task.after === undefined ? 0 : (finished.get(task.after) ?? 0),
    );
  };

  /** Takes a task out of a machine, and off to the rack. */
  const leave = (place: Place): void => {
    const { task, work, change, machine } = place as Place & {
      task: QueueTask;
      work: TaskWork;
      change: Changeover;
    };
    let finish = place.time;
    if (work.rackMinutes > 0) {
      const [from, to] = floor.dry(place.time, work.rackMinutes);
      finish = to;
      place.time = racks > 0 ? from : to;
      if (record) place.segments.push({ kind: 'rack', from, to });
    }
    const late = task.due === undefined ? 0 : Math.max(0, finish - task.due);
    const slipped = task.pinned ? Math.max(0, place.from - task.pinned.at) : 0;
    finished.set(task.id, finish);
    lateness += late * task.weight;
    lateMinutes += late;
    if (late >= 1) lateJobs++;
    slip += slipped;
    changeMinutes += change.minutes;
    changeMl += change.ml;
    changeMoney += change.money;
    busyMinutes += change.minutes;
    for (const part of work.parts) busyMinutes += lasts(part, place.long);
    if (work.wants.white && !place.white) whiteRuns++;
    place.white = work.wants.white;
    place.setup = change.next;
    end = Math.max(end, place.time);
    finishes += finish;
    if (record)
      bars.push({
        taskId: task.id,
        machineId: machine.id,
        change,
        segments: place.segments,
        from: place.from,
        to: place.time,
        finish,
        late,
        slip: slipped,
      });
    place.at++;
    place.work = undefined;
  };

  for (;;) {
    let next: Place | undefined;
    for (const place of places) {
      if (place.at >= place.ids.length) continue;
      if (!place.work) begin(place);
      if (!next || place.time < next.time) next = place;
    }
    if (!next) break;
    floor.forget(next.time);
    const { parts } = next.work!;
    if (next.part < parts.length) {
      const part = next.part < 0 ? undefined : parts[next.part];
      const minutes = part ? lasts(part, next.long) : next.change!.minutes;
      let [from, to] = [next.time, next.time + minutes];
      if (!part || part.attended) [from, to] = floor.attend(next.time, minutes);
      else if (!overnight) {
        from = floor.opening(next.time, 0);
        to = floor.closing(from, minutes);
      }
      if (next.from < 0) next.from = from;
      if (record)
        next.segments.push({
          kind: part ? (part.attended ? 'attended' : 'unattended') : 'change',
          ...(part && { step: part.step }),
          from,
          to,
        });
      next.time = to;
      next.part++;
    }
    if (next.part >= parts.length) {
      if (next.from < 0) next.from = next.time;
      leave(next);
    }
  }
  return {
    bars,
    score: {
      lateness,
      lateMinutes,
      lateJobs,
      slip,
      changeMinutes,
      changeMl,
      changeMoney,
      busyMinutes,
      whiteRuns,
      end,
      finishes,
    },
  };
}

/** Prints and hands take longer or shorter than planned; drying and going back do not. */
const lasts = ({ step, minutes, attended }: TaskPart, long: Lengths): number =>
  minutes * (step === 'print' ? long.prints : attended ? long.hands : 1);

const known = new WeakMap<readonly QueueTask[], ReadonlyMap<string, QueueTask>>();
/** Tasks by their ids; made once for a list, as a search asks for it thousands of times. */
export function tasksById({ tasks }: Pick<QueueProblem, 'tasks'>): ReadonlyMap<string, QueueTask> {
  const found = known.get(tasks) ?? new Map(tasks.map((task) => [task.id, task]));
  known.set(tasks, found);
  return found;
}
