/** An ink set is data: inks that no program was written for are stacked, seen, plated, counted and exported by their roles. */
import { describe, expect, it } from 'vitest';
import { ANCHOR, artwork, DARK, MATERIAL, measures, PLAN, WIDE_MACHINE } from '../../test/shop.ts';
import { nearMiss, roleOf } from '../artwork/index.ts';
import { makeScene, seen, type Scene, type View } from '../look/index.ts';
import { processModel } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { memoryRaster } from '../raster/index.ts';
import { D50, spectrumToLab } from '../spectrum/index.ts';
import {
  inkFor,
  layerName,
  obstacles,
  parseStack,
  specialKeys,
  type Machine,
  type Material,
} from '../stack/index.ts';
import { calculate, inkMl, planJob, printFiles, type PrintPlan } from './index.ts';

/** 0.08 m² at 10 mL/m². */
const FULL = 0.8;
const plan = (notation: string, machine: Machine = WIDE_MACHINE): PrintPlan => ({
  ...PLAN,
  machine,
  stack: parseStack(notation),
});
const scene = (notation: string, material: Material = DARK): Scene =>
  makeScene({
    stack: parseStack(notation),
    material,
    machine: WIDE_MACHINE,
    process: processModel(ANCHOR),
  });
const lab = (notation: string, material?: Material, view: Partial<View> = {}) =>
  spectrumToLab(
    seen(
      scene(notation, material),
      {
        process: { front: [0, 0, 0, 0], rear: [0, 0, 0, 0] },
        plates: new Map(plateSpecs(parseStack(notation)).map(({ key }) => [key, 1])),
      },
      { side: 'front', place: 'white', ...view },
    ),
    D50,
  );

describe('an ink set', () => {
  it('has the first ink of a role by its letter, the others by their own key', () => {
    expect(specialKeys(WIDE_MACHINE)).toEqual(['W', 'Wb', 'S', 'Sg', 'V', 'Vm', 'P', 'B']);
    expect(inkFor(WIDE_MACHINE, 'S')!.channel).toBe('S');
    expect(
      inkFor({ inks: WIDE_MACHINE.inks.filter(({ channel }) => channel !== 'S') }, 'S')!.channel,
    ).toBe('Sg');
    expect(inkFor(WIDE_MACHINE, 'B')!.channel).toBe('K');
    expect(inkFor(WIDE_MACHINE, 'Sx')).toBeUndefined();
  });

  it('names an ink of several as the machine does, and says which one a machine lacks', () => {
    const { front } = parseStack('film | Sg35@image / CMYK');
    expect(layerName(front[0], WIDE_MACHINE)).toBe('Gold');
    expect(obstacles(parseStack('film | Sg@image'), WIDE_MACHINE, MATERIAL)).toEqual([]);
    expect(obstacles(parseStack('film | Sg@image'), PLAN.machine, MATERIAL)).toMatchObject([
      { code: 'INK_NOT_FITTED', message: expect.stringContaining('no silver sg ink') },
    ]);
  });

  it('is drawn by the spot name of each ink, letter by letter', () => {
    expect(roleOf('Gold', {}, WIDE_MACHINE)).toBe('Sg');
    expect(roleOf('White', {}, WIDE_MACHINE)).toBe('W');
    expect(roleOf('Warm white', {}, WIDE_MACHINE)).toBe('Wb');
    expect(nearMiss('gold ', WIDE_MACHINE)).toBe('S');
  });

  it('shows a gold as a gold, a second white by its own opacity, a matt clear as matt and a primer as nothing', () => {
    const [, silverA, silverB] = lab('film | S@sheet');
    const [, , goldB] = lab('film | Sg@sheet');
    expect(Math.hypot(silverA, silverB)).toBeLessThan(4);
    expect(goldB).toBeGreaterThan(25);
    expect(lab('film | Wb@sheet')[0]).toBeGreaterThan(lab('film | W@sheet')[0] + 5);
    // A matt surface sends some of the lamp everywhere: black turns grey; gloss keeps it dark.
    expect(lab('film | Vm@sheet')[0]).toBeGreaterThan(lab('film | V@sheet')[0] + 3);
    expect(Math.abs(lab('film | P@sheet')[0] - lab('film | CMYK')[0])).toBeLessThan(1);
  });

  it('mirrors the lamp in the colour of its flakes', () => {
    const [, , still] = lab('film | Sg@sheet');
    const [l, , tilted] = lab('film | Sg@sheet', DARK, { glint: 1 });
    expect(l).toBeGreaterThan(lab('film | Sg@sheet')[0] + 10);
    expect(tilted).toBeGreaterThan(still);
  });

  it('counts what is bought: light ink below the middle tones, an extra ink for what two have in common', async () => {
    const width = 200;
    const plane = (value: number) => new Uint8Array(width * 100).fill(value, 0, width * 50);
    const file = {
      info: artwork({ Cyan: 0.1, Magenta: 0.5, Yellow: 0.5 }),
      raster: () =>
        memoryRaster(
          { width, height: 100, dpi: 25.4 },
          new Map([
            ['Cyan', plane(51)],
            ['Magenta', new Uint8Array(width * 100).fill(255, 0, width * 50)],
            ['Yellow', new Uint8Array(width * 100).fill(255, width * 25, width * 75)],
          ]),
        ),
    };
    const ml = inkMl((await planJob(plan('film | CMYK'), file)).work!);
    // Half the sheet at 20 % cyan: light cyan lays 40 % there, cyan nothing.
    expect(ml.C).toBeCloseTo(0, 9);
    expect(ml.Lc).toBeCloseTo(FULL * 0.5 * 0.4, 9);
    // Magenta and yellow meet on a quarter: orange lays 80 % there, and each of them half of that less.
    expect(ml.Or).toBeCloseTo(FULL * 0.25 * 0.8, 9);
    expect(ml.M).toBeCloseTo(FULL * (0.5 - 0.25 * 0.8 * 0.5), 9);
    expect(ml.Y).toBeCloseTo(FULL * (0.5 - 0.25 * 0.8 * 0.5), 9);
    expect(ml.K).toBe(0);
  });

  it('lays and loses two inks of one role apart', () => {
    const stack = 'film | W@image / Wb@sheet';
    const specs = plateSpecs(parseStack(stack));
    const [first, second] = specs.map(({ key }) => key);
    const { work } = calculate(
      plan(stack),
      artwork({}),
      measures({ key: first, coverage: 0.5 }, { key: second, coverage: 1 }),
    );
    expect(inkMl(work!)).toMatchObject({ W: FULL / 2, Wb: FULL });
  });

  it('is exported by the spot names of the machine', () => {
    const [file] = printFiles(plan('film | Sg35@image / CMYK / Vm@sheet'));
    expect(file.plates.map(({ ink, name }) => [ink, name])).toEqual([
      ['Sg', 'Gold'],
      ['CMYK', 'Colour'],
      ['Vm', 'Matt'],
    ]);
  });
});
