import { describe, expect, it } from 'vitest';
import { MACHINE } from '../../test/shop.ts';
import type { Channel, Estimate } from '../stack/index.ts';
import {
  printInterval,
  credibleInterval,
  estimate,
  predictionInterval,
  inkInterval,
  INK_PRIOR,
  learn,
  outliersOf,
  readReports,
  timeInterval,
  withLearnt,
  type JobReport,
  type Observation,
} from './index.ts';

/** Numbers that look random and are the same every time (Park and Miller's generator). */
function dice(seed: number) {
  let state = seed;
  const uniform = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

interface Family {
  readonly name: string;
  /** How a shop's true figures lie about what it states. */
  readonly truth: (random: ReturnType<typeof dice>) => readonly [number, number];
  /** What a report says of an amount of that size, in a shop whose reports scatter by `noise`. */
  readonly said: (
    mean: number,
    size: number,
    noise: number,
    random: ReturnType<typeof dice>,
  ) => number;
  /** By how much the true figures grow from job to job. */
  readonly drift?: number;
}
const near = ({ normal }: ReturnType<typeof dice>) =>
  [Math.max(0.05, 1 + 0.2 * normal()), Math.max(0.05, 1 + 0.4 * normal())] as const;
const normalReport: Family['said'] = (mean, _size, noise, { normal }) =>
  mean * (1 + noise * normal());
/** Student's t with three degrees of freedom. */
const t3 = ({ normal }: ReturnType<typeof dice>) =>
  normal() / Math.sqrt((normal() ** 2 + normal() ** 2 + normal() ** 2) / 3);
const FAMILIES: readonly Family[] = [
  { name: 'ordinary, 3 to 8 %', truth: near, said: normalReport },
  {
    name: 'heavy tails, t with 3 degrees, 15 %',
    truth: near,
    said: (mean, _size, _noise, random) => mean * (1 + 0.15 * t3(random)),
  },
  { name: 'drifting, 1 % a job', truth: near, said: normalReport, drift: 0.01 },
  {
    name: 'lognormal, 10 % and 0.5 mL',
    truth: near,
    said: (mean, size, _noise, { normal }) =>
      mean * Math.exp(0.1 * normal()) + (0.5 * normal()) / size,
  },
  {
    name: 'laydown stated wrong by up to 1.5',
    truth: (random) => [
      Math.exp((2 * random.uniform() - 1) * Math.log(1.5)),
      Math.max(0.05, 1 + 0.4 * random.normal()),
    ],
    said: normalReport,
  },
];

/** Share of simulated shops in which the interval holds the next job, by the number of reports before it; and of honest ones taken for outliers. */
function simulated({ truth, said, drift = 0 }: Family, counts: readonly number[], shops: number) {
  const random = dice(4711);
  const held = counts.map(() => 0);
  let [asked, doubted] = [0, 0];
  for (let shop = 0; shop < shops; shop++) {
    const figures = truth(random);
    const noise = 0.03 + 0.05 * random.uniform();
    let number = 0;
    const job = (): Observation => {
      const share = 0.5 + 0.48 * random.uniform();
      const parts = [share, 1 - share] as const;
      const size = 3 * 10 ** random.uniform();
      const mean = (figures[0] * parts[0] + figures[1] * parts[1]) * (1 + drift) ** number++;
      return { parts, size, ratio: Math.max(0, said(mean, size, noise, random)) };
    };
    const all: Observation[] = [];
    let known = INK_PRIOR;
    counts.forEach((count, i) => {
      while (all.length < count) {
        all.push(job());
        known = estimate(all.slice(-1), known);
      }
      // The next job is one of the reports afterwards.
      const next = job();
      const { low, high } = predictionInterval(known, [
        next.parts[0] * next.size,
        next.parts[1] * next.size,
      ]);
      if (next.ratio * next.size >= low && next.ratio * next.size <= high) held[i]++;
      all.push(next);
      known = estimate([next], known);
    });
    if (shop % 12 === 0) {
      asked += Math.min(12, all.length);
      doubted += outliersOf(all.slice(0, 12), INK_PRIOR).length;
    }
  }
  return { held: held.map((count) => count / shops), doubted: doubted / asked };
}

describe('the interval of 80 %', () => {
  const COUNTS = [0, 3, 6, 12, 25, 40];
  const told = FAMILIES.map((family) => simulated(family, COUNTS, 600));
  const mean = (of: readonly number[]) => of.reduce((sum, one) => sum + one, 0) / of.length;

  it('holds in at least 70 of 100 shops before the first report, also where a laydown is stated wrong by up to 1.5', () => {
    for (const { held } of told) expect(held[0]).toBeGreaterThanOrEqual(0.7);
  });

  it('holds in 75 to 85 of 100 over all five families of shops together, from the third report on', () => {
    COUNTS.slice(1).forEach((_, i) => {
      const all = mean(told.map(({ held }) => held[i + 1]));
      expect(all).toBeGreaterThan(0.75);
      expect(all).toBeLessThan(0.85);
    });
  });

  it.each(FAMILIES.map(({ name }, i) => [name, i] as const))(
    'comes near that for shops that are %s: within 17 of 100 at first, within 10 after a dozen reports',
    (_name, i) => {
      const [, three, six, ...later] = told[i].held;
      for (const share of [three, six]) expect(Math.abs(share - 0.8)).toBeLessThan(0.165);
      for (const share of later) expect(Math.abs(share - 0.8)).toBeLessThan(0.095);
    },
  );

  it('questions fewer than 3 of 100 honest reports, whatever the shop', () => {
    for (const { doubted } of told) expect(doubted).toBeLessThan(0.03);
  });

  it('narrows as reports come in', () => {
    const widths = [0, 1, 5, 25].map((count) => {
      const same = Array.from({ length: count }, () => ({
        parts: [0.9, 0.1] as const,
        ratio: 1.02,
        size: 10,
      }));
      const { low, high } = credibleInterval(estimate(same, INK_PRIOR), 0);
      return high - low;
    });
    for (const [i, width] of widths.entries()) if (i) expect(width).toBeLessThan(widths[i - 1]);
  });
});

describe('estimate', () => {
  it('is what numerical integration over both figures gives, where one belief is held and nothing forgotten', () => {
    const [a, b] = [0.28 ** 2, 0.45 ** 2];
    const belief = {
      scatter: 0.08,
      absolute: 0.5,
      keeps: 1,
      weight: 1,
      mean: [1, 1],
      covariance: [a, 0, b],
    } as const;
    const before: Estimate = { ...INK_PRIOR, beliefs: [belief] };
    const observations: Observation[] = [
      { parts: [0.9, 0.1], ratio: 1.22, size: 12 },
      { parts: [0.7, 0.3], ratio: 1.12, size: 8 },
      { parts: [0.8, 0.2], ratio: 1.25, size: 20 },
      { parts: [0.6, 0.4], ratio: 1.05, size: 6 },
      // Far off: of little weight.
      { parts: [0.85, 0.15], ratio: 2.1, size: 10 },
      { parts: [0.75, 0.25], ratio: 1.19, size: 15 },
    ];
    let [all, first, second] = [0, 0, 0];
    for (let m = 0.3; m < 2.2; m += 0.005)
      for (let n = 0.005; n < 2.6; n += 0.01) {
        let log = -((m - 1) ** 2) / (2 * a) - (n - 1) ** 2 / (2 * b);
        for (const { parts, ratio, size } of observations) {
          const variance = 0.08 ** 2 + (0.5 / size) ** 2;
          const t = (ratio - m * parts[0] - n * parts[1]) ** 2 / variance;
          log += -2.5 * Math.log1p(t / 4);
        }
        const weight = Math.exp(log);
        all += weight;
        first += weight * m;
        second += weight * n;
      }
    const { mean } = estimate(observations, before);
    expect(Math.abs(mean[0] / (first / all) - 1)).toBeLessThan(0.05);
    expect(Math.abs(mean[1] / (second / all) - 1)).toBeLessThan(0.12);
  });

  it('comes to the same in one go as report by report', () => {
    const some: Observation[] = [
      { parts: [0.9, 0.1], ratio: 1.2, size: 10 },
      { parts: [0.7, 0.3], ratio: 1.1, size: 4 },
      { parts: [0.8, 0.2], ratio: 1.25, size: 20 },
    ];
    const step = some.reduce((known, one) => estimate([one], known), INK_PRIOR);
    const whole = estimate(some, INK_PRIOR);
    expect(step.mean[0]).toBeCloseTo(whole.mean[0], 9);
    expect(step.noise).toBeCloseTo(whole.noise, 9);
    expect(step.covariance[1]).toBeCloseTo(whole.covariance[1], 9);
    expect(step.reports).toBe(3);
  });

  it('goes on from what an earlier version kept, which had one belief', () => {
    const old: Estimate = {
      mean: [1, 1],
      covariance: [0.01, 0, 0.04],
      noise: 0.0025,
      freedom: 12,
      reports: 6,
    };
    const next = estimate([{ parts: [0.9, 0.1], ratio: 1.1, size: 10 }], old);
    expect(next.reports).toBe(7);
    expect(next.mean[0]).toBeGreaterThan(1);
    expect(next.mean[0]).toBeLessThan(1.1);
  });
});

describe('outliers', () => {
  it('finds the report of a job that was printed twice, and leaves ordinary ones alone', () => {
    const { normal } = dice(5);
    const ordinary = Array.from({ length: 12 }, (_, i) => ({
      parts: [0.6 + 0.03 * i, 0.4 - 0.03 * i] as const,
      ratio: 1.1 + 0.05 * normal(),
      size: 12,
    }));
    expect(outliersOf(ordinary, INK_PRIOR)).toEqual([]);
    const twice = ordinary.with(4, { ...ordinary[4], ratio: 2 * ordinary[4].ratio });
    expect(outliersOf(twice, INK_PRIOR)).toEqual([4]);
  });
});

const report = (solidM2: number, ml: number, change: Partial<JobReport> = {}): JobReport => ({
  job: 'Sign',
  finished: '',
  ml: { W: ml },
  planned: { W: { solidM2, starts: 2, otherMl: 0 } },
  plannedMinutes: { sweep: 8, turn: 2, back: 1 },
  ...change,
});

describe('learn', () => {
  const lossy = {
    ...MACHINE,
    inks: MACHINE.inks.map((ink) => ({ ...ink, lossPerTrip: 0.5 })),
  };
  /** A machine that truly lays 12 mL/m², not 10, and loses 0.8 mL at a start, not 0.5. */
  const reports = [0.1, 0.2, 0.4, 0.6, 0.8, 1, 1.5, 2].map((m2) => report(m2, m2 * 12 + 2 * 0.8));

  it('comes near the true laydown and loss, and says how sure it is', () => {
    const [{ about, figures }] = learn(lossy, reports).lessons;
    expect([about, figures[0].was, figures[1].was]).toEqual(['W', 10, 0.5]);
    expect(figures[0].now).toBeCloseTo(12, 0);
    expect(figures[1].now).toBeGreaterThan(0.6);
    expect(figures[0].interval.low).toBeLessThan(12);
    expect(figures[0].interval.high).toBeGreaterThan(11.8);
  });

  it('takes what is spat into the waste for no laydown', () => {
    const spat = reports.map(({ ml, planned, ...rest }) => ({
      ...rest,
      ml: { W: ml.W! + 0.7 },
      planned: { W: { ...planned.W!, otherMl: 0.7 } },
    }));
    expect(learn(lossy, spat).lessons[0].figures[0].now).toBeCloseTo(
      learn(lossy, reports).lessons[0].figures[0].now,
      9,
    );
  });

  it('leaves an outlier out until somebody says that it counts', () => {
    const odd = [...reports, report(0.5, 26)];
    const { outliers, lessons } = learn(lossy, odd);
    expect(outliers).toEqual([
      { report: 8, about: 'W', reported: 26, expected: expect.closeTo(6, 9) },
    ]);
    expect(lessons[0].figures[0].now).toBeCloseTo(
      learn(lossy, reports).lessons[0].figures[0].now,
      9,
    );
    const kept = learn(lossy, odd.with(8, { ...odd[8], use: true }));
    expect(kept.lessons[0].figures[0].now).toBeGreaterThan(lessons[0].figures[0].now + 0.5);
  });

  it('changes nothing that was not asked for, and then only new reports count', () => {
    const learning = learn(lossy, reports);
    expect(withLearnt(lossy, learning, [])).toMatchObject({ inks: lossy.inks });
    const taken = withLearnt(lossy, learning, ['W']);
    const white = taken.inks.find(({ channel }) => channel === 'W')!;
    expect(white.laydown).toBeCloseTo(learning.lessons[0].figures[0].now, 9);
    expect(taken.learnt?.inks.W).toMatchObject({ mean: [1, 1], reports: 8 });
    const again = learn(
      taken,
      reports.map((one) => ({ ...one, learnt: ['W'] as Channel[] })),
    );
    expect(again.lessons).toEqual([]);
  });

  it('tells speed and turning from the minutes that jobs took', () => {
    // Sweeping takes a tenth longer than stated, turning twice as long.
    const timed = [4, 6, 8, 12, 16, 20].map((sweep) =>
      report(1, 12, {
        minutes: sweep * 1.1 + 3 * 2 + 1,
        plannedMinutes: { sweep, turn: 3, back: 1 },
      }),
    );
    const time = learn(lossy, timed).lessons.find(({ about }) => about === 'time')!;
    expect(time.figures[0].now).toBeLessThan(time.figures[0].was);
    expect(time.figures.at(-1)!.now).toBeGreaterThan(time.figures.at(-1)!.was * 1.5);
  });
});

describe('readReports', () => {
  const INKS = ['C', 'M', 'Y', 'K', 'W'];

  it('reads CSV with headings and JSON alike, with a decimal comma if need be', () => {
    const row = { job: 'Sign, large', finished: '2026-11-20', minutes: 12.5, ml: { C: 3.2, W: 6 } };
    expect(
      readReports('job;finished;minutes;C;W\n"Sign, large";2026-11-20;12,5;3,2;6\n', INKS),
    ).toEqual([row]);
    expect(
      readReports(
        JSON.stringify([
          { job: 'Sign, large', finished: '2026-11-20', minutes: 12.5, C: 3.2, W: 6 },
        ]),
        INKS,
      ),
    ).toEqual([row]);
  });

  it.each([
    ['', 'is empty'],
    ['job,W\n', 'no report'],
    ['job,White\nSign,3\n', 'no field "White"'],
    ['job,W\nSign,much\n', 'W of line 2 must be a number'],
    ['job,W\nSign,-1\n', 'from 0 to 100000'],
    ['job,W\n,3\n', 'job of line 2 is empty'],
    ['job,W\nSign,\n', 'neither ink nor time in line 2'],
    ['[{"job": "Sign", "W": 1]', 'not JSON'],
    ['[3]', 'not an object'],
  ])('refuses %j by line and field', (text, words) => {
    expect(() => readReports(text, INKS)).toThrow(
      expect.objectContaining({ code: 'REPORT_WRONG', message: expect.stringContaining(words) }),
    );
  });
});

describe('the interval of a plan', () => {
  const white = MACHINE.inks.find(({ channel }) => channel === 'W')!;
  const use = { ml: 20, solidM2: 2, starts: 1 };

  it('lies about the plan’s own number, and is two fifths of it to either side where only its maker speaks for a machine', () => {
    const { low, high } = inkInterval(MACHINE, white, use);
    expect((low + high) / 2).toBeCloseTo(20, 6);
    // A spread of 25 % of laydown, and reports of nobody knows what scatter.
    expect((high - low) / 2 / 20).toBeGreaterThan(0.32);
    expect((high - low) / 2 / 20).toBeLessThan(0.5);
  });

  it('is as narrow as single jobs scatter once many reports agree', () => {
    const known = estimate(
      Array.from({ length: 60 }, () => ({ parts: [1, 0] as const, ratio: 1, size: 20 })),
      INK_PRIOR,
    );
    const { low, high } = inkInterval({ ...MACHINE, learnt: { inks: { W: known } } }, white, use);
    expect((high - low) / 40).toBeLessThan(0.06);
  });

  it('never goes below nothing, and of time what speed changes and hands do is uncertain', () => {
    expect(inkInterval(MACHINE, white, { ml: 0, solidM2: 0, starts: 0 })).toEqual({
      low: 0,
      high: 0,
    });
    const prints = printInterval(MACHINE, { sweep: 10, turn: 5 });
    const { low, high } = timeInterval(prints, 100, 0);
    expect(low).toBeGreaterThan(108);
    expect(high).toBeLessThan(122);
    expect(timeInterval({ low: 0, high: 0 }, 30, 0)).toEqual({ low: 30, high: 30 });
    // 8 of 10 of a normal distribution: 1.2816 deviations to either side (tables of it).
    const hands = timeInterval({ low: 0, high: 0 }, 30, 5);
    expect(hands.high - hands.low).toBeCloseTo(2 * 1.2816 * 5, 9);
    // What is unsure by itself adds up as squares do.
    const both = timeInterval({ low: 6, high: 12 }, 30, 4 / 1.2816);
    expect(both.high - both.low).toBeCloseTo(10, 9);
  });
});
