import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import { calculate, type PrintPlan } from '../plan/index.ts';
import { mm2ToFt2, MM_PER_INCH, roundMinor, times, total } from '../units/index.ts';
import { discountFor, inkPrice, priceOf, type Prices } from './index.ts';

/** Common practice: jobs measured on 16 × 24 in sheets, ink at 150 USD a litre. */
const MEASURED: readonly (readonly [string, ml: number, cents: number, centsPerFt2: number])[] = [
  ['heavy full-coverage colour', 6.15, 92, 35],
  ['colour on bare metal', 5.95, 89, 33],
  ['the same with white under the image', 5.95 + 5.29, 169, 63],
  ['full white under on acrylic', 7.6 + 6.94, 218, 82],
];
const SHEET_FT2 = mm2ToFt2(16 * 24 * MM_PER_INCH ** 2);

describe('ink price', () => {
  it.each(MEASURED)('of %s is the one written down at the bench', (_, ml, cents, centsPerFt2) => {
    const price = inkPrice(ml, 15_000, 'USD');
    expect(price).toEqual({ minor: cents, currency: 'USD' });
    // The bench's own figures per square foot were rounded down or up: one cent either way.
    expect(Math.abs(times(price, 1 / SHEET_FT2).minor - centsPerFt2)).toBeLessThanOrEqual(1);
  });
});

describe('money', () => {
  it('rounds halves away from zero, as written in decimals', () => {
    expect([0.5, 1.5, 2.5, -0.5, -2.5, 1.005 * 100, 8.575 * 100].map(roundMinor)).toEqual([
      1, 2, 3, -1, -3, 101, 858,
    ]);
  });

  it('agrees with whole-number arithmetic for any litre price and thousandths of a millilitre', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10_000_000 }),
        fc.integer({ min: 0, max: 1_000_000 }),
        (microlitres, perLitre) => {
          const exact = BigInt(microlitres) * BigInt(perLitre);
          const rounded = Number((exact + 500_000n) / 1_000_000n);
          return inkPrice(microlitres / 1000, perLitre, 'USD').minor === rounded;
        },
      ),
    );
  });

  it('refuses an amount too large to be exact', () => {
    expect(() => times({ minor: Number.MAX_SAFE_INTEGER, currency: 'USD' }, 2)).toThrow(
      expect.objectContaining({ code: 'MONEY_RANGE' }),
    );
  });
});

describe('costOf', () => {
  const work = calculate(
    PLAN,
    artwork({ Cyan: 0.5 }),
    measures({ key: 'W:front:image', coverage: 0.5, areaMm2: 10_000 }),
  ).work!;

  it('adds up to the total, line by line', () => {
    expect(
      total(
        'USD',
        work.cost.lines.map(({ amount }) => amount),
      ),
    ).toEqual(work.cost.total);
  });

  it('asks cost and markup, and shares the price among the copies and their area', () => {
    expect(work.cost.price.minor).toBe(2 * work.cost.total.minor);
    expect(work.cost.perPiece.minor).toBe(Math.round(work.cost.price.minor / 4));
    expect(work.cost.perM2.minor).toBe(Math.round(work.cost.price.minor / 0.08));
  });

  it('never asks less than the minimum', () => {
    const plan = { ...PLAN, prices: { ...PLAN.prices, minimum: 1_000_000 } };
    expect(calculate(plan, artwork({ Cyan: 0.5 }), measures()).work!.cost.price.minor).toBe(
      1_000_000,
    );
  });

  it('works ink out as it would be by hand: half covered, 0.08 m², 10 mL/m²', () => {
    const [cyan, , , , white] = work.inks;
    expect([cyan.channel, white.channel]).toEqual(['C', 'W']);
    expect(cyan.ml).toBeCloseTo(0.5 * 0.08 * 10, 12);
    expect(white.ml).toBeCloseTo(0.5 * 0.08 * 10, 12);
  });

  it('shows for every number how it was come by, and the working gives the number', () => {
    for (const { ml, working } of work.inks) {
      const [share, area, laydown, loss] = working.terms.map(({ value }) => value as number);
      expect(share * area * laydown + loss).toBeCloseTo(ml, 12);
    }
  });
});

/** A cost by exact decimal arithmetic, rounded half away from zero. */
const exactly = (value: Decimal) => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();

describe('costOf, with everything a shop can ask for', () => {
  const plan: PrintPlan = {
    ...PLAN,
    machine: { ...PLAN.machine, fitting: { minutes: 20, lossMl: 6, cleaning: 777 } },
    trips: { ...PLAN.trips, fittedFor: 3 },
    layout: { ...PLAN.layout, copies: 7, gap: 3 },
    prices: { ...PLAN.prices, spoilagePercent: 20, taxPercent: 7.5 },
    extras: [
      { name: 'Lamination', kind: 'finishing', minutes: 0, minor: 413, per: 'm2' },
      { name: 'Stand-offs', kind: 'part', minutes: 0, minor: 62, per: 'piece' },
      { name: 'Checking the file', kind: 'labour', minutes: 5, minor: 0, per: 'job' },
    ],
  };
  const { cost } = calculate(
    plan,
    artwork({ Cyan: 0.37 }),
    measures({ key: 'W:front:image', coverage: 0.61 }),
  ).work!;

  it('has lines that add up to the total, and each is rounded once, as exact decimals say', () => {
    expect(cost.lines.reduce((sum, { amount }) => sum + amount.minor, 0)).toBe(cost.total.minor);
    const d = (value: number | string) => new Decimal(value);
    const line = (label: string) => cost.lines.find((one) => one.label === label)!.amount.minor;
    expect(line('Lamination')).toBe(exactly(d('0.14').times(413)));
    expect(line('Stand-offs')).toBe(7 * 62);
    expect(line('Checking the file')).toBe(exactly(d(5).div(60).times(3000)));
    expect(line('Putting the special ink in and out')).toBe(
      exactly(
        d(20)
          .div(60)
          .times(3000 + 6000)
          .plus(777)
          .div(3),
      ),
    );
    const made = cost.lines.filter(({ group }) => ['ink', 'material', 'machine'].includes(group));
    expect(line('Spoilage')).toBe(
      exactly(
        d(made.reduce((sum, { amount }) => sum + amount.minor, 0)).times(d(1).div(0.8).minus(1)),
      ),
    );
    expect(cost.tax.minor).toBe(exactly(d(cost.price.minor).times('0.075')));
    expect(cost.withTax.minor).toBe(cost.price.minor + cost.tax.minor);
  });

  it('tells what the waste is worth', () => {
    expect(cost.waste.minor).toBeGreaterThan(0);
    expect(cost.waste.minor).toBeLessThan(
      cost.lines.find(({ group }) => group === 'material')!.amount.minor,
    );
  });
});

