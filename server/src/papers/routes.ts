/** Papers of a job: run sheet, quote, inner sheet, and the jig for loose pieces. */
import {
  jigOf,
  offersOf,
  pageOf,
  pieceOf,
  quantitiesOf,
  reckon,
  type ArtworkInfo,
  type Measures,
} from '@kyanos/core';
import { innerSheetPdf, jigPdf, quotePdf, runSheetPdf, type PaperJob } from '@kyanos/output';
import { Router } from 'express';
import type pg from 'pg';
import { artworkById, readyArtwork } from '../artwork/queries.ts';
import { readId, Refusal } from '../http.ts';
import { jobById } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { shopOf } from '../shop/queries.ts';

interface Ready extends PaperJob {
  readonly info: ArtworkInfo;
  readonly measures: Measures;
}

/** A job as it was saved last, worked out on its full-size plates. @throws Refusal with what is missing */
async function readyJob(pool: pg.Pool, id: string): Promise<Ready> {
  const { plan, artworkId, version } = await jobById(pool, id);
  if (!artworkId)
    throw new Refusal(409, 'NO_ARTWORK', 'This job has no artwork yet. Take a file in first.');
  const info = await readyArtwork(pool, artworkId);
  const { fileName } = await artworkById(pool, artworkId);
  const measures = await measuresFor(pool, artworkId, plan);
  const result = reckon(plan, info, measures);
  const { work } = result;
  if (!work) {
    const [first] = result.findings.filter(({ severity }) => severity === 'error');
    throw new Refusal(
      409,
      'NOT_PRINTABLE',
      `There is no paper for a print that can’t be made. ${first.message}`,
    );
  }
  const { name: shopName } = await shopOf(pool);
  return { plan, result, work, info, measures, fileName, shopName, version, printedAt: new Date() };
}

const PAPERS: Readonly<Record<string, (job: Ready) => NodeJS.ReadableStream>> = {
  'run-sheet': runSheetPdf,
  'inner-sheet': innerSheetPdf,
  quote: (job) =>
    quotePdf({
      ...job,
      page: pageOf(job.plan, job.info, 'front'),
      offers: offersOf(job.plan, job.info, job.measures, quantitiesOf(job.plan)),
    }),
  jig: ({ plan, info, work, printedAt }) => {
    const page = pageOf(plan, info, 'front');
    const jig = jigOf(work.layout, pieceOf(page), page.trimMm, plan.machine, plan.material);
    return jigPdf({ name: plan.name, jig, printedAt });
  },
};

export function paperRoutes(pool: pg.Pool): Router {
  const router = Router();
  for (const [name, draw] of Object.entries(PAPERS))
    router.get(`/jobs/:id/${name}.pdf`, async (req, res) => {
      const job = await readyJob(pool, readId(req));
      res.set({
        'Content-Type': 'application/pdf',
        'Content-Disposition': `inline; filename="${name}.pdf"`,
      });
      draw(job).pipe(res);
    });
  return router;
}
