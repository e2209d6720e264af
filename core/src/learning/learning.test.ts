import highs from 'highs';
import { describe, expect, it } from 'vitest';
import { MACHINE } from '../../test/shop.ts';
import type { Channel, Estimate } from '../stack/index.ts';
import {
  believed,
  estimate,
  foretold,
  inkInterval,
  INK_PRIOR,
  learn,
  questioned,
  readReports,
  timeInterval,
  TIME_PRIOR,
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

/** Share of simulated shops in which the interval holds the next job and both true figures. */
function held(prior: Estimate, spread: readonly [number, number], reports: number, shops = 8000) {
  const { uniform, normal } = dice(77 + reports);
  const hits = { next: 0, first: 0, second: 0 };
  for (let shop = 0; shop < shops; shop++) {
    const truth = spread.map((sd) => Math.max(0, 1 + sd * normal()));
    const noise = 0.03 + 0.05 * uniform();
    const job = (): Observation => {
      const share = 0.5 + 0.48 * uniform();
      const parts = [share, 1 - share] as const;
      const expected = truth[0] * parts[0] + truth[1] * parts[1];
      return { parts, ratio: expected * (1 + noise * normal()) };
    };
    const known = estimate(Array.from({ length: reports }, job), prior);
    const next = job();
    const centre = next.parts[0] * known.mean[0] + next.parts[1] * known.mean[1];
    const inside = ({ low, high }: { low: number; high: number }, value: number) =>
      value >= low && value <= high ? 1 : 0;
    hits.next += inside(foretold(known, next.parts, centre), next.ratio);
    hits.first += inside(believed(known, 0), truth[0]);
    hits.second += inside(believed(known, 1), truth[1]);
  }
  return [hits.next / shops, hits.first / shops, hits.second / shops];
}

describe('the interval of 80 %', () => {
  it.each([0, 1, 2, 4, 8, 16, 40])(
    'holds in 77 to 83 of 100 simulated shops after %i reports',
    (reports) => {
      for (const share of [
        ...held(INK_PRIOR, [0.2, 0.4], reports),
        ...held(TIME_PRIOR, [0.15, 0.3], reports),
      ])
        expect(Math.abs(share - 0.8)).toBeLessThan(0.03);
    },
  );

  it('narrows as reports come in', () => {
    const widths = [0, 1, 5, 25].map((count) => {
      const same = Array.from({ length: count }, () => ({
        parts: [0.9, 0.1] as const,
        ratio: 1.02,
      }));
      const { low, high } = believed(estimate(same, INK_PRIOR), 0);
      return high - low;
    });
    for (const [i, width] of widths.entries()) if (i) expect(width).toBeLessThan(widths[i - 1]);
  });
});

describe('estimate', () => {
  it('is what a solver finds as least squares with the prior, free or at nought', async () => {
    const solver = await highs();
    const cases: Observation[][] = [
      [],
      [
        { parts: [0.8, 0.2], ratio: 1.3 },
        { parts: [0.6, 0.4], ratio: 1.1 },
      ],
      // Much less wherever the second figure weighs: it would come out negative.
      [
        { parts: [0.95, 0.05], ratio: 1.4 },
        { parts: [0.3, 0.7], ratio: 0.25 },
        { parts: [0.2, 0.8], ratio: 0.1 },
      ],
    ];
    for (const observations of cases) {
      const { covariance, noise } = INK_PRIOR;
      const rows = [
        [Math.sqrt(noise / covariance[0]), 0, Math.sqrt(noise / covariance[0])],
        [0, Math.sqrt(noise / covariance[2]), Math.sqrt(noise / covariance[2])],
        ...observations.map(({ parts, ratio }) => [...parts, ratio]),
      ];
      const sum = (of: (row: number[]) => number) => rows.reduce((all, row) => all + of(row), 0);
      const text = (value: number) => `${value < 0 ? '-' : '+'} ${Math.abs(value).toFixed(12)}`;
      const solved = solver.solve(
        `Minimize\n obj: ${text(-2 * sum(([, b, c]) => b * c))} b ${text(-2 * sum(([a, , c]) => a * c))} a + [ ${text(2 * sum(([a]) => a * a))} a ^2 ${text(4 * sum(([a, b]) => a * b))} a * b ${text(2 * sum(([, b]) => b * b))} b ^2 ] / 2\nSubject To\n c1: a + b >= 0\nBounds\n 0 <= a <= 100\n 0 <= b <= 100\nEnd`,
      );
      const column = (name: string) => (solved.Columns[name] as { Primal: number }).Primal;
      const { mean } = estimate(observations, INK_PRIOR);
      expect(mean[0]).toBeCloseTo(column('a'), 4);
      expect(mean[1]).toBeCloseTo(column('b'), 4);
      expect(Math.min(...mean)).toBeGreaterThanOrEqual(0);
    }
  });

  it('comes to the same in one go as report by report', () => {
    const some: Observation[] = [
      { parts: [0.9, 0.1], ratio: 1.2 },
      { parts: [0.7, 0.3], ratio: 1.1 },
      { parts: [0.8, 0.2], ratio: 1.25 },
    ];
    const step = some.reduce((known, one) => estimate([one], known), INK_PRIOR);
    const whole = estimate(some, INK_PRIOR);
    expect(step.mean[0]).toBeCloseTo(whole.mean[0], 9);
    expect(step.noise).toBeCloseTo(whole.noise, 9);
    expect(step.covariance[1]).toBeCloseTo(whole.covariance[1], 9);
    expect(step.reports).toBe(3);
  });
});

describe('questioned', () => {
  it('finds the report of a job that was printed twice, and leaves ordinary ones alone', () => {
    const { normal } = dice(5);
    const ordinary = Array.from({ length: 12 }, (_, i) => ({
      parts: [0.6 + 0.03 * i, 0.4 - 0.03 * i] as const,
      ratio: 1.1 + 0.05 * normal(),
    }));
    expect(questioned(ordinary, INK_PRIOR)).toEqual([]);
    const twice = ordinary.with(4, { ...ordinary[4], ratio: 2 * ordinary[4].ratio });
    expect(questioned(twice, INK_PRIOR)).toEqual([4]);
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
    expect(outliers).toEqual([{ report: 8, about: 'W', said: 26, expected: expect.closeTo(6, 9) }]);
    expect(lessons[0].figures[0].now).toBeCloseTo(
      learn(lossy, reports).lessons[0].figures[0].now,
      9,
    );
    const kept = learn(lossy, odd.with(8, { ...odd[8], use: true }));
    expect(kept.lessons[0].figures[0].now).toBeGreaterThan(lessons[0].figures[0].now + 1);
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
  it('reads CSV with headings and JSON alike, with a decimal comma if need be', () => {
    const row = { job: 'Sign, large', finished: '2026-11-20', minutes: 12.5, ml: { C: 3.2, W: 6 } };
    expect(readReports('job;finished;minutes;C;W\n"Sign, large";2026-11-20;12,5;3,2;6\n')).toEqual([
      row,
    ]);
    expect(
      readReports(
        JSON.stringify([
          { job: 'Sign, large', finished: '2026-11-20', minutes: 12.5, C: 3.2, W: 6 },
        ]),
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
    expect(() => readReports(text)).toThrow(
      expect.objectContaining({ code: 'REPORT_WRONG', message: expect.stringContaining(words) }),
    );
  });
});

describe('the interval of a plan', () => {
  const white = MACHINE.inks.find(({ channel }) => channel === 'W')!;
  const use = { ml: 20, solidM2: 2, starts: 1 };

  it('lies about the plan’s own number, and is a fifth of it wide where only its maker speaks for a machine', () => {
    const { low, high } = inkInterval(MACHINE, white, use);
    expect((low + high) / 2).toBeCloseTo(20, 9);
    // 80 % of a normal spread of 20 % of laydown and 5 % of a report: about ± 26 %.
    expect((high - low) / 2 / 20).toBeGreaterThan(0.24);
    expect((high - low) / 2 / 20).toBeLessThan(0.29);
  });

  it('is as narrow as single jobs scatter once many reports agree', () => {
    const known = estimate(
      Array.from({ length: 60 }, () => ({ parts: [1, 0] as const, ratio: 1 })),
      INK_PRIOR,
    );
    const { low, high } = inkInterval({ ...MACHINE, learnt: { inks: { W: known } } }, white, use);
    expect((high - low) / 40).toBeLessThan(0.04);
  });

  it('never goes below nothing, and of time only what speed changes is uncertain', () => {
    expect(inkInterval(MACHINE, white, { ml: 0, solidM2: 0, starts: 0 })).toEqual({
      low: 0,
      high: 0,
    });
    const { low, high } = timeInterval(MACHINE, { sweep: 10, turn: 5, fixed: 100 });
    expect(low).toBeGreaterThan(110);
    expect(high).toBeLessThan(120);
    expect(timeInterval(MACHINE, { sweep: 0, turn: 0, fixed: 30 })).toEqual({ low: 30, high: 30 });
  });
});
