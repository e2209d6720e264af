import { describe, expect, it } from 'vitest';
import { artwork, DARK, PLAN } from '../../test/shop.ts';
import type { Barcode } from '../artwork/index.ts';
import { croppedRaster, memoryRaster, shrunkRaster, type Raster } from '../raster/index.ts';
import { parseStack, type Material } from '../stack/index.ts';
import {
  barcodeLooks,
  lookAt,
  lookNumbers,
  planJob,
  pointLooks,
  printPixels,
  rearStrength,
  sceneOf,
  screened,
  type Artwork,
  type PrintPlan,
  type Screened,
} from './index.ts';

const [WIDTH, HEIGHT] = [200, 100];
const SIZE = WIDTH * HEIGHT;
/** A block of colour in the middle, the artist's white round it, bars of a code to the right. */
function raster(): Raster {
  const plane = (value: (x: number, y: number) => number) =>
    Uint8Array.from({ length: SIZE }, (_, i) => value(i % WIDTH, Math.floor(i / WIDTH)));
  const block = (x: number, y: number) => x >= 40 && x < 90 && y >= 30 && y < 70;
  const bars = (x: number, y: number) =>
    x >= 130 && x < 160 && y >= 30 && y < 70 && (x - 130) % 4 < 2 && x !== 150 && x !== 151;
  return memoryRaster(
    { width: WIDTH, height: HEIGHT, dpi: 25.4 },
    new Map([
      ['Cyan', plane(() => 0)],
      ['Magenta', plane((x, y) => (block(x, y) ? 200 : 0))],
      ['Yellow', plane((x, y) => (block(x, y) ? 255 : 0))],
      ['Black', plane((x, y) => (bars(x, y) ? 255 : 0))],
      ['White', plane((x, y) => (x >= 35 && x < 95 && y >= 25 && y < 75 ? 255 : 0))],
    ]),
  );
}
const CODE: Barcode = {
  type: 'Code 128',
  content: 'BENCH',
  box: { left: 130, top: 30, width: 30, height: 40 },
  turn: 0,
  moduleMm: 2,
  quiet: [10, 10],
  quietWanted: [4, 4],
  mirrored: false,
};
const INFO = (() => {
  const info = artwork({ White: 0.3 });
  return { ...info, pages: info.pages.map((page) => ({ ...page, barcodes: [CODE] })) };
})();
const file: Artwork = { info: INFO, raster };
const KRAFT: Material = {
  ...DARK,
  class: 'natural',
  optics: { lab: [60, 9, 25], transmittance: 0, haze: 1, gloss: 8.5 },
};
const planOf = (stack: string, change: Partial<PrintPlan> = {}): PrintPlan => ({
  ...PLAN,
  material: KRAFT,
  stack: parseStack(stack),
  ...change,
});

describe('the pixels of a print', () => {
  it('are the separations and the plates that the plan measures', async () => {
    const plan = planOf('film | W@art / CMYK');
    const { pictures, measures, means } = await printPixels(plan, file);
    const [white] = pictures.front.plates.values();
    expect(white.filter((v) => v === 255)).toHaveLength(60 * 50);
    expect(measures.plates).toEqual((await planJob(plan, file)).plates);
    expect(means.process.front[2]).toBeCloseTo(2000 / SIZE, 9);
    expect([...means.plates.values()][0]).toBeCloseTo(3000 / SIZE, 2);
  });

  it('can be those of a part of the page, or of fewer, larger ones', async () => {
    const part = await croppedRaster(raster(), { left: 40, top: 30, right: 50, bottom: 34 });
    for await (const { planes } of part.bands())
      expect(planes[1]).toEqual(new Uint8Array(40).fill(200));
    const small = await shrunkRaster(raster(), 50);
    expect([small.width, small.height, small.dpi]).toEqual([50, 25, 6.35]);
    let sum = 0;
    for await (const { planes } of small.bands()) for (const v of planes[2]) sum += v;
    expect(sum / (255 * 50 * 25)).toBeCloseTo(2000 / SIZE, 2);
  });
});

