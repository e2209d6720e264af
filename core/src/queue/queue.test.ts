import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../units/index.ts';
import {
  bestOnMachine,
  bestOrder,
  changeover,
  lowerBound,
  OBJECTIVES,
  promise,
  schedule,
  shiftsFrom,
  USUAL_HOURS,
  valueOf,
  whyHere,
  type Objective,
  type QueueMachine,
  type QueueOrder,
  type QueueProblem,
  type QueueTask,
  type Shift,
  type TaskPart,
} from './index.ts';

const MONDAY = new Date(2026, 10, 30, 7, 0);
const ALWAYS: readonly Shift[] = [{ from: 0, to: Infinity }];
const SHIFTS = shiftsFrom(USUAL_HOURS, MONDAY);

const machineOf = (over: Partial<QueueMachine> = {}): QueueMachine => ({
  id: 'roll',
  name: 'Roll',
  setup: { material: 'vinyl', slot: 'under', headsParked: false, out: [] },
  freeAt: 0,
  slotMinutes: 10,
  headsMinutes: 4,
  materialMinutes: 6,
  hourRate: 6000,
  leftMl: {},
  ...over,
});
const hands = (minutes: number): TaskPart => ({
  step: 'loading',
  minutes,
  attended: true,
});
const prints = (minutes: number): TaskPart => ({
  step: 'print',
  minutes,
  attended: false,
});

interface Asked {
  readonly id: string;
  readonly parts?: readonly TaskPart[];
  readonly material?: string;
  readonly slot?: 'under' | 'other';
  readonly due?: number;
  readonly weight?: number;
  readonly rack?: number;
  readonly machines?: readonly string[];
  readonly pinned?: QueueTask['pinned'];
  readonly after?: string;
}
const taskOf = ({ id, machines = ['roll'], ...asked }: Asked): QueueTask => {
  const work = {
    parts: asked.parts ?? [hands(5), prints(20)],
    rackMinutes: asked.rack ?? 0,
    wants: {
      material: asked.material ?? 'vinyl',
      materialName: asked.material ?? 'vinyl',
      white: asked.slot !== undefined,
      inks: [],
      ...(asked.slot && { slot: asked.slot }),
    },
    ml: {},
    material: { amount: 1, unit: 'm' as const },
    spread: { low: 0.7, high: 1.6 },
  };
  return {
    id,
    name: id,
    ...(asked.due !== undefined && { due: asked.due }),
    weight: asked.weight ?? 1,
    on: Object.fromEntries(machines.map((machine) => [machine, work])),
    ...(asked.pinned && { pinned: asked.pinned }),
    ...(asked.after !== undefined && { after: asked.after }),
  };
};
const problemOf = (
  tasks: readonly QueueTask[],
  over: Partial<QueueProblem> = {},
): QueueProblem => ({
  tasks,
  machines: [machineOf()],
  shifts: ALWAYS,
  operators: 1,
  racks: 4,
  overnight: true,
  ...over,
});

/** Jobs as a shop has them: long and short, of three materials and both slots or none, due within days or not at all. */
function someTasks(
  count: number,
  seed: number,
  machines: readonly string[] = ['roll'],
): QueueTask[] {
  const random = seededRandom(seed);
  const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  return Array.from({ length: count }, (_, i) => {
    const slot = oneOf(['under', 'other', undefined] as const);
    const able = machines.filter(() => random() < 0.6);
    return taskOf({
      id: `job ${i}`,
      machines: able.length > 0 ? able : [oneOf(machines)],
      parts: [
        hands(3 + Math.round(random() * 9)),
        prints(5 + Math.round(random() ** 2 * 110)),
        ...(random() < 0.4 ? [hands(3), prints(10 + Math.round(random() * 30))] : []),
      ],
      material: oneOf(['vinyl', 'clear', 'board']),
      rack: random() < 0.3 ? 15 : 0,
      weight: oneOf([1, 1, 1, 3]),
      ...(slot && { slot }),
      ...(random() < 0.7 && { due: Math.round(random() * count * 90) }),
    });
  });
}

const permutations = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((one, i) => permutations(list.toSpliced(i, 1)).map((rest) => [one, ...rest]));

describe('the hours of a shop', () => {
  it('are shifts of the week without its closed days, joined where they touch', () => {
    const hours = { ...USUAL_HOURS, closed: ['2026-12-01'] };
    const shifts = shiftsFrom(hours, MONDAY);
    // From Monday 7:00: 8 to 12, 12:30 to 17; Tuesday is closed.
    expect(shifts.slice(0, 3)).toEqual([
      { from: 60, to: 300 },
      { from: 330, to: 600 },
      { from: 60 + 2 * 1440, to: 300 + 2 * 1440 },
    ]);
    const round = {
      ...hours,
      week: hours.week.map(() => [
        { from: '06:00', to: '14:00' },
        { from: '14:00', to: '22:00' },
      ]),
    };
    expect(shiftsFrom(round, MONDAY)[0]).toEqual({ from: 0, to: 900 });
  });

  it('are as long as they are where the clocks are changed', () => {
    const zone = process.env.TZ;
    process.env.TZ = 'Europe/Berlin';
    try {
      // On 28 March 2027 at 2:00 it is 3:00 at once.
      const sunday = {
        ...USUAL_HOURS,
        week: USUAL_HOURS.week.map(() => [{ from: '00:00', to: '12:00' }]),
      };
      const [first, second] = shiftsFrom(sunday, new Date(2027, 2, 28));
      expect(first).toEqual({ from: 0, to: 660 });
      expect(second.from).toBe(23 * 60);
    } finally {
      if (zone === undefined) delete process.env.TZ;
      else process.env.TZ = zone;
    }
  });
});

