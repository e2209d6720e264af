import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, measures, PLAN } from '../../test/shop.ts';
import { plateSpecs } from '../plates/index.ts';
import { inkMl, planJob, calculate, type PrintPlan } from '../plan/index.ts';
import { memoryRaster } from '../raster/index.ts';
import { parseStack, type Ink, type Machine } from '../stack/index.ts';
import { containersFor, laidShare, laydownOf, toneAt } from './index.ts';

/** mL by channel of four copies of 0.02 m², every special plate half covered, laydown 10 mL/m². */
function ink(notation: string, coverage: Record<string, number>, change: Partial<PrintPlan> = {}) {
  const stack = parseStack(notation);
  const plates = plateSpecs(stack).map(({ key }) => ({ key, coverage: 0.5 }));
  const { work } = calculate({ ...PLAN, stack, ...change }, artwork(coverage), measures(...plates));
  return inkMl(work!);
}
/** 0.08 m² at 10 mL/m². */
const FULL = 0.8;

describe('ink', () => {
  it('is coverage × area × laydown', () => {
    expect(ink('film | CMYK', { Cyan: 1, Black: 0.25 })).toEqual({
      C: FULL,
      M: 0,
      Y: 0,
      K: FULL / 4,
    });
  });

  it('doubles with two hits and halves with half the density', () => {
    expect(ink('film | Wx2@image', {}).W).toBeCloseTo(FULL, 12);
    expect(ink('film | W50@image', {}).W).toBeCloseTo(FULL / 4, 12);
  });

  it('counts the hidden colour of three layers at its own strength', () => {
    const one = ink('film | CMYK', { Magenta: 0.6 }).M!;
    expect(ink('film | CMYK60 / W@sheet / CMYK', { Magenta: 0.6 }).M).toBeCloseTo(1.6 * one, 12);
  });

  it('lays block-out black with K, on top of the K of the picture', () => {
    expect(ink('film | CMYK / B@image', { Black: 0.5 }).K).toBeCloseTo(FULL / 2 + FULL / 2, 12);
  });

  it('adds what each trip loses at its start, once for each load and for the test print', () => {
    const lossy = { ...MACHINE, inks: MACHINE.inks.map((one) => ({ ...one, lossPerTrip: 1 })) };
    const trips = { split: 'apart' as const, waitMinutes: 15, testPrint: true };
    // White is in one trip of two, colour in the other; one load and the test print start each.
    const { W, C } = ink('film | W@image / CMYK', { Cyan: 1 }, { machine: lossy, trips });
    expect(W).toBeCloseTo((FULL * 0.5 * 5) / 4 + 2, 12);
    expect(C).toBeCloseTo((FULL * 5) / 4 + 2, 12);
    // Colour under and over white in three trips is lost twice.
    const three = ink(
      'film | CMYK / W@sheet / CMYK',
      { Cyan: 0 },
      { machine: lossy, trips: { ...trips, testPrint: false } },
    );
    expect(three.C).toBeCloseTo(2, 12);
  });
});

describe('laydownOf', () => {
  it('is drop volume × drops on a square metre, worked by hand', () => {
    // 7 pL at 1440 × 720 dpi: (1440 ÷ 0.0254) × (720 ÷ 0.0254) = 1.607 × 10⁹ drops, 11.25 mL.
    const { value, unit } = laydownOf({
      kind: 'drops',
      picolitres: 7,
      dpiAcross: 1440,
      dpiAlong: 720,
    });
    expect(value).toBeCloseTo((7e-9 * 1440 * 720) / 0.0254 ** 2, 12);
    expect([value.toFixed(2), unit]).toEqual(['11.25', 'mL/m²']);
  });

  it('is what a measured job used over what it covered: about 1 mL of white for a square foot, common practice', () => {
    // Full white under on acrylic, 16 × 24 in: 6.94 mL.
    const sheet = 16 * 24 * 25.4 ** 2;
    const { value } = laydownOf({ kind: 'job', ml: 6.94, areaMm2: sheet, cover: 1 });
    expect(value).toBeCloseTo(6.94 / (sheet / 1e6), 9);
    const perFt2 = value * 0.3048 ** 2;
    expect(perFt2).toBeGreaterThan(1);
    expect(perFt2).toBeLessThan(3);
  });
});

