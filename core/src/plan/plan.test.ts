import { describe, expect, it } from 'vitest';
import { artwork, DARK, MACHINE, MATERIAL, measures, PLAN } from '../../test/shop.ts';
import { memoryRaster } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { planJob, calculate, type PrintPlan } from './index.ts';

const HALF = { key: 'W:front:image', coverage: 0.5, areaMm2: 10_000 };
const codes = (
  change: Partial<PrintPlan>,
  coverage: Record<string, number> = { Cyan: 0.5 },
  plates: Parameters<typeof measures> = [HALF],
) =>
  calculate({ ...PLAN, ...change }, artwork(coverage), measures(...plates)).findings.map(
    ({ code }) => code,
  );

describe('planJob', () => {
  it('goes from pixels to price, and comes to the same to the last digit when done again', async () => {
    const cyan = new Uint8Array(200 * 100).fill(255, 0, 200 * 50);
    const info = artwork({ Cyan: 0.5 });
    const file = {
      info,
      raster: () => memoryRaster({ width: 200, height: 100, dpi: 25.4 }, new Map([['Cyan', cyan]])),
    };
    const [first, second] = [await planJob(PLAN, file), await planJob(PLAN, file)];
    expect(first.plates[0]).toMatchObject({ coverage: 0.5, areaMm2: expect.closeTo(10_000, 6) });
    expect(first).toEqual(second);
  });
});

describe('findings', () => {
  it('are none for a plan that is in order', () => {
    expect(codes({})).toEqual([]);
  });

  it('tell a spot whose name nearly matches, with the repair', () => {
    const { findings } = calculate(PLAN, artwork({ Cyan: 0.5, 'white ': 0.3 }), measures(HALF));
    expect(findings).toEqual([
      expect.objectContaining({
        code: 'NAME_MISS',
        repair: expect.objectContaining({ separation: 'white ', role: 'W' }),
      }),
    ]);
    expect(
      codes(
        { artwork: { ...PLAN.artwork, names: { 'white ': 'W' } } },
        { Cyan: 0.5, 'white ': 0.3 },
      ),
    ).toEqual([]);
    expect(codes({}, { Cyan: 0.5, 'Corporate red': 0.3 })).toEqual(['SPOT_UNUSED']);
  });

  it('tell an empty plate from one that the rules emptied', () => {
    const message = (notation: string, key: string) =>
      calculate(
        { ...PLAN, stack: parseStack(notation) },
        artwork({ Cyan: 0.5 }),
        measures({
          ...HALF,
          key,
          coverage: 0,
        }),
      ).findings[0].message;
    expect(message('film | W@art / CMYK', 'W:front:art')).toContain('no separation of the artwork');
    expect(message('film | W@image / CMYK', 'W:front:image')).toContain(
      'nothing is left after image',
    );
  });

  it('tell paper-white inside the image that stays bare, unless the material is white itself', () => {
    const box = { left: 10, top: 10, width: 4, height: 4, areaMm2: 14 };
    const holed = { ...HALF, holes: { count: 3, areaMm2: 42, largest: [box, box, box] } };
    expect(codes({}, undefined, [holed])).toEqual(['PAPER_WHITE']);
    expect(codes({ material: { ...MATERIAL, class: 'white' } }, undefined, [holed])).toEqual([]);
    const { findings } = calculate(PLAN, artwork({ Cyan: 0.5 }), measures(holed));
    expect(findings[0].message).toContain(
      '3 places inside the image, 0.42 cm² in all, have no ink',
    );
  });

  it('tell silver that stays wet under colour, and only there', () => {
    expect(codes({ stack: parseStack('film | S60@sheet / CMYK') }, undefined, [])).toEqual([
      'SILVER_WET',
    ]);
    expect(codes({ stack: parseStack('film | S35@sheet / CMYK') }, undefined, [])).toEqual([]);
    expect(codes({ stack: parseStack('film | CMYK+S@sheet') }, undefined, [])).toEqual([]);
  });

  it('tell two trips that are too long, or too wet, or can’t be made', () => {
    const apart = { ...PLAN.trips, split: 'apart' as const, waitMinutes: 15 };
    const long = { ...PLAN.layout, copies: 60 };
    expect(codes({ trips: apart })).toEqual([]);
    expect(codes({ trips: apart, layout: long })).toEqual(['TWO_TRIP_LENGTH']);
    expect(codes({ trips: { ...apart, waitMinutes: 0 } })).toEqual(['WHITE_WET']);
    expect(codes({ trips: apart, machine: { ...MACHINE, returnsToOrigin: false } })).toEqual([
      'NO_SECOND_TRIP',
    ]);
  });

  it('tell clear under a laminate, and two pictures where the artwork has one', () => {
    expect(
      codes({ stack: parseStack('film | CMYK / V@sheet'), laminated: true }, undefined, []),
    ).toEqual(['CLEAR_UNDER_LAMINATE']);
    expect(codes({ stack: parseStack('film | CMYK:rear~ / CMYK') }, undefined, [])).toEqual([
      'ONE_PICTURE',
    ]);
  });

  it('give no time and no price for a print that can’t be made', () => {
    const result = calculate(
      { ...PLAN, material: DARK, stack: parseStack('W~@sheet / CMYK~ | film') },
      artwork({ Cyan: 0.5 }),
      measures(),
    );
    expect(result.work).toBeUndefined();
    expect(
      calculate({ ...PLAN, layout: { ...PLAN.layout, margin: 250 } }, artwork({}), measures(HALF))
        .findings[0].code,
    ).toBe('LAYOUT_TOO_LARGE');
  });

  it('name a page or a mode that is not there', () => {
    expect(() =>
      calculate({ ...PLAN, artwork: { ...PLAN.artwork, page: 3 } }, artwork({}), measures()),
    ).toThrow('page 3, and the artwork has 1');
    expect(() => calculate({ ...PLAN, modeId: 'turbo' }, artwork({}), measures(HALF))).toThrow(
      'no mode "turbo"',
    );
  });
});

