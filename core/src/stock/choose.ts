/** Which lot a job is printed on: the oldest good one that is long enough; first expired, first out. */
import { AGES, ageOf, dayWords, type AgeOf, type Keeping } from './age.ts';
import { amountText, freeIn, isThere, type Day, type StockItem } from './item.ts';
import { t } from '../texts/index.ts';

export interface LotNeed {
  /** In the unit of the product. */
  readonly amount: number;
  /** What the job has reserved is its own. */
  readonly jobId?: string;
  /** The plan's width of the material, mm; 0 where it does not matter. */
  readonly width?: number;
}

export interface LotOffer<T extends StockItem = StockItem> {
  readonly item: T;
  readonly age: AgeOf;
  /** Free for this job, and what would be left of it. */
  readonly free: number;
  readonly leftAfter: number;
  /** Why it is not the one to take; absent for the chosen one and for those that are as good but younger. */
  readonly against?: string;
}

export interface LotChoice<T extends StockItem = StockItem> {
  /** Absent if no good lot is enough. */
  readonly chosen?: LotOffer<T>;
  readonly reason: string;
  /** All that are there, the chosen one first, then in the order in which they would be taken. */
  readonly offers: readonly LotOffer<T>[];
}

const UNKNOWN_LAST = '9999';

/** Sooner over, then longer in the house, then open before sealed, then the smaller rest. */
function before(a: LotOffer, b: LotOffer): number {
  const keys = ({ age, item, free }: LotOffer) =>
    [age.until ?? UNKNOWN_LAST, item.receivedOn, item.sealed ? '1' : '0', free] as const;
  const [x, y] = [keys(a), keys(b)];
  for (const i of [0, 1, 2, 3] as const) {
    if (x[i] < y[i]) return -1;
    if (x[i] > y[i]) return 1;
  }
  return a.item.id < b.item.id ? -1 : 1;
}

/** @param items of one product */
export function chooseLot<T extends StockItem>(
  items: readonly T[],
  { amount, jobId, width = 0 }: LotNeed,
  keeping: Keeping,
  today: Day,
): LotChoice<T> {
  const offers = items
    .filter(isThere)
    .map((item): LotOffer<T> => {
      const free = freeIn(item, jobId);
      const age = ageOf(item, keeping, today);
      const against = !fits(item, width)
        ? t('stock.mmWidePlanLaid', { width: item.width, width2: width })
        : age.age === 'over'
          ? t('stock.overAgeSince', { until: dayWords(age.until!) })
          : free <= 0 || free + 1e-9 < amount
            ? t('stock.onlyFree', { free: amountText(free, item.unit) })
            : undefined;
      return {
        item,
        age,
        free,
        leftAfter: Math.max(0, free - amount),
        ...(against !== undefined && { against }),
      };
    })
    .toSorted(before);
  const chosen = offers.find(({ against }) => against === undefined);
  if (chosen) {
    const { item, age } = chosen;
    const older = offers.filter((one) => before(one, chosen) < 0).length;
    return {
      chosen,
      reason: t('stock.oldestGoodOneFree', {
        rest: age.until
          ? t('stock.goodUntil', { until: dayWords(age.until) })
          : t('stock.receivedNoDateKnown', { receivedOn: dayWords(item.receivedOn) }),
        amount: amountText(amount, item.unit),
        rest2: older > 0 ? t('stock.olderCantTaken', { older }) : '',
        leftAfter: amountText(chosen.leftAfter, item.unit),
      }),
      offers: [chosen, ...offers.filter((one) => one !== chosen)],
    };
  }
  return { reason: reasonAgainst(offers, amount, width), offers };
}

/** Sheets and rolls whose width nobody stated fit any plan. */
const fits = ({ width: of }: StockItem, width: number): boolean =>
  width === 0 || of === 0 || Math.abs(of - width) <= 0.5;

function reasonAgainst(offers: readonly LotOffer[], amount: number, width: number): string {
  const [first] = offers;
  if (!first) return t('stock.noneShelf');
  const { unit } = first.item;
  const good = offers.filter(({ age }) => age.age !== 'over');
  if (good.length === 0) return t('stock.allOverAgeOrder');
  const wide = good.filter(({ item }) => fits(item, width));
  if (wide.length === 0) return t('stock.noLotThatWide', { width });
  const most = Math.max(...wide.map(({ free }) => free));
  const together = wide.reduce((sum, { free }) => sum + free, 0);
  return t('stock.noGoodLotHas', {
    amount: amountText(amount, unit),
    most: amountText(most, unit),
    rest:
      together >= amount && wide.length > 1
        ? t('stock.allTogetherUseTwo', { together: amountText(together, unit) })
        : '',
  });
}

/** Whether age matters to this print: clear film under white crazes, colour on white film hardly. */
export function ageMatters(
  age: AgeOf['age'],
  material: { readonly class: string },
  withWhite: boolean,
): 'much' | 'little' | 'not' {
  if (age === 'good' || age === 'unknown') return 'not';
  return material.class === 'clear' && withWhite ? 'much' : 'little';
}

/** The gravest first. */
export const byAge = (a: { readonly age: AgeOf }, b: { readonly age: AgeOf }): number =>
  AGES.indexOf(a.age.age) - AGES.indexOf(b.age.age);
