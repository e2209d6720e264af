import { DEMO_JOBS } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { WIDE_MACHINE } from '../../core/test/shop.ts';
import { encodePlan, Plan, problemOf } from './plan.ts';

const [{ plan }] = DEMO_JOBS;
const wire = () => JSON.parse(JSON.stringify(encodePlan(plan))) as Record<string, unknown>;
const problem = (value: unknown) => {
  const parsed = Plan.safeParse(value);
  return parsed.success ? 'accepted' : problemOf(parsed.error, 'the plan file');
};

describe('the plan file', () => {
  it('carries every demo plan there and back', () => {
    for (const job of DEMO_JOBS)
      expect(Plan.parse(JSON.parse(JSON.stringify(encodePlan(job.plan))))).toEqual(job.plan);
  });

  it('takes everything that trips, ink and money need, and refuses what is wrong by its field', () => {
    const more = {
      ...plan,
      layout: { ...plan.layout, mixed: true, loadLength: 900 },
      trips: { ...plan.trips, careful: [{ speed: 300, trip: 1 }], fittedFor: 3 },
      prices: { ...plan.prices, pricing: 'market', market: { minor: 5000, per: 'piece' } },
      extras: [{ name: 'Hooks', kind: 'part', minutes: 0, minor: 60, per: 'piece' }],
    };
    const sent = { ...wire(), ...more, stack: wire().stack };
    expect(problem(sent)).toBe('accepted');
    expect(problem({ ...sent, trips: { ...more.trips, careful: [{ haste: 3 }] } })).toContain(
      'no field "haste" in the field trips.careful.0',
    );
    expect(problem({ ...sent, prices: { ...more.prices, marginPercent: 100 } })).toContain(
      'the field prices.marginPercent',
    );
    const [ink, ...inks] = plan.machine.inks;
    const falling = {
      ...ink,
      tone: [
        [0.5, 0.7],
        [0.8, 0.6],
      ],
    };
    expect(problem({ ...sent, machine: { ...plan.machine, inks: [falling, ...inks] } })).toContain(
      'machine.inks.0.tone: rises from point to point',
    );
  });

  it('holds the stack in the short notation', () => {
    expect(wire().stack).toBe('film | W@art / CMYK+S@art');
  });

  it('refuses a field that there is not, by its name', () => {
    expect(problem({ ...wire(), colour: 'red' })).toContain(
      'There is no field "colour" in the plan file',
    );
    const deep = wire();
    (deep.layout as Record<string, unknown>).copeis = 3;
    expect(problem(deep)).toContain('no field "copeis" in the field layout');
  });

  it('refuses a wrong value by its field', () => {
    expect(
      problem({ ...wire(), layout: { copies: 0, gap: 0, margin: 0, turned: false } }),
    ).toContain('the field layout.copies');
    expect(problem({ ...wire(), stack: 'film | Q' })).toBe(
      'Something is wrong with the field stack: "Q" is not a layer: write one of CMYK, W, S, V, B, P, then density, hits and a rule, as in W70x2@image.',
    );
    expect(problem([])).toContain('the plan file');
  });

  it('needs the contrast ratio of a white ink', () => {
    const value = wire() as { machine: { inks: { channel: string; contrastRatio?: number }[] } };
    delete value.machine.inks.find(({ channel }) => channel === 'W')!.contrastRatio;
    expect(problem(value)).toContain('contrastRatio: is needed for white ink');
  });

  it.each([
    [{ channel: 'W' }, 'the key of a metallic ink is S'],
    [{ channel: 'Sx' }, 'the key of a metallic ink is S'],
    [{ role: 'light', channel: 'Lc' }, 'split: is needed'],
    [{ role: 'process', channel: 'Or' }, 'a process ink without a split is C, M, Y or K'],
    [{ split: { of: ['C'], curve: [[1, 1]] } }, 'split: is for process, light and extra inks'],
    [
      { role: 'extra', channel: 'Gn', split: { of: ['C', 'K'], curve: [[1, 1]] } },
      'two of C, M and Y',
    ],
    [
      { role: 'extra', channel: 'Gn', split: { of: ['C', 'Y'], curve: [[0.5, 1]], saves: 0.8 } },
      'would take away more',
    ],
    [{ channel: 'C', role: 'process' }, 'two inks with one key'],
  ])('refuses an ink that its role does not fit: %j', (change, words) => {
    const value = wire() as unknown as { machine: { inks: object[] } };
    value.machine.inks.push({
      channel: 'S',
      role: 'metallic',
      name: 'Silver',
      laydown: 8,
      pricePerLitre: 24_000,
      lossPerTrip: 0.8,
      spotName: 'Silver',
      ...change,
    });
    expect(problem(value)).toContain(words);
  });

  it('takes inks of any number and role', () => {
    const value = wire() as unknown as { machine: object };
    value.machine = { ...value.machine, inks: WIDE_MACHINE.inks };
    expect(Plan.parse(JSON.parse(JSON.stringify(value))).machine.inks).toEqual(WIDE_MACHINE.inks);
  });
});
