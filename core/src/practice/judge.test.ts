import { describe, expect, it } from 'vitest';
import { artwork, MATERIAL, PLAN } from '../../test/shop.ts';
import { PROCEDURES } from '../care/index.ts';
import { memoryRaster, type Raster } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { money } from '../units/index.ts';
import {
  judged,
  makeExercise,
  printed,
  type Answers,
  type ExerciseKind,
  type JobSource,
  type Made,
  type PracticeJob,
  type Solutions,
} from './index.ts';

// ---- marks that are worked by hand ----

const made = <K extends ExerciseKind>(
  kind: K,
  exercise: object,
  solution: Omit<Solutions[K], 'topics' | 'reasons'>,
): Made<K> =>
  ({
    exercise: { kind, seed: 1, level: 1, job: null, brief: [], ...exercise },
    solution: { topics: [], reasons: [], ...solution },
  }) as unknown as Made<K>;
const scoreOf = async <K extends ExerciseKind>(one: Made<K>, answer: Answers[K]) =>
  (await judged(one, answer, undefined)).score;

describe('an estimate', () => {
  const one = made(
    'estimate',
    { inks: [], currency: 'EUR' },
    { minutes: 100, price: 10_000, ml: { C: 30, W: 90, V: 0 } },
  );
  const guess = (change: Partial<Answers['estimate']>) => ({
    minutes: 100,
    price: 10_000,
    ml: { C: 30, W: 90, V: 0 },
    ...change,
  });

  it('is as good as exact up to a twentieth off, and worth nothing where it is half or twice', async () => {
    expect(await scoreOf(one, guess({}))).toBe(1);
    expect(await scoreOf(one, guess({ minutes: 105, price: 10_000 / 1.05 }))).toBe(1);
    expect(await scoreOf(one, guess({ minutes: 200 }))).toBeCloseTo(2 / 3, 3);
    expect(await scoreOf(one, guess({ minutes: 50 }))).toBeCloseTo(2 / 3, 3);
    expect(await scoreOf(one, guess({ minutes: 900 }))).toBeCloseTo(2 / 3, 3);
  });

  it('loses as much for a third too little as for half too much', async () => {
    const [less, more] = [guess({ price: 10_000 / 1.5 }), guess({ price: 15_000 })];
    expect(await scoreOf(one, less)).toBe(await scoreOf(one, more));
    // Halfway between 1.05 and 2, as ratios: √(1.05 × 2) = 1.449.
    const half = await judged(one, guess({ price: 14_491 }), undefined);
    expect(half.topics['estimate/price']).toBeCloseTo(0.5, 3);
  });

  it('counts an ink by how much of it there is, and one that is not laid by nothing', async () => {
    const { topics } = await judged(one, guess({ ml: { C: 60, W: 90 } }), undefined);
    expect(topics['estimate/ink']).toBeCloseTo(90 / 120, 9);
    const none = made('estimate', { currency: 'EUR' }, { minutes: 0, price: 0, ml: {} });
    expect((await judged(none, { minutes: 0, price: 5, ml: {} }, undefined)).topics).toEqual({
      'estimate/ink': 0,
      'estimate/time': 1,
      'estimate/price': 0,
    });
  });

  it('tells what it really takes, and for whom it was not worth seven tenths it is not passed', async () => {
    const mark = await judged(one, guess({ minutes: 200 }), undefined);
    expect(mark.passed).toBe(false);
    expect(mark.points[0].says).toContain('100 min');
    expect((await judged(one, guess({}), undefined)).passed).toBe(true);
  });
});

describe('a pattern', () => {
  const one = made(
    'nozzles',
    { rows: [] },
    {
      marks: [
        { row: 0, nozzle: 3 },
        { row: 0, nozzle: 4 },
        { row: 1, nozzle: 3 },
        { row: 2, nozzle: 9 },
      ],
    },
  );
  const at = (...places: [row: number, nozzle: number][]) => ({
    marks: places.map(([row, nozzle]) => ({ row, nozzle })),
  });

  it('takes a sound nozzle that is tapped off for one that was found', async () => {
    expect(await scoreOf(one, at([0, 3], [0, 4], [1, 3], [2, 9]))).toBe(1);
    expect(await scoreOf(one, at([0, 3], [0, 4], [1, 3]))).toBe(0.75);
    expect(await scoreOf(one, at([0, 3], [0, 4], [1, 3], [2, 8]))).toBe(0.5);
    expect(await scoreOf(one, at([5, 1], [5, 2]))).toBe(0);
  });

  it('counts a nozzle once, however often it is tapped', async () =>
    expect(await scoreOf(one, at([0, 3], [0, 3], [0, 3]))).toBe(0.25));

  it('with nothing missing is right where nothing is tapped, and wrong else', async () => {
    const sound = made('nozzles', { rows: [] }, { marks: [] });
    expect(await scoreOf(sound, at())).toBe(1);
    expect(await scoreOf(sound, at([0, 0]))).toBe(0);
  });

  it('says how many were overlooked and how many are not missing', async () => {
    const { points } = await judged(one, at([0, 3], [7, 7]), undefined);
    expect(points.map(({ says }) => says)).toEqual([
      expect.stringContaining('3'),
      expect.stringContaining('1'),
    ]);
  });
});