describe('the picture of a print', () => {
  const pictureOf = async (stack: string, side: 'front' | 'back' = 'front', change = {}) => {
    const plan = planOf(stack, change);
    const look = lookAt(sceneOf(plan, INFO), await printPixels(plan, file), side);
    return screened(look, { side, place: 'white' });
  };
  const red = ({ pixels }: { pixels: Uint8ClampedArray }, x: number, y = 50) =>
    pixels[(y * WIDTH + x) * 4];

  it('shows colour brighter on white than on bare kraft, and bare kraft elsewhere', async () => {
    const [on, off] = [await pictureOf('film | W@art / CMYK'), await pictureOf('film | CMYK')];
    expect(red(on, 60)).toBeGreaterThan(red(off, 60));
    expect(red(on, 10)).toBe(red(off, 10));
    expect(on.outOfGamut).toBeGreaterThanOrEqual(0);
  });

  it('is turned round where it reads backwards', async () => {
    const clear = { material: PLAN.material };
    const [front, back] = [
      await pictureOf('film | CMYK', 'front', clear),
      await pictureOf('film | CMYK', 'back', clear),
    ];
    const dark = (picture: Screened) =>
      Array.from({ length: WIDTH }, (_, x) => red(picture, x) < 150);
    expect(dark(front)).toContain(true);
    expect(dark(back).toReversed()).toEqual(dark(front));
  });
});

describe('what is told of a print', () => {
  it('has every number that its plan asks for, and none that it does not', async () => {
    const plan = planOf('film | CMYK60 / W@sheet / CMYK', {
      material: {
        ...PLAN.material,
        optics: { lab: [91.5, 0, -0.8], transmittance: 0.5, haze: 0.98, gloss: 30 },
      },
      viewing: { side: 'front', light: 'both', backing: 'white' },
    });
    const look = lookAt(sceneOf(plan, INFO), await printPixels(plan, file), 'front');
    const numbers = lookNumbers(look, { side: 'front', place: 'white' }, plan.viewing);
    expect(numbers.deltaE!.median).toBeLessThanOrEqual(numbers.deltaE!.p95);
    expect(numbers.dayNight!.median).toBeGreaterThan(0);
    expect(numbers.readability!.print).toBeGreaterThan(0.5);
    expect(numbers.showThrough.front.of).toBe('ground');
    expect(numbers.grain).toBeUndefined();
    expect(rearStrength(plan, INFO, look)!.density).toBeLessThan(100);
    const plain = planOf('film | CMYK');
    const other = lookAt(sceneOf(plain, INFO), await printPixels(plain, file), 'front');
    expect(
      lookNumbers(other, { side: 'front', place: 'white' }, plain.viewing).dayNight,
    ).toBeUndefined();
    expect(rearStrength(plain, INFO, other)).toBeUndefined();
  });
});

describe('a point of a print', () => {
  it('has its inks, its plates, and its difference to the art on white paper', async () => {
    const plan = planOf('film | W@art / CMYK');
    const look = lookAt(sceneOf(plan, INFO), await printPixels(plan, file), 'front');
    const [block, bare] = pointLooks(look, { side: 'front', place: 'white' }, [
      { x: 60 / WIDTH, y: 0.5 },
      { x: 1, y: 1 },
    ]);
    expect(block.process).toEqual([0, 200, 255, 0]);
    expect([...block.plates.values()]).toEqual([255]);
    expect(block.deltaE).toBeGreaterThan(0);
    // Bare kraft against paper, as entered and as the profile has it.
    expect([...bare.plates.values()]).toEqual([0]);
    expect(Math.abs(bare.print[0] - 60)).toBeLessThan(4);
    expect(bare.paper[0]).toBeCloseTo(95.2, 0);
  });

  it('is the same place of the art where the picture is turned round', async () => {
    const plan = planOf('film | CMYK', { material: PLAN.material });
    const look = lookAt(sceneOf(plan, INFO), await printPixels(plan, file), 'back');
    const [turned] = pointLooks(look, { side: 'back', place: 'white' }, [
      { x: 1 - 60.5 / WIDTH, y: 0.5 },
    ]);
    expect(turned.process).toEqual([0, 200, 255, 0]);
  });
});

