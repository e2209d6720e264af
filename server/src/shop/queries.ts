import { ShopSchema } from '@kyanos/contract';
import type { Machine, Shop } from '@kyanos/core';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { Refusal } from '../http.ts';

export async function shopOf(db: Db): Promise<Shop> {
  const { rows } = await db.query<{ data: unknown }>('select data from shop');
  return ShopSchema.parse(rows[0].data);
}

/** Kept as it is if there is one. */
export async function foundShop(db: Db, shop: Shop): Promise<void> {
  await db.query('insert into shop (data) values ($1::jsonb) on conflict do nothing', [
    JSON.stringify(shop),
  ]);
}

/** A machine of the shop. @throws Refusal if it has no such */
export async function machineById(db: Db, id: string): Promise<Machine> {
  const found = (await shopOf(db)).machines.find((machine) => machine.id === id);
  if (!found)
    throw new Refusal(404, 'MACHINE_UNKNOWN', 'This shop has no such machine. Choose one it has.');
  return found;
}

/** Changes one machine of the shop; two that change machines at the same time take turns. */
export const saveMachine = (
  pool: pg.Pool,
  id: string,
  change: (machine: Machine, db: pg.PoolClient) => Machine | Promise<Machine>,
): Promise<Machine> =>
  inTransaction(pool, async (db) => {
    await db.query('select 1 from shop for update');
    const next = await change(await machineById(db, id), db);
    const shop = await shopOf(db);
    const machines = shop.machines.map((one) => (one.id === id ? { ...next, id } : one));
    await db.query('update shop set data = $1::jsonb', [JSON.stringify({ ...shop, machines })]);
    return next;
  });