describe('a tone curve', () => {
  const tone: NonNullable<Ink['tone']> = [
    [0.5, 0.7],
    [1, 1],
  ];
  it('goes straight from point to point, from nothing on', () => {
    expect([0, 0.25, 0.5, 0.75, 1].map((cover) => toneAt(tone, cover))).toEqual([
      0, 0.35, 0.7, 0.85, 1,
    ]);
    expect(toneAt(undefined, 0.3)).toBe(0.3);
  });

  it('is taken at every value of a plate, not at its mean', () => {
    const half: number[] = Array.from({ length: 256 }, () => 0);
    [half[0], half[255]] = [50, 50];
    // Half of it solid, half bare: half the ink, whatever tints would lay.
    expect(laidShare(tone, 0.5, half, 1)).toBe(0.5);
    expect(laidShare(tone, 0.5, half, 0.5)).toBe(0.35);
    expect(laidShare(undefined, 0.5, half, 0.5)).toBe(0.25);
  });

  it('reads the values of the plates from their pixels', async () => {
    const curved: Machine = {
      ...MACHINE,
      inks: MACHINE.inks.map((one) => (one.channel === 'C' ? { ...one, tone } : one)),
    };
    const cyan = new Uint8Array(200 * 100).fill(51, 0, 200 * 50);
    const file = {
      info: artwork({ Cyan: 0.1 }),
      raster: () => memoryRaster({ width: 200, height: 100, dpi: 25.4 }, new Map([['Cyan', cyan]])),
    };
    const mlOf = async (machine: Machine) =>
      inkMl((await planJob({ ...PLAN, machine }, file)).work!).C!;
    // Half of the sheet at 20 %, for which the curve lays 28 %.
    expect(await mlOf(MACHINE)).toBeCloseTo(FULL * 0.1, 9);
    expect(await mlOf(curved)).toBeCloseTo(FULL * 0.14, 9);
  });
});

describe('ink that is not laid', () => {
  const spitting = { ...MACHINE, inks: MACHINE.inks.map((one) => ({ ...one, spitPerHour: 6 })) };

  it('is spat by every fitted ink while the machine prints, used or not', () => {
    const { work } = calculate({ ...PLAN, machine: spitting }, artwork({ Cyan: 1 }), measures());
    const minutes = work!.trips.reduce((sum, trip) => sum + trip.minutes, 0);
    const silver = work!.inks.find(({ channel }) => channel === 'S')!;
    expect(silver).toMatchObject({ laidMl: 0, ml: expect.closeTo(minutes / 10, 9) });
  });

  it('stays in the lines when inks are changed, shared among the jobs it is changed for', () => {
    const machine = { ...MACHINE, fitting: { minutes: 20, lossMl: 60, cleaning: 900 } };
    const white = (fittedFor: number) =>
      ink('film | W@image', {}, { machine, trips: { ...PLAN.trips, fittedFor } }).W!;
    expect([white(0), white(1), white(4)]).toEqual([FULL / 2, FULL / 2 + 60, FULL / 2 + 15]);
  });

  it('is told with the containers that have to stand by, and what will be left in the open one', () => {
    const machine = {
      ...MACHINE,
      inks: MACHINE.inks.map((one) => ({ ...one, container: { ml: 220 } })),
    };
    const use = (ml: number) => [
      {
        channel: 'W' as const,
        ml,
        laidMl: ml,
        lostMl: 0,
        otherMl: 0,
        solidM2: 0,
        starts: 0,
        working: undefined!,
      },
    ];
    expect(containersFor(use(10), machine, { leftMl: { W: 15 } })[0]).toMatchObject({
      opened: 0,
      leftAfterMl: 5,
    });
    expect(containersFor(use(250), machine, { leftMl: { W: 15 } })[0]).toMatchObject({
      opened: 2,
      leftAfterMl: 205,
    });
    // Nobody has said what is left.
    expect(containersFor(use(250), machine, { leftMl: {} })).toEqual([]);
  });
});
