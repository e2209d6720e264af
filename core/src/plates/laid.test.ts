import { describe, expect, it } from 'vitest';
import { parseStack } from '../stack/index.ts';
import { laidAt, type PointInk } from './index.ts';

/** Bytes at a point: process inks, and what the artist drew as white. */
const at = (process: number[], white = 0): PointInk => ({
  process,
  art: (inkRole) => (inkRole === 'W' ? white : 0),
});
const INK = at([255, 0, 51, 0]);
const BARE = at([0, 0, 0, 0]);
const amounts = (notation: string, ink: PointInk, picture: 'front' | 'rear' = 'front') =>
  laidAt(parseStack(notation), picture, ink).map(({ parts, side }) => [
    side,
    ...parts.map(({ inkRole, amount }) => `${inkRole} ${amount.toFixed(2)}`),
  ]);

describe('laidAt', () => {
  it('tells the layers of a side from the substrate outward, thinned by their density', () => {
    expect(amounts('W~@sheet / CMYK~ | film | W70x2@image / CMYK', INK)).toEqual([
      ['front', 'W 0.70'],
      ['front', 'CMYK 1.20'],
      ['back', 'CMYK 1.20'],
      ['back', 'W 1.00'],
    ]);
    expect(laidAt(parseStack('film | Wx2@sheet'), 'front', BARE)[0].hits).toBe(2);
  });

  it('leaves out what lays nothing there, and layers of the other picture', () => {
    expect(amounts('film | W@image / CMYK', BARE)).toEqual([]);
    expect(amounts('film | CMYK:rear~ / W@sheet', INK)).toEqual([['front', 'W 1.00']]);
    expect(amounts('film | CMYK:rear~ / W@sheet', INK, 'rear')).toEqual([['front', 'CMYK 1.20']]);
  });

  it.each([
    ['image(haze 50)', INK, '1.00'],
    ['image(haze 50)', at([100, 0, 0, 0]), undefined],
    ['outside', BARE, '1.00'],
    ['art', at([0, 0, 0, 0], 128), '0.50'],
    ['image', at([0, 0, 0, 0], 128), '0.50'],
    ['sheet(bare image)', INK, undefined],
    ['sheet(within ink(C above 90))', INK, '1.00'],
    ['ink(K add image)', INK, '1.00'],
    ['sheet(density 40 spare black 95)', INK, '0.40'],
    ['sheet(spare black 95)', at([0, 0, 0, 255]), undefined],
    // Neither a drawing nor an edge can be told from a point: they are left out.
    ['sheet(bare box(0 0 1 1) choke 1)', INK, '1.00'],
    ['box(0 0 1 1)', INK, undefined],
  ])('%s lays white there', (rule, ink, white) => {
    expect(amounts(`film | W@${rule}`, ink)).toEqual(white ? [['front', `W ${white}`]] : []);
  });
});
