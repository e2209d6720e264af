import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Triple } from '../spectrum/index.ts';
import { evenCurve, murrayDavies, spotTone } from './index.ts';

describe('murrayDavies', () => {
  it('is the share of the area that solid covers, for paper and ink that don’t mix', () => {
    const [paper, solid] = [0.06, 1.46];
    for (const area of [0, 0.1, 0.5, 0.8, 1]) {
      const reflectance = area * 10 ** -solid + (1 - area) * 10 ** -paper;
      expect(murrayDavies(paper, solid, -Math.log10(reflectance))).toBeCloseTo(area, 12);
    }
  });

  it('is 71 % for a tint of density 0.50 where paper is 0 and solid is 1.50', () => {
    expect(murrayDavies(0, 1.5, 0.5)).toBeCloseTo((1 - 10 ** -0.5) / (1 - 10 ** -1.5), 12);
    expect(murrayDavies(0, 1.5, 0.5)).toBeCloseTo(0.706, 3);
  });
});

describe('spotTone', () => {
  const PAPER: Triple = [20, 0, 0];
  const WHITE: Triple = [85, 0, 0];

  it('is 0 on paper and 1 on the solid, whatever the ink', () => {
    const lab = fc.tuple(
      fc.double({ min: 5, max: 95, noNaN: true }),
      fc.double({ min: -60, max: 60, noNaN: true }),
      fc.double({ min: -60, max: 60, noNaN: true }),
    );
    fc.assert(
      fc.property(lab, lab, (paper, solid) => {
        fc.pre(Math.hypot(...paper.map((v, i) => v - solid[i])) > 2);
        expect(spotTone(paper, solid, paper)).toBeCloseTo(0, 9);
        expect(spotTone(paper, solid, solid)).toBeCloseTo(1, 9);
      }),
    );
  });

  it('goes with lightness for neutral inks, as for white on black', () => {
    for (const share of [0.25, 0.5, 0.75])
      expect(spotTone(PAPER, WHITE, [20 + 65 * share, 0, 0])).toBeCloseTo(share, 9);
  });
});

describe('evenCurve', () => {
  it('lays less where tints come out too strong', () => {
    expect(evenCurve([[50, 70]])).toEqual([
      [0, 0],
      [50, 35.7],
      [100, 100],
    ]);
  });

  it('leaves even tints as they are', () => {
    expect(
      evenCurve([
        [25, 25],
        [50, 50],
        [75, 75],
      ]),
    ).toEqual([
      [0, 0],
      [25, 25],
      [50, 50],
      [75, 75],
      [100, 100],
    ]);
  });

  it('undoes what was measured', () => {
    const tones: [number, number][] = [
      [25, 40],
      [50, 66],
      [75, 86],
    ];
    const toneOf = (tint: number) => {
      const known = [[0, 0], ...tones, [100, 100]];
      const i = Math.max(
        1,
        known.findIndex(([at]) => at >= tint),
      );
      const [[t0, v0], [t1, v1]] = [known[i - 1], known[i]];
      return v0 + ((tint - t0) / (t1 - t0)) * (v1 - v0);
    };
    for (const [wanted, inkRole] of evenCurve(tones))
      expect(toneOf(inkRole)).toBeCloseTo(wanted, 0);
  });

  it('refuses a wedge that is not in order', () => {
    expect(() =>
      evenCurve([
        [25, 50],
        [50, 40],
      ]),
    ).toThrow('The tint of 50 % measures 40.0 %');
  });
});
