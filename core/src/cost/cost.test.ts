import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import { reckon } from '../plan/index.ts';
import { mm2ToFt2, MM_PER_INCH, roundMinor, times, total } from '../units/index.ts';
import { inkPrice } from './index.ts';

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
  const work = reckon(
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
    expect(reckon(plan, artwork({ Cyan: 0.5 }), measures()).work!.cost.price.minor).toBe(1_000_000);
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
