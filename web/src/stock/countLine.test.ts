import { describe, expect, it } from 'vitest';
import { countLine } from './countLine.ts';

const item = { id: 'a', left: 12.5, overdrawn: 0 } as unknown as Parameters<typeof countLine>[0];

describe('a line of a stocktake', () => {
  it('is none until it was counted; nothing left is a count', () => {
    expect(countLine(item, undefined)).toBeUndefined();
    expect(countLine(item, { reason: 'x' })).toBeUndefined();
    expect(countLine(item, { left: 0 })).toMatchObject({
      left: 0,
      differs: true,
      wantsReason: true,
    });
  });

  it('wants a reason only where it differs from the books, or the books were overdrawn', () => {
    expect(countLine(item, { left: 12.5 })).toMatchObject({ differs: false, wantsReason: false });
    expect(countLine(item, { left: 12, reason: '  ' })).toMatchObject({ wantsReason: true });
    expect(countLine(item, { left: 12, reason: 'cut' })).toMatchObject({
      reason: 'cut',
      wantsReason: false,
    });
    expect(countLine({ ...item, overdrawn: 2 }, { left: 12.5 })).toMatchObject({ differs: true });
  });

  it('was counted on books that somebody changed meanwhile', () => {
    expect(countLine(item, { left: 12, books: 12.5 })).toMatchObject({ moved: false });
    expect(countLine(item, { left: 12, books: 20 })).toMatchObject({ moved: true, books: 20 });
    // Counted before the books were kept beside it.
    expect(countLine(item, { left: 12 })).toMatchObject({ moved: false, books: 12.5 });
  });
});
