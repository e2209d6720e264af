import { reckon } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { artworkById, readyArtwork } from '../artwork/queries.ts';
import { readId, Refusal } from '../http.ts';
import { jobById } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { runSheetPdf } from './pdf.ts';

export function runSheetRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/jobs/:id/run-sheet.pdf', async (req, res) => {
    const { plan, artworkId, version } = await jobById(pool, readId(req));
    if (!artworkId)
      throw new Refusal(409, 'NO_ARTWORK', 'This job has no artwork yet. Take a file in first.');
    const info = await readyArtwork(pool, artworkId);
    const { fileName } = await artworkById(pool, artworkId);
    const result = reckon(plan, info, await measuresFor(pool, artworkId, plan));
    if (!result.work) {
      const [first] = result.findings.filter(({ severity }) => severity === 'error');
      throw new Refusal(
        409,
        'NOT_PRINTABLE',
        `There is no run sheet for a print that can’t be made. ${first.message}`,
      );
    }
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="run-sheet.pdf"',
    });
    runSheetPdf({ plan, result, work: result.work, fileName, version, printedAt: new Date() }).pipe(
      res,
    );
  });

  return router;
}