describe('steps', () => {
  const steps = ['cap', 'wipe', 'check', 'wipe'];
  /** Right: wipe, check, wipe, cap. */
  const one = made('procedure', { steps }, { order: [1, 2, 3, 0] });

  it('lose twice the share of pairs that stand the wrong way round, as a guess has half of them', async () => {
    expect(await scoreOf(one, { order: [1, 2, 3, 0] })).toBe(1);
    // Five pairs that differ; one neighbour changed.
    expect(await scoreOf(one, { order: [1, 2, 0, 3] })).toBeCloseTo(1 - 2 / 5, 3);
    expect(await scoreOf(one, { order: [0, 3, 2, 1] })).toBe(0);
  });

  it('that say the same are the same, whichever comes first', async () => {
    expect(await scoreOf(one, { order: [3, 2, 1, 0] })).toBe(1);
    expect(await scoreOf(one, { order: [3, 1, 2, 0] })).toBe(
      await scoreOf(one, { order: [1, 3, 2, 0] }),
    );
  });

  it('have to be named once each', async () => {
    for (const order of [[], [1, 2, 3], [1, 1, 2, 3], [1, 2, 3, 0, 0]])
      expect(await scoreOf(one, { order })).toBe(0);
  });
});

// ---- exercises out of a small job ----

const [WIDTH, HEIGHT] = [200, 100];
/** A block of colour on clear film, with the artist's white under all of it. */
function raster(): Raster {
  const plane = (value: (x: number, y: number) => number) =>
    Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => value(i % WIDTH, Math.floor(i / WIDTH)));
  const block = (x: number, y: number) => x >= 40 && x < 160 && y >= 20 && y < 80;
  return memoryRaster(
    { width: WIDTH, height: HEIGHT, dpi: 25.4 },
    new Map([
      ['Cyan', plane((x, y) => (block(x, y) ? 90 : 0))],
      ['Magenta', plane((x, y) => (block(x, y) && x < 100 ? 200 : 0))],
      ['Yellow', plane((x, y) => (block(x, y) ? 220 : 0))],
      ['Black', plane(() => 0)],
      ['White', plane((x, y) => (block(x, y) ? 255 : 0))],
    ]),
  );
}
const job: PracticeJob = {
  id: 'block',
  name: 'Block',
  plan: {
    ...PLAN,
    material: { ...MATERIAL, printableBack: true },
    stack: parseStack('film | W@image(choke 0.2) / CMYK'),
    trips: { ...PLAN.trips, testPrint: true },
  },
  artwork: { info: artwork({ Cyan: 0.13, Magenta: 0.1, Yellow: 0.31, White: 0.36 }), raster },
};
let opened = 0;
const source: JobSource = {
  id: job.id,
  plan: job.plan,
  open: async () => {
    opened++;
    return job;
  },
};
const make = <K extends ExerciseKind>(kind: K, seed: number, level: 1 | 2 | 3 = 1) =>
  makeExercise({ kind, seed, level }, [source]);

describe('an exercise', () => {
  it('is the same from the same seed, and another from another', async () => {
    const [one, again, other] = [
      await make('find', 3),
      await make('find', 3),
      await make('find', 4),
    ];
    expect(again).toEqual(one);
    // Also where some of what was tried first makes none.
    expect(await make('stack', 3, 3)).toEqual(await make('stack', 3, 3));
    expect([other.exercise.options, other.solution.faults]).not.toEqual([
      one.exercise.options,
      one.solution.faults,
    ]);
  });

  it('of a machine opens no job, and one that no job makes is refused', async () => {
    opened = 0;
    await make('nozzles', 1);
    await make('procedure', 1);
    expect(opened).toBe(0);
    await expect(makeExercise({ kind: 'find', seed: 1, level: 1 }, [])).rejects.toMatchObject({
      code: 'NO_EXERCISE',
    });
  });

  it('is not sought for long in a job that makes none', async () => {
    opened = 0;
    // Of a file with one page.
    const wanted = { kind: 'stack', seed: 1, level: 3, topic: 'brief/two-pictures' } as const;
    await expect(makeExercise(wanted, [source])).rejects.toMatchObject({ code: 'NO_EXERCISE' });
    expect(opened).toBeLessThan(20);
  });

  it('of steps is solved by the order in which the handbook has them', async () => {
    for (let seed = 0; seed < 8; seed++) {
      const { exercise, solution } = await make('procedure', seed);
      const right = PROCEDURES[exercise.procedure].steps.map((step) => step.do);
      expect(solution.order.map((place) => exercise.steps[place])).toEqual(right);
      expect(exercise.steps).not.toEqual(right);
    }
  });

  it('of a pattern has a line off its place or none exactly where the solution says', async () => {
    for (const level of [1, 2, 3] as const)
      for (let seed = 0; seed < 6; seed++) {
        const { exercise, solution } = await make('nozzles', seed, level);
        const off = exercise.rows.flatMap((row, r) =>
          row.off.flatMap((one, nozzle) =>
            one === null || Math.abs(one) > 0.5 ? [`${r}/${nozzle}`] : [],
          ),
        );
        expect(solution.marks.map(({ row, nozzle }) => `${row}/${nozzle}`).toSorted()).toEqual(
          off.toSorted(),
        );
        if (level === 1)
          expect(
            exercise.rows.flatMap((row) => row.off).filter((o) => o !== null && Math.abs(o) > 0.5),
          ).toEqual([]);
      }
  });
});

