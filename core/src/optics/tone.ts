/** Tone values of measured tints, 0 paper to 1 solid, and the curve that makes them even. */
import { D50, labToXyz, xyzToLab, type Triple } from '../spectrum/index.ts';

/**
 * Tone value of a process tint by its density: the share of the area that would be covered by solid.
 * Source: A. Murray, "Monochrome reproduction in photoengraving", J. Franklin Institute 221 (1936) 721–744 (Murray–Davies).
 * @param paper @param solid @param tint densities of one filter
 */
export const murrayDavies = (paper: number, solid: number, tint: number): number =>
  (1 - 10 ** (paper - tint)) / (1 - 10 ** (paper - solid));

/**
 * Tone value of a spot tint by its colour, which goes with what the eye sees whatever the ink: SCTV, ISO 20654:2017 (from memory).
 * Each of X, Y, Z is taken on the scale of L*, and the tint by its distance from paper, of that of the solid.
 * @param paper @param solid @param tint Lab, D50
 */
export function spotTone(paper: Triple, solid: Triple, tint: Triple): number {
  const distance = (lab: Triple) => {
    const [a, b] = [lightnesses(lab), lightnesses(paper)];
    return Math.hypot(...a.map((value, i) => value - b[i]));
  };
  return distance(tint) / distance(solid);
}

/** X, Y and Z by the formula of L*. */
function lightnesses(lab: Triple): number[] {
  const xyz = labToXyz(lab, D50.white);
  return xyz.map((value, i) => {
    const grey = xyz.map((_, k) => (value / D50.white[i]) * D50.white[k]) as unknown as Triple;
    return xyzToLab(grey, D50.white)[0];
  });
}

/**
 * The curve to lay tints along so that what is seen rises evenly.
 * @param measured tints laid and the tone values they came to, percent; rising
 * @returns points in percent: tint wanted, tint to lay
 * @throws RangeError where a darker tint came out lighter
 */
export function evenCurve(
  measured: readonly (readonly [tint: number, tone: number])[],
): [number, number][] {
  const known = [[0, 0], ...measured.filter(([tint]) => tint > 0 && tint < 100), [100, 100]];
  for (let i = 1; i < known.length; i++)
    if (known[i][1] <= known[i - 1][1])
      throw new RangeError(
        `The tint of ${known[i][0]} % measures ${known[i][1].toFixed(1)} %, no more than that of ${known[i - 1][0]} %. Measure again, the lightest first.`,
      );
  return known.map(([wanted]) => {
    const after = known.findIndex(([, tone]) => tone >= wanted);
    if (after === 0) return [wanted, 0];
    const [[tint0, tone0], [tint1, tone1]] = [known[after - 1], known[after]];
    const inkRole = tint0 + ((wanted - tone0) / (tone1 - tone0)) * (tint1 - tint0);
    return [wanted, Math.round(inkRole * 10) / 10];
  });
}
