/** What the stock says: the shelf, what to order, labels, tables. */
import type {
  LaterAct,
  ReorderLineOnWire,
  ShelfProduct,
  StockItemId,
  Stocked,
} from '@kyanos/contract';
import {
  inSentence,
  ageOf,
  amountText,
  isSameAmount,
  dayWords,
  byAge,
  DomainError,
  inkOf,
  inkProductOf,
  productKey,
  reorderList,
  stockCsv,
  usualPerWeek,
  type PlannedUse,
  type Product,
  type ReorderLine,
} from '@kyanos/core';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import type { Db } from '../db.ts';
import { keepingIn, products, today } from '../floor.ts';
import { machineById, shopOf } from '../shop/queries.ts';
import { comingJobs } from './needs.ts';
import {
  act,
  drawsSince,
  receive,
  stockByCode,
  stockById,
  holdStock,
  stockThere,
  type Recording,
} from './queries.ts';
import { settingOf } from '../settings/queries.ts';
import { t } from '../texts/texts.ts';

/** Weeks in which is looked how much is usual. */
const USUAL_WEEKS = 12;
const DAY_MS = 24 * 3_600_000;

/**
 * Writes down one more act on a thing, in the transaction it is called in; a container is fitted only where its ink belongs.
 * @throws DomainError `STOCK_UNKNOWN`, `MACHINE_UNKNOWN` or `STOCK_REFUSED`
 */
export async function actChecked(
  db: Db,
  id: StockItemId,
  what: LaterAct,
  recording: Recording,
): Promise<Stocked> {
  if (what.act === 'fitted') {
    const item = await stockById(db, id);
    const machine = await machineById(db, what.machineId);
    const ink = inkOf(machine, what.channel);
    if (!ink || inkProductOf(machine, ink) !== item.product)
      throw new DomainError(
        'STOCK_REFUSED',
        t('stock.notInkFitContainer', {
          item: item.name,
          rest: ink ? `${inSentence(ink.name)} in` : `${what.channel} in`,
          machine: machine.name,
        }),
      );
  }
  return act(db, id, what, recording);
}

/** Products with what lies on the shelf of each; things of a product that the shop has no more stand at the end. */
export async function shelf(db: Db): Promise<{ today: string; products: ShelfProduct[] }> {
  const day = today();
  const known = await products(db);
  const keeping = keepingIn(known);
  const items = new Map<string, ShelfProduct['items']>();
  for (const item of await stockThere(db)) {
    const key = productKey(item.kind, item.product);
    const entry = { item, age: ageOf(item, keeping(item), day) };
    const own = items.get(key);
    if (own) own.push(entry);
    else items.set(key, [entry]);
  }
  const sorted = (key: string) =>
    (items.get(key) ?? []).toSorted(
      (a, b) => byAge(a, b) || ((a.age.until ?? '9999') < (b.age.until ?? '9999') ? -1 : 1),
    );
  const unknown = [...items.keys()].filter((key) => !known.some((product) => product.key === key));
  return {
    today: day,
    products: [
      ...known.map((product) => onWire(product, sorted(product.key))),
      ...unknown.map((key): ShelfProduct => {
        const own = sorted(key);
        const [{ item }] = own;
        return {
          key,
          kind: item.kind,
          product: item.product,
          name: item.name,
          unit: item.unit,
          width: item.width,
          white: false,
          materialClass: null,
          fits: [],
          keeping: {},
          supply: { deliveryDays: 0, sizes: [] },
          items: own,
        };
      }),
    ],
  };
}

const onWire = (
  { key, kind, name, unit, width, white, materialClass, fits, keeping, supply }: Product,
  items: ShelfProduct['items'],
): ShelfProduct => ({
  key,
  kind,
  product: key.slice(kind.length + 1),
  name,
  unit,
  width,
  white,
  materialClass: materialClass ?? null,
  fits: [...fits],
  keeping: { ...keeping },
  supply: { deliveryDays: supply.deliveryDays, sizes: supply.sizes.map((size) => ({ ...size })) },
  items,
});

/** That a quote becomes an order, where the shop has not said how often. */
const QUOTE_CHANCE = 0.5;
export async function quoteChance(db: Db): Promise<number> {
  return (await settingOf(db, 'floor'))?.quoteChance ?? QUOTE_CHANCE;
}

