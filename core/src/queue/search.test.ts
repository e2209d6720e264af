import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import {
  ALWAYS,
  SHIFTS,
  machineOf,
  prints,
  taskOf,
  problemOf,
  someTasks,
  permutations,
} from '../../test/queue.ts';
import { seededRandom } from '../units/index.ts';
import {
  bestOnMachine,
  bestOrder,
  lowerBound,
  OBJECTIVES,
  schedule,
  valueOf,
  type Objective,
  type QueueMachine,
  type QueueProblem,
  type QueueTask,
} from './index.ts';

/** The best of all orders, each laid out. */
function bruteForce(problem: QueueProblem, objective: Objective): number {
  return Math.min(
    ...permutations(problem.tasks.map(({ id }) => id)).map((ids) =>
      valueOf(schedule(problem, { roll: ids }).score, objective),
    ),
  );
}

describe('the best order', () => {
  it.each(Array.from({ length: 30 }, (_, i) => i))(
    'of seven jobs on one machine is that of all 5,040 (seed %i)',
    (seed) => {
      const tasks = someTasks(7, seed);
      const pinned = { machineId: 'roll', at: 200 };
      if (seed % 3 === 0) tasks[3] = { ...tasks[3], pinned };
      const objective = OBJECTIVES[seed % 3];
      const setup =
        seed % 2 ? machineOf().setup : { slot: 'other' as const, headsParked: true, out: [] };
      const problem = problemOf(tasks, {
        shifts: seed % 5 === 0 ? ALWAYS : SHIFTS,
        overnight: seed % 4 !== 0,
        racks: 7,
        machines: [machineOf({ setup })],
      });
      const best = bestOrder(problem, { objective });
      expect(best.value).toBeCloseTo(bruteForce(problem, objective), 6);
      expect(best).toMatchObject({ exact: true, gap: 0 });
      expect(lowerBound(problem, objective)).toBeLessThanOrEqual(best.value + 1e-9);
    },
  );

  it.each(Array.from({ length: 10 }, (_, i) => i))(
    'of six jobs parts them among two machines as the best of all partings does (seed %i)',
    (seed) => {
      const machines = [machineOf(), machineOf({ id: 'bed', slotMinutes: 25, freeAt: 40 })];
      const tasks = someTasks(6, 50 + seed, ['roll', 'bed']);
      const problem = problemOf(tasks, { machines, operators: 2, racks: 6 });
      const objective = OBJECTIVES[seed % 3];
      let least = Infinity;
      for (let set = 0; set < 64; set++) {
        const part = (on: boolean) =>
          tasks.filter((_, i) => !!(set & (1 << i)) === on).map(({ id }) => id);
        if (!tasks.every(({ on, id }) => on[part(true).includes(id) ? 'roll' : 'bed'])) continue;
        for (const roll of permutations(part(true)))
          for (const bed of permutations(part(false)))
            least = Math.min(least, valueOf(schedule(problem, { roll, bed }).score, objective));
      }
      const best = bestOrder(problem, { objective });
      expect(best.value).toBeCloseTo(least, 6);
      expect(best.exact).toBe(true);
    },
    30_000,
  );

  it('is not called exact where a rack is full or trips have to dry first, and is the best of all orders all the same', () => {
    const tasks = [
      ...someTasks(4, 8).map((task) => ({
        ...task,
        on: { roll: { ...task.on.roll, rackMinutes: 240 } },
      })),
      taskOf({ id: 'first', parts: [prints(5)], rack: 200 }),
      taskOf({ id: 'second', parts: [prints(5)], after: 'first', due: 60 }),
    ];
    const problem = problemOf(tasks, { racks: 1 });
    const value = Math.min(
      ...permutations(tasks.map(({ id }) => id))
        .filter((ids) => ids.indexOf('first') < ids.indexOf('second'))
        .map((ids) => valueOf(schedule(problem, { roll: ids }).score, 'least-late')),
    );
    const best = bestOrder(problem, { objective: 'least-late' });
    expect(best.value).toBeCloseTo(value, 6);
    expect(best.bound).toBeLessThan(value);
    expect(best.exact).toBe(false);
  });

  it('agrees with a mixed-integer solver about lateness and changeovers', async () => {
    const highs = await highsLoader();
    for (let seed = 0; seed < 6; seed++) {
      const random = seededRandom(100 + seed);
      const tasks = Array.from({ length: 6 }, (_, i) =>
        taskOf({
          id: `j${i}`,
          parts: [prints(10 + Math.round(random() * 50))],
          material: ['vinyl', 'clear', 'board'][Math.floor(random() * 3)],
          slot: random() < 0.5 ? 'under' : 'other',
          due: 20 + Math.round(random() * 200),
          weight: random() < 0.3 ? 3 : 1,
        }),
      );
      const machine = machineOf();
      const best = bestOrder(problemOf(tasks, { machines: [machine] }), {
        objective: 'least-late',
      });
      const solved = highs.solve(model(tasks, machine), { mip_rel_gap: 0, mip_abs_gap: 0 });
      expect(solved.Status).toBe('Optimal');
      const { lateness, changeMinutes } = best.schedule.score;
      expect(10 * lateness + 2 * changeMinutes).toBeCloseTo(solved.ObjectiveValue, 4);
    }
  });

  it('of twelve jobs is exact, and has each of them once', () => {
    const problem = problemOf(someTasks(12, 5), { shifts: SHIFTS, racks: 12 });
    const best = bestOrder(problem, { objective: 'least-late' });
    expect(best.exact).toBe(true);
    expect(best.order.roll.toSorted()).toEqual(problem.tasks.map(({ id }) => id).toSorted());
  });

  it('of sixty jobs on four machines is within 5 % of what none can be better than, and can be had again', () => {
    const machines = ['a', 'b', 'c', 'd'].map((id) => machineOf({ id }));
    const tasks = someTasks(
      60,
      12,
      machines.map(({ id }) => id),
    ).map((task) => ({
      ...task,
      ...(task.due !== undefined && { due: task.due + 600 }),
    }));
    const problem = problemOf(tasks, { machines, shifts: SHIFTS, operators: 2, racks: 8 });
    const settings = { objective: 'least-late', tries: 8000, seed: 3 } as const;
    const best = bestOrder(problem, settings);
    expect(best.gap).toBeLessThan(0.05);
    expect(best.bound).toBeLessThanOrEqual(best.value);
    expect(Object.values(best.order).flat().toSorted()).toEqual(
      tasks.map(({ id }) => id).toSorted(),
    );
    expect(bestOrder(problem, settings).order).toEqual(best.order);
  });

  it('never lies below the bound, whatever is wanted', () => {
    for (let seed = 0; seed < 12; seed++) {
      const machines = ['roll', 'bed'].map((id) => machineOf({ id }));
      const problem = problemOf(someTasks(9, seed, ['roll', 'bed']), {
        machines,
        shifts: SHIFTS,
        racks: 1,
      });
      for (const objective of OBJECTIVES) {
        const best = bestOrder(problem, { objective, tries: 300, seed });
        expect(best.value).toBeGreaterThanOrEqual(lowerBound(problem, objective) - 1e-9);
      }
    }
  });

  it('gathers white, saves changeovers or keeps due times, as it is asked to', () => {
    const tasks = [
      taskOf({ id: 'w1', slot: 'under', due: 30 }),
      taskOf({ id: 'c1', due: 60 }),
      taskOf({ id: 'w2', slot: 'other', material: 'clear', due: 95 }),
      taskOf({ id: 'c2', due: 130 }),
      taskOf({ id: 'w3', slot: 'under', due: 160 }),
    ];
    const score = (objective: Objective) =>
      bestOrder(problemOf(tasks), { objective }).schedule.score;
    const [late, change, white] = OBJECTIVES.map(score);
    expect(white.whiteRuns).toBe(1);
    expect(change.changeMinutes).toBeLessThan(late.changeMinutes);
    expect(late.lateness).toBeLessThan(Math.min(change.lateness, white.lateness));
  });

  it('leaves out what no machine can print, and is empty for an empty queue', () => {
    const lost = taskOf({ id: 'lost', machines: ['sold'] });
    const problem = problemOf([...someTasks(3, 4), lost]);
    const best = bestOrder(problem, { objective: 'least-late' });
    expect(best.order.roll.toSorted()).toEqual(['job 0', 'job 1', 'job 2']);
    expect(best).toMatchObject({ exact: true, gap: 0 });
    const many = problemOf([...someTasks(14, 4), lost]);
    expect(
      Object.values(bestOrder(many, { objective: 'least-late', tries: 200 }).order).flat(),
    ).toHaveLength(14);
    expect(bestOrder(problemOf([]), { objective: 'least-late' })).toMatchObject({
      value: 0,
      exact: true,
    });
  });

  it('ends at once when it is told to', () => {
    const problem = problemOf(someTasks(30, 2), { shifts: SHIFTS });
    let asked = 0;
    bestOrder(problem, { objective: 'least-late', progress: () => ++asked > 3 });
    expect(asked).toBeLessThan(6);
  });

  it('is undefined of a machine whose search was stopped', () => {
    const problem = problemOf(someTasks(8, 2));
    expect(
      bestOnMachine(problem, problem.machines[0], problem.tasks, 'least-late', () => true),
    ).toBeUndefined();
  });
});

