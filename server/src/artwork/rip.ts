/** Queue task: a stored file to separations in the database. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { PREVIEW_PX, tileLevels } from '@kyanos/contract';
import { channelsOf, Shrinker } from '@kyanos/core';
import { firstLook, openArtwork, type OpenArtwork } from '@kyanos/intake';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { fetchFile } from '../files/queries.ts';
import { pageStore } from './bands.ts';

const zip = promisify(gzip);

/** Share of the time that reading the file takes; the rest is storing its bands. */
const READING = 0.75;
/** Longest side of the picture that is shown until the plates are there. */
const FIRST_LOOK_PX = 900;

export async function ripArtwork(
  pool: pg.Pool,
  id: string,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<void> {
  const { rows } = await pool.query<{ fileId: string; dpi: number }>(
    'select file_id as "fileId", dpi from artwork where id = $1::uuid',
    [id],
  );
  const { fileId, dpi } = rows[0];
  const tmp = await mkdtemp(join(tmpdir(), 'kyanos-'));
  let artwork: OpenArtwork | undefined;
  try {
    const path = join(tmp, 'artwork');
    await fetchFile(pool, fileId, path);
    const look = await firstLook(path, tmp, FIRST_LOOK_PX, signal);
    if (look)
      await pool.query('update artwork set first_look = $2::bytea where id = $1::uuid', [id, look]);
    artwork = await openArtwork(path, {
      dpi,
      signal,
      progress: (share) => report(share * READING),
    });
    await store(pool, id, artwork, (share) => report(READING + share * (1 - READING)), signal);
  } finally {
    await artwork?.close();
    await rm(tmp, { recursive: true, force: true });
  }
}

async function store(
  pool: pg.Pool,
  id: string,
  { info, raster }: OpenArtwork,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<void> {
  await inTransaction(pool, async (db) => {
    // A first try that was cut short may have left some.
    await db.query('delete from separation_band where artwork_id = $1::uuid', [id]);
    await db.query('delete from page_preview where artwork_id = $1::uuid', [id]);
    for (const [i, page] of info.pages.entries()) {
      const kept = pageStore(db, id, page, tileLevels(page.widthPx, page.heightPx));
      const small = channelsOf(page).map(
        () => new Shrinker(page.widthPx, page.heightPx, PREVIEW_PX),
      );
      for await (const band of raster(page.number).bands()) {
        signal.throwIfAborted();
        small.forEach((shrinker, channel) => shrinker.push(band.planes[channel], band.top));
        await kept.add(band.planes);
        report((i + (band.top + band.rows) / page.heightPx) / info.pages.length);
      }
      await kept.finish();
      const bytes = await zip(Buffer.concat(small.map(({ plane }) => plane)), { level: 4 });
      await db.query(
        'insert into page_preview (artwork_id, page, bytes) values ($1::uuid, $2::int, $3::bytea)',
        [id, page.number, bytes],
      );
    }
    await db.query('update artwork set info = $2::jsonb where id = $1::uuid', [
      id,
      JSON.stringify(info),
    ]);
  });
}
