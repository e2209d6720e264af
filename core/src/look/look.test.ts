import { beforeAll, describe, expect, it } from 'vitest';
import { ANCHOR, DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { processModel } from '../optics/index.ts';
import { D50, deltaE2000, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { parseStack, type Material } from '../stack/index.ts';
import { makeScene, opacityOf, seen, shareFrom, type Point, type View } from './index.ts';

const FRONT: View = { side: 'front', place: 'white' };
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
          { ...FRONT, place: 'behind' },
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
    const black: View = { ...FRONT, place: 'black' };
    expect(lab('film | W@sheet / CMYK', NO_INK, MATERIAL, black)[0]).toBeGreaterThan(
      lab('film | CMYK', NO_INK, MATERIAL, black)[0] + 40,
    );
  });
});

describe('opacityOf', () => {
  it('gives the contrast ratio the ink was measured with, and more for two hits', () => {
    const [one] = opacityOf(sceneOf('film | W@image / CMYK', MATERIAL), 'front', []).layers;
    const [two] = opacityOf(sceneOf('film | Wx2@image / CMYK', MATERIAL), 'front', []).layers;
    expect(one.contrastRatio).toBeCloseTo(0.7, 4);
    expect(two.contrastRatio).toBeGreaterThan(0.8);
  });

  it('is told over what is printed: silver on a twentieth of a label makes no opaque label of it', () => {
    const scene = sceneOf('film | W@image / CMYK+S@art', MATERIAL);
    const [white, silver] = plateSpecs(scene.stack).map(({ key }) => key);
    const under = new Map([[white, 1]]);
    const areas = [
      { plates: under, share: 0.95 },
      { plates: new Map([...under, [silver, 1]]), share: 0.05 },
    ];
    const { printed } = opacityOf(scene, 'front', areas);
    const [alone, both] = areas.map(
      ({ plates }) => opacityOf(scene, 'front', [{ plates, share: 1 }]).printed!.median,
    );
    expect(printed!.median).toBeCloseTo(alone, 9);
    expect(both).toBeGreaterThan(alone + 0.1);
    expect(shareFrom(printed!, (alone + both) / 2)).toBeCloseTo(0.05, 9);
  });

  it('calls solid material opaque by itself, and says that of it, not of the print', () => {
    const { material, printed } = opacityOf(sceneOf('film | CMYK'), 'front', []);
    expect(material).toBeCloseTo(1, 9);
    expect(printed).toBeUndefined();
    expect(opacityOf(sceneOf('film | CMYK', MATERIAL), 'front', []).material).toBeLessThan(0.3);
  });
});
