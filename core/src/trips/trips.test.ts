import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import { layOut } from '../layout/index.ts';
import { parseStack } from '../stack/index.ts';
import {
  driftRisk,
  phasesOf,
  planTrips,
  slotWanted,
  visitsOf,
  type Cutting,
  type TripSettings,
} from './index.ts';

const [MODE] = MACHINE.modes;
const layout = layOut(
  { width: 500, height: 100 },
  { copies: 1, gap: 0, margin: 0, turned: false },
  MACHINE,
  MATERIAL,
);
const settings: TripSettings = { split: 'together', waitMinutes: 0, testPrint: false };
const plan = (notation: string, change: Partial<TripSettings> = {}, mode = MODE) =>
  planTrips(parseStack(notation), MACHINE, mode, { ...settings, ...change }, layout);

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

  it('takes what the bench’s own example took: 52 min in one trip, 7, 15 of waiting and 15 in two', () => {
    // Common practice, of one label sheet. One machine's stated settings: it sweeps its whole bed, white has two rows of
    // nozzles of its own, and white and colour together are printed with care, as operators do.
    const machine = {
      ...MACHINE,
      maxWidth: 1600,
      headHeight: 25.4,
      turnSeconds: 0.3,
      acceleration: 4500,
      sweeps: 'bed' as const,
      inks: MACHINE.inks.map((ink) => (ink.channel === 'W' ? { ...ink, rows: 2 } : ink)),
    };
    const mode = { ...MODE, passes: 16, speed: 900, specialSpeed: 847, bidirectional: true };
    const sheet = layOut(
      { width: 400, height: 530 },
      { copies: 1, gap: 0, margin: 0, turned: false },
      machine,
      MATERIAL,
    );
    const trips = (change: Partial<TripSettings>) =>
      planTrips(
        parseStack('film | W@image / CMYK'),
        machine,
        mode,
        { ...settings, ...change },
        sheet,
      );
    const near = (value: number, told: number) =>
      expect(Math.abs(value / told - 1)).toBeLessThan(0.1);
    const [together] = trips({ careful: [{ trip: 1, speed: 400 }] });
    near(together.minutes, 52);
    const [white, colour] = trips({ split: 'apart', waitMinutes: 15 });
    near(white.minutes, 7);
    expect(white.waitMinutes).toBe(15);
    near(colour.minutes, 15);
  });

  it('takes as long for a narrow print as for a wide one where the carriage sweeps the bed, and not where it sweeps the print', () => {
    const at = (width: number, sweeps: 'bed' | 'print') =>
      planTrips(
        parseStack('film | CMYK'),
        { ...MACHINE, sweeps },
        MODE,
        settings,
        layOut(
          { width, height: 100 },
          { copies: 1, gap: 0, margin: 0, turned: false },
          MACHINE,
          MATERIAL,
        ),
      )[0].minutes;
    expect(at(100, 'bed')).toBe(at(500, 'bed'));
    expect(at(100, 'print')).toBeLessThan(at(500, 'print'));
  });

  it('turns the slower the faster it goes, where its acceleration is stated', () => {
    const [trip] = planTrips(
      parseStack('film | CMYK'),
      { ...MACHINE, acceleration: 2000 },
      MODE,
      settings,
      layout,
    );
    // From 1000 mm/s to none and up again takes a second, beside the half that turning takes.
    expect(trip.minutes).toBeCloseTo((19 * (0.5 + 0.5 + 1)) / 60, 12);
  });

  it('costs the same for twin pieces side by side as their width, not their number, says', () => {
    const twin = layOut(
      { width: 250, height: 100 },
      { copies: 2, gap: 0, margin: 0, turned: false },
      MACHINE,
      MATERIAL,
    );
    const [one] = plan('film | CMYK');
    const [two] = planTrips(parseStack('film | CMYK'), MACHINE, MODE, settings, twin);
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

describe('trips printed with care', () => {
  it('are those that are named: the others stay as their mode says', () => {
    const careful = [{ trip: 2, speed: 400 }];
    const [white, colour] = plan('film | W@image / CMYK', { split: 'apart', careful });
    expect([white.speed, colour.speed]).toEqual([500, 400]);
    const both = [{ speed: 300 }, { trip: 1, speed: 200 }];
    expect(plan('film | W@image / CMYK', { split: 'apart', careful: both })[0].speed).toBe(200);
  });

  it('go as slow, in as many passes and as one-directional as the operator wishes, where there is special ink', () => {
    const careful = [{ speed: 250, oneDirection: true, passes: 8 }];
    const [white, colour] = plan('film | W@image / CMYK', { split: 'apart', careful });
    // ⌈100 ÷ 3.125⌉ + 7 strokes of 500 ÷ 250 + 0.5, and back of 500 ÷ 1000 + 0.5; then 100 mm back to the origin.
    expect(white.minutes).toBeCloseTo((39 * (2.5 + 1) + 1) / 60, 12);
    expect(white).toMatchObject({ passes: 8, bidirectional: false, speed: 250 });
    expect(colour).toMatchObject({ passes: 4, bidirectional: true, speed: 1000 });
  });

  it('don’t share nozzles where each layer has a row of heads of its own', () => {
    const rows = { ...MACHINE, headRows: 2 };
    const [shared] = plan('film | W@image / CMYK');
    const [own] = planTrips(parseStack('film | W@image / CMYK'), rows, MODE, settings, layout);
    // ⌈(100 + 25) ÷ 6.25⌉ + 3 strokes against 39: the second row comes a head later.
    expect(own.minutes).toBeCloseTo((23 * 1.5) / 60, 12);
    expect(own.minutes).toBeLessThan(shared.minutes);
  });

  it('sum sweeping, turning and going back', () => {
    for (const trip of plan('film | W@image / CMYK', { split: 'apart', testPrint: true }))
      expect(trip.sweepMinutes + trip.turnMinutes + trip.returnMinutes).toBeCloseTo(
        trip.minutes,
        12,
      );
  });
});

describe('driftRisk', () => {
  it('grows with the length that is printed twice; common practice is not beyond a metre', () => {
    const risk = (split: TripSettings['split'], length: number) =>
      driftRisk(plan('film | W@image / CMYK', { split }), { ...layout, longest: length }, MACHINE);
    expect([
      risk('together', 3000),
      risk('apart', 400),
      risk('apart', 800),
      risk('apart', 1100),
    ]).toEqual(['none', 'low', 'some', 'high']);
  });
});

describe('phasesOf', () => {
  const machine = {
    ...MACHINE,
    whiteSlot: { minutes: 10 },
    fitting: { minutes: 20, lossMl: 60, cleaning: 500 },
    cutter: { speed: 100, swapMinutes: 4 },
  };
  const phases = (notation: string, change: Partial<TripSettings> = {}, cutting?: Cutting) => {
    const stack = parseStack(notation);
    const done = { ...settings, ...change };
    const trips = planTrips(stack, machine, MODE, done, layout);
    const state = { whiteSlot: 'other' as const, leftMl: {} };
    return phasesOf({
      machine,
      state,
      stack,
      trips,
      settings: done,
      starts: 1,
      copies: 1,
      cutting,
    });
  };

  it('tells the white slot to be moved where this stack wants it elsewhere', () => {
    expect(slotWanted(parseStack('film | W@image / CMYK'))).toBe('under');
    expect(slotWanted(parseStack('CMYK / W@sheet | film'))).toBe('under');
    expect(slotWanted(parseStack('W@sheet / CMYK | film'))).toBe('other');
    expect(slotWanted(parseStack('film | CMYK / W@sheet'))).toBe('other');
    expect(slotWanted(parseStack('film | W@image / S@art / CMYK'))).toBe('under');
    expect(slotWanted(parseStack('film | CMYK'))).toBeUndefined();
    expect(phases('film | W@image / CMYK').map(({ step }) => step)).toContain('slot');
    expect(phases('film | W@art').map(({ step }) => step)).not.toContain('slot');
  });

  it('puts no special ink in for a stack that lays none', () => {
    const steps = (notation: string) => phases(notation, { fittedFor: 2 }).map(({ step }) => step);
    expect(steps('film | W@art')).toContain('fitting');
    expect(steps('film | CMYK')).not.toContain('fitting');
  });

  it('creases first, then prints, then cuts, with the tool changed by hand in between', () => {
    const steps = phases('film | CMYK', {}, { creaseMm: 3000, cutMm: 6000 });
    expect(steps.map(({ step }) => step)).toEqual([
      'setup',
      'check',
      'crease',
      'loading',
      'print',
      'tool',
      'cut',
    ]);
    expect(steps.map(({ minutes }) => minutes).filter((_, i) => [2, 5, 6].includes(i))).toEqual([
      0.5, 4, 1,
    ]);
  });

  it('changes no tool where there is one thing to do', () => {
    const steps = (cutting: Cutting) => phases('film | CMYK', {}, cutting).map(({ step }) => step);
    expect(steps({ creaseMm: 0, cutMm: 600 })).not.toContain('tool');
    expect(steps({ creaseMm: 600, cutMm: 0 })).not.toContain('tool');
  });

  it('counts how often the operator has to come back', () => {
    const apart = { split: 'apart', waitMinutes: 15 } as const;
    expect(visitsOf(phases('film | W@image / CMYK'))).toBe(1);
    expect(visitsOf(phases('film | W@image / CMYK', apart))).toBe(2);
  });

  it('follow one another without a gap', () => {
    let end = 0;
    for (const { start, minutes } of phases('film | W@image / CMYK', {
      split: 'apart',
      waitMinutes: 3,
      fittedFor: 2,
    })) {
      expect(start).toBeCloseTo(end, 12);
      end = start + minutes;
    }
  });
});
