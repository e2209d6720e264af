import { describe, expect, it } from 'vitest';
import type { Place } from '@kyanos/core';
import { drawPin, drawPlace, drawProbe, placeBounds, type OnScreen } from './marks.ts';

/** 200 × 100 mm of 400 × 200 pixels, at 3 screen pixels each, moved by 10 and 20: 6 screen pixels a millimetre. */
const PAGE: OnScreen = {
  left: 10,
  top: 20,
  scale: 3,
  widthPx: 400,
  heightPx: 200,
  widthMm: 200,
  heightMm: 100,
};
type Call = readonly [name: string, ...args: (number | string)[]];
/** Writes down what is drawn. */
function recorder() {
  const calls: Call[] = [];
  const pen = new Proxy({} as CanvasRenderingContext2D, {
    get:
      (_, name) =>
      (...args: (number | string)[]) =>
        calls.push([String(name), ...args]),
    set: () => true,
  });
  return { pen, calls, of: (name: string) => calls.filter(([what]) => what === name) };
}
const boxes = (...list: [left: number, top: number, width: number, height: number][]): Place => ({
  kind: 'boxes',
  boxes: list.map(([left, top, width, height]) => ({ left, top, width, height })),
});
/** @param rows a letter a cell: a dot where there is nothing */
const cells = (...rows: string[]): Place => ({
  kind: 'cells',
  cells: {
    columns: rows[0].length,
    rows: rows.length,
    runs: rows.join('').replaceAll('.', '1a').replaceAll('#', '1z'),
  },
});

describe('the box round a place', () => {
  it('holds all of its boxes', () => {
    expect(placeBounds(boxes([10, 20, 5, 5], [40, 10, 20, 2]), PAGE)).toEqual({
      left: 10,
      top: 10,
      width: 50,
      height: 15,
    });
  });

  it('holds the cells that have something, as parts of the page', () => {
    // 4 × 2 cells of 50 × 50 mm.
    expect(placeBounds(cells('....', '.##.'), PAGE)).toEqual({
      left: 50,
      top: 50,
      width: 100,
      height: 50,
    });
  });

  it('is none where there is nothing', () => {
    expect(placeBounds(cells('....', '....'), PAGE)).toBeUndefined();
    expect(placeBounds(boxes(), PAGE)).toBeUndefined();
  });
});

describe('a place on the page', () => {
  it('of boxes is ringed, a small one with more room, so that its mark does not hide it', () => {
    const { pen, of } = recorder();
    drawPlace(pen, boxes([10, 20, 30, 10], [100, 50, 0.5, 0.5]), PAGE);
    const [large, small] = of('strokeRect') as [string, number, number, number, number][];
    expect(large).toEqual(['strokeRect', 10 + 60 - 3, 20 + 120 - 3, 180 + 6, 60 + 6]);
    // 3 pixels wide: 7.5 of room on each side.
    expect(small).toEqual(['strokeRect', 10 + 600 - 7.5, 20 + 300 - 7.5, 18, 18]);
  });

  it('of cells is tinted, with a line where it ends and none between two of its cells', () => {
    const { pen, of } = recorder();
    drawPlace(pen, cells('##..', '#...'), PAGE);
    expect(of('fillRect')).toHaveLength(3);
    // Three cells in an angle have eight sides that are outer ones.
    expect(of('moveTo')).toHaveLength(8);
    const lines = of('moveTo').map(([, ...from], i) =>
      [...from, ...of('lineTo')[i].slice(1)].join(),
    );
    expect(lines).toContain([310, 320, 610, 320].join());
    expect(lines).not.toContain([310, 20, 310, 320].join());
    expect(of('stroke')).toHaveLength(1);
  });
});

describe('a point of the page', () => {
  it('is pinned at the middle of its pixel, with its number from 1', () => {
    const { pen, of } = recorder();
    drawPin(pen, { x: 4, y: 2, inks: [] } as never, 2, PAGE);
    expect(of('arc')[0].slice(1, 4)).toEqual([10 + 4.5 * 3, 20 + 2.5 * 3, 10]);
    expect(of('fillText')[0].slice(1, 2)).toEqual(['3']);
  });

  it('that is probed stays free: the cross begins five pixels off it', () => {
    const { pen, of } = recorder();
    drawProbe(pen, { x: 4, y: 2 }, PAGE);
    const [x, y] = [10 + 4.5 * 3, 20 + 2.5 * 3];
    for (const [, left, top] of [...of('moveTo'), ...of('lineTo')] as [string, number, number][])
      expect(Math.hypot(left - x, top - y)).toBeGreaterThanOrEqual(5);
    // Light below, dark over it: seen on any ground.
    expect(of('moveTo')).toHaveLength(8);
  });
});
