import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, measures, PLAN } from '../../test/shop.ts';
import { plateSpecs } from '../plates/index.ts';
import { inkMl, reckon, type PrintPlan } from '../plan/index.ts';
import { parseStack } from '../stack/index.ts';

/** mL by channel of four copies of 0.02 m², every special plate half covered, laydown 10 mL/m². */
function ink(notation: string, coverage: Record<string, number>, change: Partial<PrintPlan> = {}) {
  const stack = parseStack(notation);
  const plates = plateSpecs(stack).map(({ key }) => ({ key, coverage: 0.5 }));
  const { work } = reckon({ ...PLAN, stack, ...change }, artwork(coverage), measures(...plates));
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
