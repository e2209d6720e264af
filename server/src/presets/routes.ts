import { API, type SavedPreset } from '@kyanos/contract';
import { formatStack } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { on, onOnce } from '../route.ts';

/** Presets that the shop saved for itself. */
export function presetRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.listPresets, async () => {
    const { rows } = await pool.query<SavedPreset>(
      'select id, name, about, notation from preset order by lower(name), id',
    );
    return rows;
  });

  onOnce(router, pool, API.makePreset, async (db, { body: { name, about, notation } }) => {
    const { rows } = await db.query<SavedPreset>(
      `insert into preset (name, about, notation) values ($1::text, $2::text, $3::text)
       returning id, name, about, notation`,
      [name, about, formatStack(notation)],
    );
    return rows[0];
  });

  on(router, API.removePreset, async ({ params: { id } }) => {
    await pool.query('delete from preset where id = $1::uuid', [id]);
  });

  return router;
}
