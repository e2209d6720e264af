/**
 * What to buy, and by when: what planned and usual use will empty, with the days that delivery takes; in the container that is
 * cheapest by the amount that will really be used before it is too old.
 */
import { addDays, parseISO } from 'date-fns';
import { money, term, type Currency, type Money, type Working } from '../units/index.ts';
import { ageOf, dayText, dayWords, daysBetween, type Keeping } from './age.ts';
import { amountText, isThere, type Day, type StockItem, type StockUnit } from './item.ts';
import { decimal, t } from '../texts/index.ts';

/** A size that can be bought. */
export interface PackSize {
  /** In the unit of the product. */
  readonly amount: number;
  /** Minor units. */
  readonly price: number;
}

/** How a product is bought. */
export interface Supply {
  readonly deliveryDays: number;
  readonly sizes: readonly PackSize[];
}

/** A job that is still to be printed. */
export interface PlannedUse {
  readonly job: string;
  readonly amount: number;
  /** When it is due; null where nobody said: then it counts from today on. */
  readonly due: Day | null;
  /** That it is printed at all, 0 to 1: 1 once it is accepted. */
  readonly chance: number;
}

export interface StockedProduct {
  readonly key: string;
  readonly name: string;
  readonly unit: StockUnit;
  readonly keeping: Keeping;
  readonly supply: Supply;
}

export interface ReorderInput {
  readonly product: StockedProduct;
  /** Of this product. */
  readonly items: readonly StockItem[];
  readonly planned: readonly PlannedUse[];
  /** Drawn a week on the average of the weeks that were looked at. */
  readonly usualPerWeek: number;
  readonly today: Day;
  readonly currency: Currency;
}

export interface ReorderLine {
  readonly product: StockedProduct;
  /** Good and there; what is over-age does not count. */
  readonly good: number;
  readonly overAge: number;
  readonly planned: number;
  readonly usualPerWeek: number;
  /** The day on which it is used up; absent if not within the horizon. */
  readonly emptyOn?: Day;
  readonly orderBy?: Day;
  readonly size?: PackSize;
  readonly count: number;
  readonly cost: Money;
  readonly reason: string;
  readonly working: Working;
}

/** How far ahead is looked; our own choice: a quarter. */
export const HORIZON_DAYS = 91;
/** An order lasts for so many weeks beyond its delivery; our own choice. */
export const ORDER_WEEKS = 6;

/**
 * Used from today up to the end of a day: what is planned, or what is usual where that is more, since jobs that are known for the
 * coming days are the usual use of those days.
 */
function usedBy(days: number, { planned, usualPerWeek, today }: ReorderInput): number {
  const known = planned.reduce(
    (sum, { amount, due, chance }) =>
      sum + (due === null || daysBetween(today, due) <= days ? amount * chance : 0),
    0,
  );
  return Math.max(known, (usualPerWeek * days) / 7);
}

/** What an amount of a size costs by what is used of it before it is too old. Infinite where nothing is used. */
function perUsed({ amount, price }: PackSize, usualPerWeek: number, openWeeks = Infinity): number {
  const used = Math.min(amount, openWeeks === Infinity ? amount : usualPerWeek * openWeeks);
  return used > 0 ? price / used : Infinity;
}

/** The size that is cheapest by what will be used of it; of two alike the smaller. */
export const bestSize = (
  sizes: readonly PackSize[],
  usualPerWeek: number,
  openWeeks?: number,
): PackSize | undefined =>
  sizes
    .toSorted((a, b) => a.amount - b.amount)
    .reduce<PackSize | undefined>(
      (best, size) =>
        best && perUsed(best, usualPerWeek, openWeeks) <= perUsed(size, usualPerWeek, openWeeks)
          ? best
          : size,
      undefined,
    );