describe('priceOf', () => {
  const asked = (prices: Partial<Prices>, copies = 10, minutes = 60) =>
    priceOf({
      cost: { minor: 8000, currency: 'USD' },
      copies,
      finishedMm2: copies * 100_000,
      minutes,
      prices: { ...PLAN.prices, ...prices },
    });

  it('is cost and markup, or leaves a margin of itself, or is what others ask', () => {
    expect(asked({ markupPercent: 25 }).price.minor).toBe(10_000);
    const margin = asked({ pricing: 'margin', marginPercent: 20 });
    expect([margin.price.minor, margin.margin]).toEqual([10_000, 0.2]);
    expect(asked({ pricing: 'market', market: { minor: 950, per: 'piece' } }).price.minor).toBe(
      9500,
    );
    expect(asked({ pricing: 'market', market: { minor: 9300, per: 'm2' } }).price.minor).toBe(9300);
    expect(asked({ pricing: 'market', market: { minor: 1000, per: 'ft2' } }).price.minor).toBe(
      10_764,
    );
  });

  it('falls with the quantity, and never below the minimum', () => {
    const breaks = [
      { copies: 10, percentOff: 5 },
      { copies: 50, percentOff: 12 },
    ];
    expect(
      [9, 10, 49, 50].map((copies) => discountFor({ ...PLAN.prices, breaks }, copies)),
    ).toEqual([0, 5, 5, 12]);
    expect(asked({ markupPercent: 25, breaks }).price.minor).toBe(9500);
    expect(asked({ markupPercent: 25, breaks, minimum: 9900 }).price.minor).toBe(9900);
  });

  it('earns 600 an hour with twelve signs at 50: two on the bed, six beds an hour; common practice', () => {
    const { perHour, perDay } = asked(
      { pricing: 'market', market: { minor: 5000, per: 'piece' }, dayHours: 8 },
      12,
    );
    expect([perHour.minor, perDay.minor]).toEqual([60_000, 480_000]);
  });
});

describe('a sign of the bench, 16 × 24 in of acrylic', () => {
  it('costs about 10 for acrylic, 0.63 a square foot for ink and 2 to 3 for stand-offs, sold at 50; common practice', () => {
    // White under the image of the measured job: 5.95 and 5.29 mL at 150 a litre.
    const ink = inkPrice(5.95 + 5.29, 15_000, 'USD').minor;
    const cost = 1000 + ink + 250;
    const { profit } = priceOf({
      cost: { minor: cost, currency: 'USD' },
      copies: 1,
      finishedMm2: 16 * 24 * MM_PER_INCH ** 2,
      minutes: 5,
      prices: { ...PLAN.prices, pricing: 'market', market: { minor: 5000, per: 'piece' } },
    });
    expect(profit.minor).toBe(5000 - 1000 - 169 - 250);
  });
});

describe('any cost', () => {
  const extra = fc.record({
    name: fc.constantFrom('Packing', 'Hooks', 'Lamination'),
    kind: fc.constantFrom('labour' as const, 'finishing' as const, 'part' as const),
    minutes: fc.integer({ min: 0, max: 90 }),
    minor: fc.integer({ min: 0, max: 9999 }),
    per: fc.constantFrom('job' as const, 'load' as const, 'piece' as const, 'm2' as const),
  });
  const prices = fc.record({
    labourRate: fc.integer({ min: 0, max: 20_000 }),
    markupPercent: fc.integer({ min: 0, max: 400 }),
    minimum: fc.integer({ min: 0, max: 50_000 }),
    spoilagePercent: fc.integer({ min: 0, max: 40 }),
    taxPercent: fc.integer({ min: 0, max: 250 }).map((tenths) => tenths / 10),
  });

  it('adds up to the last unit, is whole, and is never asked below its minimum; tax is what decimals say', () => {
    fc.assert(
      fc.property(
        prices,
        fc.array(extra, { maxLength: 4 }),
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (asked, extras, copies, cyan) => {
          const { cost } = calculate(
            {
              ...PLAN,
              extras,
              layout: { ...PLAN.layout, copies },
              prices: { ...PLAN.prices, ...asked },
            },
            artwork({ Cyan: cyan }),
            measures(),
          ).work!;
          const sum = cost.lines.reduce((all, { amount }) => all + amount.minor, 0);
          const whole = cost.lines.every(({ amount }) => Number.isInteger(amount.minor));
          const tax = new Decimal(cost.price.minor).times(asked.taxPercent).div(100);
          return (
            whole &&
            sum === cost.total.minor &&
            cost.profit.minor === cost.price.minor - cost.total.minor &&
            cost.price.minor >= asked.minimum &&
            cost.tax.minor === exactly(tax)
          );
        },
      ),
      { numRuns: 150 },
    );
  });
});
