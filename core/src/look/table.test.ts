import { beforeAll, describe, expect, it } from 'vitest';
import { ANCHOR, DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { processModel } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { D50, deltaE2000, spectrumToXyz, xyzToLab, xyzToSrgb } from '../spectrum/index.ts';
import { parseStack, type Material } from '../stack/index.ts';
import { readsBackwards, labOf, LookTable, makeScene, seen, type View } from './index.ts';

let process: ReturnType<typeof processModel>;
beforeAll(() => {
  process = processModel(ANCHOR);
});

/** Seeded, so that a failure is seen again. */
function generator(seed: number) {
  let state = seed;
  return () => ((state = (Math.imul(state, 1103515245) + 12345) >>> 0) >>> 8) / 2 ** 24;
}

const COUNT = 1500;
const NO_INK = [0, 0, 0, 0];

/** Random inks; many bare or full, as in a picture. */
function anyPixels(notation: string, seed: number) {
  const random = generator(seed);
  const plane = (edge: number) =>
    Uint8Array.from({ length: COUNT }, () => {
      const where = random();
      return where < edge / 2 ? 0 : where < edge ? 255 : Math.round(255 * random());
    });
  const specs = plateSpecs(parseStack(notation)).filter(({ picture }) => picture === 'front');
  return {
    size: COUNT,
    process: [0, 1, 2, 3].map(() => plane(0.3)),
    plates: new Map(specs.map(({ key }) => [key, plane(0.5)])),
  };
}

function tableOf(notation: string, material: Material, view: View, seed = 7) {
  const scene = makeScene({ stack: parseStack(notation), material, machine: MACHINE, process });
  const pixels = anyPixels(notation, seed);
  const table = new LookTable(scene, 'front', pixels);
  table.fill(scene, view, { process: { front: NO_INK, rear: NO_INK }, plates: new Map() });
  const exact = Array.from({ length: COUNT }, (_, i) => {
    const point = {
      process: { front: pixels.process.map((plane) => plane[i] / 255), rear: NO_INK },
      plates: new Map([...pixels.plates].map(([key, plane]) => [key, plane[i] / 255])),
    };
    for (const { key, rule } of plateSpecs(scene.stack))
      if (rule.from.kind === 'sheet') point.plates.set(key, 1);
    return spectrumToXyz(seen(scene, point, view), D50);
  });
  return { table, pixels, exact };
}

/** Four values a pixel. */
function perPixel(table: LookTable): Float32Array {
  const values = table.look();
  return Float32Array.from(
    { length: COUNT * 4 },
    (_, i) => values[table.numbers[i >> 2] * 4 + (i & 3)],
  );
}

describe('the table', () => {
  /** ΔE2000 to the exact sum. The worst seen is 0.46, with two plates beside each other; the mean 0.1. */
  const WORST = 0.5;

  it.each<[string, Material, View]>([
    ['film | CMYK', DARK, { side: 'front', place: 'white' }],
    ['film | W@image / CMYK', DARK, { side: 'front', place: 'white' }],
    ['film | Wx2@image / CMYK', MATERIAL, { side: 'front', place: 'black' }],
    ['film | Wx4@image / CMYK', MATERIAL, { side: 'front', place: 'black' }],
    ['W~@sheet / CMYK~ | film', MATERIAL, { side: 'front', place: 'daylight' }],
    ['film | CMYK60 / W@sheet / CMYK', MATERIAL, { side: 'front', place: 'behind' }],
    ['film | CMYK60 / W@sheet / CMYK', MATERIAL, { side: 'back', place: 'box' }],
    ['film | S35@image / CMYK', MATERIAL, { side: 'front', place: 'white', glint: 1 }],
    ['film | W@image / CMYK+S@art', MATERIAL, { side: 'front', place: 'wood' }],
    ['film | W@image / CMYK / V@art', DARK, { side: 'front', place: 'white' }],
  ])('of %s comes within the stated difference of the exact sum', (notation, material, view) => {
    const { table, exact } = tableOf(notation, material, view);
    const values = perPixel(table);
    // Relative to the white of the eye, which the table alone knows: both on the scale of the table's brightest channel.
    const scale = (values[1] ** 3 * D50.white[1]) / exact[0][1];
    const errors = exact.map((xyz, i) =>
      deltaE2000(
        xyzToLab([xyz[0] * scale, xyz[1] * scale, xyz[2] * scale], D50.white),
        labOf(values, i),
      ),
    );
    expect(Math.max(...errors)).toBeLessThan(WORST);
  });

  it('gives the screen the colours it holds, to a level, and flags those it can’t show', () => {
    const view: View = { side: 'front', place: 'white' };
    const { table } = tableOf('film | W@image / CMYK', DARK, view);
    const values = perPixel(table);
    const out = new Uint8ClampedArray(COUNT * 4);
    const outside = table.render(out);
    let flagged = 0;
    for (let i = 0; i < COUNT; i++) {
      const xyz = [0, 1, 2].map((k) => values[i * 4 + k] ** 3 * D50.white[k]);
      const rgb = xyzToSrgb([xyz[0], xyz[1], xyz[2]], D50.white);
      rgb.forEach((v, k) =>
        expect(Math.abs(Math.min(1, Math.max(0, v)) * 255 - out[i * 4 + k])).toBeLessThan(1),
      );
      if (outside[table.numbers[i]]) {
        flagged++;
        expect(Math.min(...rgb) < 0 || Math.max(...rgb) > 1).toBe(true);
      } else expect(Math.min(...rgb)).toBeGreaterThan(-0.04);
    }
    // Cyan lies outside the screen's gamut.
    expect(flagged).toBeGreaterThan(0);
  });

  it('counts the pixels of each mixture of inks, and knows which lay none', () => {
    const { table, pixels } = tableOf('film | W@image / CMYK', DARK, {
      side: 'front',
      place: 'white',
    });
    expect(table.counts.reduce((a, b) => a + b)).toBe(COUNT);
    const [white] = pixels.plates.values();
    const inked = (i: number) => white[i] > 0 || pixels.process.some((plane) => plane[i] > 0);
    for (let i = 0; i < COUNT; i++) expect(table.hasInk(table.numbers[i])).toBe(inked(i));
    // Pixels of one mixture have the same inks, those of two have not.
    const text = (i: number) => [white[i], ...pixels.process.map((plane) => plane[i])].join();
    const texts = new Map<number, string>();
    for (let i = 0; i < COUNT; i++) {
      const known = texts.get(table.numbers[i]);
      expect(known ?? text(i)).toBe(text(i));
      texts.set(table.numbers[i], text(i));
    }
    expect(new Set(texts.values()).size).toBe(table.mixtures);
  });

  it('shows the next picture as well in memory that another has left', () => {
    const view: View = { side: 'front', place: 'white' };
    const { table } = tableOf('film | W@image / CMYK+S@art', MATERIAL, view, 3);
    const first = perPixel(table);
    table.release();
    tableOf('film | CMYK', DARK, view, 5).table.release();
    expect(perPixel(tableOf('film | W@image / CMYK+S@art', MATERIAL, view, 3).table)).toEqual(
      first,
    );
  });

  it('takes the brightest of the picture for white in a light box, not what the picture does not have', () => {
    const scene = makeScene({
      stack: parseStack('film | W@sheet / CMYK'),
      material: MATERIAL,
      machine: MACHINE,
      process,
    });
    // Flat art: nowhere less ink than this.
    const planes = [60, 30, 90, 20].map((ink, k) =>
      Uint8Array.from({ length: 64 }, (_, i) => ink + ((i * (k + 3)) % 97)),
    );
    const table = new LookTable(scene, 'front', { size: 64, process: planes, plates: new Map() });
    table.fill(
      scene,
      { side: 'front', place: 'box' },
      { process: { front: NO_INK, rear: NO_INK }, plates: new Map() },
    );
    const values = table.look();
    const brightest = Math.max(...Array.from({ length: 64 }, (_, i) => labOf(values, i)[0]));
    expect(brightest).toBeCloseTo(100, 3);
  });

  it('refuses more plates than it has dimensions for, with the way out', () => {
    const many = ['10', '20', '30', '40', '50'].map((haze) => `W@image(haze ${haze})`).join(' / ');
    expect(
      () =>
        new LookTable(
          { stack: parseStack(`film | ${many}`), process },
          'front',
          anyPixels('film | CMYK', 1),
        ),
    ).toThrow(expect.objectContaining({ code: 'LOOK_PLATES' }));
  });
});

describe('a picture', () => {
  it('is turned round in a view that reads it backwards', () => {
    const reversed = (notation: string, side: View['side']) =>
      readsBackwards(parseStack(notation), side);
    expect(reversed('film | CMYK', 'front')).toBe(false);
    expect(reversed('film | CMYK', 'back')).toBe(true);
    expect(reversed('W~@sheet / CMYK~ | film', 'front')).toBe(false);
    expect(reversed('W@sheet / CMYK | film', 'front')).toBe(true);
    const five = 'film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK';
    expect([reversed(five, 'front'), reversed(five, 'back')]).toEqual([false, false]);
  });
});
