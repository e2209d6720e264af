import { SETTINGS, type SettingName, type SettingValue } from '@kyanos/contract';
import type { Db } from '../db.ts';

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