/** Returns undefined if nothing of it is used and nothing planned, so that nothing runs out. */
export function reorderLine(input: ReorderInput): ReorderLine | undefined {
  const { product, items, planned, usualPerWeek, today, currency } = input;
  const { unit, keeping, supply, name } = product;
  const there = items.filter(isThere);
  const sum = (list: readonly StockItem[]) => list.reduce((all, { left }) => all + left, 0);
  const old = there.filter((item) => ageOf(item, keeping, today).age === 'over');
  const good = sum(there) - sum(old);
  const wanted = planned.reduce((all, { amount, chance }) => all + amount * chance, 0);
  if (wanted === 0 && usualPerWeek === 0) return undefined;

  let emptyIn: number | undefined;
  for (let day = 0; day <= HORIZON_DAYS && emptyIn === undefined; day++)
    if (usedBy(day, input) > good) emptyIn = day;
  const emptyOn = emptyIn === undefined ? undefined : dayText(addDays(parseISO(today), emptyIn));
  const orderBy =
    emptyIn === undefined
      ? undefined
      : dayText(addDays(parseISO(today), emptyIn - supply.deliveryDays));
  const rate = Math.max(usualPerWeek, (wanted * 7) / HORIZON_DAYS);
  const size = bestSize(supply.sizes, rate, keeping.openWeeks);
  const cover = (emptyIn ?? 0) + supply.deliveryDays + ORDER_WEEKS * 7;
  const missing = emptyIn === undefined ? 0 : Math.max(0, usedBy(cover, input) - good);
  const count = size ? Math.max(missing > 0 ? 1 : 0, Math.ceil(missing / size.amount - 1e-9)) : 0;
  const cost = money((size?.price ?? 0) * count, currency);
  const late = orderBy !== undefined && orderBy < today;
  const text = (amount: number) => amountText(amount, unit);
  const first = planned
    .filter(({ chance }) => chance === 1)
    .toSorted((a, b) => ((a.due ?? '') < (b.due ?? '') ? -1 : 1))[0];
  return {
    product,
    good,
    overAge: sum(old),
    planned: wanted,
    usualPerWeek,
    ...(emptyOn !== undefined && { emptyOn }),
    ...(orderBy !== undefined && { orderBy }),
    ...(size && { size }),
    count,
    cost,
    reason:
      emptyOn === undefined
        ? t('stock.leftEnoughMoreThan', { good: text(good), weeks: HORIZON_DAYS / 7 })
        : `${good === 0 ? t('stock.noneLeft') : t('stock.leftUsedUp', { good: text(good), rest: emptyIn === 0 ? t('stock.jobsAcceptedAlready') : t('stock.by', { emptyOn: dayWords(emptyOn) }) })}${first ? t('stock.firstJobWants', { job: first.job }) : ''}. ${
            late
              ? t('stock.deliveryTakesDaysComes', { deliveryDays: supply.deliveryDays })
              : t('stock.deliveryTakesDays', { deliveryDays: supply.deliveryDays })
          }${size && supply.sizes.length > 1 ? t('stock.cheapestSizeWhatUsed', { amount: text(size.amount) }) : ''}`,
    working: {
      label: t('stock.howManyOrder', { name }),
      value: count,
      unit: size ? `× ${text(size.amount)}` : '',
      formula: t('stock.greaterPlannedUsualUse'),
      terms: [
        term(t('stock.goodShelf'), good, unit),
        term(t('stock.overAgeNotCounted'), sum(old), unit),
        term(
          t('stock.planned'),
          wanted,
          unit,
          t('stock.jobsQuotedOnesTheir', { n: planned.length }),
        ),
        term(
          t('stock.usualUse'),
          usualPerWeek,
          t('stock.week', { unit }),
          t('stock.drawnWeeksBefore'),
        ),
        term(
          t('stock.usedUp'),
          emptyIn ?? HORIZON_DAYS,
          'days',
          emptyIn === undefined ? t('stock.more') : '',
        ),
        term(t('stock.delivery'), supply.deliveryDays, 'days'),
        term(t('stock.orderLast'), ORDER_WEEKS, 'weeks', t('stock.ourOwnChoice')),
        term(t('stock.missing'), missing, unit),
        ...supply.sizes.map((one) => {
          const each = perUsed(one, rate, keeping.openWeeks);
          return term(
            t('stock.price', { amount: text(one.amount) }),
            one.price / 100,
            currency,
            Number.isFinite(each)
              ? t('stock.eachUsedTime', { each: decimal(each / 100, 3), currency, unit })
              : t('stock.nothingUsedTime'),
          );
        }),
      ],
    },
  };
}

/** The most urgent first; what lasts comes last. */
export const reorderList = (inputs: readonly ReorderInput[]): readonly ReorderLine[] =>
  inputs
    .flatMap((input) => reorderLine(input) ?? [])
    .toSorted((a, b) => ((a.orderBy ?? '9999') < (b.orderBy ?? '9999') ? -1 : 1));

/**
 * Drawn a week on the average.
 * @param draws each with its day
 * @param weeks that are looked at, back from today
 */
export function usualPerWeek(
  draws: readonly { readonly on: Day; readonly amount: number }[],
  today: Day,
  weeks: number,
): number {
  const counted = draws.filter(({ on }) => {
    const ago = daysBetween(on, today);
    return ago >= 0 && ago < weeks * 7;
  });
  return counted.reduce((sum, { amount }) => sum + amount, 0) / weeks;
}
