import { describe, expect, it } from 'vitest';
import {
  calibrateWhite,
  contrastRatio,
  kubelkaMunk,
  mostContrast,
  scatteringOf,
  whiteLayer,
} from './white.ts';

/** Oracle: the two-flux equations integrated step by step (Runge–Kutta 4) from the far side of the layer. */
function integrate(s: number, k: number): { reflectance: number; transmittance: number } {
  const steps = 4000;
  const h = 1 / steps;
  // i goes down, j up; at the bottom nothing comes up and one unit goes on.
  const slope = ([i, j]: [number, number]): [number, number] => [
    (s + k) * i - s * j,
    s * i - (s + k) * j,
  ];
  let state: [number, number] = [1, 0];
  for (let step = 0; step < steps; step++) {
    const a = slope(state);
    const b = slope([state[0] + (h / 2) * a[0], state[1] + (h / 2) * a[1]]);
    const c = slope([state[0] + (h / 2) * b[0], state[1] + (h / 2) * b[1]]);
    const d = slope([state[0] + h * c[0], state[1] + h * c[1]]);
    state = [0, 1].map((n) => state[n] + (h / 6) * (a[n] + 2 * b[n] + 2 * c[n] + d[n])) as [
      number,
      number,
    ];
  }
  return { reflectance: state[1] / state[0], transmittance: 1 / state[0] };
}

describe('kubelkaMunk', () => {
  it.each([
    [0.5, 0.1],
    [3, 0.02],
    [8, 0.5],
    [2, 0],
  ])('agrees with the two-flux equations integrated, S·X %f, K·X %f', (s, k) => {
    const closed = kubelkaMunk(s, k);
    const stepped = integrate(s, k);
    expect(closed.reflectance).toBeCloseTo(stepped.reflectance, 8);
    expect(closed.transmittance).toBeCloseTo(stepped.transmittance, 8);
  });

  it('is clear without pigment, and opaque at R∞ when very thick', () => {
    expect(kubelkaMunk(0, 0)).toEqual({ reflectance: 0, transmittance: 1 });
    const [s, k] = [1000, 10];
    const infinity = 1 + k / s - Math.sqrt((k / s) ** 2 + (2 * k) / s);
    expect(kubelkaMunk(s, k).reflectance).toBeCloseTo(infinity, 10);
    expect(kubelkaMunk(1e6, 1e4).transmittance).toBe(0);
  });
});

describe('scatteringOf', () => {
  it('finds back what a layer was made from', () => {
    for (const [sx, kx] of [
      [0.5, 0.1],
      [3, 0.02],
      [2, 0],
      [0.05, 3],
    ]) {
      const { reflectance, transmittance } = kubelkaMunk(sx, kx);
      const found = scatteringOf(reflectance, transmittance);
      expect(found.sx).toBeCloseTo(sx, 6);
      expect(found.kx).toBeCloseTo(kx, 6);
    }
  });
});

describe('calibrateWhite', () => {
  it('makes an ink that measures the contrast ratio it was calibrated from', () => {
    for (const ratio of [0.2, 0.7, 0.95])
      for (const drops of [4, 6, 30])
        if (ratio < mostContrast(drops))
          expect(contrastRatio(whiteLayer(calibrateWhite(ratio, 11, drops, 0.88), 1))).toBeCloseTo(
            ratio,
            4,
          );
  });

  it('hides more with two hits than with one, and less than twice as much', () => {
    const ink = calibrateWhite(0.7, 11, 6, 0.88);
    const [one, two] = [1, 2].map((solids) => contrastRatio(whiteLayer(ink, solids)));
    expect(two).toBeGreaterThan(one);
    expect(1 - two).toBeGreaterThan((1 - one) ** 2 / 4);
  });

  it('refuses a contrast ratio given in percent', () => {
    expect(() => calibrateWhite(70, 11, 6, 0.88)).toThrow(
      expect.objectContaining({ code: 'WHITE_RANGE' }),
    );
  });
});
