import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import { on } from '../route.ts';
import { shopOf } from '../shop/queries.ts';
import { dayListOf } from './dayList.ts';
import { queueCalendar } from './calendar.ts';
import { queueState, quotedTask } from './queries.ts';

export function queueRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getQueue, () => queueState(pool));

  on(router, API.getQuoted, ({ params: { id }, query: { begins } }) =>
    quotedTask(pool, id, new Date(begins)),
  );

  on(router, API.getDayList, async (_given, { res }) => {
    const list = dayListOf(await queueState(pool));
    const { name: shopName } = await shopOf(pool);
    const pdf = await aside('dayList', { ...list, shopName });
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="day.pdf"',
    });
    res.send(Buffer.from(pdf));
  });

  on(router, API.getQueueCalendar, async (_given, { res }) => {
    res.set({
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': 'inline; filename="queue.ics"',
    });
    res.send(queueCalendar(await queueState(pool), new Date()));
  });

  return router;
}
