/** A shop's prices, and the work of a job that no machine reports. */
import type { Currency } from '../units/index.ts';

/** How a price is made of a cost: cost and so much on top, cost as what is left of a price, or what others ask. */
export type Pricing = 'markup' | 'margin' | 'market';

export interface Prices {
  readonly currency: Currency;
  /** Minor units an hour of the operator. */
  readonly labourRate: number;
  /** Added to cost, percent. */
  readonly markupPercent: number;
  /** Least price of a job, minor units. */
  readonly minimum: number;
  /** By markup where it is not said. */
  readonly pricing?: Pricing;
  /** Share of the price that is left over cost, percent, below 100. */
  readonly marginPercent?: number;
  /** The going rate, minor units. */
  readonly market?: { readonly minor: number; readonly per: 'piece' | 'm2' | 'ft2' };
  /** Prints that are spoilt, percent of all that is made. */
  readonly spoilagePercent?: number;
  /** On top of the price, percent. */
  readonly taxPercent?: number;
  /** Percent off from so many copies on. */
  readonly breaks?: readonly { readonly copies: number; readonly percentOff: number }[];
  /** Hours a day that a machine prints; 8 where it is not said. */
  readonly dayHours?: number;
}

/** Work or goods beside printing: by the operator, by somebody else, or bought in. */
export interface Extra {
  readonly name: string;
  readonly kind: 'labour' | 'finishing' | 'part';
  /** Of the operator, for each. */
  readonly minutes: number;
  /** To be paid for each, minor units. */
  readonly minor: number;
  readonly per: 'job' | 'load' | 'piece' | 'm2';
}

export const DAY_HOURS = 8;
