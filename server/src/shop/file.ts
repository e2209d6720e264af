/** The shop as one file: written out, looked at, and taken in as a whole or not at all. */
import { readShopFile, type ShopKind, type Standing } from '@kyanos/contract';
import {
  DomainError,
  SHOP_FILE_FORMAT,
  shopChanges,
  shopFileProblems,
  type ShopChange,
  type ShopFile,
} from '@kyanos/core';
import type { Db } from '../db.ts';
import { itemById, itemsOf, lockShop, makeItem, saveItem, setStanding, STANDARD } from './items.ts';
import { nameShop, shopOf } from './queries.ts';
import { t } from '../texts/texts.ts';

async function entriesOf<K extends ShopKind>(db: Db, kind: K) {
  return (await itemsOf(db, kind)).map(({ id, standing, data }) => ({ id, standing, data }));
}

/** @param machineId for that machine alone @throws DomainError if the shop has no such */
export async function shopFile(db: Db, machineId?: string): Promise<ShopFile> {
  if (machineId !== undefined) {
    const { id, standing, data } = await itemById(db, 'machine', machineId);
    return {
      kyanosShop: SHOP_FILE_FORMAT,
      machines: [{ id, standing, data }],
      materials: [],
      inks: [],
      presets: [],
      procedures: [],
    };
  }
  const { name } = await shopOf(db);
  return {
    kyanosShop: SHOP_FILE_FORMAT,
    name,
    machines: await entriesOf(db, 'machine'),
    materials: await entriesOf(db, 'material'),
    inks: await entriesOf(db, 'ink'),
    presets: await entriesOf(db, 'preset'),
    procedures: await entriesOf(db, 'procedure'),
    prices: (await itemById(db, 'prices', STANDARD)).data,
    rules: (await itemById(db, 'rules', STANDARD)).data,
  };
}

/** @throws DomainError `SHOP_FILE_WRONG`, or `SHOP_CONTRADICTION` with all that contradicts itself */
function checked(value: unknown): ShopFile {
  const file = readShopFile(value);
  const problems = shopFileProblems(file);
  if (problems.length > 0) throw new DomainError('SHOP_CONTRADICTION', problems.join(' '));
  return file;
}

export const previewFile = async (db: Db, value: unknown): Promise<readonly ShopChange[]> =>
  shopChanges(await shopFile(db), checked(value));

/** Things that carry their id have the one that they are listed under. */
export const withId = <T extends object>(data: T, id: string): T =>
  'id' in data ? { ...data, id } : data;

/** In the transaction it is called in. Things that the file does not name stay as they are. */
export async function takeFileIn(
  db: Db,
  value: unknown,
  by: string,
): Promise<readonly ShopChange[]> {
  const file = checked(value);
  await lockShop(db);
  const changes = shopChanges(await shopFile(db), file);
  const saving = { by, note: t('shop.takenFromFile') };
  const take = async <K extends ShopKind>(
    kind: K,
    entry: { id: string; standing: Standing; data: never },
  ) => {
    const { id, standing } = entry;
    const data = withId(entry.data, id);
    const change = changes.find((one) => one.kind === kind && one.id === id);
    if (change?.what === 'same') return;
    if (change?.what === 'new') await makeItem(db, kind, { id, standing, data }, saving);
    else {
      // A contradiction that the file mends must not stand in its way.
      await setStanding(db, kind, id, 'draft');
      await saveItem(db, kind, id, data, saving);
      await setStanding(db, kind, id, standing);
    }
  };
  // Machines after the inks, whose figures are in them as the file has them.
  for (const entry of file.inks) await take('ink', entry as never);
  for (const entry of file.machines) await take('machine', entry as never);
  for (const entry of file.materials) await take('material', entry as never);
  for (const entry of file.presets) await take('preset', entry as never);
  for (const entry of file.procedures) await take('procedure', entry as never);
  const standing = 'active';
  if (file.prices) await take('prices', { id: STANDARD, standing, data: file.prices as never });
  if (file.rules) await take('rules', { id: STANDARD, standing, data: file.rules as never });
  if (file.name) await nameShop(db, file.name);
  return changes;
}
