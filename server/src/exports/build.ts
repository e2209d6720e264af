/** Queue task: the files of a plan for its machine, packed into one and stored. */
import { basename, join } from 'node:path';
import type { Readable } from 'node:stream';
import { makeTemp } from '@kyanos/intake';
import { exportPlates } from '@kyanos/output';
import type pg from 'pg';
import { ZipFile } from 'yazl';
import { readyArtwork } from '../artwork/queries.ts';
import { inTransaction } from '../db.ts';
import { storeFile } from '../files/queries.ts';
import { fence, type Attempt } from '../queue.ts';
import { planOf } from '../jobs/queries.ts';
import { storedArtwork } from '../plates/build.ts';

export async function exportStoredPlates(
  pool: pg.Pool,
  id: string,
  report: (share: number) => void,
  signal: AbortSignal,
  attempt: Attempt,
): Promise<void> {
  const { rows } = await pool.query<{ artworkId: string; plan: unknown; createdAt: Date }>(
    `select artwork_id as "artworkId", plan, touched_at as "createdAt" from plate_export where id = $1::uuid`,
    [id],
  );
  const { artworkId, createdAt } = rows[0];
  const plan = planOf(rows[0].plan);
  const info = await readyArtwork(pool, artworkId);
  const tmp = await makeTemp();
  try {
    const written = await exportPlates(
      plan,
      storedArtwork(pool, artworkId, info, plan),
      join(tmp.path, 'files'),
      { createdAt, signal, progress: (share) => report(0.95 * share) },
    );
    const zip = new ZipFile();
    const stream = zip.outputStream as Readable;
    zip.on('error', (error: Error) => stream.destroy(error));
    // They are packed already.
    for (const { path } of written)
      zip.addFile(path, basename(path), { compress: false, mtime: createdAt });
    zip.end();
    const file = await storeFile(pool, stream);
    await inTransaction(pool, async (db) => {
      await fence(db, { task: 'export', id }, attempt);
      await db.query('update plate_export set file_id = $2::uuid where id = $1::uuid', [
        id,
        file.id,
      ]);
    });
  } finally {
    await tmp.remove();
  }
}
