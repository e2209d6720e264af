/** Papers of a job: run sheet, quote, inner sheet, and the jig for loose pieces. */
import { DomainError, pagesOf, type PrintPlan } from '@kyanos/core';
import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import type { PaperOrder } from '../aside/tasks.ts';
import { previewsOf, readyArtwork } from '../artwork/queries.ts';
import { jobById, orderedOf } from '../jobs/queries.ts';
import { measuresFor, plateJobs } from '../plates/queries.ts';
import { on } from '../route.ts';
import { stateForPlan } from '../floor.ts';
import { shopOf } from '../shop/queries.ts';

/** Papers that show the print. */
const PICTURED: readonly string[] = ['quote', 'order-confirmation', 'run-sheet'];

/** Pages that the print is made of; none where a rule takes its plate from another job, whose pages are not at hand. */
async function printedPages(pool: pg.Pool, artworkId: string, plan: PrintPlan) {
  if (plateJobs(plan.stack).length > 0) return [];
  return previewsOf(pool, artworkId, [plan.artwork.page, ...pagesOf(plan)]);
}

/** A job as it was saved last, or as it was ordered, with its full-size plates' measures. @throws DomainError with what is missing */
async function orderOf(pool: pg.Pool, id: string, paper: string): Promise<PaperOrder> {
  const ordered = paper === 'order-confirmation' ? await orderedOf(pool, id) : undefined;
  const { plan, artworkId, fileName, version } = await jobById(pool, id, ordered?.version);
  if (!artworkId) throw new DomainError('NO_ARTWORK');
  const info = await readyArtwork(pool, artworkId);
  const measures = await measuresFor(pool, artworkId, plan);
  const { name: shopName } = await shopOf(pool);
  const state = await stateForPlan(pool, plan, id);
  return {
    plan,
    info,
    measures,
    fileName: fileName ?? '',
    shopName,
    state,
    version,
    printedAt: new Date(),
    paper,
    ...(ordered && { ordered }),
    previews: PICTURED.includes(paper) ? await printedPages(pool, artworkId, plan) : [],
  };
}

export function paperRoutes(pool: pg.Pool): Router {
  const router = Router();
  on(router, API.getPaper, async ({ params: { id, paper } }, { res }) => {
    const pdf = await aside('paper', await orderOf(pool, id, paper));
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="${paper}.pdf"`,
    });
    res.send(Buffer.from(pdf));
  });
  return router;
}