describe('what is wrong with a print', () => {
  it('is found by naming it; what is overlooked and what is not so are named, with where one reads on', async () => {
    for (let seed = 0; seed < 3; seed++) {
      const one = await make('find', seed, 2);
      const { options } = one.exercise;
      const { faults } = one.solution;
      const sound = options.map(({ id }) => id).filter((id) => !faults.includes(id));
      const all = await judged(one, { faults }, job);
      expect([all.score, all.passed, all.cost]).toEqual([1, true, undefined]);
      const none = await judged(one, { faults: [] }, job);
      expect(none.score).toBe(0);
      expect(none.points.filter(({ page }) => page !== undefined).length).toBeGreaterThanOrEqual(
        faults.length,
      );
      // Ticking everything is worth less than finding it.
      const guessed = await judged(one, { faults: options.map(({ id }) => id) }, job);
      expect(guessed.score).toBeLessThan(1);
      expect(guessed.topics).toEqual(all.topics);
      for (const id of sound) {
        const { name } = options.find((option) => option.id === id)!;
        expect(guessed.points.some(({ says }) => says.includes(name))).toBe(true);
      }
    }
  });

  it('costs the test print alone where one was planned, and all copies where none was', async () => {
    for (let seed = 0; seed < 20; seed++) {
      const one = await make('find', seed, 2);
      const { cost } = await judged(one, { faults: [] }, job);
      if (!cost) continue;
      const right = await printed({ plan: one.solution.right, state: { leftMl: {} } }, job);
      const { total } = right.result.work!.cost;
      expect(cost.copies).toBe(1);
      expect(cost.money.minor).toBeLessThan(total.minor);
      const untested = {
        ...one,
        solution: {
          ...one.solution,
          right: { ...right.plan, trips: { ...right.plan.trips, testPrint: false } },
        },
      };
      const all = (await judged(untested, { faults: [] }, job)).cost!;
      expect(all.copies).toBe(PLAN.layout.copies);
      expect(all.money).toEqual(money(all.money.minor, 'USD'));
      expect(all.money.minor).toBeGreaterThan(cost.money.minor);
      return;
    }
    expect.unreachable('none of twenty seeds spoils a print');
  });

  it('is recognised by its print, or it is not', async () => {
    const one = await make('mistake', 2);
    const [right] = one.solution.faults;
    const other = one.exercise.options.find(({ id }) => id !== right)!;
    expect((await judged(one, { faults: [right] }, job)).score).toBe(1);
    const wrong = await judged(one, { faults: [other.id] }, job);
    expect(wrong.score).toBe(0);
    expect(wrong.points[0].says).toContain(other.name);
    expect((await judged(one, { faults: [right, other.id] }, job)).score).toBe(0);
  });

  it('is put right by the plan as it was, and what is changed of the order does not count', async () => {
    for (let seed = 0; seed < 3; seed++) {
      const one = await make('repair', seed);
      const { right } = one.solution;
      expect((await judged(one, { plan: one.exercise.plan }, job)).score).toBe(0);
      expect((await judged(one, { plan: right }, job)).score).toBe(1);
      const fewer = { ...right, layout: { ...right.layout, copies: 1 } };
      expect((await judged(one, { plan: fewer }, job)).score).toBe(1);
    }
  });
});

describe('a stack for a brief', () => {
  it('is worth all where it is the right one; colour alone, as it is asked, never passes', async () => {
    const wishes = new Set<string>();
    for (let seed = 0; seed < 5; seed++) {
      const one = await make('stack', seed, seed % 2 ? 2 : 1);
      wishes.add(one.exercise.wish);
      const { right } = one.solution;
      const best = await judged(one, { plan: right }, job);
      expect([best.score, best.passed]).toEqual([1, true]);
      const begun = await judged(one, { plan: one.exercise.plan }, job);
      expect([seed, begun.passed]).toEqual([seed, false]);
      // What the learner may not decide stays as it was asked.
      const elsewhere = { ...right, material: { ...right.material, class: 'dark' as const } };
      expect((await judged(one, { plan: elsewhere }, job)).score).toBe(1);
    }
    expect(wishes.size).toBeGreaterThan(2);
  });
});
