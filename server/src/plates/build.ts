/** Queue task: the plates of a plan, measured at full resolution. */
import {
  DomainError,
  measureVersions,
  oneVersion,
  overprintedChannel,
  plateRaster,
  plateSpecs,
  PROCESS_NAMES,
  recipesOf,
  roleOf,
  versionsOf,
  type Artwork,
  type ArtworkInfo,
  type PrintPlan,
} from '@kyanos/core';
import type pg from 'pg';
import { storedRaster } from '../artwork/bands.ts';
import { readyArtwork } from '../artwork/queries.ts';
import { inTransaction } from '../db.ts';
import { jobById, planOf } from '../jobs/queries.ts';
import { fence, type Attempt } from '../queue.ts';
import { copyKept, forgetPlates, PlateStore } from './bands.ts';
import { doneBuild } from './queries.ts';
import { t } from '../texts/texts.ts';

export async function buildStoredPlates(
  pool: pg.Pool,
  id: string,
  report: (share: number) => void,
  signal: AbortSignal,
  attempt: Attempt,
): Promise<void> {
  const { rows } = await pool.query<{ artworkId: string; plan: unknown }>(
    'select artwork_id as "artworkId", plan from plate_build where id = $1::uuid',
    [id],
  );
  const plan = planOf(rows[0].plan);
  const { artworkId } = rows[0];
  const info = await readyArtwork(pool, artworkId);
  const artwork = storedArtwork(pool, artworkId, info, plan);
  await forgetPlates(pool, id);
  const stores: PlateStore[] = [];
  const measures = await measureVersions(plan, artwork, {
    sinkOf: (own) => {
      const store = new PlateStore(pool, id, own, info);
      stores.push(store);
      return store.sink;
    },
    progress: (share) => {
      signal.throwIfAborted();
      report(share);
    },
  });
  for (const store of stores) await store.finish();
  await inTransaction(pool, async (db) => {
    await fence(db, { task: 'plates', id }, attempt);
    await db.query('update plate_build set measures = $2::jsonb where id = $1::uuid', [
      id,
      JSON.stringify(measures),
    ]);
  });
}

/** Artwork in the database as a plan uses it: only the separations that print are fetched. */
export const storedArtwork = (
  pool: pg.Pool,
  artworkId: string,
  info: ArtworkInfo,
  plan: PrintPlan,
): Artwork => ({
  ...ownArtwork(pool, artworkId, info, plan),
  async copyBuilt(page, sink) {
    const build = await doneBuild(pool, artworkId, plan);
    const version = versionsOf(plan).find((one) => one.page === page);
    if (!build || !version) return false;
    return copyKept(pool, build, plan.versions ? oneVersion(plan, version) : plan, info, sink);
  },
  async plate(id, inkKey) {
    const job = await jobById(pool, id);
    if (!job.artworkId)
      throw new DomainError(
        'PLATE_UNKNOWN',
        t('plates.jobHasNoArtwork', { plan: job.plan.name }),
        'stack',
      );
    const other = await readyArtwork(pool, job.artworkId);
    // Its own rules may not lead on to further jobs, or back to this one.
    return plateRaster(job.plan, ownArtwork(pool, job.artworkId, other, job.plan), inkKey);
  },
});

const ownArtwork = (
  pool: pg.Pool,
  artworkId: string,
  info: ArtworkInfo,
  plan: PrintPlan,
): Artwork => ({
  info,
  raster(number: number) {
    const page = info.pages.find((candidate) => candidate.number === number)!;
    const named = plateSpecs(plan.stack)
      .flatMap(({ rule }) => [...recipesOf(rule)])
      .flatMap(({ from }) => (from.kind === 'separation' ? [from.name] : []));
    const used = page.separations
      .map(({ name }) => name)
      .filter((name) => roleOf(name, plan.artwork.names, plan.machine));
    const second = plan.artwork.overprint.length > 0 ? page.overprinted : [];
    return storedRaster(
      pool,
      artworkId,
      page,
      new Set([...PROCESS_NAMES, ...used, ...named, ...second.map(overprintedChannel)]),
    );
  },
});
