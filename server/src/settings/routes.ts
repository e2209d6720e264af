import { SETTINGS, type SettingName } from '@kyanos/contract';
import { Router, type Request } from 'express';
import type pg from 'pg';
import { readBody, Refusal } from '../http.ts';

function nameOf(req: Request): SettingName {
  const { name } = req.params;
  if (typeof name === 'string' && name in SETTINGS) return name as SettingName;
  throw new Refusal(
    404,
    'SETTING_UNKNOWN',
    `There is no such setting. There are ${Object.keys(SETTINGS).join(', ')}.`,
  );
}

/** What a shop says of itself once; null where it has said nothing. */
export function settingRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/settings/:name', async (req, res) => {
    const { rows } = await pool.query<{ data: unknown }>(
      'select data from setting where name = $1::text',
      [nameOf(req)],
    );
    res.json(rows[0]?.data ?? null);
  });

  router.put('/settings/:name', async (req, res) => {
    const name = nameOf(req);
    const data = readBody(req, SETTINGS[name]);
    await pool.query(
      `insert into setting (name, data) values ($1::text, $2::jsonb)
       on conflict (name) do update set data = excluded.data`,
      [name, JSON.stringify(data)],
    );
    res.json(data);
  });

  return router;
}
