/** What to ask for a job that costs so much, and what that earns. */
import { mm2ToFt2, mm2ToM2, money, term, times, type Money, type Working } from '../units/index.ts';
import { DAY_HOURS, type Prices } from './prices.ts';
import { t } from '../texts/index.ts';

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
  const costTerm = term(t('cost.costWithin'), cost.minor / 100, currency);
  if (pricing === 'margin')
    return {
      minor: cost.minor / (1 - marginPercent / PERCENT),
      formula: t('cost.cost1Margin'),
      terms: [costTerm, term(t('cost.margin'), marginPercent, '%')],
    };
  if (pricing === 'market' && market) {
    const area = { piece: copies, m2: mm2ToM2(finishedMm2), ft2: mm2ToFt2(finishedMm2) }[
      market.per
    ];
    const unit = { piece: '', m2: 'm²', ft2: 'ft²' }[market.per];
    return {
      minor: market.minor * area,
      formula: market.per === 'piece' ? t('cost.goingRateCopies') : t('cost.goingRateFinishedArea'),
      terms: [
        term(t('cost.goingRate'), market.minor / 100, `${currency}/${unit || t('cost.perPiece')}`),
        term(market.per === 'piece' ? t('cost.copies') : t('cost.finishedArea'), area, unit),
      ],
    };
  }
  return {
    minor: cost.minor * (1 + markupPercent / PERCENT),
    formula: t('cost.cost1Markup'),
    terms: [costTerm, term(t('cost.markup'), markupPercent, '%')],
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
  const priceTerm = term(t('cost.priceWithin'), price.minor / 100, currency);
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
        t('cost.price'),
        price,
        currency,
        t('cost.leastMinimum', {
          formula: wanted.formula,
          rest: off ? t('cost.n1QuantityBreak') : '',
        }),
        [
          ...wanted.terms,
          ...(off
            ? [term(t('cost.quantityBreak'), off, '%', t('cost.fromCopies', { copies }))]
            : []),
          term(t('cost.minimum'), minimum / 100, currency),
        ],
      ),
      tax: shown(t('cost.tax'), tax, currency, t('cost.priceTax'), [
        priceTerm,
        term(t('cost.taxWithin'), taxPercent, '%'),
      ]),
      perPiece: shown(t('cost.pricePerPiece'), perPiece, currency, t('cost.priceCopies'), [
        priceTerm,
        term(t('cost.copies'), copies),
      ]),
      perM2: shown(t('cost.pricePerM'), perM2, `${currency}/m²`, t('cost.priceFinishedArea'), [
        priceTerm,
        term(t('cost.finishedArea'), m2, 'm²'),
      ]),
      perFt2: shown(t('cost.pricePerFt'), perFt2, `${currency}/ft²`, t('cost.priceFinishedArea'), [
        priceTerm,
        term(t('cost.finishedArea'), ft2, 'ft²'),
      ]),
      perHour: shown(t('cost.earnedHour'), perHour, `${currency}/h`, t('cost.priceTimeAll'), [
        priceTerm,
        term(t('cost.timeAll'), minutes, 'min'),
      ]),
      perDay: shown(t('cost.earnedDay'), perDay, `${currency}/day`, t('cost.priceTimeAllHours'), [
        priceTerm,
        term(t('cost.timeAll'), minutes, 'min'),
        term(t('cost.hoursDay'), dayHours, 'h'),
      ]),
    },
  };
}
