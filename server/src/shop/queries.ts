import { ShopSchema } from '@kyanos/contract';
import type { Shop } from '@kyanos/core';
import type { Db } from '../db.ts';

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

export async function saveShop(db: Db, shop: Shop): Promise<void> {
  await db.query('update shop set data = $1::jsonb', [JSON.stringify(shop)]);
}
