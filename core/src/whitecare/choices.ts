/**
 * What to do with white ink that is not wanted every day: keep it moving, park the heads, flush it out, gather the work into one
 * day, or send it out, with what each costs over the coming weeks. The habits behind it are common practice.
 */
import { money, term, total, type Currency, type Money, type Working } from '../units/index.ts';
import { decimal, t } from '../texts/index.ts';

export interface Container {
  readonly ml: number;
  /** Minor units. */
  readonly price: number;
}

export interface WhiteUse {
  /** White wanted in each of the coming weeks, mL, and jobs that want it. */
  readonly weeks: readonly { readonly ml: number; readonly jobs: number }[];
  /** Sizes that can be bought. */
  readonly containers: readonly Container[];
  /** An open container is good for so many weeks. */
  readonly openWeeks: number;
  /** White that must pass the heads in a week to keep them clear, mL; 30 mL in two weeks is one school. */
  readonly movingMl: number;
  /** Agitating and checking, minutes of the operator a week while white is in. */
  readonly careMinutes: number;
  /** Parking: fitting heads before a week with white, and taking them out after it, minutes. */
  readonly fitMinutes: number;
  readonly takeOutMinutes: number;
  /** Changing between white and cleaning fluid, once: minutes, mL lost in the lines, fluid in minor units. */
  readonly swapMinutes: number;
  readonly swapMl: number;
  readonly swapFluid: number;
  /** Weeks that white work can be made to wait, to be done in one. */
  readonly gatherWeeks: number;
  /** What another shop asks for one job, minor units. */
  readonly outsideJob: number;
  /** Minor units an hour. */
  readonly labourRate: number;
  readonly currency: Currency;
}

/** Figures to begin with: common practice where they are habits, invented where they are prices. */
export const WHITE_USE: Omit<WhiteUse, 'weeks' | 'containers' | 'labourRate' | 'currency'> = {
  openWeeks: 26,
  movingMl: 15,
  careMinutes: 15,
  fitMinutes: 6,
  takeOutMinutes: 12,
  swapMinutes: 25,
  swapMl: 60,
  swapFluid: 900,
  gatherWeeks: 4,
  outsideJob: 9000,
};

export type WhiteChoiceId = 'keep' | 'park' | 'flush' | 'gather' | 'send';

export interface WhiteChoice {
  readonly id: WhiteChoiceId;
  readonly name: string;
  readonly says: string;
  readonly total: Money;
  readonly lines: readonly { readonly label: string; readonly amount: Money }[];
  /** Drawn from containers, mL: used, kept moving and lost; thrown away for age. */
  readonly usedMl: number;
  readonly lostMl: number;
  readonly expiredMl: number;
  readonly container: Container | undefined;
  readonly working: Working;
}

interface Course {
  readonly id: WhiteChoiceId;
  readonly name: string;
  readonly says: string;
  /** Drawn in each week, mL. */
  readonly drawn: readonly number[];
  readonly minutes: number;
  readonly swaps: number;
  readonly jobsSent: number;
}

/** The cheapest first. */
export function whiteChoices(use: WhiteUse): readonly WhiteChoice[] {
  return coursesOf(use)
    .map((course) => choiceOf(course, use))
    .toSorted((a, b) => a.total.minor - b.total.minor);
}

function coursesOf(use: WhiteUse): readonly Course[] {
  const wanted = use.weeks.map(({ ml }) => ml);
  const active = wanted.filter((ml) => ml > 0).length;
  const swap = 2 * use.swapMl;
  // Weeks in a row with white need it put in only once.
  const runs = wanted.filter((ml, i) => ml > 0 && !(wanted[i - 1] > 0)).length;
  const gathered = wanted.map((_, i) =>
    i % use.gatherWeeks === 0
      ? wanted.slice(i, i + use.gatherWeeks).reduce((sum, ml) => sum + ml, 0)
      : 0,
  );
  const days = gathered.filter((ml) => ml > 0).length;
  const begins = (ml: number, i: number, list: readonly number[]) => ml > 0 && !(list[i - 1] > 0);
  const none = { minutes: 0, swaps: 0, jobsSent: 0 };
  return [
    {
      ...none,
      id: 'keep',
      name: t('whitecare.keepMoving'),
      says: t('whitecare.whiteStaysWhatJobs'),
      drawn: wanted.map((ml) => Math.max(ml, use.movingMl)),
      minutes: use.careMinutes * wanted.length,
    },
    {
      ...none,
      id: 'park',
      name: t('whitecare.parkHeads'),
      says: t('whitecare.headsRestCirculatingHolder'),
      drawn: wanted,
      minutes: use.careMinutes * active + (use.fitMinutes + use.takeOutMinutes) * runs,
    },
    {
      ...none,
      id: 'flush',
      name: t('whitecare.flushOut'),
      says: t('whitecare.whitePutWeeksWant'),
      drawn: wanted.map((ml, i) => ml + (begins(ml, i, wanted) ? swap : 0)),
      minutes: use.careMinutes * active + 2 * use.swapMinutes * runs,
      swaps: runs,
    },
    {
      ...none,
      id: 'gather',
      name: t('whitecare.gatherIntoOneDay'),
      says: t('whitecare.workWhiteWaitsUp', { gatherWeeks: use.gatherWeeks }),
      drawn: gathered.map((ml) => (ml > 0 ? ml + swap : 0)),
      minutes: use.careMinutes * days + 2 * use.swapMinutes * days,
      swaps: days,
    },
    {
      ...none,
      id: 'send',
      name: t('whitecare.sendOut'),
      says: t('whitecare.anotherShopPrintsWhat'),
      drawn: wanted.map(() => 0),
      jobsSent: use.weeks.reduce((sum, { jobs }) => sum + jobs, 0),
    },
  ];
}

