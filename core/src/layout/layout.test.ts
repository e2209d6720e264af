import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import { layOut } from './index.ts';

const piece = { width: 100, height: 50 };
const wish = { copies: 10, gap: 10, margin: 20, turned: false };

describe('layOut', () => {
  it('puts as many across as fit between the margins', () => {
    // 600 − 2 × 20 = 560 mm; five pieces and four gaps take 540.
    const layout = layOut(piece, wish, MACHINE, MATERIAL);
    expect(layout).toMatchObject({
      columns: 5,
      sweptWidth: 540,
      loads: [{ copies: 10, rows: 2, length: 110 }],
    });
    expect(layout.materialMm2).toBe(600 * 150);
    expect(layout.wasteMm2).toBe(600 * 150 - 10 * 5000);
  });

  it('fits a piece that fills the width to the last hundredth', () => {
    expect(layOut({ width: 560, height: 50 }, wish, MACHINE, MATERIAL).columns).toBe(1);
  });

  it('turns pieces by a quarter', () => {
    expect(layOut(piece, { ...wish, turned: true }, MACHINE, MATERIAL)).toMatchObject({
      columns: 9,
      pieceWidth: 50,
    });
  });

  it('fills as many sheets as it takes, the last one in part', () => {
    const sheet = { ...MATERIAL, form: 'sheet' as const, length: 150 };
    const { loads, materialMm2 } = layOut(piece, { ...wish, copies: 23 }, MACHINE, sheet);
    expect(loads.map(({ copies, rows }) => [copies, rows])).toEqual([
      [10, 2],
      [10, 2],
      [3, 1],
    ]);
    expect(materialMm2).toBe(3 * 600 * 150);
  });

  it('sweeps only what is printed when there are fewer copies than columns', () => {
    expect(layOut(piece, { ...wish, copies: 2 }, MACHINE, MATERIAL).sweptWidth).toBe(210);
  });

  it('refuses what does not fit and tells both sizes', () => {
    expect(() => layOut({ width: 600, height: 50 }, wish, MACHINE, MATERIAL)).toThrow(
      expect.objectContaining({
        code: 'LAYOUT_TOO_LARGE',
        message: expect.stringContaining('600.0 × 50.0 mm'),
      }),
    );
  });
});
