import { API } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { fileBytes } from '../files/queries.ts';
import { on, onOnce } from '../route.ts';
import { itemById } from '../shop/items.ts';
import { dueCalendar } from './calendar.ts';
import { daysOf, entriesOf, undo } from './queries.ts';
import {
  allCare,
  allDue,
  endRun,
  procedures,
  runState,
  startRun,
  startTimer,
  writeLogbook,
  tickStep,
  whiteForecastOf,
} from './service.ts';
import { t } from '../texts/texts.ts';

/** Of a picture that is shown; browsers make it smaller before they send it. */
const MOST_BYTES = 5 * 1024 * 1024;

/** By its first bytes. Nothing decodes it here: it goes to browsers as it came. @throws DomainError `REQUEST_INVALID` */
function pictureType(bytes: Buffer): string {
  if (bytes.subarray(0, 3).equals(Buffer.of(0xff, 0xd8, 0xff))) return 'image/jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'))) return 'image/png';
  if (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP')
    return 'image/webp';
  throw new DomainError('REQUEST_INVALID', t('care.noPictureCanShown'));
}
const DAY_MS = 24 * 3_600_000;
/** Nobody writes down what has not happened yet; clocks may differ by this, ms. */
const AHEAD_MS = 5 * 60_000;

export function careRoutes(pool: pg.Pool): Router {
  const router = Router();
  const machineOf = async (id: string) => (await itemById(pool, 'machine', id)).data;

  on(router, API.listCare, () => allCare(pool));

  on(router, API.listDue, () => allDue(pool));

  on(router, API.getDueCalendar, async (_given, { res }) => {
    res.set({
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': 'inline; filename="care.ics"',
    });
    res.send(dueCalendar(await allDue(pool), new Date()));
  });

  on(router, API.listCareEvents, async ({ params, query }) => {
    await machineOf(params.machine);
    return entriesOf(pool, params.machine, query);
  });

  on(router, API.getCareWeeks, async ({ params, query: { weeks } }) => {
    const { id } = await machineOf(params.machine);
    return daysOf(pool, id, new Date(Date.now() - weeks * 7 * DAY_MS).toISOString());
  });

  onOnce(router, pool, API.writeLogbook, (db, { params, body: { what, at } }, { actor }) => {
    if (at !== undefined && Date.parse(at) > Date.now() + AHEAD_MS)
      throw new DomainError('CARE_REFUSED', t('care.liesFutureLogbookTakes'));
    return writeLogbook(db, params.machine, what, { by: actor.name, at });
  });

  on(router, API.undoCare, ({ params: { id } }, { actor }) =>
    inTransaction(pool, (db) => undo(db, id, machineOf, { by: actor.name })),
  );

  on(router, API.getCarePicture, async ({ params: { id } }, { res }) => {
    const bytes = await fileBytes(pool, id, MOST_BYTES);
    res.set({
      'Content-Type': pictureType(bytes),
      'Cache-Control': 'private, max-age=31536000, immutable',
    });
    res.send(bytes);
  });

  on(router, API.listProcedures, async () =>
    (await procedures(pool)).map((one) => ({ ...one, procedure: one.procedure as never })),
  );

  onOnce(router, pool, API.startRun, (db, { params, body: { procedure } }, { actor }) =>
    startRun(db, params.machine, procedure, { by: actor.name }),
  );

  on(router, API.getRun, ({ params: { run } }) => runState(pool, run));

  on(router, API.startTimer, ({ params: { run, step } }, { actor }) =>
    inTransaction(pool, (db) => startTimer(db, run, step, { by: actor.name })),
  );

  on(router, API.tickStep, ({ params: { run, step }, body }, { actor }) =>
    inTransaction(pool, (db) => tickStep(db, run, step, body, { by: actor.name })),
  );

  on(router, API.endRun, ({ params: { run } }, { actor }) =>
    inTransaction(pool, (db) => endRun(db, run, { by: actor.name })),
  );

  on(router, API.getWhiteForecast, ({ params: { machine } }) => whiteForecastOf(pool, machine));

  return router;
}