export async function reorder(
  pool: pg.Pool,
): Promise<{ lines: readonly ReorderLine[]; notCounted: readonly string[] }> {
  const day = today();
  const chance = await quoteChance(pool);
  const { jobs, notCounted } = await comingJobs(pool);
  const planned = new Map<string, PlannedUse[]>();
  const plan = (key: string, use: PlannedUse) =>
    planned.set(key, [...(planned.get(key) ?? []), use]);
  for (const { name, state, due, need } of jobs) {
    const use = {
      job: name,
      due: due?.slice(0, 10) ?? null,
      chance: state === 'quoted' ? chance : 1,
    };
    const { product, amount } = need.material;
    plan(productKey('material', product), { ...use, amount });
    for (const ink of need.inks) plan(productKey('ink', ink.product), { ...use, amount: ink.ml });
  }
  const since = new Date(Date.now() - USUAL_WEEKS * 7 * DAY_MS).toISOString().slice(0, 10);
  const draws = new Map<string, { on: string; amount: number }[]>();
  for (const { kind, product, on, amount } of await drawsSince(pool, since)) {
    const key = `${kind}:${product}`;
    draws.set(key, [...(draws.get(key) ?? []), { on, amount }]);
  }
  const stock = new Map<string, Stocked[]>();
  for (const item of await stockThere(pool)) {
    const key = productKey(item.kind, item.product);
    stock.set(key, [...(stock.get(key) ?? []), item]);
  }
  const { prices } = await shopOf(pool);
  const lines = reorderList(
    (await products(pool)).map((product) => ({
      product,
      items: stock.get(product.key) ?? [],
      planned: planned.get(product.key) ?? [],
      usualPerWeek: usualPerWeek(draws.get(product.key) ?? [], day, USUAL_WEEKS),
      today: day,
      currency: prices.currency,
    })),
  );
  return { lines, notCounted };
}

export const lineOnWire = (line: ReorderLine): ReorderLineOnWire => ({
  key: line.product.key,
  name: line.product.name,
  unit: line.product.unit,
  good: line.good,
  overAge: line.overAge,
  planned: line.planned,
  usualPerWeek: line.usualPerWeek,
  emptyOn: line.emptyOn ?? null,
  orderBy: line.orderBy ?? null,
  deliveryDays: line.product.supply.deliveryDays,
  openWeeks: line.product.keeping.openWeeks ?? null,
  sizes: line.product.supply.sizes.map((size) => ({ ...size })),
  size: line.size ?? null,
  count: line.count,
  cost: line.cost,
  reason: line.reason,
  working: { ...line.working, terms: [...line.working.terms] },
});

export const stockTable = async (db: Db): Promise<string> => stockCsv(await stockThere(db));

/** In the transaction it is called in: all of it or nothing. */
export async function takeTable(db: Db, text: string, recording: Recording): Promise<Stocked[]> {
  const rows = await aside('stockRows', { text, today: today() });
  const taken: Stocked[] = [];
  for (const { received, left, opened } of rows) {
    let item = await receive(db, received, recording);
    if (opened) item = await act(db, item.id, { act: 'opened' }, recording);
    if (left < received.size)
      item = await act(
        db,
        item.id,
        { act: 'counted', left, reason: t('stock.tableSays') },
        recording,
      );
    taken.push(item);
  }
  return taken;
}

/** Labels of things by their codes, in that order. */
export async function labelsFor(db: Db, codes: readonly string[]): Promise<Uint8Array> {
  const keeping = keepingIn(await products(db));
  const day = today();
  const labels = [];
  for (const code of codes) {
    const item = await stockByCode(db, code);
    const { until } = ageOf(item, keeping(item), day);
    labels.push({
      code: item.code,
      name: item.name,
      lot: item.lot,
      lines: [
        `${amountText(item.size, item.unit)}${item.width > 0 ? t('stock.mmWide', { width: item.width }) : ''}`,
        ...(until ? [t('stock.goodUntil', { until: dayWords(until) })] : []),
        ...(item.place ? [item.place] : []),
      ],
    });
  }
  return aside('labels', { labels });
}

interface Count {
  readonly id: string;
  readonly left: number;
  readonly reason: string;
  readonly books?: number;
}

/**
 * A stocktake, in the transaction it is called in. What is as the books have it is counted as well, so that it is known when it
 * was seen.
 * @throws DomainError `STOCK_UNKNOWN`; `STOCK_MOVED` where the books are no longer what the count was compared with;
 *   `STOCK_REFUSED` where it differs without a reason
 */
export async function takeStock(
  db: Db,
  counts: readonly Count[],
  recording: Recording,
): Promise<{ counted: number; changed: number }> {
  await holdStock(
    db,
    counts.map(({ id }) => id),
  );
  const there = new Map((await stockThere(db)).map((item) => [item.id as string, item]));
  let changed = 0;
  for (const { id, left, reason, books } of counts) {
    const item = there.get(id);
    if (!item) throw new DomainError('STOCK_UNKNOWN');
    if (books !== undefined && !isSameAmount(item.left, books))
      throw new DomainError(
        'STOCK_MOVED',
        t('stock.booksMoved', {
          item: item.name,
          lot: item.lot || item.code,
          books: amountText(books, item.unit),
          left: amountText(item.left, item.unit),
        }),
      );
    const differs = !isSameAmount(item.left, left) || item.overdrawn > 0;
    if (differs && reason === '')
      throw new DomainError(
        'STOCK_REFUSED',
        t('stock.booksHaveWereCounted', {
          item: item.name,
          lot: item.lot || item.code,
          left: amountText(item.left, item.unit),
          left2: amountText(left, item.unit),
        }),
      );
    if (differs) changed++;
    await act(db, id, { act: 'counted', left, reason }, recording);
  }
  return { counted: counts.length, changed };
}
