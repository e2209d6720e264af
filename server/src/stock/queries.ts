/** Lots and containers, and the events that made them. Each write is an event and its summary, in one transaction. */
import type { StockEventId, StockItemId, Stocked, StockHistoryEntry } from '@kyanos/contract';
import {
  acted,
  DomainError,
  isThere,
  itemFrom,
  type Received,
  type StockAct,
  type StockEvent,
  type StockItem,
} from '@kyanos/core';
import type { Db } from '../db.ts';
import { t } from '../texts/texts.ts';

interface Row {
  readonly id: StockItemId;
  readonly number: string;
  readonly data: StockItem;
}

/** The code on its label: L for a lot of material, C for a container. */
const codeOf = ({ number, data }: Row): string =>
  `${data.kind === 'material' ? 'L' : 'C'}${number}`;
const onWire = (row: Row): Stocked => ({ ...row.data, id: row.id, code: codeOf(row) });

const COLUMNS = 'id, number, data';

/** Everything that is there, or only of a product. */
export async function stockThere(db: Db, kind?: string, product?: string): Promise<Stocked[]> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from stock_item
     where there and ($1::text is null or kind = $1::text) and ($2::text is null or product = $2::text) order by number`,
    [kind ?? null, product ?? null],
  );
  return rows.map(onWire);
}

/** Nobody else changes these until the transaction ends. In one order for all: two that count at once wait, and do not block one another. */
export const holdStock = (db: Db, ids: readonly string[]) =>
  db.query('select from stock_item where id = any($1::uuid[]) order by id for update', [ids]);

/** Containers in a machine. */
export async function fittedIn(db: Db, machineId: string): Promise<Stocked[]> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from stock_item where data #>> '{fitted,machineId}' = $1::text order by number`,
    [machineId],
  );
  return rows.map(onWire);
}

/** @throws DomainError `STOCK_UNKNOWN` */
export async function stockByCode(db: Db, code: string): Promise<Stocked> {
  const [, letter, number] = /^\s*([LC])0*(\d{1,12})\s*$/i.exec(code) ?? [];
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from stock_item where number = $1::bigint and kind = $2::text and data is not null`,
    [number ?? 0, letter?.toUpperCase() === 'L' ? 'material' : 'ink'],
  );
  if (!rows[0])
    throw new DomainError(
      'STOCK_UNKNOWN',
      t('stock.noLotContainerHas', { code: code.trim().slice(0, 20) || '(empty)' }),
    );
  return onWire(rows[0]);
}

/** @throws DomainError `STOCK_UNKNOWN` */
export async function stockById(db: Db, id: string): Promise<Stocked> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from stock_item where id = $1::uuid and data is not null`,
    [id],
  );
  if (!rows[0]) throw new DomainError('STOCK_UNKNOWN');
  return onWire(rows[0]);
}

export interface Recording {
  readonly by: string;
  /** ISO 8601; now if absent. */
  readonly at?: string | undefined;
}

const timeOf = ({ at }: Recording): string => at ?? new Date().toISOString();

/** Writes the summary of a thing beside its events. */
async function keep(db: Db, id: StockItemId, item: StockItem | undefined): Promise<void> {
  await db.query(
    'update stock_item set there = $2::boolean, data = $3::jsonb where id = $1::uuid',
    [id, item !== undefined && isThere(item), item === undefined ? null : JSON.stringify(item)],
  );
}

const record = (db: Db, id: string, what: StockAct, { by, at }: { by: string; at: string }) =>
  db.query<{ id: string }>(
    `insert into stock_event (item_id, at, by, act, job_id, data)
     values ($1::uuid, $2::timestamptz, $3::text, $4::text, $5::uuid, $6::jsonb) returning id`,
    [id, at, by, what.act, 'jobId' in what ? (what.jobId ?? null) : null, JSON.stringify(what)],
  );

/** Raises a machine's revision, as a container of it is another. */
const touchMachines = async (db: Db, ...items: (StockItem | undefined)[]): Promise<void> => {
  const machines = new Set(items.flatMap((item) => item?.fitted?.machineId ?? []));
  for (const id of machines)
    await db.query(
      `insert into care_state (machine_id, data, revision) values ($1::text, '{"filled": {}, "wasteMl": 0, "running": []}', 1)
       on conflict (machine_id) do update set revision = care_state.revision + 1`,
      [id],
    );
};

