import { describe, expect, it } from 'vitest';
import { giveBackRows, slicesOf, spareRows } from './index.ts';

describe('rows that are used again', () => {
  it('are lent to one at a time, also where they were given back twice', () => {
    const rows = spareRows(4801);
    giveBackRows(rows);
    giveBackRows(rows);
    expect(spareRows(4801)).toBe(rows);
    expect(spareRows(4801)).not.toBe(rows);
  });

  it('are of the length that is wanted, and never a part of somebody’s memory', () => {
    const whole = new Uint8Array(9602);
    giveBackRows(whole.subarray(0, 4802));
    const rows = spareRows(4802);
    expect([rows.length, rows.buffer === whole.buffer]).toEqual([4802, false]);
    giveBackRows(whole);
    expect(spareRows(9601)).toHaveLength(9601);
  });

  it('take no more room than a few bands, however much is given back', () => {
    const large = new Uint8Array(300_000);
    giveBackRows(large);
    expect(spareRows(300_000)).not.toBe(large);
    const given = Array.from({ length: 40 }, () => new Uint8Array(4803));
    given.forEach(giveBackRows);
    const lent = new Set(given.map(() => spareRows(4803)));
    expect(given.filter((rows) => lent.has(rows))).toHaveLength(32);
  });
});

describe('slices of a band', () => {
  it('are its rows in order, each once, and a row at a time where one is wider than a slice', () => {
    for (const width of [3, 7087, 200_000]) {
      const rows = 40;
      const plane = Uint8Array.from({ length: rows * width }, (_, i) => (i * 31) >> 3);
      const slices = [...slicesOf({ top: 512, rows, planes: [plane] }, width)];
      let next = 512;
      for (const { top, rows: count, planes } of slices) {
        expect(top).toBe(next);
        const at = (top - 512) * width;
        expect(Buffer.compare(planes[0], plane.subarray(at, at + count * width))).toBe(0);
        next += count;
      }
      expect(next).toBe(512 + rows);
      if (width === 200_000) expect(slices).toHaveLength(rows);
    }
  });
});
