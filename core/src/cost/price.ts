/** What to ask for a job that costs so much, and what that earns. */
import { mm2ToFt2, mm2ToM2, money, term, times, type Money, type Working } from '../units/index.ts';
import { DAY_HOURS, type Prices } from './prices.ts';

export interface Price {
  /** Before tax. */
  readonly price: Money;
  readonly tax: Money;
  readonly withTax: Money;
  /** Over cost, and its share of the price, 0 to 1. */
  readonly profit: Money;
  readonly margin: number;
  readonly perPiece: Money;
  readonly perM2: Money;
  readonly perFt2: Money;
  /** Price over the machine's time, and over a day of it. */
  readonly perHour: Money;
  readonly perDay: Money;
  readonly workings: Readonly<
    Record<'price' | 'tax' | 'perPiece' | 'perM2' | 'perFt2' | 'perHour' | 'perDay', Working>
  >;
}

export interface PriceInput {
  readonly cost: Money;
  readonly copies: number;
  /** Finished area of all copies, mm². */
  readonly finishedMm2: number;
  /** The machine is taken for so long, from setting up to dry. */
  readonly minutes: number;
  readonly prices: Prices;
}

const PERCENT = 100;

/** Percent off for so many copies. */
export const discountFor = ({ breaks = [] }: Prices, copies: number): number =>
  breaks
    .filter((step) => copies >= step.copies)
    .reduce((most, { percentOff }) => Math.max(most, percentOff), 0);

function asked({ cost, copies, finishedMm2, prices }: PriceInput): Pick<
  Working,
  'formula' | 'terms'
> & {
  readonly minor: number;
} {
  const { currency, pricing = 'markup', markupPercent, marginPercent = 0, market } = prices;
  const costTerm = term('cost', cost.minor / 100, currency);
  if (pricing === 'margin')
    return {
      minor: cost.minor / (1 - marginPercent / PERCENT),
      formula: 'cost ÷ (1 − margin)',
      terms: [costTerm, term('margin', marginPercent, '%')],
    };
  if (pricing === 'market' && market) {
    const area = { piece: copies, m2: mm2ToM2(finishedMm2), ft2: mm2ToFt2(finishedMm2) }[
      market.per
    ];
    const unit = { piece: '', m2: 'm²', ft2: 'ft²' }[market.per];
    return {
      minor: market.minor * area,
      formula: market.per === 'piece' ? 'going rate × copies' : 'going rate × finished area',
      terms: [
        term('going rate', market.minor / 100, `${currency}/${unit || 'piece'}`),
        term(market.per === 'piece' ? 'copies' : 'finished area', area, unit),
      ],
    };
  }
  return {
    minor: cost.minor * (1 + markupPercent / PERCENT),
    formula: 'cost × (1 + markup)',
    terms: [costTerm, term('markup', markupPercent, '%')],
  };
}

export function priceOf(input: PriceInput): Price {
  const { cost, copies, finishedMm2, minutes, prices } = input;
  const { currency, minimum, taxPercent = 0, dayHours = DAY_HOURS } = prices;
  const wanted = asked(input);
  const off = discountFor(prices, copies);
  const least = money(minimum, currency);
  const offered = money(wanted.minor * (1 - off / PERCENT), currency);
  const price = offered.minor < least.minor ? least : offered;
  const tax = times(price, taxPercent / PERCENT);
  const m2 = mm2ToM2(finishedMm2);
  const ft2 = mm2ToFt2(finishedMm2);
  const hours = minutes / 60;
  const perPiece = times(price, 1 / copies);
  const perM2 = times(price, 1 / m2);
  const perFt2 = times(price, 1 / ft2);
  const perHour = hours > 0 ? times(price, 1 / hours) : money(0, currency);
  const perDay = hours > 0 ? times(price, dayHours / hours) : money(0, currency);
  const priceTerm = term('price', price.minor / 100, currency);
  const shown = (
    label: string,
    amount: Money,
    unit: string,
    formula: string,
    terms: Working['terms'],
  ): Working => ({ label, value: amount.minor / 100, unit, formula, terms });
  return {
    price,
    tax,
    withTax: money(price.minor + tax.minor, currency),
    profit: money(price.minor - cost.minor, currency),
    margin: price.minor === 0 ? 0 : (price.minor - cost.minor) / price.minor,
    perPiece,
    perM2,
    perFt2,
    perHour,
    perDay,
    workings: {
      price: shown(
        'Price',
        price,
        currency,
        `${wanted.formula}${off ? ' × (1 − quantity break)' : ''}, at least the minimum`,
        [
          ...wanted.terms,
          ...(off ? [term('quantity break', off, '%', `from ${copies} copies`)] : []),
          term('minimum', minimum / 100, currency),
        ],
      ),
      tax: shown('Tax', tax, currency, 'price × tax', [priceTerm, term('tax', taxPercent, '%')]),
      perPiece: shown('Price per piece', perPiece, currency, 'price ÷ copies', [
        priceTerm,
        term('copies', copies),
      ]),
      perM2: shown('Price per m²', perM2, `${currency}/m²`, 'price ÷ finished area', [
        priceTerm,
        term('finished area', m2, 'm²'),
      ]),
      perFt2: shown('Price per ft²', perFt2, `${currency}/ft²`, 'price ÷ finished area', [
        priceTerm,
        term('finished area', ft2, 'ft²'),
      ]),
      perHour: shown('Earned an hour', perHour, `${currency}/h`, 'price ÷ time in all', [
        priceTerm,
        term('time in all', minutes, 'min'),
      ]),
      perDay: shown(
        'Earned a day',
        perDay,
        `${currency}/day`,
        'price ÷ time in all × hours a day',
        [priceTerm, term('time in all', minutes, 'min'), term('hours a day', dayHours, 'h')],
      ),
    },
  };
}
