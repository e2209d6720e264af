import { describe, expect, it } from 'vitest';
import type { PictureMeasure } from '../plates/index.ts';
import { INK_STEP } from '../raster/index.ts';
import { allLayers, parseStack } from '../stack/index.ts';
import { inkTotal } from './index.ts';

/** Pixels by the plates that cover them and the percent of process ink they hold. */
function picture(
  of: 'front' | 'rear',
  ...pixels: readonly [plates: string[], percent: number, count: number][]
): PictureMeasure {
  return {
    picture: of,
    process: [0, 0, 0, 0],
    ink: pixels.map(([plates, percent, count]) => {
      const process = Array.from({ length: 400 / INK_STEP + 1 }, () => 0);
      process[percent / INK_STEP] = count;
      return { plates, process };
    }),
    laid: [],
  };
}
const layers = (notation: string) => allLayers(parseStack(notation));
const WHITE = 'W:front:image';

describe('inkTotal', () => {
  it('adds the hits of white to the process ink that lies on it', () => {
    const measured = picture('front', [[WHITE], 300, 10], [[], 320, 30]);
    expect(inkTotal(layers('film | Wx2@image / CMYK'), [measured], 400)).toEqual({
      most: 500,
      special: 200,
      shareAbove: 0.25,
    });
  });

  it('weighs every layer by its density', () => {
    const measured = picture('front', [[WHITE], 200, 1]);
    expect(inkTotal(layers('film | W50@image / CMYK60'), [measured], 400).most).toBe(50 + 120);
  });

  it('counts what is above the limit, and nothing at it', () => {
    const measured = picture('front', [[], 300, 1], [[], 305, 1]);
    expect(inkTotal(layers('film | CMYK'), [measured], 300).shareAbove).toBe(0.5);
    expect(inkTotal(layers('film | CMYK'), [measured], 305).shareAbove).toBe(0);
  });

  it('takes the heaviest places of two pictures in one trip to meet', () => {
    const both = [picture('front', [[], 200, 1], [[], 100, 1]), picture('rear', [[], 250, 1])];
    expect(inkTotal(layers('film | CMYK:rear~ / CMYK'), both, 400)).toMatchObject({
      most: 450,
      shareAbove: 1,
    });
  });

  it('is nothing where nothing is laid', () => {
    expect(inkTotal([], [picture('front', [[], 400, 5])], 100)).toEqual({
      most: 0,
      special: 0,
      shareAbove: 0,
    });
  });
});
