/** Writes a history of the floor at once: the same tables and summaries as entry by entry, in a few statements. */
import { randomUUID } from 'node:crypto';
import {
  caredFor,
  isThere,
  itemFrom,
  NO_CARE,
  type CareState,
  type StockEvent,
} from '@kyanos/core';
import type { FloorHistory } from '@kyanos/demo';
import type pg from 'pg';
import { sumDays, whitesOf } from './care/queries.ts';
import { itemsOf } from './shop/items.ts';

/** In the transaction it is called in; the machines of the history are the shop's. */
export async function loadFloor(db: pg.PoolClient, history: FloorHistory): Promise<void> {
  const ids = new Map<string, string>();
  const events = new Map<string, StockEvent[]>();
  for (const [i, { item, at, by, what }] of history.stock.entries()) {
    const id = ids.get(item) ?? randomUUID();
    ids.set(item, id);
    const own = events.get(id) ?? [];
    own.push({ id: i + 1, itemId: id, at, by, what });
    events.set(id, own);
  }
  const items = [...events].map(([id, own]) => {
    const item = itemFrom(own)!;
    return { id, kind: item.kind, product: item.product, there: isThere(item), data: item };
  });
  await db.query(
    `insert into stock_item (id, kind, product, there, data)
     select id, kind, product, there, data
     from jsonb_to_recordset($1::jsonb) as one (id uuid, kind text, product text, there boolean, data jsonb)`,
    [JSON.stringify(items)],
  );
  await db.query(
    `insert into stock_event (item_id, at, by, act, data)
     select item, at, by, data ->> 'act', data
     from jsonb_to_recordset($1::jsonb) as one (item uuid, at timestamptz, by text, data jsonb)`,
    [
      JSON.stringify(
        history.stock.map(({ item, at, by, what }) => ({
          item: ids.get(item),
          at,
          by,
          data: what,
        })),
      ),
    ],
  );
  await db.query(
    `insert into care_event (machine_id, at, by, act, run, data)
     select machine, at, by, data ->> 'act', (data ->> 'run')::uuid, data
     from jsonb_to_recordset($1::jsonb) as one (machine text, at timestamptz, by text, data jsonb)`,
    [
      JSON.stringify(
        history.care.map(({ machineId, at, by, what }) => ({
          machine: machineId,
          at,
          by,
          data: what,
        })),
      ),
    ],
  );
  for (const { id, data: machine } of await itemsOf(db, 'machine')) {
    const own = history.care.filter(({ machineId }) => machineId === id);
    const state = own.reduce<CareState>(
      (now, entry) => caredFor(now, entry, whitesOf(machine)),
      NO_CARE,
    );
    await db.query(
      `insert into care_state (machine_id, data, revision) values ($1::text, $2::jsonb, 1)
       on conflict (machine_id) do update set data = excluded.data, revision = care_state.revision + 1`,
      [id, JSON.stringify(state)],
    );
    await sumDays(db, id, whitesOf(machine));
  }
}