describe('the run sheet', () => {
  const sheet = (change: Partial<PrintPlan>) =>
    calculate({ ...PLAN, ...change }, artwork({ Cyan: 0.5 }), measures(HALF)).work!.runSheet;
  const two = sheet({ trips: { split: 'apart', waitMinutes: 15, testPrint: true } });

  it('puts hits, wait and return back before the second trip: forgetting one spoils the sheet', () => {
    expect(two.map(({ title }) => title)).toEqual([
      'Get the machine ready',
      'Load the material',
      'Make a test print of one copy',
      'Trip 1: white',
      'Before trip 2: put the settings back',
      'Trip 2: colour',
      'Finish and count',
    ]);
    const settings = Object.fromEntries(two[4].settings.map(({ label, value }) => [label, value]));
    expect(settings).toMatchObject({
      Drying: 'to 0 min',
      'Return to origin': 'turn off',
      Hits: 'from 1 to 1',
    });
  });

  it('says mirrored where the print is read through the material, and straight elsewhere', () => {
    const print = (notation: string) =>
      sheet({ stack: parseStack(notation) }).flatMap(({ settings }) =>
        settings.filter(({ label }) => label === 'Print').map(({ value }) => value),
      );
    expect(print('W~@sheet / CMYK~ | film')).toEqual(['MIRRORED']);
    expect(print('film | W@image / CMYK')).toEqual(['straight']);
  });

  it('says for each layer of two pictures whether it is mirrored, and from which page', () => {
    const stack = parseStack('film | CMYK:rear~ / CMYK');
    const steps = sheet({ stack, artwork: { ...PLAN.artwork, rearPage: 1 } });
    const settings = steps.flatMap((step) => step.settings);
    const value = (label: string) => settings.find((s) => s.label === label)?.value;
    expect(value('Print')).toBe('as each layer says');
    expect(value('Layer 1: Colour')).toContain('MIRRORED, page 1');
    expect(value('Layer 2: Colour')).toContain('straight, page 1');
  });

  it('shows the cautions of the machine’s ink where it is used', () => {
    expect(two[3].cautions.join()).toContain('Solvent vapour');
    const uv = sheet({ machine: { ...MACHINE, cure: 'uv' } });
    expect(uv.flatMap(({ cautions }) => cautions).join()).toContain('UV lamps harm eyes');
  });

  it('turns the material over between a print on the back and one on the front', () => {
    expect(
      sheet({ stack: parseStack('CMYK~ | film | W@image') }).map(({ title }) => title),
    ).toContain('Turn the material over');
  });
});