describe('a barcode', () => {
  const looked = async (stack: string, reads: (light: number) => string[] = () => ['BENCH']) => {
    const [found] = await barcodeLooks(
      planOf(stack),
      INFO,
      (_, box) => croppedRaster(raster(), box),
      { side: 'front', place: 'white' },
      ({ pixels }) => Promise.resolve(reads(Math.max(...pixels))),
    );
    return found;
  };

  it('has the contrast of its bars to what they lie on: more with a white box than on kraft', async () => {
    const { planned, withWhite, withoutWhite } = await looked('film | W@art / CMYK');
    // The artist drew no white under the code.
    expect(planned.symbolContrast).toBeCloseTo(withoutWhite!.symbolContrast, 6);
    expect(withWhite!.symbolContrast).toBeGreaterThan(planned.symbolContrast + 0.1);
    expect(planned.grade >= withWhite!.grade).toBe(true);
  });

  it('is told with white for a stack that lays none, where the machine could', async () => {
    const { planned, withWhite } = await looked('film | CMYK');
    expect(withWhite!.symbolContrast).toBeGreaterThan(planned.symbolContrast);
  });

  it('is one of the page that is seen from the side', async () => {
    const [page] = INFO.pages;
    const rear = { ...page, number: 2, barcodes: [{ ...CODE, content: 'REAR' }] };
    const codes = async (side: 'front' | 'back') => {
      const looks = await barcodeLooks(
        planOf('film | CMYK:rear~ / B@image / CMYK', {
          material: PLAN.material,
          artwork: { ...PLAN.artwork, rearPage: 2 },
        }),
        { ...INFO, pages: [page, rear] },
        (_, box) => croppedRaster(raster(), box),
        { side, place: 'white' },
        () => Promise.resolve([]),
      );
      return looks.map(({ barcode }) => barcode.content);
    };
    expect([await codes('front'), await codes('back')]).toEqual([['BENCH'], ['REAR']]);
  });

  it('is scanned as it is seen: turned round from behind', async () => {
    const columns = async (side: 'front' | 'back') => {
      const [{ picture }] = await barcodeLooks(
        planOf('film | CMYK', { material: PLAN.material }),
        INFO,
        (_, box) => croppedRaster(raster(), box),
        { side, place: 'white' },
        () => Promise.resolve([]),
      );
      const { width, pixels } = picture;
      return Array.from({ length: width }, (_, x) => pixels[5 * width + x] < 110);
    };
    const front = await columns('front');
    expect(front).toContain(true);
    expect(front).toContain(false);
    expect((await columns('back')).toReversed()).toEqual(front);
    expect(front.toReversed()).not.toEqual(front);
  });

  it('decodes where a decoder reads what the artwork says, in one of the tries', async () => {
    let tries = 0;
    const second = await looked('film | CMYK', () => (++tries % 2 === 0 ? ['BENCH'] : []));
    expect(second.planned.decodes).toBe(true);
    expect((await looked('film | CMYK', () => ['OTHER'])).planned.decodes).toBe(false);
  });

  it('that the plan puts white under has the grade of the white box', async () => {
    const { planned, withWhite, picture } = await looked(
      'film | W@art(add codes(margin 2)) / CMYK',
    );
    expect(planned.symbolContrast).toBeCloseTo(withWhite!.symbolContrast, 2);
    expect(picture.width).toBe(30 + 2 * 8);
  });
});
