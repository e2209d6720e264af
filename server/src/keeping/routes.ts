import { API, USUAL_KEEPING } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { on } from '../route.ts';
import { settingOf } from '../settings/queries.ts';
import { clean } from './clean.ts';
import { sizesOf } from './sizes.ts';

export function keepingRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getSizes, () => sizesOf(pool));

  on(router, API.cleanUp, async ({ body: { dry } }) => {
    const keeping = (await settingOf(pool, 'keeping')) ?? USUAL_KEEPING;
    const gone = await clean(pool, keeping, { dry });
    if (!gone) throw new DomainError('TOO_BUSY');
    return gone;
  });

  return router;
}
