import { beforeAll, describe, expect, it } from 'vitest';
import { ANCHOR, DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { processLayer, processModel } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { D50, spectrumToXyz } from '../spectrum/index.ts';
import { parseStack, type Material } from '../stack/index.ts';
import { makeScene, parseView, PLACE_NAMES, PLACES, seen, viewsOf, type View } from './index.ts';

const FRONT: View = { side: 'front', place: 'white' };

describe('a view in words', () => {
  it('names side and place in any order, and leaves open what it does not say', () => {
    expect(parseView('back,night', FRONT)).toEqual({ side: 'back', place: 'night' });
    expect(parseView('window-day', { side: 'back', place: 'white' })).toEqual({
      side: 'back',
      place: 'daylight',
    });
    expect(parseView('box:800', FRONT)).toEqual({ side: 'front', place: 'box', behind: 800 });
    expect(parseView('Front tilted', FRONT)).toEqual({ ...FRONT, glint: 1 });
    expect(parseView('back night', FRONT)).toEqual({ side: 'back', place: 'night' });
    expect(parseView('Back, light box on', FRONT)).toEqual({ side: 'back', place: 'box' });
    for (const place of PLACE_NAMES)
      for (const words of [place, PLACES[place].name])
        expect(parseView(words, FRONT).place).toBe(place);
  });

  it.each(['sideways', 'box:bright', 'front:3', ''])(
    'refuses "%s" and says what there is',
    (word) => {
      expect(() => parseView(word, FRONT)).toThrow(
        expect.objectContaining({
          code: 'VIEW_UNKNOWN',
          message: expect.stringContaining('front, back'),
        }),
      );
    },
  );

  it('of a plan is by night too where the plan is lit by day and night', () => {
    expect(viewsOf({ side: 'both', light: 'both', backing: 'wood' })).toEqual({
      day: { side: 'front', place: 'wood' },
      night: { side: 'front', place: 'box' },
    });
    expect(viewsOf({ side: 'back', light: 'behind', backing: 'white' }).day.place).toBe('box');
  });
});

describe('light', () => {
  let process: ReturnType<typeof processModel>;
  beforeAll(() => {
    process = processModel(ANCHOR);
  });
  const luminance = (notation: string, view: View, material: Material = MATERIAL, plate = 1) => {
    const stack = parseStack(notation);
    const scene = makeScene({ stack, material, machine: MACHINE, process });
    const point = {
      process: { front: [0, 0, 0, 0], rear: [0, 0, 0, 0] },
      plates: new Map(plateSpecs(stack).map(({ key }) => [key, plate])),
    };
    return spectrumToXyz(seen(scene, point, view), D50)[1];
  };

  it('of a window: white letters stand out by day from outside, and go dark against the day from inside', () => {
    const letters = (place: View['place']) => luminance('film | W@art', { side: 'front', place });
    const glass = (place: View['place']) =>
      luminance('film | W@art', { side: 'front', place }, MATERIAL, 0);
    expect(letters('daylight')).toBeGreaterThan(3 * glass('daylight'));
    expect(letters('indoors')).toBeLessThan(glass('indoors'));
    expect(letters('night')).toBeLessThan(glass('night'));
  });

  it('from both sides is the sum of the two', () => {
    const both = luminance('film | W@sheet / CMYK', { side: 'front', place: 'both' });
    const front = luminance('film | W@sheet / CMYK', { side: 'front', place: 'both', behind: 0 });
    const behind = luminance('film | W@sheet / CMYK', { side: 'front', place: 'behind' });
    // 2000 lx are 637 cd/m² on a perfect diffuser, a little less than the 640 behind.
    expect(both).toBeCloseTo((front * 2000) / Math.PI / 640 + behind, 6);
  });

  it('of a light box passes in proportion to its luminance', () => {
    const box = (behind: number) =>
      luminance('film | W@sheet', { side: 'front', place: 'box', behind }) * behind;
    expect(box(2000) - box(1000)).toBeCloseTo(box(1500) - box(500), 6);
    expect(box(2000)).toBeGreaterThan(box(1000));
  });

  it('in the mirror makes bare metal and silver shine, white and board not', () => {
    const gain = (notation: string, material: Material, plate = 1) =>
      luminance(notation, { ...FRONT, glint: 1 }, material, plate) /
      luminance(notation, FRONT, material, plate);
    const metal: Material = {
      ...DARK,
      class: 'metallic',
      optics: { lab: [70, 0, 1], transmittance: 0, haze: 1, gloss: 60 },
    };
    expect(gain('film | W@art', metal, 0)).toBeGreaterThan(2);
    expect(gain('film | S@art', MATERIAL)).toBeGreaterThan(1.8);
    expect(gain('film | W@art', metal, 1)).toBeLessThan(1.3);
    expect(gain('film | W@art', DARK, 0)).toBe(1);
    // Half of the silver mirrors half as much.
    const silver = (plate: number) =>
      luminance('film | S@art', { ...FRONT, glint: 1 }, MATERIAL, plate) -
      luminance('film | S@art', FRONT, MATERIAL, plate);
    expect(silver(0.5)).toBeLessThan(silver(1));
    expect(silver(0.5)).toBeGreaterThan(0.4 * silver(1));
  });

  it('from a mirror goes through the ink twice', () => {
    const matt: Material = {
      ...DARK,
      class: 'metallic',
      optics: { lab: [70, 0, 1], transmittance: 0, haze: 1, gloss: 0 },
    };
    const stack = parseStack('film | CMYK');
    const scene = makeScene({ stack, material: matt, machine: MACHINE, process });
    const shine = (tints: number[]) => {
      const point = { process: { front: tints, rear: tints }, plates: new Map<string, number>() };
      const dull = seen(scene, point, FRONT);
      return seen(scene, point, { ...FRONT, glint: 1 }).map((v, i) => v - dull[i]);
    };
    const [bare, cyan] = [shine([0, 0, 0, 0]), shine([1, 0, 0, 0])];
    const ink = processLayer(process, [1, 0, 0, 0]).down;
    cyan.forEach((v, i) => expect(v / bare[i]).toBeCloseTo(ink[i] ** 2, 9));
  });

  it('falls on the dark of a grain as on a darker material', () => {
    const wood: Material = {
      ...DARK,
      class: 'natural',
      optics: {
        lab: [70, 6, 22],
        transmittance: 0,
        haze: 1,
        gloss: 85,
        texture: { kind: 'grain', depth: 15 },
      },
    };
    const darker: Material = {
      ...wood,
      optics: { lab: [55, 6, 22], transmittance: 0, haze: 1, gloss: 85 },
    };
    expect(luminance('film | CMYK', { ...FRONT, grain: 1 }, wood)).toBeCloseTo(
      luminance('film | CMYK', FRONT, darker),
      9,
    );
  });
});
