import { DomainError, type Machine, type MachineState, type Shop } from '@kyanos/core';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { recordState } from '../floor.ts';
import { inForce, itemById, itemsOf, lockShop, makeItem, saveItem, STANDARD } from './items.ts';

/** What new jobs are planned with today. */
export async function shopOf(db: Db): Promise<Shop> {
  const { rows } = await db.query<{ name: string }>('select name from shop');
  const active = ({ standing }: { readonly standing: string }) => standing === 'active';
  const machines = (await itemsOf(db, 'machine')).filter(active);
  const materials = (await itemsOf(db, 'material')).filter(active);
  const { data: list, revision } = await inForce(db, 'prices');
  const { data: book } = await inForce(db, 'rules');
  const numbers = (items: readonly { id: string; revision: number }[]) =>
    Object.fromEntries(items.map((item) => [item.id, item.revision]));
  return {
    name: rows[0].name,
    machines: machines.map(({ data }) => data),
    materials: materials.map(({ data }) => data),
    prices: list.prices,
    rules: book.rules,
    revisions: {
      machines: numbers(machines),
      materials: numbers(materials),
      prices: revision,
    },
  };
}

/** Kept as it is if there is one. */
export const foundShop = (
  pool: pg.Pool,
  { name, machines, materials, prices, rules = {} }: Shop,
  states: Readonly<Record<string, MachineState>>,
): Promise<void> =>
  inTransaction(pool, async (db) => {
    const made = await db.query(
      'insert into shop (name) values ($1::text) on conflict do nothing returning 1',
      [name],
    );
    if (made.rows.length === 0) return;
    const saving = { by: 'Kyanos' };
    const standing = 'active' as const;
    for (const machine of machines) {
      await makeItem(db, 'machine', { id: machine.id, standing, data: machine }, saving);
      const state = states[machine.id];
      if (state) await recordState(db, machine, state, saving);
    }
    for (const material of materials)
      await makeItem(db, 'material', { id: material.id, standing, data: material }, saving);
    await makeItem(db, 'prices', { id: STANDARD, standing, data: { prices } }, saving);
    await makeItem(db, 'rules', { id: STANDARD, standing, data: { rules } }, saving);
  });

/** A machine of the shop, whether it is planned with or not. @throws DomainError if it has no such */
export const machineById = async (db: Db, id: string): Promise<Machine> =>
  (await itemById(db, 'machine', id)).data;

/**
 * Changes one machine of the shop; two that change it at the same time take turns.
 * @throws DomainError if the shop has no such
 */
export const changeMachine = (
  pool: pg.Pool,
  id: string,
  by: string,
  change: (machine: Machine, db: pg.PoolClient) => Machine | Promise<Machine>,
): Promise<{ machine: Machine; revision: number }> =>
  inTransaction(pool, async (db) => {
    await lockShop(db);
    const machine = { ...(await change(await machineById(db, id), db)), id };
    return { machine, revision: await saveItem(db, 'machine', id, machine, { by }) };
  });

export const nameShop = async (db: Db, name: string): Promise<void> => {
  const { rows } = await db.query('update shop set name = $1::text returning 1', [name]);
  if (rows.length === 0) throw new DomainError('NOT_FOUND');
};
