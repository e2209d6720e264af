/**
 * The things of a shop: machines, materials, inks, price lists, house rules. Each is as its newest revision says; prices and
 * rules may hold only from a day on, and until then the revision before them holds.
 */
import { readItem, type ShopData, type ShopKind, type Standing } from '@kyanos/contract';
import { contradictionsOf, DomainError, materialContradictions, withProduct } from '@kyanos/core';
import { LRUCache } from 'lru-cache';
import type { Db } from '../db.ts';
import { keepRevision } from '../revisions.ts';
import { t } from '../texts/texts.ts';

/** Prices and rules are one of each. */
export const STANDARD = 'standard';

export interface Item<K extends ShopKind> {
  readonly id: string;
  readonly revision: number;
  readonly standing: Standing;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly data: ShopData<K>;
}

interface Row {
  readonly id: string;
  readonly revision: number;
  readonly standing: Standing;
  readonly savedAt: Date;
  readonly savedBy: string;
  /** As JSON. */
  readonly data: string;
}

const ITEMS = `
  select item.id, item.standing, item.data::text, newest.number as revision, newest.saved_at as "savedAt", newest.saved_by as "savedBy"
  from shop_item item
  join lateral (select number, saved_at, saved_by from revision
                where kind = item.kind and name = item.id order by number desc limit 1) newest on true
  where item.kind = $1::text`;

/** Things as they are stored, by kind: a whole shop is asked for again and again, and reading it takes longer than fetching it. */
const read = new LRUCache<string, ShopData<ShopKind>>({ max: 1000 });

function dataOf<K extends ShopKind>(kind: K, text: string): ShopData<K> {
  const key = `${kind} ${text}`;
  const data = read.get(key) ?? readItem(kind, JSON.parse(text));
  read.set(key, data);
  return data as ShopData<K>;
}

const itemFrom = <K extends ShopKind>(kind: K, row: Row): Item<K> => ({
  ...row,
  savedAt: row.savedAt.toISOString(),
  data: dataOf(kind, row.data),
});

/** In the order in which they were made. */
export async function itemsOf<K extends ShopKind>(db: Db, kind: K): Promise<Item<K>[]> {
  const { rows } = await db.query<Row>(`${ITEMS} order by item.place`, [kind]);
  return rows.map((row) => itemFrom(kind, row));
}

/** @throws DomainError if the shop has no such */
export async function itemById<K extends ShopKind>(db: Db, kind: K, id: string): Promise<Item<K>> {
  const { rows } = await db.query<Row>(`${ITEMS} and item.id = $2::text`, [kind, id]);
  if (!rows[0]) throw new DomainError(kind === 'machine' ? 'MACHINE_UNKNOWN' : 'SHOP_UNKNOWN');
  return itemFrom(kind, rows[0]);
}

/** What holds today of a thing that may hold from a day on: the newest revision whose day has come. */
export async function inForce<K extends 'prices' | 'rules'>(
  db: Db,
  kind: K,
): Promise<{ data: ShopData<K>; revision: number }> {
  const { rows } = await db.query<{ data: unknown; number: number }>(
    `select data, number from revision
     where kind = $1::text and name = $2::text
       and coalesce(data ->> 'holdsFrom', '') <= to_char(current_date, 'YYYY-MM-DD')
     order by number desc limit 1`,
    [kind, STANDARD],
  );
  if (rows[0]) return { data: readItem(kind, rows[0].data), revision: rows[0].number };
  // Nothing has come into force yet: the first there is.
  const { data, revision } = await itemById(db, kind, STANDARD);
  return { data, revision };
}

/** @throws DomainError if it can't be planned with */
function refuseContradiction<K extends ShopKind>(kind: K, data: ShopData<K>): void {
  const [first] =
    kind === 'machine'
      ? contradictionsOf(data as ShopData<'machine'>)
      : kind === 'material'
        ? materialContradictions(data as ShopData<'material'>)
        : [];
  if (first) throw new DomainError('SHOP_CONTRADICTION', first.message, first.field);
}

/**
 * Whoever changes the shop takes turns, from before it is read: an ink changes machines, and a file many things. Held until the
 * transaction ends.
 */
export const lockShop = (db: Db): Promise<unknown> =>
  db.query('select pg_advisory_xact_lock(hashtextextended($1::text, 1))', ['shop']);

interface Saving {
  readonly by: string;
  readonly note?: string;
  /** The revision that the change was made on, if it says so. */
  readonly base?: number | undefined;
}

/** Makes a thing, in the transaction it is called in. @throws DomainError if there is one of this id */
export async function makeItem<K extends ShopKind>(
  db: Db,
  kind: K,
  { id, standing, data }: { id: string; standing: Standing; data: ShopData<K> },
  { by }: Saving,
): Promise<Item<K>> {
  await lockShop(db);
  if (standing === 'active') refuseContradiction(kind, data);
  const made = await db.query(
    `insert into shop_item (kind, id, standing, data) values ($1::text, $2::text, $3::text, $4::jsonb)
     on conflict do nothing returning 1`,
    [kind, id, standing, JSON.stringify(data)],
  );
  if (made.rows.length === 0) throw new DomainError('SHOP_EXISTS');
  await keepRevision(db, kind, id, data, { by, note: 'made' });
  return itemById(db, kind, id);
}

/**
 * Changes a thing, in the transaction it is called in; an ink's figures go on to every machine that it is fitted in, as a
 * revision of each.
 * @throws DomainError if it was made on another revision, or could no longer be planned with
 */
export async function saveItem<K extends ShopKind>(
  db: Db,
  kind: K,
  id: string,
  data: ShopData<K>,
  saving: Saving,
): Promise<number> {
  await lockShop(db);
  const revision = await keepRevision(db, kind, id, data, saving);
  const { standing } = await itemById(db, kind, id);
  if (standing === 'active') refuseContradiction(kind, data);
  await db.query('update shop_item set data = $3::jsonb where kind = $1::text and id = $2::text', [
    kind,
    id,
    JSON.stringify(data),
  ]);
  if (kind === 'ink') await updateMachines(db, data as ShopData<'ink'>, saving.by);
  return revision;
}

async function updateMachines(db: Db, product: ShopData<'ink'>, by: string): Promise<void> {
  for (const { id, data: machine } of await itemsOf(db, 'machine')) {
    const next = withProduct(machine, product);
    if (JSON.stringify(next) === JSON.stringify(machine)) continue;
    await saveItem(db, 'machine', id, next, {
      by,
      note: t('shop.inkChanged', { product: product.name }),
    });
  }
}

/** @throws DomainError if it can't be planned with */
export async function setStanding<K extends ShopKind>(
  db: Db,
  kind: K,
  id: string,
  standing: Standing,
): Promise<void> {
  await lockShop(db);
  const { data } = await itemById(db, kind, id);
  if (standing === 'active') refuseContradiction(kind, data);
  await db.query(
    'update shop_item set standing = $3::text where kind = $1::text and id = $2::text',
    [kind, id, standing],
  );
}
