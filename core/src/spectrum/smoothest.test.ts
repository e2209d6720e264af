import { describe, expect, it } from 'vitest';
import {
  D50,
  hasReflectance,
  nearestReflectance,
  smoothestReflectance,
  spectrumToLab,
  type Triple,
} from './index.ts';

/** Colours that ink and material really have. */
const COLOURS: readonly Triple[] = [
  [55, -37, -50],
  [48, 74, -3],
  [89, -5, 93],
  [16, 0, 0],
  [65, 8, 24],
  [0, 2.7, 0],
];

describe('smoothestReflectance', () => {
  it('has exactly the colour it was asked for', () => {
    // L* 0 has no reflectance but nought: it is moved to the darkest there is.
    for (const lab of COLOURS.filter(([l]) => l > 1))
      spectrumToLab(smoothestReflectance(lab), D50).forEach((v, i) =>
        expect(v).toBeCloseTo(lab[i], 5),
      );
  });

  it('stays within 0 to 1 at every wavelength, for black too', () => {
    const values = COLOURS.flatMap((lab) => Array.from(smoothestReflectance(lab)));
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values)).toBeLessThanOrEqual(1);
  });

  it('is flat for a neutral colour', () => {
    const grey = smoothestReflectance([50, 0, 0]);
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(1e-6);
  });

  it('refuses a colour that no reflectance has', () => {
    expect(() => smoothestReflectance([50, 200, 200])).toThrow(
      expect.objectContaining({ code: 'SPECTRUM_UNREACHABLE' }),
    );
  });

  it('knows beforehand which colours those are', () => {
    expect(
      [
        [60, 0.4, -0.6],
        [100, 0, 0],
        [0, 0, 0],
        [23, 2, -17],
      ].every((lab) => hasReflectance(lab as unknown as Triple)),
    ).toBe(true);
    expect(hasReflectance([100, 0.4, -0.6])).toBe(false);
    expect(hasReflectance([50, 200, 200])).toBe(false);
  });

  it('goes towards grey as far as it must for a colour that has none, and no farther', () => {
    const lab = spectrumToLab(nearestReflectance([50, 200, 200]), D50);
    expect(lab[0]).toBeCloseTo(50, 1);
    expect(lab[1]).toBeGreaterThan(40);
    expect(lab[1] / lab[2]).toBeCloseTo(1, 2);
    expect(nearestReflectance([65, 8, 24])).toEqual(smoothestReflectance([65, 8, 24]));
    expect(Math.min(...nearestReflectance([100, 0.4, -0.6]))).toBeGreaterThan(0.98);
  });
});
