import { converter, differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import {
  D50,
  D65,
  deltaE2000,
  labToXyz,
  spectrumToXyz,
  xyzToLab,
  xyzToSrgb,
  type Triple,
} from './index.ts';
import { flat } from './spectrum.ts';

/** G. Sharma, W. Wu, E. N. Dalal, Color Res. Appl. 30 (2005) 21–30, table 1: all 34 pairs. */
const SHARMA: readonly (readonly [...Triple, ...Triple, number])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

describe('deltaE2000', () => {
  it('gives all 34 published differences to four decimals, either way round', () => {
    const wrong = SHARMA.filter(([l1, a1, b1, l2, a2, b2, want]) => {
      const there = deltaE2000([l1, a1, b1], [l2, a2, b2]);
      const back = deltaE2000([l2, a2, b2], [l1, a1, b1]);
      return Math.abs(there - want) > 0.00005 || Math.abs(back - want) > 0.00005;
    });
    expect(wrong).toEqual([]);
  });

  it('agrees with culori over a grid of colours', () => {
    const theirs = differenceCiede2000();
    const steps = [-60, -5, 0, 30];
    const grid = [5, 50, 95].flatMap((l) =>
      steps.flatMap((a) => steps.map((b): Triple => [l, a, b])),
    );
    const lab = ([l, a, b]: Triple) => ({ mode: 'lab65' as const, l, a, b });
    const wrong = grid.flatMap((x) =>
      grid
        .filter((y) => Math.abs(deltaE2000(x, y) - theirs(lab(x), lab(y))) > 1e-9)
        .map((y) => [x, y]),
    );
    expect(wrong).toEqual([]);
  });
});

describe('spectrumToXyz', () => {
  // D50 is tabulated to three decimals, and both are summed every 10 nm where CIE sums every nanometre.
  it.each([
    ['D50', D50, [0.96422, 1, 0.82521]],
    ['D65', D65, [0.95047, 1, 1.08883]],
  ] as const)('gives the published white point of %s to 0.002', (_, light, published) => {
    const white = spectrumToXyz(flat(1), light);
    published.forEach((value, i) => expect(Math.abs(white[i] - value)).toBeLessThan(0.002));
  });
});

describe('Lab and sRGB', () => {
  it('turns XYZ into Lab and back without loss', () => {
    const samples: Triple[] = [
      [0.0001, 0.0002, 0.0001],
      [0.2, 0.1, 0.4],
      [0.9642, 1, 0.8249],
    ];
    for (const xyz of samples)
      labToXyz(xyzToLab(xyz, D50.white), D50.white).forEach((v, i) =>
        expect(v).toBeCloseTo(xyz[i], 12),
      );
  });

  it('encodes sRGB as culori does, under D65', () => {
    const rgb = converter('rgb');
    const white: Triple = [0.9504559270516716, 1, 1.0890577507598784];
    for (const [x, y, z] of [
      [0.3, 0.4, 0.2],
      [0.02, 0.01, 0.05],
    ]) {
      // Taken as adapted to D65 already: the scaling to our own D65 is undone beforehand.
      const scaled: Triple = [(x * white[0]) / D65.white[0], y, (z * white[2]) / D65.white[2]];
      const want = rgb({ mode: 'xyz65', x, y, z })!;
      const got = xyzToSrgb([scaled[0], scaled[1], scaled[2]], white);
      expect(
        Math.max(Math.abs(got[0] - want.r), Math.abs(got[1] - want.g), Math.abs(got[2] - want.b)),
      ).toBeLessThan(0.0005);
    }
  });
});
