import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HoleMeter } from './index.ts';

function holes(picture: readonly string[], bandRows = 2) {
  const width = picture[0].length;
  const drawn = picture.join('');
  const meter = new HoleMeter(width);
  for (let top = 0; top < picture.length; top += bandRows)
    meter.push(Math.min(bandRows, picture.length - top), (i) => drawn[top * width + i] === '.');
  const { count, pixels } = meter.finish();
  return { count, pixels };
}

/** Oracle: flood from the edge over the whole picture, then flood what is left. */
function flooded(picture: readonly string[]) {
  const grid = picture.map((row) => [...row]);
  const fill = (y: number, x: number): number => {
    const waiting = [[y, x]];
    let size = 0;
    for (let at = waiting.pop(); at; at = waiting.pop()) {
      const [v, u] = at;
      if (grid[v]?.[u] !== '.') continue;
      grid[v][u] = '#';
      size++;
      waiting.push([v - 1, u], [v + 1, u], [v, u - 1], [v, u + 1]);
    }
    return size;
  };
  const [height, width] = [grid.length, grid[0].length];
  for (let y = 0; y < height; y++) for (const x of [0, width - 1]) fill(y, x);
  for (let x = 0; x < width; x++) for (const y of [0, height - 1]) fill(y, x);
  const sizes = grid.flatMap((row, y) => row.map((_, x) => fill(y, x))).filter((size) => size > 0);
  return { count: sizes.length, pixels: sizes.reduce((a, b) => a + b, 0) };
}

describe('HoleMeter', () => {
  it('finds two eyes in a face, and neither the background nor the open mouth', () => {
    const face = [
      '..........',
      '.########.',
      '.#.##.###.',
      '.#.##.###.',
      '.########.',
      '.###..###.',
      '.###..###.',
      '....#.....',
    ];
    expect(holes(face)).toEqual({ count: 2, pixels: 4 });
  });

  it('joins the arms of a hole that meet further down', () => {
    expect(holes(['#######', '#.###.#', '#.#.#.#', '#.....#', '#######'])).toEqual({
      count: 1,
      pixels: 10,
    });
  });

  it('lets no hole out through a corner', () => {
    expect(holes(['.####', '#.###', '##.##', '#####'])).toEqual({ count: 2, pixels: 2 });
  });

  it('agrees with flooding the whole picture, for any height of bands', () => {
    const row = (width: number) =>
      fc
        .array(fc.constantFrom('.', '#', '#'), { minLength: width, maxLength: width })
        .map((cells) => cells.join(''));
    const picture = fc
      .integer({ min: 1, max: 14 })
      .chain((width) => fc.array(row(width), { minLength: 1, maxLength: 14 }));
    fc.assert(
      fc.property(picture, fc.integer({ min: 1, max: 5 }), (drawn, bandRows) => {
        expect(holes(drawn, bandRows)).toEqual(flooded(drawn));
      }),
      { numRuns: 500 },
    );
  });
});