describe('a changeover', () => {
  it('moves the slot, fits heads, puts ink in and changes the material, and leaves what is not asked for', () => {
    const machine = machineOf({ fitting: { minutes: 20, lossMl: 30, cleaning: 500 } });
    const parked = {
      material: 'vinyl',
      slot: 'under',
      headsParked: true,
      out: ['S1', 'W'],
    } as const;
    const wants = {
      material: 'clear',
      materialName: 'Clear film',
      slot: 'other',
      white: true,
      inks: ['W'],
    } as const;
    const all = changeover(machine, parked, wants);
    expect(all.does).toEqual(['fitting', 'slot', 'heads', 'material']);
    // 20 + 10 + 4 + 6 min at 60.00 an hour, and 5.00 of fluid.
    expect(all).toMatchObject({ minutes: 40, ml: 30, money: 4500 });
    expect(all.next).toEqual({ material: 'clear', slot: 'other', headsParked: false, out: ['S1'] });
    const colour = changeover(machine, all.next, {
      ...wants,
      slot: undefined,
      white: false,
      inks: [],
    } as never);
    expect(colour).toMatchObject({ minutes: 0, next: all.next });
  });
});

describe('a queue that is laid out', () => {
  it('has hands only where somebody is there, and prints through the break and the night', () => {
    const { bars } = schedule(
      problemOf([taskOf({ id: 'a', parts: [hands(30), prints(400), hands(10)] })], {
        shifts: SHIFTS,
      }),
      { roll: ['a'] },
    );
    // Somebody comes at 8:00 (60); the print ends at 490 within the afternoon; hands follow at once.
    expect(bars[0].segments.map(({ from, to }) => [from, to])).toEqual([
      [60, 90],
      [90, 490],
      [490, 500],
    ]);
    const late = schedule(
      problemOf([taskOf({ id: 'a', parts: [hands(30), prints(500), hands(20)] })], {
        shifts: SHIFTS,
      }),
      { roll: ['a'] },
    ).bars[0];
    // 10 minutes before closing are too few for 20: the next morning.
    expect(late.segments[2]).toMatchObject({ from: 1440 + 60, to: 1440 + 80 });
  });

  it('rests while the shop is closed where machines don’t print alone', () => {
    const { bars } = schedule(
      problemOf([taskOf({ id: 'a', parts: [prints(600)] })], { shifts: SHIFTS, overnight: false }),
      { roll: ['a'] },
    );
    // 240 before noon, 270 after it, the other 90 the next morning.
    expect(bars[0]).toMatchObject({ from: 60, to: 1440 + 150 });
  });

  it('waits for a rack that is free, and the machine waits with it', () => {
    const tasks = ['a', 'b'].map((id) => taskOf({ id, parts: [prints(10)], rack: 60 }));
    const { bars } = schedule(problemOf(tasks, { racks: 1 }), { roll: ['a', 'b'] });
    expect(bars.map(({ to, finish }) => [to, finish])).toEqual([
      [10, 70],
      [70, 130],
    ]);
  });

  it.each(Array.from({ length: 40 }, (_, i) => i))(
    'never has one person at two machines, nor two jobs on one, nor hands out of hours (seed %i)',
    (seed) => {
      const machines = ['roll', 'bed', 'label'].map((id) => machineOf({ id }));
      const tasks = someTasks(
        18,
        seed,
        machines.map(({ id }) => id),
      );
      const order: Record<string, string[]> = { roll: [], bed: [], label: [] };
      for (const { id, on } of tasks)
        order[Object.keys(on)[seed % Object.keys(on).length]].push(id);
      for (const operators of [1, 2]) {
        const problem = problemOf(tasks, { machines, shifts: SHIFTS, operators, racks: 2 });
        const { bars } = schedule(problem, order);
        expect(bars).toHaveLength(tasks.length);
        const all = bars.flatMap(({ segments }) => segments);
        const attended = all.filter(({ kind }) => kind === 'attended' || kind === 'change');
        const most = (list: readonly { from: number; to: number }[]) =>
          Math.max(
            ...list.map(
              ({ from }) => list.filter((one) => one.from <= from && from < one.to).length,
            ),
          );
        expect(most(attended)).toBeLessThanOrEqual(operators);
        expect(most(all.filter(({ kind }) => kind === 'rack'))).toBeLessThanOrEqual(2);
        for (const { from, to } of attended)
          expect(SHIFTS.some((shift) => shift.from <= from && to <= shift.to)).toBe(true);
        for (const { id } of machines) {
          const own = bars.filter(({ machineId }) => machineId === id);
          for (const [i, bar] of own.entries())
            if (i > 0) expect(bar.from).toBeGreaterThanOrEqual(own[i - 1].to - 1e-9);
        }
      }
    },
  );
});

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
  }, 60_000);

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
  }, 60_000);

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

