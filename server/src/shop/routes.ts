import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { revisionOf, revisions } from '../revisions.ts';
import { on } from '../route.ts';
import { machineById, saveMachine, saveState, shopOf, stateOf } from './queries.ts';

export function shopRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getShop, () => shopOf(pool));

  on(router, API.getMachine, async ({ params }, { tellRevision }) => {
    const machine = await machineById(pool, params.machine);
    tellRevision(await revisionOf(pool, 'machine', machine.id));
    return machine;
  });

  on(router, API.listMachineRevisions, async ({ params }) => {
    const { id } = await machineById(pool, params.machine);
    return revisions(pool, 'machine', id);
  });

  on(router, API.saveMachine, async ({ params, body }, { basedOn, tellRevision }) => {
    const saved = await saveMachine(pool, params.machine, () => body, basedOn);
    tellRevision(saved.revision);
    return saved.machine;
  });

  on(router, API.getMachineState, async ({ params }, { tellRevision }) => {
    const state = await stateOf(pool, params.machine);
    tellRevision(await revisionOf(pool, 'state', params.machine));
    return state;
  });

  on(router, API.saveMachineState, async ({ params, body }, { basedOn, tellRevision }) => {
    tellRevision(await saveState(pool, params.machine, body, basedOn));
    return body;
  });

  return router;
}
