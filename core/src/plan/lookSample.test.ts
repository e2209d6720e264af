import { describe, expect, it } from 'vitest';
import { artwork, PLAN } from '../../test/shop.ts';
import { labsAt, seen, type View } from '../look/index.ts';
import { D50, spectrumToLab } from '../spectrum/index.ts';
import { parseStack } from '../stack/index.ts';
import {
  differenceOn,
  opacityOn,
  sampleOf,
  sceneOf,
  type PrintPlan,
  type PrintPixels,
} from './index.ts';

const info = artwork({ Cyan: 0.5 });
const KEY = 'W:front:image';
const at = (notation: string, change: Partial<PrintPlan> = {}) =>
  sceneOf({ ...PLAN, ...change, stack: parseStack(notation) }, info);

/** Half of it colour on white, a quarter white alone, a quarter bare. */
const PIXELS = 400;
const print = ((): PrintPixels => {
  const plane = (value: number, to: number) => new Uint8Array(PIXELS).fill(value, 0, to);
  const picture = {
    width: 20,
    height: 20,
    size: PIXELS,
    process: [plane(180, 200), plane(60, 200), plane(0, 0), plane(20, 200)],
    plates: new Map([[KEY, plane(255, 300)]]),
  };
  return {
    pictures: { front: picture, rear: picture },
    measures: { plates: [], pictures: [] },
    means: {
      process: { front: [0.35, 0.1, 0, 0.04], rear: [0, 0, 0, 0] },
      plates: new Map([[KEY, 0.75]]),
    },
  };
})();
const sample = sampleOf(print, at('film | W@image / CMYK'), 'front');

describe('a sample of a picture', () => {
  it('takes pixels that lay ink, spread over all of it, the same every time', () => {
    expect(sample.points).toHaveLength(32);
    expect(sampleOf(print, at('film | W@image / CMYK'), 'front')).toEqual(sample);
    for (const { process, plates } of sample.points)
      expect(process.front[0] > 0 || plates.get(KEY)! > 0).toBe(true);
    const white = sample.points.filter(({ process }) => process.front[0] === 0).length;
    expect(white / 32).toBeGreaterThan(0.2);
    expect(white / 32).toBeLessThan(0.47);
  });

  it('is looked at by the exact sum, point by point', () => {
    const scene = at('film | W70@image / CMYK');
    const view: View = { side: 'front', place: 'black' };
    labsAt(scene, view, sample.points).forEach((lab, i) => {
      const exact = spectrumToLab(seen(scene, sample.points[i], view), D50);
      lab.forEach((value, k) => expect(value).toBeCloseTo(exact[k], 9));
    });
  });

  it('is nearer to the same art on white paper the more white there is, over black', () => {
    const far = (notation: string) =>
      differenceOn(sample, at(notation), { side: 'front', place: 'black' });
    const differences = [
      far('film | CMYK'),
      far('film | W40@image / CMYK'),
      far('film | Wx2@image / CMYK'),
    ];
    expect(differences).toEqual(differences.toSorted((a, b) => b - a));
    expect(differences[0]).toBeGreaterThan(3 * differences[2]);
  });

  it('has the opacity of its white, and next to none without it', () => {
    const [bare, one, two] = [
      'film | CMYK',
      'film | W@image / CMYK',
      'film | Wx3@image / CMYK',
    ].map((notation) => opacityOn(sample, at(notation), 'front'));
    expect(bare).toBeLessThan(0.45);
    expect(one).toBeGreaterThan(0.6);
    expect(two).toBeGreaterThan(one);
    expect(two).toBeLessThanOrEqual(1);
  });

  it('says nothing of a picture without ink', () => {
    const empty = {
      ...print.pictures.front,
      process: print.pictures.front.process.map(() => new Uint8Array(PIXELS)),
      plates: new Map([[KEY, new Uint8Array(PIXELS)]]),
    };
    const nothing = sampleOf(
      { ...print, pictures: { front: empty, rear: empty } },
      at('film | W@image / CMYK'),
      'front',
    );
    expect(nothing.points).toEqual([]);
    expect(differenceOn(nothing, at('film | CMYK'), { side: 'front', place: 'white' })).toBe(0);
    expect(opacityOn(nothing, at('film | CMYK'), 'front')).toBe(1);
  });
});
