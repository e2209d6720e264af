/** What a job costs and what to ask for it. Money is exact; every line is rounded once. */
import type { InkUse } from '../ink/index.ts';
import type { Layout } from '../layout/index.ts';
import { inkOf, type Machine, type Material } from '../stack/index.ts';
import {
  mm2ToFt2,
  mm2ToM2,
  money,
  term,
  times,
  total as sumOf,
  type Currency,
  type Money,
  type Working,
} from '../units/index.ts';

export interface Prices {
  readonly currency: Currency;
  /** Minor units an hour of the operator. */
  readonly labourRate: number;
  /** Added to cost, percent. */
  readonly markupPercent: number;
  /** Least price of a job, minor units. */
  readonly minimum: number;
}

export interface CostLine {
  readonly label: string;
  readonly amount: Money;
  readonly working: Working;
}

export interface Cost {
  readonly lines: readonly CostLine[];
  readonly ink: Money;
  readonly total: Money;
  readonly price: Money;
  /** Price divided among the copies, and over their finished area. */
  readonly perPiece: Money;
  readonly perM2: Money;
  readonly perFt2: Money;
  readonly workings: Readonly<Record<'total' | 'price' | 'perPiece' | 'perM2' | 'perFt2', Working>>;
}

export interface CostInput {
  readonly inks: readonly InkUse[];
  readonly layout: Layout;
  /** Extra material of the test print, mm². */
  readonly testMm2: number;
  readonly copies: number;
  /** Finished area of one copy, mm². */
  readonly finishedMm2: number;
  readonly machineMinutes: number;
  readonly operatorMinutes: number;
  readonly machine: Machine;
  readonly material: Material;
  readonly prices: Prices;
}

/** Price of an amount of ink. */
export const inkPrice = (ml: number, perLitre: number, currency: Currency): Money =>
  money((ml * perLitre) / 1000, currency);

export function costOf(input: CostInput): Cost {
  const { prices, machine, material } = input;
  const { currency } = prices;
  const major = (amount: Money) => amount.minor / 100;
  const line = (
    label: string,
    amount: Money,
    formula: string,
    terms: Working['terms'],
  ): CostLine => ({
    label,
    amount,
    working: { label, value: major(amount), unit: currency, formula, terms },
  });

  const inkLines = input.inks.map(({ channel, ml }) => {
    const ink = inkOf(machine, channel)!;
    return line(
      `Ink ${channel}`,
      inkPrice(ml, ink.pricePerLitre, currency),
      'mL × price per litre ÷ 1000',
      [term('ink', ml, 'mL'), term('price', ink.pricePerLitre / 100, `${currency}/L`, ink.name)],
    );
  });
  const materialMm2 = input.layout.materialMm2 + input.testMm2;
  const lines = [
    ...inkLines,
    line(
      'Material with waste',
      money(mm2ToM2(materialMm2) * material.pricePerM2, currency),
      'area drawn × price per m²',
      [
        term(
          'area drawn',
          mm2ToM2(materialMm2),
          'm²',
          'whole width of roll or sheet, test print included',
        ),
        term('waste', mm2ToM2(materialMm2 - input.copies * input.finishedMm2), 'm²'),
        term('price', material.pricePerM2 / 100, `${currency}/m²`, material.name),
      ],
    ),
    line(
      'Machine',
      money((input.machineMinutes / 60) * machine.hourRate, currency),
      'minutes ÷ 60 × hourly rate',
      [
        term('machine', input.machineMinutes, 'min', 'printing, returning and waiting'),
        term('rate', machine.hourRate / 100, `${currency}/h`, machine.name),
      ],
    ),
    line(
      'Labour',
      money((input.operatorMinutes / 60) * prices.labourRate, currency),
      'minutes ÷ 60 × hourly rate',
      [
        term('operator', input.operatorMinutes, 'min', 'setting up, loading, checking'),
        term('rate', prices.labourRate / 100, `${currency}/h`),
      ],
    ),
  ];

  const amounts = (of: readonly CostLine[]) => of.map(({ amount }) => amount);
  const ink = sumOf(currency, amounts(inkLines));
  const total = sumOf(currency, amounts(lines));
  const marked = times(total, 1 + prices.markupPercent / 100);
  const price = marked.minor < prices.minimum ? money(prices.minimum, currency) : marked;
  const area = input.copies * input.finishedMm2;
  const perPiece = times(price, 1 / input.copies);
  const perM2 = times(price, 1 / mm2ToM2(area));
  const perFt2 = times(price, 1 / mm2ToFt2(area));
  const shown = (
    label: string,
    amount: Money,
    unit: string,
    formula: string,
    terms: Working['terms'],
  ) => ({
    label,
    value: major(amount),
    unit,
    formula,
    terms,
  });
  const priceTerm = term('price', major(price), currency);
  return {
    lines,
    ink,
    total,
    price,
    perPiece,
    perM2,
    perFt2,
    workings: {
      total: shown(
        'Cost',
        total,
        currency,
        'sum of the lines',
        lines.map((l) => term(l.label, major(l.amount), currency)),
      ),
      price: shown('Price', price, currency, 'cost × (1 + markup), at least the minimum', [
        term('cost', major(total), currency),
        term('markup', prices.markupPercent, '%'),
        term('minimum', prices.minimum / 100, currency),
      ]),
      perPiece: shown('Price per piece', perPiece, currency, 'price ÷ copies', [
        priceTerm,
        term('copies', input.copies),
      ]),
      perM2: shown('Price per m²', perM2, `${currency}/m²`, 'price ÷ finished area', [
        priceTerm,
        term('finished area', mm2ToM2(area), 'm²'),
      ]),
      perFt2: shown('Price per ft²', perFt2, `${currency}/ft²`, 'price ÷ finished area', [
        priceTerm,
        term('finished area', mm2ToFt2(area), 'ft²'),
      ]),
    },
  };
}
