import { DomainError } from '@kyanos/core';
import { SETTINGS, type SettingName } from '@kyanos/contract';
import { Router, type Request } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { readBody } from '../http.ts';
import { basedOn, keepRevision, revisionOf, tellRevision } from '../revisions.ts';

function nameOf(req: Request): SettingName {
  const { name } = req.params;
  if (typeof name === 'string' && name in SETTINGS) return name as SettingName;
  throw new DomainError(
    'SETTING_UNKNOWN',
    `There is no such setting. There are ${Object.keys(SETTINGS).join(', ')}.`,
  );
}

/** What a shop says of itself once; null where it has said nothing. */
export function settingRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/settings/:name', async (req, res) => {
    const name = nameOf(req);
    const { rows } = await pool.query<{ data: unknown }>(
      'select data from setting where name = $1::text',
      [name],
    );
    tellRevision(res, await revisionOf(pool, 'setting', name)).json(rows[0]?.data ?? null);
  });

  router.put('/settings/:name', async (req, res) => {
    const name = nameOf(req);
    const data = readBody(req, SETTINGS[name]);
    const number = await inTransaction(pool, async (db) => {
      await db.query(
        `insert into setting (name, data) values ($1::text, $2::jsonb)
         on conflict (name) do update set data = excluded.data`,
        [name, JSON.stringify(data)],
      );
      return keepRevision(db, 'setting', name, data, basedOn(req));
    });
    tellRevision(res, number).json(data);
  });

  return router;
}
