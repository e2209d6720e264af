import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ChokeStream } from './choke.ts';

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

function choke(mask: Uint8Array, width: number, radius: number, bandRows: number): Uint8Array {
  const stream = new ChokeStream(width, radius);
  const parts: Uint8Array[] = [];
  for (let at = 0; at < mask.length; at += bandRows * width)
    parts.push(stream.push(mask.subarray(at, at + bandRows * width)));
  parts.push(stream.finish());
  return Uint8Array.from(parts.flatMap((part) => [...part]));
}

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

describe('ChokeStream', () => {
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
