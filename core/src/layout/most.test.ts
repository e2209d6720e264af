import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bySolver } from '../../test/pallet.ts';
import { mostBound, mostPieces, piecesIn, rectanglesOf } from './index.ts';

/** Instances of the pallet loading problem and the most there is, published; from memory. */
const PUBLISHED: readonly (readonly [W: number, H: number, w: number, h: number, most: number])[] =
  [
    [22, 16, 5, 3, 23],
    [30, 22, 7, 4, 23],
    [32, 22, 5, 4, 34],
    [53, 51, 9, 7, 42],
    [100, 64, 17, 10, 36],
    [1000, 1000, 205, 159, 30],
    [1200, 800, 176, 135, 38],
  ];

const found = (W: number, H: number, w: number, h: number, gap = 0) =>
  mostPieces({ width: W, height: H }, { width: w, height: h }, gap);

describe('mostPieces', () => {
  it.each(PUBLISHED)(
    'fills %i × %i with pieces of %i × %i up to the published %i',
    (W, H, w, h, most) => {
      expect(piecesIn(found(W, H, w, h))).toBe(most);
    },
  );

  it('is at most one piece short where only an L-shaped cut finds the last one', () => {
    // Known to need more than five blocks (from memory).
    for (const [W, H, w, h, most] of [
      [57, 34, 7, 4, 69],
      [40, 25, 7, 3, 47],
      [52, 33, 9, 4, 47],
    ] as const)
      expect(most - piecesIn(found(W, H, w, h))).toBeLessThanOrEqual(1);
  });

  it('finds as many as a solver, and the solver never passes the bound', async () => {
    for (const [W, H, w, h] of [
      [7, 6, 3, 2],
      [9, 7, 4, 3],
      [11, 8, 5, 2],
      [10, 10, 4, 3],
      [13, 5, 4, 3],
    ] as const) {
      const most = await bySolver(W, H, w, h);
      expect([W, H, piecesIn(found(W, H, w, h))]).toEqual([W, H, most]);
      expect(
        mostBound({ width: W, height: H }, { width: w, height: h }, 0, true),
      ).toBeGreaterThanOrEqual(most);
    }
  });

  it('lays no piece on another, keeps the gap and stays inside, whatever the sizes', () => {
    const size = fc.integer({ min: 120, max: 900 });
    const side = fc.integer({ min: 20, max: 260 });
    fc.assert(
      fc.property(size, size, side, side, fc.integer({ min: 0, max: 9 }), (W, H, w, h, gap) => {
        const piece = { width: w / 2, height: h / 2 };
        const strips = mostPieces({ width: W, height: H }, piece, gap);
        const boxes = rectanglesOf(strips, piece, gap);
        for (const [i, a] of boxes.entries()) {
          if (a.left < 0 || a.top < 0 || a.left + a.width > W + 1e-6 || a.top + a.height > H + 1e-6)
            return false;
          for (const b of boxes.slice(i + 1)) {
            const apart = Math.max(
              a.left - b.left - b.width,
              b.left - a.left - a.width,
              a.top - b.top - b.height,
              b.top - a.top - a.height,
            );
            if (apart < gap - 1e-6) return false;
          }
        }
        return boxes.length <= mostBound({ width: W, height: H }, piece, gap, true);
      }),
      { numRuns: 60 },
    );
  });
});
