import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  anyAbove,
  byteSum,
  eachPrinted,
  edgesOf,
  excessOf,
  fromInks,
  highestOf,
  InkTally,
  inkSteps,
  lowestOf,
  orElse,
  otherWhere,
  runsOf,
  withoutOf,
} from './index.ts';

const plane = (size: number) => fc.uint8Array({ minLength: size, maxLength: size });
/** Sizes around the sixteen bytes that the kernel takes at a time. */
const planes = (count: number) =>
  fc
    .integer({ min: 1, max: 70 })
    .chain((size) => fc.tuple(...Array.from({ length: count }, () => plane(size))));
const byte = fc.integer({ min: 0, max: 255 });

/** Of one pixel, in plain arithmetic. */
const ORACLES = [
  [highestOf, (a: number, b: number) => Math.max(a, b)],
  [lowestOf, (a: number, b: number) => Math.min(a, b)],
  [withoutOf, (a: number, b: number) => Math.min(a, 255 - b)],
  [excessOf, (a: number, b: number) => Math.max(0, a - b)],
  [otherWhere, (a: number, b: number) => (a > 127 ? b : 0)],
  [orElse, (a: number, b: number) => a || b],
] as const;

describe('planes of bytes', () => {
  it('are combined pixel by pixel as arithmetic says', () => {
    fc.assert(
      fc.property(planes(2), ([a, b]) => {
        for (const [combine, one] of ORACLES)
          expect(combine(a.slice(), b)).toEqual(a.map((v, i) => one(v, b[i])));
      }),
    );
  });

  it('are added up, and printed where any is above a threshold', () => {
    fc.assert(
      fc.property(planes(3), byte, (inks, threshold) => {
        expect(byteSum(inks[0])).toBe(inks[0].reduce((a, b) => a + b, 0));
        expect(anyAbove(inks, threshold, inks[0].length)).toEqual(
          inks[0].map((_, i) => (inks.some((ink) => ink[i] > threshold) ? 255 : 0)),
        );
      }),
    );
  });

  it('have their edges where a pixel differs from the one before by more than so much', () => {
    fc.assert(
      fc.property(planes(1), byte, ([row], most) => {
        const places = Array.from(row.keys()).filter(
          (x) => x > 0 && Math.abs(row[x] - row[x - 1]) > most,
        );
        expect(Array.from(edgesOf(row, most))).toEqual(places);
      }),
    );
  });

  it('tell every pixel that is printed, wherever they begin in memory', () => {
    fc.assert(
      fc.property(planes(1), fc.nat(3), ([all], skip) => {
        const rows = all.map((v) => (v < 200 ? 0 : v)).subarray(Math.min(skip, all.length));
        const found: number[] = [];
        eachPrinted(rows, (i) => found.push(i));
        expect(found).toEqual([...rows.keys()].filter((i) => rows[i] !== 0));
      }),
    );
  });

  it('are runs of empty and of printed pixels that alternate from edge to edge', () => {
    fc.assert(
      fc.property(planes(1), ([all]) => {
        const row = all.map((v) => (v < 128 ? 0 : 255));
        const [empty, printed] = [runsOf(row, 'empty'), runsOf(row, 'printed')];
        const back = new Uint8Array(row.length);
        for (let i = 0; i < printed.length; i += 2) back.fill(255, printed[i], printed[i + 1]);
        expect(back).toEqual(row);
        const bounds = [...new Set([...empty, ...printed])].sort((a, b) => a - b);
        expect(bounds[0]).toBe(0);
        expect(bounds.at(-1)).toBe(row.length);
        expect(empty.length + printed.length).toBe(2 * (bounds.length - 1));
      }),
    );
  });
});

describe('what the inks of a pixel make together', () => {
  it('is their light: each takes its share of what the others leave', () => {
    const light = (...inks: number[]) =>
      fromInks(
        inks.map((v) => Uint8Array.of(v)),
        1,
        'light',
      )[0];
    expect(light(0, 0, 0, 0)).toBe(255);
    expect(light(255, 0, 0, 0) / 255).toBeCloseTo(0.26, 1);
    expect(light(0, 0, 0, 255)).toBeLessThan(10);
    expect(light(0, 0, 255, 0)).toBeGreaterThan(light(0, 255, 0, 0));
  });

  it('is their saturation: none in greys, all in a pure ink, as far as black leaves any', () => {
    fc.assert(
      fc.property(planes(4), (inks) => {
        const [c, m, y, k] = inks;
        expect(fromInks(inks, c.length, 'vivid')).toEqual(
          c.map((_, i) => {
            const three = [c[i], m[i], y[i]];
            return Math.floor(((Math.max(...three) - Math.min(...three)) * (255 - k[i])) / 255);
          }),
        );
      }),
    );
  });

  it('is counted in steps of 5 %, by the plates that cover it', () => {
    fc.assert(
      fc.property(planes(6), (all) => {
        const [one, other, ...inks] = all;
        const steps = inkSteps(inks, one.length);
        const sums = one.map((_, i) =>
          Math.floor((inks.reduce((sum, ink) => sum + ink[i], 0) * 20) / 255),
        );
        expect(steps).toEqual(sums);
        const tally = new InkTally(2);
        tally.count(steps, [one, other]);
        const counts = tally.counts();
        for (const pattern of [0, 1, 2, 3])
          for (let step = 0; step <= 80; step++)
            expect(counts[pattern][step]).toBe(
              [...one.keys()].filter(
                (i) =>
                  sums[i] === step && (one[i] > 127 ? 1 : 0) + (other[i] > 127 ? 2 : 0) === pattern,
              ).length,
            );
      }),
      { numRuns: 50 },
    );
  });
});
