import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import { layOut } from '../layout/index.ts';
import { parseStack } from '../stack/index.ts';
import { planTrips, type TripWish } from './index.ts';

const [MODE] = MACHINE.modes;
const layout = layOut(
  { width: 500, height: 100 },
  { copies: 1, gap: 0, margin: 0, turned: false },
  MACHINE,
  MATERIAL,
);
const wish: TripWish = { split: 'together', waitMinutes: 0, testPrint: false };
const plan = (notation: string, change: Partial<TripWish> = {}, mode = MODE) =>
  planTrips(parseStack(notation), MACHINE, mode, { ...wish, ...change }, layout);

describe('planTrips', () => {
  it('takes the strokes worked by hand: 100 mm at 25/4 mm, 500 mm at 1000 mm/s, half a second to turn', () => {
    const [trip] = plan('film | CMYK');
    // ⌈100 ÷ 6.25⌉ + 3 strokes of 0.5 + 0.5 s.
    expect(trip.minutes).toBeCloseTo(19 / 60, 12);
  });

  it('goes slower with special ink, and splits the nozzles between layers of one trip', () => {
    const [trip] = plan('film | W@image / CMYK');
    // Eight swaths: ⌈100 ÷ 3.125⌉ + 7 strokes of 1 + 0.5 s.
    expect(trip.minutes).toBeCloseTo((39 * 1.5) / 60, 12);
    expect(trip.layers).toHaveLength(2);
  });

  it('makes a trip for each layer when they go apart, and goes back to the origin between them', () => {
    const [white, colour] = plan('film | W@image / CMYK', { split: 'apart' });
    expect([white.returnsToOrigin, colour.returnsToOrigin]).toEqual([true, false]);
    expect(white.minutes).toBeCloseTo((19 * 1.5 + 100 / 100) / 60, 12);
    expect(colour.minutes).toBeCloseTo(19 / 60, 12);
  });

  it('takes no more layers into a trip than the mode can', () => {
    expect(plan('film | CMYK / W@sheet / CMYK').map(({ layers }) => layers.length)).toEqual([2, 1]);
  });

  it('waits between trips, or after the only one, and puts the wait back to nought at the end', () => {
    expect(
      plan('film | W / CMYK', { split: 'apart', waitMinutes: 15 }).map((t) => t.waitMinutes),
    ).toEqual([15, 0]);
    expect(plan('film | W / CMYK', { waitMinutes: 3 }).map((t) => t.waitSetting)).toEqual([3]);
  });

  it('can be quicker in two trips than in one, in the proportion of the bench’s own example', () => {
    // Common practice: 52 min in one trip against 7 + 15 of waiting + 15 in two. In one trip every stroke is slow,
    // one-directional and moves half as far.
    const careful = { ...MODE, bidirectional: false, specialSpeed: 300 };
    const long = layOut(
      { width: 500, height: 900 },
      { copies: 1, gap: 0, margin: 0, turned: false },
      MACHINE,
      MATERIAL,
    );
    const minutes = (split: TripWish['split'], waitMinutes: number) =>
      planTrips(
        parseStack('film | W@image / CMYK'),
        MACHINE,
        careful,
        { ...wish, split, waitMinutes },
        long,
      ).reduce((sum, t) => sum + t.minutes + t.waitMinutes, 0);
    const printing = minutes('apart', 0);
    expect(minutes('together', 0)).toBeGreaterThan(printing * 1.15);
  });

  it('costs the same for twin pieces side by side as their width, not their number, says', () => {
    const twin = layOut(
      { width: 250, height: 100 },
      { copies: 2, gap: 0, margin: 0, turned: false },
      MACHINE,
      MATERIAL,
    );
    const [one] = plan('film | CMYK');
    const [two] = planTrips(parseStack('film | CMYK'), MACHINE, MODE, wish, twin);
    expect(two.minutes).toBe(one.minutes);
  });

  it('multiplies strokes by hits', () => {
    const [once] = plan('film | W@image');
    const [twice] = plan('film | Wx2@image');
    expect(twice.minutes).toBeGreaterThan(once.minutes * 1.9);
  });

  it('counts the test print as a load of its own', () => {
    const [without] = plan('film | CMYK');
    const [withTest] = plan('film | CMYK', { testPrint: true });
    expect(withTest.minutes).toBeCloseTo(2 * without.minutes, 12);
  });
});
