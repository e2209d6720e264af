/** What no order can be better than. */
import { FINISH_WEIGHT, WEIGHTS, type Objective } from './objective.ts';
import { Floor, type QueueProblem } from './schedule.ts';
import {
  workMinutes,
  workOn,
  type QueueMachine,
  type QueueTask,
  type Setup,
  type TaskWork,
} from './task.ts';

const worksOf = (problem: QueueProblem, task: QueueTask) =>
  problem.machines.flatMap((machine) => {
    const work = workOn(task, machine.id);
    return work ? [{ machine, work }] : [];
  });

/** A part of a setup: which name of it a job wants, whether a machine has it, and how long it takes to make. */
interface Part {
  readonly name: (work: TaskWork) => string | undefined;
  readonly stands: (setup: Setup, name: string) => boolean;
  readonly minutes: (machine: QueueMachine) => number;
}
const PARTS: readonly Part[] = [
  {
    name: ({ wants }) => wants.material,
    stands: ({ material }, name) => material === undefined || material === name,
    minutes: ({ materialMinutes }) => materialMinutes,
  },
  {
    name: ({ wants }) => wants.slot,
    stands: ({ slot }, name) => slot === undefined || slot === name,
    minutes: ({ slotMinutes }) => slotMinutes,
  },
  {
    name: ({ wants }) => (wants.white ? 'white' : undefined),
    stands: ({ headsParked }) => !headsParked,
    minutes: ({ headsMinutes }) => headsMinutes,
  },
];

/**
 * What is wanted and does not stand has to be made once: on that machine, where jobs have no other; else on one of those that they
 * may go to, unless it is made there anyway.
 */
function leastChange(problem: QueueProblem): number {
  let least = 0;
  for (const { name, stands, minutes } of PARTS) {
    const made = new Map<string, number>();
    const ways = problem.tasks.map((task) =>
      worksOf(problem, task).map(({ machine, work }) => ({ machine, name: name(work) })),
    );
    for (const [only, ...others] of ways)
      if (only?.name !== undefined && others.length === 0 && !stands(only.machine.setup, only.name))
        made.set(`${only.machine.id} ${only.name}`, minutes(only.machine));
    const anywhere = new Map<string, number>();
    for (const way of ways) {
      const covered = way.some(
        (one) =>
          one.name === undefined ||
          one.name !== way[0].name ||
          stands(one.machine.setup, one.name) ||
          made.has(`${one.machine.id} ${one.name}`),
      );
      if (way.length < 2 || covered) continue;
      const cheapest = Math.min(...way.map(({ machine }) => minutes(machine)));
      anywhere.set(way[0].name!, Math.min(anywhere.get(way[0].name!) ?? Infinity, cheapest));
    }
    for (const one of [...made.values(), ...anywhere.values()]) least += one;
  }
  return least;
}

/**
 * Least lateness of all jobs together: each by itself, as early as it can be; and all of them, as they share machines or hands.
 * The second takes the k shortest jobs as the first k that are done, and gives the earliest of these ends to the job that is due
 * first (Chu 1992, from memory).
 */
function leastLateness(problem: QueueProblem): number {
  const floor = new Floor({ ...problem, operators: 1 });
  const { tasks, machines, operators, overnight, racks } = problem;
  const jobs = tasks.map((task) => {
    const works = worksOf(problem, task);
    const least = (of: (one: (typeof works)[number]) => number) => Math.min(...works.map(of));
    const hands = ({ parts }: TaskWork) =>
      parts.reduce((sum, { attended, minutes }) => sum + (attended ? minutes : 0), 0);
    return {
      due: task.due ?? Infinity,
      weight: task.due === undefined ? 0 : task.weight,
      alone: least(({ machine, work }) => {
        let time = Math.max(machine.freeAt, task.pinned?.at ?? 0);
        for (const { attended, minutes } of work.parts)
          if (attended) time = floor.closing(floor.opening(time, minutes), minutes);
          else if (overnight) time += minutes;
          else time = floor.closing(floor.opening(time, 0), minutes);
        return time + work.rackMinutes;
      }),
      minutes: least(({ work }) => workMinutes(work) + (racks > 0 ? 0 : work.rackMinutes)),
      hands: least(({ work }) => hands(work)),
    };
  });
  const alone = jobs.reduce(
    (sum, { alone: end, due, weight }) => sum + weight * Math.max(0, end - due),
    0,
  );
  const waited = jobs.filter(({ weight }) => weight > 0);
  const dues = waited.map(({ due }) => due).toSorted((a, b) => a - b);
  const lightest = Math.min(...waited.map(({ weight }) => weight));
  /** @param endOf when so many minutes are done at the earliest */
  const shared = (minutes: readonly number[], endOf: (sum: number) => number): number => {
    let [sum, late] = [0, 0];
    for (const [k, one] of minutes.toSorted((a, b) => a - b).entries()) {
      sum += one;
      late += Math.max(0, endOf(sum) - dues[k]);
    }
    return waited.length > 0 ? late * lightest : 0;
  };
  const soonest = Math.min(...machines.map(({ freeAt }) => freeAt));
  return Math.max(
    alone,
    shared(
      waited.map(({ minutes }) => minutes),
      (sum) => soonest + sum / machines.length,
    ),
    shared(
      waited.map(({ hands }) => hands),
      (sum) => floor.closing(floor.opening(0, 0), sum / Math.max(1, operators)),
    ),
  );
}

/** In the measure of `valueOf`: no order of these tasks is worth less. */
export function lowerBound(problem: QueueProblem, objective: Objective): number {
  const { lateness, change, whiteRun } = WEIGHTS[objective];
  const works = problem.tasks.map((task) => worksOf(problem, task).map(({ work }) => work));
  const busy = works.reduce((sum, ways) => sum + Math.min(...ways.map(workMinutes)), 0);
  const finishes = works.reduce(
    (sum, ways) => sum + Math.min(...ways.map((work) => workMinutes(work) + work.rackMinutes)),
    0,
  );
  const white = works.some((ways) => ways.every(({ wants }) => wants.white)) ? 1 : 0;
  return (
    busy +
    (1 + change) * leastChange(problem) +
    lateness * leastLateness(problem) +
    whiteRun * white +
    FINISH_WEIGHT * finishes
  );
}