describe('why a job stands where it stands', () => {
  const tasks = [
    taskOf({ id: 'a', slot: 'under', due: 500 }),
    taskOf({ id: 'b', slot: 'under', due: 500 }),
    taskOf({ id: 'c', slot: 'other', material: 'clear', due: 40 }),
  ];
  const problem = problemOf(tasks);
  const order: QueueOrder = { roll: ['a', 'b', 'c'] };
  const why = (id: string) => whyHere(problem, order, schedule(problem, order), id);

  it('is said by the setup, the due time, and what it would cost to put it first', () => {
    expect(why('a')).toEqual([
      'The machine stands as it wants it.',
      'Done 7 h 55 min before it is due.',
    ]);
    expect(why('b')).toEqual([
      'Same setup as the job before: nothing is changed.',
      'Done 7 h 30 min before it is due.',
    ]);
    // 25 + 25 + 16 + 25 = 91 minutes; first it would be done after 41. Two more moves of 16 minutes follow from that.
    expect(why('c')).toEqual([
      'White moves to the other slot, 10 min, clear is loaded, 6 min.',
      '51 min late; 1 min late even if it were first.',
      'Put first, it would add 16 min of changeovers.',
    ]);
  });
});

describe('a promise', () => {
  it('puts a new job where nobody else gets late, and holds in so many cases as it says', () => {
    const tasks = [
      taskOf({ id: 'a', parts: [hands(5), prints(50)], due: 56 }),
      taskOf({ id: 'b', parts: [hands(5), prints(60)], due: 400 }),
      taskOf({ id: 'new', parts: [hands(5), prints(100)] }),
    ];
    const problem = problemOf(tasks);
    const promised = promise(problem, { roll: ['a', 'b'] }, 'new')!;
    // After a, which would be late; before b, which has time.
    expect(promised.order).toEqual({ roll: ['a', 'new', 'b'] });
    expect(promised.half).toBeLessThan(promised.likely);
    expect(promised.likely).toBeLessThan(promised.sure);
    // Other futures, drawn by sums of evenly spread numbers: durations of two prints within their interval.
    const random = seededRandom(99);
    const spread = () => {
      const normal = Array.from({ length: 12 }, random).reduce((sum, one) => sum + one, -6);
      const [low, high] = [Math.log(0.7), Math.log(1.6)];
      return Math.exp((low + high) / 2 + (normal * (high - low)) / 2 / 1.2816);
    };
    const kept = Array.from({ length: 4000 }, () => 5 + 50 * spread() + 5 + 100 * spread()).filter(
      (end) => end <= promised.likely,
    ).length;
    expect(kept / 4000).toBeGreaterThan(0.74);
    expect(kept / 4000).toBeLessThan(0.86);
  });

  it('puts nothing before what prints now, nor before what is pinned where that would have to wait', () => {
    const tasks = [
      taskOf({ id: 'prints', pinned: { machineId: 'roll', at: 0 } }),
      taskOf({ id: 'pinned', pinned: { machineId: 'roll', at: 40 } }),
      taskOf({ id: 'new', parts: [hands(5), prints(30)] }),
    ];
    // 25 minutes of the first; 35 more would push the second beyond its 40.
    expect(promise(problemOf(tasks), { roll: ['prints', 'pinned'] }, 'new')!.order).toEqual({
      roll: ['prints', 'pinned', 'new'],
    });
  });

  it('is as wide as the machine that prints it is unsure', () => {
    const machines = [machineOf(), machineOf({ id: 'bed' })];
    const sure = taskOf({ id: 'new', machines: ['bed'], parts: [prints(100)] });
    const unsure = { ...sure.on.bed, parts: [prints(900)], spread: { low: 0.1, high: 10 } };
    const task = {
      ...sure,
      on: { roll: unsure, bed: { ...sure.on.bed, spread: { low: 1, high: 1 } } },
    };
    const promised = promise(problemOf([task], { machines }), {}, 'new')!;
    expect(promised).toMatchObject({ machineId: 'bed', half: 100, likely: 100, sure: 100 });
  });

  it('is given for the end of the queue where it harms somebody anywhere else', () => {
    const tasks = ['a', 'b', 'new'].map((id) => taskOf({ id, ...(id !== 'new' && { due: 51 }) }));
    const promised = promise(problemOf(tasks), { roll: ['a', 'b'] }, 'new')!;
    expect(promised.place).toBe(2);
    expect(promise(problemOf(tasks), {}, 'nobody')).toBeUndefined();
  });
});
