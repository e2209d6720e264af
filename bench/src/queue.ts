/** Best orders: twelve jobs exactly, and sixty on four machines by search. */
import {
  bestOrder,
  schedule,
  seededRandom,
  shiftsFrom,
  USUAL_HOURS,
  type QueueMachine,
  type QueueOrder,
  type QueueProblem,
  type QueueTask,
} from '@kyanos/core';
import type { Benchmark } from './index.ts';

const ROUNDS = 5;
const MONDAY = new Date(2026, 10, 30, 7, 0);

const machineOf = (id: string): QueueMachine => ({
  id,
  name: id,
  setup: { material: 'vinyl', slot: 'under', headsParked: false, out: [] },
  freeAt: 0,
  slotMinutes: 10,
  headsMinutes: 4,
  materialMinutes: 6,
  hourRate: 6000,
  leftMl: {},
});

/** Jobs of three materials and both slots or none, due within days. */
function problemOf(count: number, machineIds: readonly string[], seed: number): QueueProblem {
  const random = seededRandom(seed);
  const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const tasks = Array.from({ length: count }, (_, i): QueueTask => {
    const slot = oneOf(['under', 'other', undefined] as const);
    const material = oneOf(['vinyl', 'clear', 'board']);
    const work = {
      parts: [
        { step: 'loading' as const, minutes: 3 + Math.round(random() * 9), attended: true },
        { step: 'print' as const, minutes: 5 + Math.round(random() ** 2 * 110), attended: false },
      ],
      rackMinutes: 0,
      wants: { material, materialName: material, white: !!slot, inks: [], ...(slot && { slot }) },
      ml: {},
      material: { amount: 1, unit: 'm' as const },
      spread: { low: 0.7, high: 1.4 },
    };
    const able = machineIds.filter(() => random() < 0.6);
    const on = able.length > 0 ? able : [oneOf(machineIds)];
    return {
      id: `job ${i}`,
      name: `job ${i}`,
      on: Object.fromEntries(on.map((id) => [id, work])),
      weight: 1,
      due: 600 + Math.round(random() * count * 90),
    };
  });
  return {
    tasks,
    machines: machineIds.map(machineOf),
    shifts: shiftsFrom(USUAL_HOURS, MONDAY),
    operators: Math.ceil(machineIds.length / 2),
    racks: 8,
    overnight: true,
  };
}

/** Every order of some jobs on one machine, laid out one by one. */
function layOutAll(
  problem: QueueProblem,
  ids: readonly string[],
  before: readonly string[] = [],
): void {
  if (ids.length === 0) schedule(problem, { a: before }, { record: false });
  for (const [i, id] of ids.entries()) layOutAll(problem, ids.toSpliced(i, 1), [...before, id]);
}

const TRIES = 24_000;

export const queueBenchmarks: Readonly<Record<string, Benchmark>> = {
  'queue-exact': {
    what: 'all 5,040 orders of seven of the twelve jobs, laid out one by one',
    rounds: ROUNDS,
    async prepare() {
      const problem = problemOf(12, ['a'], 5);
      const seven = problem.tasks.slice(0, 7).map(({ id }) => id);
      return Promise.resolve({
        async ours() {
          const { exact } = bestOrder(problem, { objective: 'least-late' });
          if (!exact) throw new Error('not exact');
          return Promise.resolve();
        },
        async reference() {
          layOutAll(problem, seven);
          return Promise.resolve();
        },
        close: () => Promise.resolve(),
      });
    },
  },
  'queue-search': {
    what: `${TRIES.toLocaleString('en')} orders of the same sixty jobs on four machines, laid out one by one`,
    rounds: ROUNDS,
    async prepare() {
      const problem = problemOf(60, ['a', 'b', 'c', 'd'], 12);
      const order: QueueOrder = Object.fromEntries(
        problem.machines.map(({ id }) => [
          id,
          problem.tasks.filter(({ on }) => Object.keys(on)[0] === id).map((task) => task.id),
        ]),
      );
      return Promise.resolve({
        async ours() {
          const { gap } = bestOrder(problem, { objective: 'least-late', tries: TRIES });
          if (gap > 0.05) throw new Error(`${(gap * 100).toFixed(1)} % from the bound`);
          return Promise.resolve();
        },
        async reference() {
          for (let i = 0; i < TRIES; i++) schedule(problem, order, { record: false });
          return Promise.resolve();
        },
        close: () => Promise.resolve(),
      });
    },
  },
};
