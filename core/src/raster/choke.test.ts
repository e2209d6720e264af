import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  chokeStream,
  closeStream,
  openStream,
  rampStream,
  spreadStream,
  viaDistance,
  type MaskStream,
} from './choke.ts';
import { DistanceStream, NONE_NEAR } from './distance.ts';

/** Oracle: look at every pixel within the radius. Beyond the sheet counts as printed. */
function bruteForce(mask: Uint8Array, width: number, radius: number): Uint8Array {
  const height = mask.length / width;
  return Uint8Array.from(mask, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    for (let v = 0; v < height; v++)
      for (let u = 0; u < width; u++)
        if (mask[v * width + u] === 0 && (u - x) ** 2 + (v - y) ** 2 <= radius * radius) return 0;
    return 255;
  });
}

function through(
  stream: MaskStream,
  mask: Uint8Array,
  width: number,
  bandRows: number,
): Uint8Array {
  const parts: Uint8Array[] = [];
  for (let at = 0; at < mask.length; at += bandRows * width)
    parts.push(stream.push(mask.subarray(at, at + bandRows * width)));
  parts.push(stream.finish());
  return Uint8Array.from(parts.flatMap((part) => [...part]));
}

const choke = (mask: Uint8Array, width: number, radius: number, bandRows: number) =>
  through(chokeStream(width, radius), mask, width, bandRows);
const spread = (mask: Uint8Array, width: number, radius: number, bandRows: number) =>
  through(spreadStream(width, radius), mask, width, bandRows);

const picture = fc
  .tuple(
    fc.integer({ min: 1, max: 24 }),
    fc.integer({ min: 1, max: 24 }),
    fc.double({ min: 0.02, max: 0.6, noNaN: true }),
    fc.integer(),
  )
  .map(([width, height, empty, seed]) => {
    let state = seed | 1;
    const random = () => ((state = Math.imul(state, 1103515245) + 12345) >>> 8) / 2 ** 24;
    return {
      width,
      mask: Uint8Array.from({ length: width * height }, () => (random() < empty ? 0 : 1)),
    };
  });

describe('chokeStream', () => {
  it('takes one pixel off each side of a square, and keeps its corners round', () => {
    const mask = new Uint8Array(7 * 7);
    for (let y = 1; y < 6; y++) mask.fill(1, y * 7 + 1, y * 7 + 6);
    const rows = Array.from({ length: 7 }, (_, y) =>
      [...choke(mask, 7, 1, 3).subarray(y * 7, y * 7 + 7)].map((v) => (v ? '#' : '.')).join(''),
    );
    expect(rows).toEqual([
      '.......',
      '.......',
      '..###..',
      '..###..',
      '..###..',
      '.......',
      '.......',
    ]);
  });

  it('agrees with brute force, whatever the radius and the height of the bands', () => {
    fc.assert(
      fc.property(
        picture,
        fc.double({ min: 0, max: 9, noNaN: true }),
        fc.integer({ min: 1, max: 30 }),
        ({ width, mask }, radius, rows) => {
          expect(choke(mask, width, radius, rows)).toEqual(bruteForce(mask, width, radius));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('leaves a plate that runs off the sheet at its full extent', () => {
    expect(choke(new Uint8Array(100).fill(1), 10, 4, 3)).toEqual(new Uint8Array(100).fill(255));
  });

  it('takes more with a larger radius', () => {
    fc.assert(
      fc.property(picture, ({ width, mask }) => {
        const [small, large] = [1, 2.5].map((radius) => choke(mask, width, radius, 4));
        return large.every((v, i) => v <= small[i]);
      }),
    );
  });
});

describe('spreadStream', () => {
  const radius = fc.double({ min: 0, max: 9, noNaN: true });
  const negative = (mask: Uint8Array) => mask.map((v) => (v ? 0 : 255));

  it('is the choke of the negative, by the negative', () => {
    fc.assert(
      fc.property(picture, radius, ({ width, mask }, r) => {
        expect(spread(mask, width, r, 5)).toEqual(negative(choke(negative(mask), width, r, 5)));
      }),
    );
  });

  it('after a choke opens a mask: twice is as once, and never more than was there', () => {
    fc.assert(
      fc.property(picture, radius, ({ width, mask }, r) => {
        const open = (rows: Uint8Array) => spread(choke(rows, width, r, 3), width, r, 7);
        const once = open(mask);
        expect(open(once)).toEqual(once);
        expect(once.every((v, i) => v === 0 || mask[i] !== 0)).toBe(true);
      }),
    );
  });

  it('reaches further over a larger mask, and never lets go of any', () => {
    fc.assert(
      fc.property(picture, radius, fc.integer(), ({ width, mask }, r, seed) => {
        const more = mask.map((v, i) => (v || (i * 31 + seed) % 7 === 0 ? 1 : 0));
        const [few, many] = [mask, more].map((rows) => spread(rows, width, r, 4));
        expect(few.every((v, i) => v <= many[i] && (mask[i] === 0 || v === 255))).toBe(true);
      }),
    );
  });
});

describe('the SIMD kernel', () => {
  it('agrees with exact distances in TypeScript on rows wider than its registers, at any radius', () => {
    let state = 7;
    const random = () => ((state = Math.imul(state, 1103515245) + 12345) >>> 8) / 2 ** 24;
    for (const width of [1, 15, 16, 17, 64, 127, 128, 131, 300])
      for (const r of [0, 0.7, 1, 2.3, 11.9, 40, 75.5, 254]) {
        const mask = Uint8Array.from({ length: width * 60 }, () => (random() < 0.03 ? 0 : 255));
        // Wide stretches of either kind.
        mask.fill(0, width * 20, width * 30).fill(255, width * 40, width * 50);
        for (const [stream, kind, near] of [
          [chokeStream(width, r), 'empty', 0],
          [spreadStream(width, r), 'printed', 255],
        ] as const)
          expect(through(stream, mask, width, 7), `${kind} ${r} px on ${width}`).toEqual(
            through(viaDistance(width, r, kind, near), mask, width, 60),
          );
      }
  });

  it('does two things in one go as one after the other, on rows of any width', () => {
    fc.assert(
      fc.property(
        picture,
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        ({ width, mask }, wider, a, b) => {
          // Several registers wide, with rows that end in the middle of one.
          const rows = Uint8Array.from(
            { length: mask.length * wider },
            (_, i) => mask[i % mask.length],
          );
          const across = width * wider;
          expect(through(openStream(across, a, b), rows, across, 5)).toEqual(
            spread(choke(rows, across, a, 3), across, b, 4),
          );
          expect(through(closeStream(across, a), rows, across, 5)).toEqual(
            choke(spread(rows, across, a, 3), across, a, 4),
          );
        },
      ),
    );
  });

  it('rises along a ramp by the same distances as TypeScript', () => {
    let state = 11;
    const random = () => ((state = Math.imul(state, 1103515245) + 12345) >>> 8) / 2 ** 24;
    for (const width of [1, 16, 19, 75])
      for (const length of [1, 3.5, 20]) {
        const mask = Uint8Array.from({ length: width * 40 }, () => (random() < 0.04 ? 0 : 9));
        const oracle = new DistanceStream(width, length, 'empty');
        const squared = [...oracle.push(mask).squared, ...oracle.finish().squared];
        expect(through(rampStream(width, length), mask, width, 7), `${length} on ${width}`).toEqual(
          Uint8Array.from(squared, (d) =>
            d === NONE_NEAR
              ? 255
              : Math.floor(255 * Math.min(1, Math.max(0, Math.sqrt(d) - 0.5) / length) + 0.5),
          ),
        );
      }
  });
});
