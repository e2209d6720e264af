import { NewPreset, type SavedPreset } from '@kyanos/contract';
import { formatStack } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { readBody, readId } from '../http.ts';
import { once } from '../once.ts';

/** Presets that the shop saved for itself. */
export function presetRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/presets', async (_req, res) => {
    const { rows } = await pool.query<SavedPreset>(
      'select id, name, about, notation from preset order by lower(name), id',
    );
    res.json(rows);
  });

  router.post('/presets', async (req, res) => {
    const { name, about, notation } = readBody(req, NewPreset);
    await once(pool, req, res, async (db) => {
      const { rows } = await db.query<SavedPreset>(
        `insert into preset (name, about, notation) values ($1::text, $2::text, $3::text)
         returning id, name, about, notation`,
        [name, about, formatStack(notation)],
      );
      return { status: 201, body: rows[0] };
    });
  });

  router.delete('/presets/:id', async (req, res) => {
    await pool.query('delete from preset where id = $1::uuid', [readId(req)]);
    res.status(204).end();
  });

  return router;
}