interface Stock {
  readonly opened: number;
  /** In the open one at the end, and how much of it will be used before it is too old, at the same rate. */
  readonly leftMl: number;
  readonly goodMl: number;
  readonly expiredMl: number;
}

/** Containers opened one after the other; an old one is thrown away. */
function stockFor(drawn: readonly number[], { ml: size }: Container, openWeeks: number): Stock {
  let [opened, left, age, expired] = [0, 0, 0, 0];
  for (const ml of drawn) {
    if (opened > 0 && age >= openWeeks && left > 0) {
      expired += left;
      left = 0;
    }
    let need = ml;
    while (need > left) {
      need -= left;
      left = size;
      opened++;
      age = 0;
    }
    left -= need;
    if (opened > 0) age++;
  }
  const rate = drawn.reduce((sum, ml) => sum + ml, 0) / drawn.length;
  const good = Math.min(left, rate * Math.max(0, openWeeks - age));
  return { opened, leftMl: left, goodMl: good, expiredMl: expired + left - good };
}

function choiceOf(course: Course, use: WhiteUse): WhiteChoice {
  const { currency } = use;
  const priced = (minor: number) => money(minor, currency);
  const drawnMl = course.drawn.reduce((sum, ml) => sum + ml, 0);
  const wantedMl = course.id === 'send' ? 0 : use.weeks.reduce((sum, week) => sum + week.ml, 0);
  const bought = use.containers
    .filter(({ ml }) => ml > 0 && drawnMl > 0)
    .map((container) => {
      const stock = stockFor(course.drawn, container, use.openWeeks);
      const worth = stock.goodMl / container.ml;
      return { container, stock, minor: (stock.opened - worth) * container.price };
    })
    .toSorted((a, b) => a.minor - b.minor)[0];
  const lines = [
    { label: t('whitecare.ink'), amount: priced(bought?.minor ?? 0) },
    { label: t('whitecare.labour'), amount: priced((course.minutes / 60) * use.labourRate) },
    { label: t('whitecare.cleaningFluid'), amount: priced(2 * course.swaps * use.swapFluid) },
    {
      label: t('whitecare.boughtFromAnotherShop'),
      amount: priced(course.jobsSent * use.outsideJob),
    },
  ].filter(({ amount }) => amount.minor > 0);
  const sum = total(
    currency,
    lines.map(({ amount }) => amount),
  );
  return {
    id: course.id,
    name: course.name,
    says: course.says,
    total: sum,
    lines,
    usedMl: wantedMl,
    lostMl: drawnMl - wantedMl,
    expiredMl: bought?.stock.expiredMl ?? 0,
    container: bought?.container,
    working: {
      label: course.name,
      value: sum.minor / 100,
      unit: currency,
      formula: t('whitecare.containersOpenedLessWhat'),
      terms: [
        term(t('whitecare.weeks'), use.weeks.length),
        term(t('whitecare.wanted'), wantedMl, 'mL'),
        term(t('whitecare.printedAwayLost'), drawnMl - wantedMl, 'mL'),
        term(t('whitecare.thrownAwayAge'), bought?.stock.expiredMl ?? 0, 'mL'),
        ...(bought
          ? [
              term(
                t('whitecare.containers'),
                bought.stock.opened,
                '',
                t('whitecare.mlLastOneMl', {
                  ml: bought.container.ml,
                  goodMl: decimal(bought.stock.goodMl, 0),
                }),
              ),
            ]
          : []),
        term(t('whitecare.operator'), course.minutes, 'min'),
        ...lines.map(({ label, amount }) => term(label, amount.minor / 100, currency)),
      ],
    },
  };
}
