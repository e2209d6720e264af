import { Machine } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readBody } from '../http.ts';
import { basedOn, revisionOf, revisions, tellRevision } from '../revisions.ts';
import { machineById, saveMachine, shopOf } from './queries.ts';

export function shopRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/shop', async (_req, res) => {
    res.json(await shopOf(pool));
  });

  router.get('/shop/machines/:machine', async (req, res) => {
    const machine = await machineById(pool, req.params.machine);
    tellRevision(res, await revisionOf(pool, 'machine', machine.id)).json(machine);
  });

  router.get('/shop/machines/:machine/revisions', async (req, res) => {
    const { id } = await machineById(pool, req.params.machine);
    res.json(await revisions(pool, 'machine', id));
  });

  router.put('/shop/machines/:machine', async (req, res) => {
    const machine = readBody(req, Machine);
    const { machine: id } = req.params;
    const saved = await saveMachine(pool, id, () => machine, basedOn(req));
    tellRevision(res, saved.revision).json(machine);
  });

  return router;
}
