/**
 * The smoothest reflectance that has a given colour: a believable spectrum where only Lab is known.
 *
 * Minimises the sum of squared steps of z, with reflectance (1 + tanh z)/2, under the condition that
 * the spectrum has the wanted XYZ, by Newton's method on the Lagrangian. The tanh keeps every value
 * within 0 to 1.
 * Source: S. A. Burns, "Numerical methods for smoothest reflectance reconstruction", Color Res. Appl.
 * 45 (2020) 8–21, method LHTSS (from memory).
 */
import { DomainError } from '../errors/index.ts';
import { remembered } from '../remembered.ts';
import { D50, labToXyz, type Triple } from './colour.ts';
import { BANDS, type Spectrum } from './spectrum.ts';
import { decimal, t } from '../texts/index.ts';

const MAX_ROUNDS = 60;
const TOLERANCE = 1e-9;

/**
 * @param lab CIE Lab under D50. Below L* 1, where no eye distinguishes colours, the spectrum is flat.
 * @throws DomainError `SPECTRUM_UNREACHABLE` if no reflectance has this colour.
 */
export const smoothestReflectance: (lab: Triple) => Spectrum = remembered(64, (lab) => {
  const want = labToXyz(lab, D50.white);
  if (lab[0] < 1) return new Float64Array(BANDS).fill(Math.max(0, want[1]));
  if (lab[0] >= 99.95 && Math.hypot(lab[1], lab[2]) < 0.1) return new Float64Array(BANDS).fill(1);

  const n = BANDS;
  const size = n + 3;
  const z = new Float64Array(n).fill(Math.atanh(Math.min(0.98, Math.max(-0.98, 2 * want[1] - 1))));
  const lambda = [0, 0, 0];
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const matrix = Array.from({ length: size }, () => new Float64Array(size + 1));
    const got = [0, 0, 0];
    for (let i = 0; i < n; i++) {
      const t = Math.tanh(z[i]);
      const slope = (1 - t * t) / 2;
      let pull = 0;
      for (let k = 0; k < 3; k++) {
        const w = D50.weights[k][i];
        pull += lambda[k] * w;
        got[k] += (w * (1 + t)) / 2;
        matrix[i][n + k] = w * slope;
        matrix[n + k][i] = w * slope;
      }
      const neighbours = i === 0 || i === n - 1 ? 1 : 2;
      matrix[i][i] = 2 * neighbours - 2 * t * slope * pull;
      if (i > 0) matrix[i][i - 1] = -2;
      if (i < n - 1) matrix[i][i + 1] = -2;
      const bend =
        2 * neighbours * z[i] - (i > 0 ? 2 * z[i - 1] : 0) - (i < n - 1 ? 2 * z[i + 1] : 0);
      matrix[i][size] = -(bend + slope * pull);
    }
    for (let k = 0; k < 3; k++) matrix[n + k][size] = want[k] - got[k];

    const step = solve(matrix);
    const largest = Math.max(...step.slice(0, n).map(Math.abs));
    const damp = largest > 1 ? 1 / largest : 1;
    for (let i = 0; i < n; i++) z[i] += damp * step[i];
    for (let k = 0; k < 3; k++) lambda[k] += damp * step[n + k];
    if (largest < TOLERANCE) return z.map((v) => (1 + Math.tanh(v)) / 2);
  }
  throw new DomainError(
    'SPECTRUM_UNREACHABLE',
    t('spectrum.noReflectanceFoundColour', { lab: lab.map((v) => decimal(v, 1)).join(', ') }),
  );
});

/** Whether any reflectance has this colour: white with a cast has none, nor has a colour too strong for its lightness. */
export function hasReflectance(lab: Triple): boolean {
  try {
    smoothestReflectance(lab);
    return true;
  } catch (error) {
    if (error instanceof DomainError) return false;
    throw error;
  }
}

/** Steps in which the way from grey to a colour that no reflectance has is halved. */
const HALVINGS = 10;

/** The smoothest reflectance of the nearest colour towards grey that has one: the colour itself as a rule. */
export function nearestReflectance([l, a, b]: Triple): Spectrum {
  const lab = (share: number): Triple => [Math.min(l, 100), a * share, b * share];
  if (hasReflectance(lab(1))) return smoothestReflectance(lab(1));
  let [reached, tried] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (reached + tried) / 2;
    if (hasReflectance(lab(middle))) reached = middle;
    else tried = middle;
  }
  return smoothestReflectance(lab(reached));
}

/** Gaussian elimination with partial pivoting; the last column is the right-hand side. */
function solve(matrix: Float64Array[]): number[] {
  const size = matrix.length;
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row][column]) > Math.abs(matrix[pivot][column])) pivot = row;
    [matrix[column], matrix[pivot]] = [matrix[pivot], matrix[column]];
    for (let row = column + 1; row < size; row++) {
      const factor = matrix[row][column] / matrix[column][column];
      if (factor === 0) continue;
      for (let k = column; k <= size; k++) matrix[row][k] -= factor * matrix[column][k];
    }
  }
  const x = new Array<number>(size).fill(0);
  for (let row = size - 1; row >= 0; row--) {
    let sum = matrix[row][size];
    for (let k = row + 1; k < size; k++) sum -= matrix[row][k] * x[k];
    x[row] = sum / matrix[row][row];
  }
  return x;
}
