/**
 * Two figures of a machine estimated together from what its reports say, by several beliefs at once: each holds that reports
 * scatter by so much, are off by so much whatever the job, and that a machine keeps its figures so long. A report moves every
 * belief and weighs it by how well it predicted the report.
 *
 * Sources: P. J. Harrison, C. F. Stevens, "Bayesian forecasting", J. R. Stat. Soc. B 38 (1976) 205–247 (several models at
 * once); M. West, J. Harrison, Bayesian Forecasting and Dynamic Models, 2nd ed., 1997, chapters 4 and 6 (discount factors);
 * K. L. Lange, R. J. A. Little, J. M. G. Taylor, "Robust statistical modeling using the t distribution", J. Am. Stat. Assoc.
 * 84 (1989) 881–896 (weights of outlying reports). All from memory.
 */
import type { Belief, Estimate } from '../stack/index.ts';

/** What a report says against what was stated. */
export interface Observation {
  /** The first and the second figure's part of the expected amount; they sum to 1. */
  readonly parts: readonly [number, number];
  /** Reported ÷ expected. */
  readonly ratio: number;
  /** Expected, mL or minutes. */
  readonly size: number;
  /** Somebody says that it counts, however far off it is. */
  readonly sure?: boolean;
}

/** Share of outcomes that an interval is to hold. */
export const LEVEL = 0.8;

/** Scatter of a report, share of what is expected, and what it is off by in any case, mL or minutes. */
const SCATTERS = [0.02, 0.034, 0.058, 0.098, 0.167, 0.284];
/** Each of them is held for so much less likely than the one before. */
const RARER = 0.75;
const ABSOLUTES = [0, 0.5];
/** Share of what is known that is still true of the next report: for ever, or of a machine that changes. */
const KEEPS = [0.98, 0.75];
/** How slowly it is forgotten which belief was right. */
const WEIGHTS_KEPT = 0.98;

/** @param spread standard deviations of the stated figures, shares */
function prior(spread: readonly [number, number]): Estimate {
  const [a, b] = spread.map((sd) => sd ** 2);
  const most = SCATTERS.reduce((sum, _, i) => sum + RARER ** i, 0);
  const beliefs = SCATTERS.flatMap((scatter, i) =>
    ABSOLUTES.flatMap((absolute) =>
      KEEPS.map((keeps): Belief => ({
        scatter,
        absolute,
        keeps,
        weight: RARER ** i / most / (ABSOLUTES.length * KEEPS.length),
        mean: [1, 1],
        covariance: [a, 0, b],
      })),
    ),
  );
  return { ...together(beliefs), reports: 0 };
}

/**
 * What a shop may believe before the first report: a laydown that is stated may well be wrong by a third, a loss by half. Our
 * own judgement, see docs/methods/time-ink-cost.md.
 */
export const INK_PRIOR: Estimate = prior([0.25, 0.42]);
export const TIME_PRIOR: Estimate = prior([0.22, 0.4]);

/** What all beliefs come to together. */
function together(beliefs: readonly Belief[]): Omit<Estimate, 'reports'> {
  const sum = (of: (belief: Belief) => number) =>
    beliefs.reduce((all, belief) => all + belief.weight * of(belief), 0);
  const mean = [sum(({ mean: [m] }) => m), sum(({ mean: [, n] }) => n)] as const;
  const [m, n] = mean;
  return {
    mean,
    covariance: [
      sum((one) => one.covariance[0] + (one.mean[0] - m) ** 2),
      sum((one) => one.covariance[1] + (one.mean[0] - m) * (one.mean[1] - n)),
      sum((one) => one.covariance[2] + (one.mean[1] - n) ** 2),
    ],
    noise: sum(({ scatter }) => scatter ** 2),
    beliefs,
  };
}

/** The beliefs before the first report; those of inks and of time differ in their spread alone. */
const FIRST = INK_PRIOR.beliefs!;

/** Estimates that an earlier version kept have no beliefs of their own: what they came to is taken for all of them. */
const beliefsOf = ({ beliefs, mean, covariance }: Estimate): readonly Belief[] =>
  beliefs ?? FIRST.map((belief) => ({ ...belief, mean, covariance }));

