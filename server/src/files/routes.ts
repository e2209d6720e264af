import { DomainError } from '@kyanos/core';
import { MAX_UPLOAD_BYTES, type StoredFile } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';

import { storeFile } from './queries.ts';

export function fileRoutes(pool: pg.Pool): Router {
  const router = Router();

  /** The body is the file itself. */
  router.post('/files', async (req, res) => {
    const announced = Number(req.headers['content-length'] ?? 0);
    if (announced > MAX_UPLOAD_BYTES) {
      // Answer before the bytes come; the rest of the body is let go.
      req.resume();
      throw new DomainError(
        'FILE_TOO_LARGE',
        `The file has ${Math.ceil(announced / 1024 / 1024)} MB; the most is ${MAX_UPLOAD_BYTES / 1024 / 1024} MB. Lower its resolution or flatten it, and send it again.`,
      );
    }
    const stored: StoredFile = await storeFile(pool, req as AsyncIterable<Uint8Array>);
    res.status(stored.known ? 200 : 201).json(stored);
  });

  return router;
}
