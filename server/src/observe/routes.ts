/** For those who watch over a server: whether it works, and its figures. */
import { DomainError } from '@kyanos/core';
import { Router, type Request } from 'express';
import type pg from 'pg';
import { version } from '../../../package.json';
import type { Door } from '../people/door.ts';
import type { Metrics } from './metrics.ts';
import { workersSeen } from './workers.ts';

/** Time the database has to answer. */
const PATIENCE_MS = 2000;

async function inTime<T>(work: Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new DomainError('DATABASE_GONE')), PATIENCE_MS);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
}

/** This computer itself, not one that a proxy speaks for. */
const isHere = ({ socket, headers }: Request): boolean =>
  headers['x-forwarded-for'] === undefined &&
  /^(::1|(::ffff:)?127\.)/.test(socket.remoteAddress ?? '');

export function observeRoutes(pool: pg.Pool, door: Door, metrics: Metrics): Router {
  const router = Router();

  router.get('/healthz', async (_req, res) => {
    res.set('Cache-Control', 'no-store');
    try {
      const workers = await inTime(workersSeen(pool));
      res.json({ status: 'ok', version, workers: workers.length });
    } catch {
      res.status(503).json({ status: 'database gone', version });
    }
  });

  router.get('/metrics', async (req, res) => {
    if (door.signIn && !isHere(req)) throw new DomainError('NOT_ALLOWED');
    res.type(metrics.type).send(await metrics.text());
  });

  return router;
}