/** Which job comes at which place, one after another: lateness × 10 and changeovers × 2, as CPLEX LP. */
function model(tasks: readonly QueueTask[], machine: QueueMachine): string {
  const n = tasks.length;
  const big = 2000;
  const change = (from: QueueTask | undefined, to: QueueTask) => {
    const { wants } = to.on.roll;
    const was = from?.on.roll.wants ?? machine.setup;
    return (was.slot === wants.slot ? 0 : 10) + (was.material === wants.material ? 0 : 6);
  };
  const minutes = (task: QueueTask) => task.on.roll.parts[0].minutes;
  const pairs = tasks.flatMap((_, i) =>
    tasks.flatMap((__, j) => (i === j ? [] : [[i, j] as const])),
  );
  const rows: string[] = [];
  const objective = [
    ...tasks.map((task, i) => `${10 * task.weight} t${i}`),
    ...tasks.map((task, i) => `${2 * change(undefined, task)} f${i}`),
    ...pairs.map(([i, j]) => `${2 * change(tasks[i], tasks[j])} x${i}_${j}`),
  ];
  rows.push(`${tasks.map((_, i) => `f${i}`).join(' + ')} = 1`);
  for (let j = 0; j < n; j++) {
    const into = pairs.filter(([, to]) => to === j).map(([i]) => `x${i}_${j}`);
    const out = pairs.filter(([from]) => from === j).map(([, to]) => `x${j}_${to}`);
    rows.push(`f${j} + ${into.join(' + ')} = 1`, `${out.join(' + ')} <= 1`);
    rows.push(`c${j} - ${big} f${j} >= ${minutes(tasks[j]) + change(undefined, tasks[j]) - big}`);
    rows.push(`t${j} - c${j} >= ${-tasks[j].due!}`);
  }
  for (const [i, j] of pairs)
    rows.push(
      `c${j} - c${i} - ${big} x${i}_${j} >= ${minutes(tasks[j]) + change(tasks[i], tasks[j]) - big}`,
    );
  return `Minimize\n ${objective.join(' + ')}\nSubject To\n ${rows.join('\n ')}\nBinary\n ${[...tasks.map((_, i) => `f${i}`), ...pairs.map(([i, j]) => `x${i}_${j}`)].join(' ')}\nEnd\n`;
}
