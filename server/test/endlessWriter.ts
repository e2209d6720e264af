/**
 * Writes to stock and logbook as fast as it can, one kind of write after another, until it is killed.
 * Says a line for each lot that it has received, with the lot's id.
 */
import type { CareAct, StockAct } from '@kyanos/core';
import * as care from '../src/care/queries.ts';
import { inTransaction, openPool } from '../src/db.ts';
import { itemById } from '../src/shop/items.ts';
import { act, eventsOf, receive, undo } from '../src/stock/queries.ts';

const pool = openPool(process.env.DATABASE_URL!);
const by = { by: 'writer' };
const film = {
  kind: 'material',
  product: 'clear-film',
  name: 'Clear window film',
  lot: 'KILLED',
  unit: 'm',
  width: 1370,
  size: 50,
  receivedOn: '2026-11-01',
  madeOn: null,
  expiresOn: null,
  place: '',
  paid: 0,
} as const;
const acts: readonly Exclude<StockAct, { act: 'received' }>[] = [
  { act: 'opened' },
  { act: 'sealed' },
  { act: 'moved', place: 'rack 1' },
  { act: 'drawn', amount: 3, source: 'hand' },
  { act: 'counted', left: 4, reason: 'cut' },
  { act: 'discarded', reason: 'crushed' },
];

const { data: machine } = await itemById(pool, 'machine', 'roll-1');
const done: readonly CareAct[] = [
  { act: 'agitated' },
  { act: 'pattern', missing: [{ channel: 'W', row: 0, nozzle: 3 }] },
  { act: 'cleaned', ml: 4, minutes: 3 },
  { act: 'slot', to: 'under' },
  { act: 'waste-emptied' },
  { act: 'flushed', channel: 'W', ml: 60, minutes: 25 },
];

for (;;) {
  const lot = await inTransaction(pool, (db) => receive(db, film, by));
  console.log(lot.id);
  for (const what of acts) await inTransaction(pool, (db) => act(db, lot.id, what, by));
  const last = (await eventsOf(pool, lot.id)).at(-1)!;
  await inTransaction(pool, (db) => undo(db, last.id, by));
  const ink = await inTransaction(pool, (db) =>
    receive(db, { ...film, kind: 'ink', unit: 'mL', product: 'roll-1.C' }, by),
  );
  const fitted = { act: 'fitted', machineId: 'roll-1', channel: 'C' } as const;
  await inTransaction(pool, (db) => act(db, ink.id, fitted, by));
  for (const what of done) {
    const { id } = await inTransaction(pool, (db) => care.record(db, machine, what, by));
    if (what.act === 'cleaned')
      await inTransaction(pool, (db) => care.undo(db, id, () => Promise.resolve(machine), by));
  }
}
