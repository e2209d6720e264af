import { describe, expect, it } from 'vitest';
import { clashes, isDrag, movedPieces, pieceKey } from './pieces.ts';

const PIECE = { width: 60, height: 40 };
const BED = { piece: PIECE, room: { left: 10, top: 8, width: 300, height: 200 }, tall: 200 };
const boxes = [
  { left: 10, top: 8, width: 60, height: 40, turned: false },
  { left: 100, top: 8, width: 40, height: 60, turned: true },
];

describe('a piece that is dragged', () => {
  it('goes to the nearest half millimetre, and the others stay', () => {
    const [first, second] = movedPieces(boxes, 0, { dx: 3.32, dy: 12.1 }, BED);
    expect(first).toEqual({ left: 13.5, top: 20, turned: false });
    expect(second).toEqual({ left: 100, top: 8, turned: true });
  });

  it('stays where the machine prints, whichever way it lies', () => {
    const far = { dx: 1000, dy: 1000 };
    expect(movedPieces(boxes, 0, far, BED)[0]).toEqual({ left: 250, top: 168, turned: false });
    expect(movedPieces(boxes, 1, far, BED)[1]).toEqual({ left: 270, top: 148, turned: true });
    const back = { dx: -1000, dy: -1000 };
    expect(movedPieces(boxes, 1, back, BED)[1]).toEqual({ left: 10, top: 8, turned: true });
  });

  it('that is wider than the bed lies at its left edge', () => {
    const wide = { ...BED, piece: { width: 400, height: 40 } };
    expect(movedPieces(boxes, 0, { dx: 50 }, wide)[0].left).toBe(10);
  });

  it('is turned in place, and brought back onto the bed if it then hangs over', () => {
    const low = [{ left: 10, top: 166, width: 60, height: 40, turned: false }];
    expect(movedPieces(low, 0, { turn: true }, BED)[0]).toEqual({
      left: 10,
      top: 148,
      turned: true,
    });
  });

  it('by less than half a millimetre is only clicked', () => {
    expect(isDrag({ dx: 0.3, dy: 0.3 })).toBe(false);
    expect(isDrag({ dx: 0.4, dy: 0.4 })).toBe(true);
  });
});

describe('keys', () => {
  const key = (name: string, shiftKey = false) => ({ key: name, shiftKey });

  it('move by a millimetre as it is seen, by ten with Shift', () => {
    expect(pieceKey(key('ArrowRight'), false)).toEqual({ dx: 1, dy: 0 });
    expect(pieceKey(key('ArrowUp', true), false)).toEqual({ dx: 0, dy: -10 });
  });

  it('follow the drawing where the feed runs from left to right', () => {
    // Right on the screen is along the feed; down on the screen is towards the left edge.
    expect(pieceKey(key('ArrowRight'), true)).toEqual({ dx: -0, dy: 1 });
    expect(pieceKey(key('ArrowDown'), true)).toEqual({ dx: -1, dy: 0 });
  });

  it('turn a piece with r, and leave every other key alone', () => {
    expect(pieceKey(key('r'), true)).toEqual({ turn: true });
    expect(pieceKey(key('Tab'), true)).toBeUndefined();
  });
});

it('pieces clash where they overlap, not where they touch', () => {
  const at = (left: number) => ({ left, top: 0, width: 10, height: 10 });
  expect(clashes([at(0), at(10), at(19.5)])).toEqual(new Set([1, 2]));
});
