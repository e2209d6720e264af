/** Queue task: a stored file to separations in the database. */
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { PREVIEW_PX, tileLevels } from '@kyanos/contract';
import { channelsOf, Shrinker } from '@kyanos/core';
import { makeTemp, readArtwork, type OpenPage } from '@kyanos/intake';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { fetchFile } from '../files/queries.ts';
import { fence, type Attempt } from '../queue.ts';
import { pageStore } from './bands.ts';
import { packedThumbnail } from './thumbnail.ts';

const zip = promisify(gzip);

/** Longest side of the picture that is shown until the plates are there. */
const FIRST_LOOK_PX = 900;

export async function ripArtwork(
  pool: pg.Pool,
  id: string,
  report: (share: number) => void,
  signal: AbortSignal,
  attempt: Attempt,
): Promise<void> {
  const { rows } = await pool.query<{ fileId: string; dpi: number; scale: number }>(
    'select file_id as "fileId", dpi, scale from artwork where id = $1::uuid',
    [id],
  );
  const { fileId, dpi, scale } = rows[0];
  const tmp = await makeTemp();
  try {
    const path = join(tmp.path, 'artwork');
    await fetchFile(pool, fileId, path);
    await inTransaction(pool, async (db) => {
      const work = { task: 'rip', id } as const;
      await fence(db, work, attempt);
      // A first try that was cut short may have left some.
      await db.query('delete from separation_band where artwork_id = $1::uuid', [id]);
      await db.query('delete from page_preview where artwork_id = $1::uuid', [id]);
      const info = await readArtwork(
        path,
        {
          dpi,
          scale,
          signal,
          progress: report,
          firstLook: {
            longest: FIRST_LOOK_PX,
            async take(png) {
              // Outside the transaction: it is shown while the plates are being made.
              await pool.query('update artwork set first_look = $2::bytea where id = $1::uuid', [
                id,
                png,
              ]);
            },
          },
        },
        (page) => storePage(db, id, page, signal),
      );
      await fence(db, work, attempt);
      await db.query('update artwork set info = $2::jsonb where id = $1::uuid', [
        id,
        JSON.stringify(info),
      ]);
    });
  } finally {
    await tmp.remove();
  }
}

async function storePage(
  db: Db,
  id: string,
  { page, raster }: OpenPage,
  signal: AbortSignal,
): Promise<void> {
  const kept = pageStore(db, id, page, tileLevels(page.widthPx, page.heightPx));
  const small = channelsOf(page).map(() => new Shrinker(page.widthPx, page.heightPx, PREVIEW_PX));
  for await (const band of raster.bands()) {
    signal.throwIfAborted();
    small.forEach((shrinker, channel) => shrinker.push(band.planes[channel], band.top));
    await kept.add(band.planes);
  }
  await kept.finish();
  const planes = Buffer.concat(small.map(({ plane }) => plane));
  await db.query(
    `insert into page_preview (artwork_id, page, bytes, thumbnail)
     values ($1::uuid, $2::int, $3::bytea, $4::bytea)`,
    [id, page.number, await zip(planes, { level: 4 }), packedThumbnail(page, planes)],
  );
}
