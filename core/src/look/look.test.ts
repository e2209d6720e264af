import { beforeAll, describe, expect, it } from 'vitest';
import { ANCHOR, DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { processModel } from '../optics/index.ts';
import {
  D50,
  D65,
  deltaE2000,
  spectrumToLab,
  spectrumToXyz,
  xyzToLab,
  xyzToSrgb,
  type Triple,
} from '../spectrum/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { parseStack, type Material } from '../stack/index.ts';
import {
  buildLookTable,
  makeScene,
  opacityOf,
  renderLook,
  seen,
  type Point,
  type View,
} from './index.ts';

const FRONT: View = { side: 'front', light: 'front', backing: 'white' };
let process: ReturnType<typeof processModel>;
beforeAll(() => {
  process = processModel(ANCHOR);
});

const sceneOf = (notation: string, material: Material = DARK) =>
  makeScene({ stack: parseStack(notation), material, machine: MACHINE, process });
const NO_INK = [0, 0, 0, 0];
const point = (
  notation: string,
  front: readonly number[],
  plate = 1,
  rear: readonly number[] = NO_INK,
): Point => ({
  process: { front, rear },
  plates: new Map(plateSpecs(parseStack(notation)).map(({ key }) => [key, plate])),
});
const lab = (
  notation: string,
  front: readonly number[],
  material = DARK,
  view = FRONT,
  plate = 1,
  rear = NO_INK,
) =>
  spectrumToLab(seen(sceneOf(notation, material), point(notation, front, plate, rear), view), D50);
const chroma = ([, a, b]: Triple) => Math.hypot(a, b);
const RED = [0, 0.9, 0.9, 0];
const BLUE = [0.9, 0.6, 0, 0];

describe('the look', () => {
  it('orders the classic mistakes on dark material: nothing, then white last, then white under', () => {
    const none = lab('film | CMYK', RED);
    const last = lab('film | CMYK / W@sheet', RED);
    const under = lab('film | W@sheet / CMYK', RED);
    expect(chroma(none)).toBeLessThan(chroma(under) / 3);
    expect(chroma(last)).toBeLessThan(chroma(under) / 2);
    expect(under[0]).toBeGreaterThan(none[0] + 15);
  });

  it('takes saturation away when silver lies under colour in place of white', () => {
    expect(chroma(lab('film | S35@image / CMYK', RED, MATERIAL))).toBeLessThan(
      chroma(lab('film | W@image / CMYK', RED, MATERIAL)),
    );
  });

  it('over-saturates the night picture when the hidden colour is as strong as the front one', () => {
    const night = (rear: number) =>
      spectrumToLab(
        seen(
          sceneOf(`film | CMYK${rear} / W@sheet / CMYK`, MATERIAL),
          point('film | CMYK / W@sheet / CMYK', [0, 0.5, 0.5, 0]),
          { ...FRONT, light: 'behind' },
        ),
        D50,
      );
    expect(night(100)[0]).toBeLessThan(night(40)[0]);
    const hue = (c: Triple) => chroma(c) / Math.max(1, c[0]);
    expect(hue(night(100))).toBeGreaterThan(hue(night(40)));
  });

  it('shows nothing of the other picture through a block-out', () => {
    const five = 'film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK';
    const bare = lab(five, RED, MATERIAL, FRONT, 1, NO_INK);
    const printed = lab(five, RED, MATERIAL, FRONT, 1, [1, 1, 0, 0]);
    expect(deltaE2000(bare, printed)).toBeLessThan(0.1);
  });

  it('reads a second-surface print through the film nearly as the same stack on the front', () => {
    const through = lab('W~@sheet / CMYK~ | film', BLUE, MATERIAL);
    const front = lab('film | W@sheet / CMYK', BLUE, MATERIAL);
    expect(deltaE2000(through, front)).toBeLessThan(6);
  });

  it('hides a black ground better with white than without', () => {
    const black: View = { ...FRONT, backing: 'black' };
    expect(lab('film | W@sheet / CMYK', NO_INK, MATERIAL, black)[0]).toBeGreaterThan(
      lab('film | CMYK', NO_INK, MATERIAL, black)[0] + 40,
    );
  });
});

describe('opacityOf', () => {
  it('gives the contrast ratio the ink was measured with, and more for two hits', () => {
    const [one] = opacityOf(sceneOf('film | W@image / CMYK', MATERIAL), 'front').layers;
    const [two] = opacityOf(sceneOf('film | Wx2@image / CMYK', MATERIAL), 'front').layers;
    expect(one.contrastRatio).toBeCloseTo(0.7, 6);
    expect(two.contrastRatio).toBeGreaterThan(0.8);
  });

  it('calls a print on solid material opaque', () => {
    expect(opacityOf(sceneOf('film | CMYK'), 'front').whole).toBeCloseTo(1, 9);
  });
});

describe('the look table', () => {
  /** ΔE2000; the worst seen is 1.5 and the mean 0.41, rounding to 8 bits included. */
  const WORST = 2;
  const MEAN = 0.5;

  it('comes within the stated difference of the exact sum at points between its nodes', () => {
    const notation = 'film | W@image / CMYK';
    const scene = sceneOf(notation);
    const means = { process: { front: NO_INK, rear: NO_INK }, plates: new Map<string, number>() };
    const table = buildLookTable(scene, FRONT, means);
    const count = 400;
    let state = 7;
    const random = () => ((state = (Math.imul(state, 1103515245) + 12345) >>> 0) >>> 8) / 2 ** 24;
    const bytes = Array.from({ length: count }, () =>
      Array.from({ length: 5 }, (_, i) =>
        Math.round(255 * (i === 4 && random() < 0.5 ? 1 : random())),
      ),
    );
    const planes = Array.from({ length: 5 }, (_, axis) =>
      Uint8Array.from(bytes, (row) => row[axis]),
    );
    const pixels = new Uint8ClampedArray(count * 4);
    renderLook(table, planes, pixels);
    const errors = bytes.map((row, i) => {
      const [c, m, y, k, w] = row.map((v) => v / 255);
      const exact = spectrumToXyz(seen(scene, point(notation, [c, m, y, k], w), FRONT), D50);
      // Both as the screen shows them: what lies outside its gamut is cut off alike.
      const shown = Uint8ClampedArray.from(xyzToSrgb(exact, D50.white), (v) => v * 255);
      return deltaE2000(srgbToLab(shown), srgbToLab(pixels.subarray(i * 4, i * 4 + 3)));
    });
    expect(Math.max(...errors)).toBeLessThan(WORST);
    expect(errors.reduce((a, b) => a + b) / count).toBeLessThan(MEAN);
  });

  it('turns the picture round in a view that reads it backwards', () => {
    const means = { process: { front: NO_INK, rear: NO_INK }, plates: new Map<string, number>() };
    const reversed = (notation: string, side: View['side']) =>
      buildLookTable(sceneOf(notation, MATERIAL), { ...FRONT, side }, means).reversed;
    expect(reversed('film | CMYK', 'front')).toBe(false);
    expect(reversed('film | CMYK', 'back')).toBe(true);
    expect(reversed('W~@sheet / CMYK~ | film', 'front')).toBe(false);
    expect(reversed('W@sheet / CMYK | film', 'front')).toBe(true);
    const five = 'film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK';
    expect([reversed(five, 'front'), reversed(five, 'back')]).toEqual([false, false]);
  });
});

/** Screen colour back to Lab under D50, for comparing; IEC 61966-2-1 the other way round. */
function srgbToLab(rgb: Uint8ClampedArray): Triple {
  const [r, g, b] = Array.from(rgb, (v) =>
    v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
  );
  const xyz: Triple = [
    0.4124 * r + 0.3576 * g + 0.1805 * b,
    0.2126 * r + 0.7152 * g + 0.0722 * b,
    0.0193 * r + 0.1192 * g + 0.9505 * b,
  ];
  return xyzToLab(xyz, D65.white);
}
