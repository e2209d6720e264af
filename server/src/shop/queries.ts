import {
  DomainError,
  UNKNOWN_STATE,
  type Machine,
  type MachineState,
  type Shop,
} from '@kyanos/core';
import { readShop } from '@kyanos/contract';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { keepRevision } from '../revisions.ts';

export async function shopOf(db: Db): Promise<Shop> {
  const { rows } = await db.query<{ data: unknown }>('select data from shop');
  return readShop(rows[0].data);
}

/** Kept as it is if there is one. */
export const foundShop = (
  pool: pg.Pool,
  shop: Shop,
  states: Readonly<Record<string, MachineState>>,
): Promise<void> =>
  inTransaction(pool, async (db) => {
    const made = await db.query(
      'insert into shop (data) values ($1::jsonb) on conflict do nothing returning 1',
      [JSON.stringify(shop)],
    );
    if (made.rows.length > 0)
      for (const machine of shop.machines) {
        await keepRevision(db, 'machine', machine.id, machine, undefined);
        await putState(db, machine.id, states[machine.id] ?? UNKNOWN_STATE);
      }
  });

/** A machine of the shop. @throws DomainError if it has no such */
export async function machineById(db: Db, id: string): Promise<Machine> {
  const found = (await shopOf(db)).machines.find((machine) => machine.id === id);
  if (!found) throw new DomainError('MACHINE_UNKNOWN');
  return found;
}

/**
 * Changes one machine of the shop; two that change machines at the same time take turns.
 * @param base the revision that the change was made on, if it says so
 * @throws DomainError if that is not the present one
 */
export const saveMachine = (
  pool: pg.Pool,
  id: string,
  change: (machine: Machine, db: pg.PoolClient) => Machine | Promise<Machine>,
  base?: number,
): Promise<{ machine: Machine; revision: number }> =>
  inTransaction(pool, async (db) => {
    await db.query('select 1 from shop for update');
    const next = { ...(await change(await machineById(db, id), db)), id };
    const revision = await keepRevision(db, 'machine', id, next, base);
    const shop = await shopOf(db);
    const machines = shop.machines.map((one) => (one.id === id ? next : one));
    await db.query('update shop set data = $1::jsonb', [JSON.stringify({ ...shop, machines })]);
    return { machine: next, revision };
  });

/** What is true of a machine today. @throws DomainError if the shop has no such */
export async function stateOf(db: Db, machineId: string): Promise<MachineState> {
  const { id } = await machineById(db, machineId);
  const { rows } = await db.query<{ data: MachineState }>(
    'select data from machine_state where machine_id = $1::text',
    [id],
  );
  return rows[0]?.data ?? UNKNOWN_STATE;
}

/** @param base the revision that the change was made on, if it says so */
export const saveState = (
  pool: pg.Pool,
  machineId: string,
  state: MachineState,
  base: number | undefined,
): Promise<number> =>
  inTransaction(pool, async (db) => {
    const { id } = await machineById(db, machineId);
    await putState(db, id, state);
    return keepRevision(db, 'state', id, state, base);
  });

const putState = (db: Db, id: string, state: MachineState) =>
  db.query(
    `insert into machine_state (machine_id, data) values ($1::text, $2::jsonb)
     on conflict (machine_id) do update set data = excluded.data`,
    [id, JSON.stringify(state)],
  );
