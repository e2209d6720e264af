import { API, type Stocked } from '@kyanos/contract';
import { purchaseCsv } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import { today } from '../floor.ts';
import { assertShopJob } from '../jobs/queries.ts';
import { on, onOnce } from '../route.ts';
import { shopOf } from '../shop/queries.ts';
import { jobStock, reserve } from './jobs.ts';
import { receive, stockByCode, entriesOf, undo } from './queries.ts';
import {
  actChecked,
  labelsFor,
  lineOnWire,
  reorder,
  shelf,
  stockTable,
  takeStock,
  takeTable,
} from './service.ts';

export function stockRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getShelf, () => shelf(pool));

  onOnce(router, pool, API.receiveStock, async (db, { body: { received, count } }, { actor }) => {
    const items: Stocked[] = [];
    for (let i = 0; i < count; i++) items.push(await receive(db, received, { by: actor.name }));
    return items;
  });

  on(router, API.findStock, ({ params: { code } }) => stockByCode(pool, code));

  onOnce(router, pool, API.actOnStock, (db, { params: { id }, body }, { actor }) =>
    actChecked(db, id, body, { by: actor.name }),
  );

  on(router, API.listStockEvents, ({ query }) => entriesOf(pool, query));

  onOnce(router, pool, API.undoStock, (db, { params: { id } }, { actor }) =>
    undo(db, id, { by: actor.name }),
  );

  onOnce(router, pool, API.countStock, (db, { body: { counts } }, { actor }) =>
    takeStock(db, counts, { by: actor.name }),
  );

  on(router, API.getReorder, async () => {
    const { lines, notCounted } = await reorder(pool);
    return { today: today(), lines: lines.map(lineOnWire), notCounted: [...notCounted] };
  });

  on(router, API.getPurchaseList, async ({ params: { format } }, { res }) => {
    const { lines } = await reorder(pool);
    if (format === 'csv') {
      res.set({
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': 'attachment; filename="purchase.csv"',
      });
      res.send(purchaseCsv(lines));
      return;
    }
    const { name: shopName } = await shopOf(pool);
    const pdf = await aside('purchase', { lines, shopName });
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="purchase.pdf"',
    });
    res.send(Buffer.from(pdf));
  });

  on(router, API.getLabels, async ({ query: { codes } }, { res }) => {
    const pdf = await labelsFor(pool, codes.split(','));
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="labels.pdf"',
    });
    res.send(Buffer.from(pdf));
  });

  on(router, API.exportStock, async (_given, { res }) => {
    res.set({
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': 'attachment; filename="stock.csv"',
    });
    res.send(await stockTable(pool));
  });

  onOnce(router, pool, API.importStock, (db, { body: { text } }, { actor }) =>
    takeTable(db, text, { by: actor.name }),
  );

  on(router, API.getJobStock, ({ params: { id } }) => jobStock(pool, id));

  onOnce(router, pool, API.reserveForJob, async (db, { params: { id }, body }, { actor }) => {
    await assertShopJob(db, id);
    await reserve(db, id, body.item, { by: actor.name });
    return jobStock(db, id);
  });

  return router;
}
