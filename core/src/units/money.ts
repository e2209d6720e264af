/**
 * Money in integer minor units (cents). One rounding rule: to the nearest minor unit, halves away
 * from zero. Sums are made of rounded lines, so that the lines of a bill always add up to its total.
 */
import { DomainError } from '../errors/index.ts';
import { t } from '../texts/index.ts';

/** ISO 4217; each has hundredths as its minor unit. */
export const CURRENCIES = ['USD', 'EUR', 'GBP', 'CAD', 'AUD', 'CHF'] as const;
export type Currency = (typeof CURRENCIES)[number];

export interface Money {
  /** Whole minor units: 1250 is 12.50. */
  readonly minor: number;
  readonly currency: Currency;
}

export const money = (minor: number, currency: Currency): Money => {
  if (!Number.isFinite(minor) || Math.abs(minor) > Number.MAX_SAFE_INTEGER)
    throw new DomainError('MONEY_RANGE', t('units.amountTooLargeKept', { minor }));
  return { minor: roundMinor(minor), currency };
};

/**
 * Halves away from zero. The nudge undoes the binary representation error of products such as
 * 1.005 × 100; it is far below any amount that a price list can state.
 */
export function roundMinor(minor: number): number {
  const size = Math.abs(minor);
  const rounded = Math.floor(size + 0.5 + size * Number.EPSILON * 4);
  return minor < 0 && rounded !== 0 ? -rounded : rounded;
}

/** The sum of amounts in one currency; nothing is zero of it. */
export const total = (currency: Currency, amounts: readonly Money[]): Money =>
  money(
    amounts.reduce((sum, { minor }) => sum + minor, 0),
    currency,
  );

/** `amount` × `factor`, rounded once. */
export const times = (amount: Money, factor: number): Money =>
  money(amount.minor * factor, amount.currency);

/** `12.50 USD`: always with its currency. Minor units are hundredths in every currency offered. */
export const formatMoney = ({ minor, currency }: Money): string =>
  `${minor < 0 ? '−' : ''}${Math.floor(Math.abs(minor) / 100)}.${String(Math.abs(minor) % 100).padStart(2, '0')} ${currency}`;
