import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CellMap, cellLevels, cellsFrom, packCells } from './index.ts';

describe('cells', () => {
  it('keep the highest level met in each', () => {
    const map = new CellMap(360, 180);
    expect([map.columns, map.rows]).toEqual([180, 90]);
    map.raise(0, 0, 3);
    map.raise(1, 1, 7);
    map.raise(1, 0, 2);
    map.raise(359, 179, 1);
    const levels = cellLevels(map.cells()!);
    expect(levels[0]).toBe(7);
    expect(levels.at(-1)).toBe(1);
    expect(levels.filter((level) => level > 0)).toHaveLength(2);
  });

  it('are none where nothing was met', () => {
    expect(new CellMap(10, 10).cells()).toBeUndefined();
  });

  it('of a page smaller than the map are its pixels', () => {
    const map = new CellMap(3, 2);
    map.raise(2, 1, 9);
    expect(map.cells()).toEqual({ columns: 3, rows: 2, runs: '5a1j' });
  });

  it('are read back as they were packed, levels beyond the last as the last', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 6, maxLength: 60 }),
        (levels) => {
          const packed = packCells(levels.length, 1, Uint8Array.from(levels));
          expect([...cellLevels(packed)]).toEqual(levels.map((level) => Math.min(25, level)));
        },
      ),
    );
  });

  it('from a level on are marked, and none where none reaches it', () => {
    const packed = packCells(4, 1, Uint8Array.of(0, 2, 5, 9));
    expect([...cellLevels(cellsFrom(packed, 5)!)]).toEqual([0, 0, 1, 1]);
    expect(cellsFrom(packed, 10)).toBeUndefined();
    expect(cellsFrom(undefined, 1)).toBeUndefined();
  });
});