/** In the transaction it is called in. */
export async function receive(db: Db, received: Received, recording: Recording): Promise<Stocked> {
  const at = timeOf(recording);
  const { rows } = await db.query<Row>(
    `insert into stock_item (kind, product, there) values ($1::text, $2::text, true) returning id, number`,
    [received.kind, received.product],
  );
  const [{ id, number }] = rows;
  const what: StockAct = { act: 'received', ...received };
  const item = acted(undefined, { itemId: id, at, what });
  await record(db, id, what, { by: recording.by, at });
  await keep(db, id, item);
  return onWire({ id, number, data: item });
}

async function locked(db: Db, id: string): Promise<Row> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from stock_item where id = $1::uuid and data is not null for update`,
    [id],
  );
  if (!rows[0]) throw new DomainError('STOCK_UNKNOWN');
  return rows[0];
}

/**
 * Takes several things for this transaction, in one order for everybody: two that want the same ones wait for one another and never
 * for each other.
 */
export async function lockAll(db: Db, ids: readonly string[]): Promise<void> {
  await db.query('select from stock_item where id = any ($1::uuid[]) order by id for update', [
    [...new Set(ids)],
  ]);
}

/**
 * Writes down one more act on a thing, in the transaction it is called in. A container that is fitted takes the place of the one that was
 * there, which is taken out.
 * @throws DomainError `STOCK_UNKNOWN`, or `STOCK_REFUSED`
 */
export async function act(
  db: Db,
  id: string,
  what: Exclude<StockAct, { act: 'received' }>,
  recording: Recording,
): Promise<Stocked> {
  const at = timeOf(recording);
  if (what.act === 'fitted') {
    // One at a time: of two that are fitted at once in one place, the later takes the other out.
    await db.query('select pg_advisory_xact_lock(hashtextextended($1::text, 3))', [what.machineId]);
    for (const other of await fittedIn(db, what.machineId))
      if (other.fitted?.channel === what.channel && other.id !== id)
        await act(db, other.id, { act: 'taken-out' }, { ...recording, at });
  }
  const row = await locked(db, id);
  const item = acted(row.data, { itemId: id, at, what });
  await record(db, id, what, { by: recording.by, at });
  await keep(db, row.id, item);
  await touchMachines(db, row.data, item);
  return onWire({ ...row, data: item });
}

interface EventRow {
  readonly id: string;
  readonly itemId: StockItemId;
  readonly at: Date;
  readonly by: string;
  readonly data: StockEvent['what'];
}

const eventFrom = ({ id, itemId, at, by, data }: EventRow): StockEvent => ({
  id: Number(id),
  itemId,
  at: at.toISOString(),
  by,
  what: data,
});

/** All events of a thing, in the order in which they were written down. */
export async function eventsOf(db: Db, itemId: string): Promise<StockEvent[]> {
  const { rows } = await db.query<EventRow>(
    `select id, item_id as "itemId", at, by, data from stock_event where item_id = $1::uuid order by id`,
    [itemId],
  );
  return rows.map(eventFrom);
}

/**
 * Undoes an event by one of its own, in the transaction it is called in. Returns what the thing is then; null if it was never
 * received.
 * @throws DomainError `EVENT_UNKNOWN`, or `UNDO_REFUSED` where later events rest on it
 */
export async function undo(db: Db, eventId: number, recording: Recording): Promise<Stocked | null> {
  const { rows } = await db.query<{ itemId: StockItemId; undoes: string | null }>(
    'select item_id as "itemId", undoes from stock_event where id = $1::bigint',
    [eventId],
  );
  if (!rows[0]) throw new DomainError('EVENT_UNKNOWN');
  const [{ itemId, undoes }] = rows;
  const { rows: items } = await db.query<Row>(
    `select ${COLUMNS} from stock_item where id = $1::uuid for update`,
    [itemId],
  );
  const events = await eventsOf(db, itemId);
  const { rows: held } = await db.query<{ holds: boolean }>(
    'select holds from stock_event where id = $1::bigint',
    [eventId],
  );
  if (!held[0].holds) throw new DomainError('UNDO_REFUSED', t('stock.entryUndoneAlreadyUndo'));
  const at = timeOf(recording);
  const what = { act: 'undone' as const, event: eventId };
  const added = await db.query<{ id: string }>(
    `insert into stock_event (item_id, at, by, act, data, undoes)
     values ($1::uuid, $2::timestamptz, $3::text, 'undone', $4::jsonb, $5::bigint) returning id`,
    [itemId, at, recording.by, JSON.stringify(what), eventId],
  );
  await db.query('update stock_event set holds = false where id = $1::bigint', [eventId]);
  if (undoes !== null)
    await db.query('update stock_event set holds = true where id = $1::bigint', [undoes]);
  const next: StockEvent = { id: Number(added.rows[0].id), itemId, at, by: recording.by, what };
  let item: StockItem | undefined;
  try {
    item = itemFrom([...events, next]);
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    throw new DomainError(
      'UNDO_REFUSED',
      t('stock.laterEntriesRestOne', { message: error.message }),
    );
  }
  await keep(db, itemId, item);
  await touchMachines(db, items[0].data ?? undefined, item);
  return item ? onWire({ ...items[0], data: item }) : null;
}

/** What was written down, the newest first. */
export async function entriesOf(
  db: Db,
  {
    item,
    before,
    limit,
  }: { item?: string | undefined; before?: number | undefined; limit: number },
): Promise<StockHistoryEntry[]> {
  const { rows } = await db.query<
    EventRow & {
      holds: boolean;
      number: string;
      kind: string;
      name: string;
      lot: string;
      unit: StockHistoryEntry['unit'];
    }
  >(
    `select e.id, e.item_id as "itemId", e.at, e.by, e.data, e.holds, i.number, i.kind,
            first.data ->> 'name' as name, first.data ->> 'lot' as lot, first.data ->> 'unit' as unit
     from stock_event e join stock_item i on i.id = e.item_id
     join lateral (select data from stock_event f where f.item_id = e.item_id order by f.id limit 1) first on true
     where ($1::uuid is null or e.item_id = $1::uuid) and ($2::bigint is null or e.id < $2::bigint)
     order by e.id desc limit $3::int`,
    [item ?? null, before ?? null, limit],
  );
  return rows.map(({ holds, number, kind, name, lot, unit, ...row }) => ({
    ...eventFrom(row),
    id: Number(row.id) as StockEventId,
    itemId: row.itemId,
    code: `${kind === 'material' ? 'L' : 'C'}${number}`,
    name,
    lot,
    unit,
    holds,
  }));
}

/** Drawn since a day, by product: for what is usual. */
export async function drawsSince(
  db: Db,
  since: string,
): Promise<{ kind: string; product: string; on: string; amount: number }[]> {
  const { rows } = await db.query<{ kind: string; product: string; on: string; amount: number }>(
    `select i.kind, i.product, to_char(e.at, 'YYYY-MM-DD') as on, sum((e.data ->> 'amount')::float8) as amount
     from stock_event e join stock_item i on i.id = e.item_id
     where e.act = 'drawn' and e.holds and e.at >= $1::date
     group by 1, 2, 3`,
    [since],
  );
  return rows;
}

/** Events of a job that hold, with their things: what it has reserved and drawn. */
export async function jobEvents(
  db: Db,
  jobId: string,
): Promise<{ id: number; itemId: StockItemId; what: StockAct; item: Stocked }[]> {
  const { rows } = await db.query<{
    id: string;
    itemId: StockItemId;
    what: StockAct;
    number: string;
    data: StockItem;
  }>(
    `select e.id, e.item_id as "itemId", e.data as what, i.number, i.data
     from stock_event e join stock_item i on i.id = e.item_id
     where e.job_id = $1::uuid and e.holds and i.data is not null order by e.id`,
    [jobId],
  );
  return rows.map(({ id, itemId, what, number, data }) => ({
    id: Number(id),
    itemId,
    what,
    item: onWire({ id: itemId, number, data }),
  }));
}
