import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ComponentMeter, HoleMeter, SmallStream } from './index.ts';

const bytes = (picture: readonly string[]) =>
  Uint8Array.from(picture.join(''), (cell) => (cell === '#' ? 255 : 0));

/** Rows of a picture, a band at a time. */
function* bands(picture: readonly string[], bandRows: number) {
  for (let top = 0; top < picture.length; top += bandRows)
    yield bytes(picture.slice(top, top + bandRows));
}

function holes(picture: readonly string[], bandRows = 2) {
  const meter = new HoleMeter(picture[0].length);
  for (const rows of bands(picture, bandRows)) meter.push(rows);
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

const row = (width: number) =>
  fc
    .array(fc.constantFrom('.', '#', '#'), { minLength: width, maxLength: width })
    .map((cells) => cells.join(''));
const picture = fc
  .integer({ min: 1, max: 14 })
  .chain((width) => fc.array(row(width), { minLength: 1, maxLength: 14 }));

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
    fc.assert(
      fc.property(picture, fc.integer({ min: 1, max: 5 }), (drawn, bandRows) => {
        expect(holes(drawn, bandRows)).toEqual(flooded(drawn));
      }),
      { numRuns: 500 },
    );
  });
});

describe('ComponentMeter', () => {
  const islands = (drawn: readonly string[], bandRows: number) => {
    const found: number[] = [];
    const meter = new ComponentMeter(drawn[0].length, 'printed', ({ pixels }) =>
      found.push(pixels),
    );
    for (const rows of bands(drawn, bandRows)) meter.push(rows);
    meter.finish();
    return found.sort((a, b) => a - b);
  };

  it('takes islands that meet at a corner for one', () => {
    expect(islands(['#....', '.#..#', '....#'], 2)).toEqual([2, 2]);
  });

  it('counts every printed pixel once, however the islands wind', () => {
    fc.assert(
      fc.property(picture, fc.integer({ min: 1, max: 5 }), (drawn, bandRows) => {
        const printed = bytes(drawn).filter((v) => v).length;
        expect(islands(drawn, bandRows).reduce((a, b) => a + b, 0)).toBe(printed);
      }),
    );
  });
});

describe('SmallStream', () => {
  const changed = (
    drawn: readonly string[],
    limit: number,
    kind: 'empty' | 'printed',
    bandRows = 2,
  ) => {
    const width = drawn[0].length;
    const stream = new SmallStream(width, limit, kind);
    const out: number[] = [];
    for (const rows of bands(drawn, bandRows)) out.push(...stream.push(rows));
    out.push(...stream.finish());
    const text = out.map((v) => (v ? '#' : '.')).join('');
    return drawn.map((_, y) => text.slice(y * width, (y + 1) * width));
  };

  it('closes the eyes, and leaves the mouth that is open to the edge and the hole that is larger', () => {
    const face = ['########', '#.##...#', '########', '###.####', '###.####'];
    expect(changed(face, 2, 'empty')).toEqual([
      '########',
      '####...#',
      '########',
      '###.####',
      '###.####',
    ]);
  });

  it('drops the specks, and leaves the one that may go on beyond the sheet', () => {
    expect(changed(['.......', '.#..##.', '....##.', '#......', '.......'], 3, 'printed')).toEqual([
      '.......',
      '....##.',
      '....##.',
      '#......',
      '.......',
    ]);
  });

  it('changes exactly the places that measure up to the area, for any height of bands', () => {
    fc.assert(
      fc.property(
        picture,
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom('empty' as const, 'printed' as const),
        (drawn, bandRows, limit, kind) => {
          const places = (of: readonly string[]) => {
            const found: { pixels: number; outside: boolean }[] = [];
            const meter = new ComponentMeter(of[0].length, kind, (place) => found.push(place));
            meter.push(bytes(of));
            meter.finish();
            return found;
          };
          const small = places(drawn).filter(({ pixels, outside }) => !outside && pixels <= limit);
          const now = changed(drawn, limit, kind, bandRows);
          const differ = bytes(now).filter((v, i) => v !== bytes(drawn)[i]).length;
          expect(differ).toBe(small.reduce((sum, { pixels }) => sum + pixels, 0));
          expect(places(now).filter(({ pixels, outside }) => !outside && pixels <= limit)).toEqual(
            [],
          );
        },
      ),
      { numRuns: 500 },
    );
  });
});