/** Degrees of freedom of what a report may be off by: tails as heavy as reports have. */
const TAILS = 4;
/** Student's t with four degrees of freedom: density and distribution in closed form. */
const density = (t: number): number => {
  const u = 1 + (t * t) / 4;
  return 0.375 / (u * u * Math.sqrt(u));
};
function below(t: number): number {
  const u = t / Math.sqrt(4 + t * t);
  return 0.5 + 0.75 * u - 0.25 * u ** 3;
}

/** How wide a figure's belief may get again: no wider than before the first report. */
const WIDEST = [0.25 ** 2, 0.42 ** 2] as const;

/** What a belief predicts of a report, and what of it is known so far. */
function foresight(belief: Belief, { parts: [x, y], size }: Pick<Observation, 'parts' | 'size'>) {
  const { scatter, absolute, keeps, mean, covariance } = belief;
  let [aa, ab, bb] = covariance.map((value) => value / keeps);
  const [p, q] = [
    Math.sqrt(Math.min(1, Math.max(WIDEST[0], covariance[0]) / aa)),
    Math.sqrt(Math.min(1, Math.max(WIDEST[1], covariance[2]) / bb)),
  ];
  [aa, ab, bb] = [aa * p * p, ab * p * q, bb * q * q];
  const gain = [aa * x + ab * y, ab * x + bb * y] as const;
  const known = gain[0] * x + gain[1] * y;
  const noise = scatter ** 2 + (absolute / size) ** 2;
  return {
    centre: mean[0] * x + mean[1] * y,
    known,
    noise,
    gain,
    covariance: [aa, ab, bb] as const,
  };
}

/** @param before the belief before, in shares of the same figures */
export function estimate(observations: readonly Observation[], before: Estimate): Estimate {
  let beliefs = beliefsOf(before);
  for (const observation of observations) {
    const logs: number[] = [];
    const moved = beliefs.map((belief, i): Belief => {
      const { centre, known, noise, gain, covariance } = foresight(belief, observation);
      const error = observation.ratio - centre;
      const variance = known + noise;
      const square = error ** 2 / variance;
      logs.push(
        WEIGHTS_KEPT * Math.log(belief.weight) +
          (1 - WEIGHTS_KEPT) * Math.log(FIRST[i].weight) +
          Math.log(density(error / Math.sqrt(variance)) / Math.sqrt(variance)),
      );
      // What is far off counts for less.
      const counts = observation.sure ? 1 : (TAILS + 1) / (TAILS + square);
      const taken = known + noise / counts;
      const [g, h] = [gain[0] / taken, gain[1] / taken];
      return {
        ...belief,
        mean: [Math.max(0, belief.mean[0] + g * error), Math.max(0, belief.mean[1] + h * error)],
        covariance: [
          covariance[0] - g * gain[0],
          covariance[1] - g * gain[1],
          covariance[2] - h * gain[1],
        ],
      };
    });
    const most = Math.max(...logs);
    const weights = logs.map((log) => Math.max(1e-9, Math.exp(log - most)));
    const all = weights.reduce((sum, weight) => sum + weight, 0);
    beliefs = moved.map((belief, i) => ({ ...belief, weight: weights[i] / all }));
  }
  return { ...together(beliefs), reports: before.reports + observations.length };
}

export interface Interval {
  readonly low: number;
  readonly high: number;
}

interface Outcome {
  readonly weight: number;
  readonly centre: number;
  readonly spread: number;
}

/**
 * Below which a share of the outcomes lies: Newton's steps from where one bell of the same mean and spread has it, halved
 * where one leaves what is known to hold the answer.
 */
