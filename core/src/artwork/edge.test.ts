import { describe, expect, it } from 'vitest';
import { EdgeMeter } from './edge.ts';

const [WIDTH, HEIGHT] = [20, 12];
const BOX = { left: 2, top: 1, right: 18, bottom: 11 };
/** Share of the edge of the box that is inked, of two planes that come in bands of so many rows. */
function shareOf(
  ink: (x: number, y: number) => number,
  { band = 5, box = BOX, inverted = false, other = 0 } = {},
): number {
  const meter = new EdgeMeter(WIDTH, box, [0]);
  for (let top = 0; top < HEIGHT; top += band) {
    const rows = Math.min(band, HEIGHT - top);
    const plane = Uint8Array.from({ length: rows * WIDTH }, (_, i) => {
      const value = ink(i % WIDTH, top + Math.floor(i / WIDTH));
      return inverted ? 255 - value : value;
    });
    meter.add({ top, rows, planes: [plane, new Uint8Array(rows * WIDTH).fill(other)] }, inverted);
  }
  return meter.share();
}

describe('the edge of the finished size', () => {
  it('is inked all round where a ground reaches it, and bare where a margin is left', () => {
    expect(shareOf(() => 255)).toBe(1);
    expect(shareOf((x, y) => (x >= 4 && x < 16 && y >= 3 && y < 9 ? 255 : 0))).toBe(0);
  });

  it('is inked by as much of it as the ink reaches', () => {
    // The left half of a box of 16 × 10: one side, half of the top and half of the bottom.
    expect(shareOf((x) => (x < 10 ? 255 : 0))).toBeCloseTo((10 + 8 + 8) / 52, 9);
  });

  it('is not inked by what is outside of it alone, and hardly by its outermost pixel', () => {
    expect(shareOf((x) => (x < 2 ? 255 : 0))).toBe(0);
    // The outermost pixel may be touched in part only: of its column the corners alone count.
    expect(shareOf((x) => (x === 2 ? 255 : 0))).toBeCloseTo(2 / 52, 9);
    expect(shareOf((x) => (x === 3 ? 255 : 0))).toBeCloseTo(12 / 52, 9);
  });

  it('is bare under haze up to 4 %, whether planes hold ink or light', () => {
    for (const inverted of [false, true]) {
      expect(shareOf(() => 10, { inverted })).toBe(0);
      expect(shareOf(() => 11, { inverted })).toBe(1);
    }
  });

  it('is the same in bands of any height, and leaves out planes that don’t print', () => {
    const ink = (x: number, y: number) => ((x * 7 + y * 3) % 5 > 2 ? 200 : 0);
    const whole = shareOf(ink, { band: HEIGHT });
    for (const band of [1, 2, 3, 7]) expect(shareOf(ink, { band, other: 255 })).toBe(whole);
  });

  it('of a piece of a few pixels is looked at all the same', () => {
    for (const [width, height] of [
      [1, 1],
      [9, 3],
      [2, 7],
    ]) {
      const box = { left: 5, top: 3, right: 5 + width, bottom: 3 + height };
      expect([width, height, shareOf(() => 255, { box })]).toEqual([width, height, 1]);
      expect(shareOf(() => 0, { box })).toBe(0);
    }
  });
});
