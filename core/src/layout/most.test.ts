import fc from 'fast-check';
import highs from 'highs';
import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import { layOut, mostBound, mostPieces, piecesIn, rectanglesOf } from './index.ts';

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

/** The most pieces by a solver: every place a piece can take is a yes or no, and no cell is covered twice. */
async function bySolver(W: number, H: number, w: number, h: number): Promise<number> {
  const cells = new Map<string, string[]>();
  const names: string[] = [];
  for (const [a, b] of w === h
    ? [[w, h]]
    : [
        [w, h],
        [h, w],
      ])
    for (let x = 0; x + a <= W; x++)
      for (let y = 0; y + b <= H; y++) {
        const name = `p${names.length}`;
        names.push(name);
        for (let i = x; i < x + a; i++)
          for (let k = y; k < y + b; k++)
            cells.set(`${i},${k}`, [...(cells.get(`${i},${k}`) ?? []), name]);
      }
  const rows = [...cells.values()].map((cover, i) => ` c${i}: ${cover.join(' + ')} <= 1`);
  const solver = await highs();
  const solved = solver.solve(
    `Maximize\n obj: ${names.join(' + ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${names.join(' ')}\nEnd`,
  );
  return Math.round(solved.ObjectiveValue);
}

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

describe('pieces in both directions on a roll', () => {
  const roll = (width: number) => ({ ...MATERIAL, form: 'roll' as const, width, label: null });
  const longest = (piece: { width: number; height: number }, width: number, copies: number) =>
    layOut(
      piece,
      { copies, gap: 0, margin: 0, turned: false, mixed: true },
      { ...MACHINE, minWidth: 1, maxLength: 100_000 },
      roll(width),
    ).longest;

  it('lie in rows upright and rows turned where that is shorter: 13 of 5 × 13 on a width of 21 take 44', () => {
    expect(longest({ width: 5, height: 13 }, 21, 13)).toBeCloseTo(44, 1);
  });

  it('are within a hundredth of the shortest there is on 58 of 60 rolls, as a bound or a solver proves', async () => {
    let state = 11;
    const random = (low: number, high: number) => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return low + Math.floor((state / 2 ** 32) * (high - low + 1));
    };
    let near = 0;
    for (let i = 0; i < 60; i++) {
      const piece = { width: random(2, 6), height: random(7, 11) };
      const width = random(piece.height, 24);
      const copies = random(4, 14);
      const found = Math.round(longest(piece, width, copies));
      // The longest that would be more than a hundredth shorter: what does not hold all there, holds them nowhere below.
      const shorter = Math.ceil(found / 1.01) - 1;
      const bound = mostBound({ width, height: shorter }, piece, 0, true);
      if (bound < copies || (await bySolver(width, shorter, piece.width, piece.height)) < copies)
        near++;
    }
    expect(near).toBeGreaterThanOrEqual(58);
  });
});