function quantile(outcomes: readonly Outcome[], share: number): number {
  let [low, high, mean, square] = [Infinity, -Infinity, 0, 0];
  for (const { weight, centre, spread } of outcomes) {
    low = Math.min(low, centre - 40 * spread);
    high = Math.max(high, centre + 40 * spread);
    mean += weight * centre;
    square += weight * (centre * centre + spread * spread);
  }
  let value = mean + (share < 0.5 ? -1 : 1) * Math.sqrt(Math.max(0, square - mean * mean));
  for (let i = 0; i < 60 && high - low > SHARP * Math.abs(high); i++) {
    let [over, slope] = [-share, 0];
    for (const { weight, centre, spread } of outcomes) {
      const t = (value - centre) / spread;
      over += weight * below(t);
      slope += (weight * density(t)) / spread;
    }
    if (over < 0) low = value;
    else high = value;
    const step = over / slope;
    const next = value - step;
    if (Math.abs(step) <= SHARP * Math.abs(value)) return next;
    value = next > low && next < high ? next : (low + high) / 2;
  }
  return value;
}
/** Sharper by far than any interval is stated; Newton's last step is sharper by as much again. */
const SHARP = 1e-6;

const between = (outcomes: readonly Outcome[], level: number): Interval => ({
  low: Math.max(0, quantile(outcomes, (1 - level) / 2)),
  high: Math.max(0, quantile(outcomes, (1 + level) / 2)),
});

/** Answers of the newest amounts, by the estimate that gave them: of a stack that is dragged one ink changes, and six do not. */
const MOST_KEPT = 64;
const keptIntervals = new WeakMap<Estimate, Map<string, Interval>>();

/** Where the amount of one more job will lie. @param amounts what each figure makes up of it as stated, mL or minutes */
export function predictionInterval(
  known: Estimate,
  amounts: readonly [number, number],
  level = LEVEL,
): Interval {
  const kept = keptIntervals.get(known) ?? new Map<string, Interval>();
  keptIntervals.set(known, kept);
  const key = `${amounts[0]}/${amounts[1]}/${level}`;
  let interval = kept.get(key);
  if (!interval) {
    interval = intervalOf(known, amounts, level);
    if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
    kept.set(key, interval);
  }
  return interval;
}

function intervalOf(known: Estimate, [a, b]: readonly [number, number], level: number): Interval {
  const size = a + b;
  if (!(size > 0)) return { low: 0, high: 0 };
  const outcomes = beliefsOf(known).map((belief): Outcome => {
    const predicted = foresight(belief, { parts: [a / size, b / size], size });
    return {
      weight: belief.weight,
      centre: predicted.centre * size,
      spread: Math.sqrt(predicted.known + predicted.noise) * size,
    };
  });
  return between(outcomes, level);
}

/** Where the figure itself lies, as a share of what was stated. */
export function credibleInterval(known: Estimate, which: 0 | 1): Interval {
  const outcomes = beliefsOf(known).map(({ weight, mean, covariance }): Outcome => ({
    weight,
    centre: mean[which],
    spread: Math.sqrt(covariance[which === 0 ? 0 : 2]),
  }));
  return between(outcomes, LEVEL);
}

/** An outcome as far out as this, to either side, is an outlier. */
const RARE = 0.0015;

/**
 * Reports that the others speak against, the worst first, never more than a third of them.
 * @returns places in `observations`
 */
export function outliersOf(
  observations: readonly Observation[],
  before: Estimate,
): readonly number[] {
  const found: number[] = [];
  const most = Math.floor(observations.length / 3);
  while (found.length < most) {
    let worst: { at: number; tail: number } | undefined;
    for (let at = 0; at < observations.length; at++) {
      if (found.includes(at)) continue;
      const others = observations.filter((_, i) => i !== at && !found.includes(i));
      const known = estimate(others, before);
      const { ratio } = observations[at];
      const outcomes = beliefsOf(known).map((belief): Outcome => {
        const predicted = foresight(belief, observations[at]);
        return {
          weight: belief.weight,
          centre: predicted.centre,
          spread: Math.sqrt(predicted.known + predicted.noise),
        };
      });
      const share = outcomes.reduce(
        (sum, { weight, centre, spread }) => sum + weight * below((ratio - centre) / spread),
        0,
      );
      const tail = Math.min(share, 1 - share);
      if (tail < RARE && (!worst || tail < worst.tail)) worst = { at, tail };
    }
    if (!worst) break;
    found.push(worst.at);
  }
  return found;
}
