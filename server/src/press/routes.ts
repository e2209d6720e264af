import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { on, onOnce } from '../route.ts';
import { actOnPrinter, printerStatuses, triedPrinter } from './printers.ts';
import { openPress, pressOnWire, send, sentOf, setWant } from './queries.ts';

/** Printers, and jobs at them. */
export function pressRoutes(pool: pg.Pool): Router {
  const router = Router();

  onOnce(router, pool, API.sendToPress, (db, { params: { id }, body: { hold } }, { actor }) =>
    send(db, id, { hold, by: actor.name }),
  );

  on(router, API.listSent, async ({ params: { id } }) => (await sentOf(pool, id)).map(pressOnWire));

  on(router, API.wantOfPress, ({ params: { id }, body: { want } }) => setWant(pool, id, want));

  on(router, API.listPrinters, async () => ({
    printers: await printerStatuses(pool),
    jobs: (await openPress(pool)).map(pressOnWire),
  }));

  on(router, API.actOnPrinter, ({ params: { machine }, body: { act } }) =>
    actOnPrinter(pool, machine, act),
  );

  on(router, API.tryPrinter, ({ body: { machine, uri } }) => triedPrinter(pool, machine, uri));

  return router;
}
