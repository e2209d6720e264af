/**
 * Ink laid in drops that fall at random: how many lie on one another at a point is Poisson distributed, with a mean in
 * proportion to density × hits. What is seen is the mean over that number of the exact sums of the layers, so no light is made
 * or lost but by absorption, two hits of half the density are one of the whole, and the print lies between dots without gain
 * (few large drops) and an even film (many small ones).
 *
 * Where no drop fell the point is bare, which is taken by itself. Over the numbers from 1 the mean is taken by Gauss's rule for
 * their weights: exact for polynomials of the number up to degree 2m − 1.
 * Sources: W. Gautschi, "On generating orthogonal polynomials", SIAM J. Sci. Stat. Comput. 3 (1982) 289–317 (Stieltjes's
 * procedure); G. H. Golub, J. H. Welsch, "Calculation of Gauss quadrature rules", Math. Comp. 23 (1969) 221–230 (from memory).
 */
import { NOTHING, only, type Layer, type MixedLayer } from './layer.ts';

const NONE = only(NOTHING);

/** Numbers of drops that stand for all, none first, and their weights, for a Poisson number of the given mean. */
export function poissonRule(
  mean: number,
  nodes: number,
): { readonly counts: readonly number[]; readonly weights: readonly number[] } {
  if (!(mean > 0)) return { counts: [0], weights: [1] };
  const none = Math.exp(-mean);
  const most = Math.ceil(mean + 9 * Math.sqrt(mean) + 16);
  const numbers = Array.from({ length: most }, (_, i) => i + 1);
  // In logarithms, as none of very many is nothing to the machine.
  let log = -mean;
  const chances = numbers.map((n) => Math.exp((log += Math.log(mean / n))));
  const [diagonal, beside] = recurrence(numbers, chances, nodes);
  const first = diagonal.map((_, k) => (k === 0 ? 1 : 0));
  diagonalize(diagonal, beside, first);
  const hit = -Math.expm1(-mean);
  const rule = diagonal.map((count, k) => ({ count, weight: hit * first[k] ** 2 }));
  rule.sort((a, b) => a.count - b.count);
  const counts = rule.map(({ count }) => count);
  const weights = rule.map(({ weight }) => weight);
  // A bare share that no eye and no instrument would see costs as much as any other.
  return none < UNSEEN
    ? { counts, weights: weights.map((weight) => weight / hit) }
    : { counts: [0, ...counts], weights: [none, ...weights] };
}

const UNSEEN = 3e-3;

/** Stieltjes's procedure: Jacobi's matrix of the polynomials that are orthogonal over these numbers. */
function recurrence(
  numbers: readonly number[],
  chances: readonly number[],
  nodes: number,
): [diagonal: number[], beside: number[]] {
  const [diagonal, beside]: [number[], number[]] = [[], []];
  let before = numbers.map(() => 0);
  let now = numbers.map(() => 1);
  let norm = sum(chances);
  for (let k = 0; k < nodes; k++) {
    const a = sum(chances.map((chance, i) => chance * numbers[i] * now[i] ** 2)) / norm;
    const b = k === 0 ? 0 : beside[k - 1] ** 2;
    const next = now.map((value, i) => (numbers[i] - a) * value - b * before[i]);
    const nextNorm = sum(chances.map((chance, i) => chance * next[i] ** 2));
    diagonal.push(a);
    beside.push(Math.sqrt(nextNorm / norm));
    // Few drops: hardly any number but the first occurs.
    if (nextNorm < 1e-12 * norm) break;
    [before, now, norm] = [now, next, nextNorm];
  }
  return [diagonal, beside];
}

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

/**
 * Implicit QL with Wilkinson's shift on a symmetric tridiagonal matrix, in place; of the eigenvectors only the first row.
 * Source: Golub and Welsch (see above).
 */
function diagonalize(d: number[], e: number[], z: number[]): void {
  const n = d.length;
  e[n - 1] = 0;
  for (let l = 0; l < n; l++)
    for (;;) {
      let m = l;
      while (m < n - 1 && Math.abs(e[m]) > Number.EPSILON * (Math.abs(d[m]) + Math.abs(d[m + 1])))
        m++;
      if (m === l) break;
      let g = (d[l + 1] - d[l]) / (2 * e[l]);
      let r = Math.hypot(g, 1);
      g = d[m] - d[l] + e[l] / (g + (g < 0 ? -r : r));
      let [s, c, p] = [1, 1, 0];
      for (let i = m - 1; i >= l; i--) {
        const f = s * e[i];
        const b = c * e[i];
        r = Math.hypot(f, g);
        e[i + 1] = r;
        [s, c] = r === 0 ? [0, 1] : [f / r, g / r];
        g = d[i + 1] - p;
        r = (d[i] - g) * s + 2 * c * b;
        p = s * r;
        d[i + 1] = g + p;
        g = c * r - b;
        [z[i + 1], z[i]] = [s * z[i] + c * z[i + 1], c * z[i] - s * z[i + 1]];
      }
      d[l] -= p;
      e[l] = g;
      e[m] = 0;
    }
}

/**
 * Nodes that keep L* within 0.2 of the exact mean, by the optical thickness S·X of a single drop: the stronger one drop, the
 * sharper what is seen bends with their number. Found by trial against the exact sum (drops.test.ts).
 */
export const nodesFor = (strength: number): number => (strength < 0.7 ? 2 : 3);

/**
 * Ink at a point.
 * @param solids mean number of solid layers, 0 and more: value of the plate × density × hits
 * @param drops that lie on one another in a solid layer, on the average
 * @param layerOf what so many solid layers are as an even film
 */
export function dropsLayer(
  solids: number,
  drops: number,
  nodes: number,
  layerOf: (solids: number) => Layer,
): MixedLayer {
  if (solids <= 0) return NONE;
  const { counts, weights } = poissonRule(solids * drops, nodes);
  return {
    layers: counts.map((count) => (count === 0 ? NOTHING : layerOf(count / drops))),
    weights,
  };
}

/** Share of the area that no drop hits. */
export const bareShare = (solids: number, drops: number): number => Math.exp(-solids * drops);
