import { DomainError } from '@kyanos/core';
import { API, MAX_UPLOAD_BYTES } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { on } from '../route.ts';
import { storeFile } from './queries.ts';
import { t } from '../texts/texts.ts';

export function fileRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.storeFile, async (_given, _context, req) => {
    const announced = Number(req.headers['content-length'] ?? 0);
    if (announced > MAX_UPLOAD_BYTES) {
      // Answer before the bytes come; the rest of the body is let go.
      req.resume();
      throw new DomainError(
        'FILE_TOO_LARGE',
        t('files.fileHasMbMost', {
          announced: Math.ceil(announced / 1024 / 1024),
          most: MAX_UPLOAD_BYTES / 1024 / 1024,
        }),
      );
    }
    return storeFile(pool, req as AsyncIterable<Uint8Array>);
  });

  return router;
}
