import { describe, expect, it } from 'vitest';
import { artwork } from '../../test/shop.ts';
import { compareArtwork } from './index.ts';

const page = (coverage: Record<string, number>) => artwork(coverage).pages[0];

describe('compareArtwork', () => {
  it('finds nothing changed in the same page', () => {
    const same = page({ Cyan: 0.5, White: 0.2 });
    expect(compareArtwork(same, same)).toEqual({ added: [], removed: [], cover: [] });
  });

  it('names the separations that came and went, and those that cover more or less', () => {
    const [before, now] = [page({ Cyan: 0.5, White: 0.2 }), page({ Cyan: 0.6, Silver: 0.1 })];
    expect(compareArtwork(before, now)).toEqual({
      added: ['Silver'],
      removed: ['White'],
      cover: [{ name: 'Cyan', before: 0.5, now: 0.6 }],
    });
  });

  it('takes a difference that rounding may make for none', () => {
    expect(compareArtwork(page({ Cyan: 0.5 }), page({ Cyan: 0.5001 })).cover).toEqual([]);
  });

  it('tells a finished size that differs by more than a tenth of a millimetre', () => {
    const before = page({ Cyan: 0.5 });
    const { width, height } = before.trimMm;
    const sized = (wide: number) => ({ ...before, trimMm: { ...before.trimMm, width: wide } });
    expect(compareArtwork(before, sized(width + 0.05)).size).toBeUndefined();
    expect(compareArtwork(before, sized(width + 2)).size).toEqual({
      before: [width, height],
      now: [width + 2, height],
    });
  });
});
