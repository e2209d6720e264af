/**
 * Two figures of a machine estimated together from what its reports say. Conjugate Bayesian regression: prior around what the
 * machine states, spread of a report unknown (normal with an inverse-gamma variance; Gelman et al., Bayesian Data Analysis,
 * 3rd ed., 2013, section 14.2, from memory). Neither figure can be negative: the estimate is that of non-negative least
 * squares with the prior as two more rows.
 */
import jstat from 'jstat';
import { fcnnlsVector } from 'ml-fcnnls';
import type { Estimate } from '../stack/index.ts';

/** What a report says against what was stated: shares of the expected amount that each figure makes up, and the ratio found. */
export interface Observation {
  /** They sum to 1: the first and the second figure's part of the expected amount. */
  readonly parts: readonly [number, number];
  /** Reported ÷ expected. */
  readonly ratio: number;
}

/** Share of outcomes that an interval is to hold. */
export const LEVEL = 0.8;

/** Half the width of the interval in standard deviations. */
const reach = (freedom: number, level = LEVEL): number =>
  jstat.studentt.inv((1 + level) / 2, freedom);

/**
 * Before the first report: stated figures are right within `spread`, a report within `noise`, both as standard deviations; that
 * is worth `freedom` reports. The spread is a normal one, which the wider tails of few degrees of freedom must not widen.
 */
function belief(spread: readonly [number, number], noise: number, freedom: number): Estimate {
  const narrowed = jstat.normal.inv((1 + LEVEL) / 2, 0, 1) / reach(freedom);
  const [a, b] = spread.map((sd) => (sd * narrowed) ** 2);
  return { mean: [1, 1], covariance: [a, 0, b], noise: noise ** 2, freedom, reports: 0 };
}

/** What a shop may believe before the first report. Our own judgement, see docs/methods/time-ink-cost.md. */
export const INK_PRIOR: Estimate = belief([0.2, 0.4], 0.05, 6);
export const TIME_PRIOR: Estimate = belief([0.15, 0.3], 0.05, 6);

/** @param prior what was believed before, in shares of the same figures */
export function estimate(observations: readonly Observation[], prior: Estimate): Estimate {
  const {
    mean: [m, n],
    covariance: [aa, ab, bb],
    noise,
    freedom,
  } = prior;
  // Precision of the prior, in units of the variance of one report.
  const scale = noise / (aa * bb - ab * ab);
  const [pp, pq, qq] = [bb * scale, -ab * scale, aa * scale];
  let [xx, xy, yy] = [pp, pq, qq];
  let [xr, yr] = [pp * m + pq * n, pq * m + qq * n];
  let rr = m * xr + n * yr;
  for (const { parts, ratio } of observations) {
    const [x, y] = parts;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xr += x * ratio;
    yr += y * ratio;
    rr += ratio * ratio;
  }
  const determinant = xx * yy - xy * xy;
  const free = [(yy * xr - xy * yr) / determinant, (xx * yr - xy * xr) / determinant] as const;
  const left = rr - free[0] * xr - free[1] * yr;
  const all = freedom + observations.length;
  const variance = (freedom * noise + Math.max(0, left)) / all;
  return {
    mean: free.every((value) => value >= 0) ? free : constrained(observations, prior, [pp, pq, qq]),
    covariance: [
      (variance * yy) / determinant,
      (-variance * xy) / determinant,
      (variance * xx) / determinant,
    ],
    noise: variance,
    freedom: all,
    reports: prior.reports + observations.length,
  };
}

/** The same where the free solution has a negative figure. */
function constrained(
  observations: readonly Observation[],
  { mean: [m, n] }: Estimate,
  [pp, pq, qq]: readonly [number, number, number],
): readonly [number, number] {
  // Rows whose squares are the precision of the prior (Cholesky).
  const a = Math.sqrt(pp);
  const b = pq / a;
  const c = Math.sqrt(qq - b * b);
  const rows = [[a, b], [0, c], ...observations.map(({ parts }) => [...parts])];
  const right = [a * m + b * n, c * n, ...observations.map(({ ratio }) => ratio)];
  const [first, second] = fcnnlsVector(rows, right).K.to1DArray();
  return [first, second];
}

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** Where the amount of one more job will lie. @param amounts what each figure makes up of it as stated @param centre of the interval */
export function foretold(
  { covariance: [aa, ab, bb], noise, freedom }: Estimate,
  [a, b]: readonly [number, number],
  centre: number,
  level = LEVEL,
): Interval {
  const variance = a * a * aa + 2 * a * b * ab + b * b * bb + noise * centre ** 2;
  const half = reach(freedom, level) * Math.sqrt(variance);
  return { low: Math.max(0, centre - half), high: centre + half };
}

/** Where the figure itself lies, as a share of what was stated. */
export function believed({ mean, covariance, freedom }: Estimate, which: 0 | 1): Interval {
  const half = reach(freedom) * Math.sqrt(which === 0 ? covariance[0] : covariance[2]);
  return { low: Math.max(0, mean[which] - half), high: mean[which] + half };
}

/** An outcome as far from what the others foretell as this happens once in so many. */
const RARE = 0.005;

/**
 * Reports that the others speak against, the worst first, never more than a third of them.
 * @returns places in `observations`
 */
export function questioned(
  observations: readonly Observation[],
  prior: Estimate,
): readonly number[] {
  const found: number[] = [];
  const most = Math.floor(observations.length / 3);
  while (found.length < most) {
    let worst: { at: number; size: number } | undefined;
    for (let at = 0; at < observations.length; at++) {
      if (found.includes(at)) continue;
      const others = observations.filter((_, i) => i !== at && !found.includes(i));
      const known = estimate(others, prior);
      const { parts, ratio } = observations[at];
      const centre = parts[0] * known.mean[0] + parts[1] * known.mean[1];
      const { low, high } = foretold(known, parts, centre, 1 - RARE * 2);
      const size =
        Math.abs(ratio - centre) / Math.max(1e-9, (high - Math.max(low, 2 * centre - high)) / 2);
      if (size > 1 && (!worst || size > worst.size)) worst = { at, size };
    }
    if (!worst) break;
    found.push(worst.at);
  }
  return found;
}
