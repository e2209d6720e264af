import { SETTINGS, type SettingName, type SettingValue } from '@kyanos/contract';
import type { Db } from '../db.ts';
import { keepRevision } from '../revisions.ts';

/** What the shop has said once; undefined where it has said nothing. */
export async function settingOf<N extends SettingName>(
  db: Db,
  name: N,
): Promise<SettingValue<N> | undefined> {
  const { rows } = await db.query<{ data: unknown }>(
    'select data from setting where name = $1::text',
    [name],
  );
  return rows[0] && (SETTINGS[name].parse(rows[0].data) as SettingValue<N>);
}

/**
 * Keeps what the shop says once, in the transaction it is called in. Returns the number of its revision.
 *
 * @throws DomainError `SETTING_CONFLICT` if it is another by now than the one that it was made on
 */
export async function keepSetting(
  db: Db,
  name: SettingName,
  value: unknown,
  made: Parameters<typeof keepRevision>[4],
): Promise<number> {
  await db.query(
    `insert into setting (name, data) values ($1::text, $2::jsonb)
     on conflict (name) do update set data = excluded.data`,
    [name, JSON.stringify(value)],
  );
  return keepRevision(db, 'setting', name, value, made);
}
