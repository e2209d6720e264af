/** Special plates that were built, in the database: written while they are measured, read when files are made of them. */
import { createHash } from 'node:crypto';
import {
  BAND_ROWS,
  pageOf,
  plateSpecs,
  type ArtworkInfo,
  type PlateSink,
  type PrintPlan,
} from '@kyanos/core';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { packed, unpacked } from '../artwork/bands.ts';

/** Builds of one artwork whose plates are kept: those before the newest few are built again if they are wanted again. */
const MOST_KEPT = 3;

/** Keys hold whole rules, and a rule may hold a drawing: too long for an index. */
const digest = (key: string): string => createHash('sha256').update(key).digest('hex');

/** How wide the plates of a plan are, pixels, by their keys. */
const widthsOf = (plan: PrintPlan, info: ArtworkInfo): ReadonlyMap<string, number> =>
  new Map(
    plateSpecs(plan.stack).map(({ key, picture }) => [key, pageOf(plan, info, picture).widthPx]),
  );

/** Takes the plates of a plan, which shows one page, and keeps them for a build. */
export class PlateStore {
  readonly #db: Db;
  readonly #build: string;
  readonly #page: number;
  readonly #widths: ReadonlyMap<string, number>;
  /** Of each plate the band that is being filled, how much of it is, and its number. */
  readonly #filling = new Map<string, { rows: Uint8Array; filled: number; band: number }>();

  constructor(db: Db, build: string, plan: PrintPlan, info: ArtworkInfo) {
    this.#db = db;
    this.#build = build;
    this.#page = plan.artwork.page;
    this.#widths = widthsOf(plan, info);
  }

  readonly sink: PlateSink = async (key, rows) => {
    const full = BAND_ROWS * this.#widths.get(key)!;
    const plate = this.#filling.get(key) ?? { rows: new Uint8Array(full), filled: 0, band: 0 };
    this.#filling.set(key, plate);
    for (let at = 0; at < rows.length;) {
      const part = rows.subarray(at, at + full - plate.filled);
      plate.rows.set(part, plate.filled);
      at += part.length;
      plate.filled += part.length;
      if (plate.filled < full) break;
      await this.#store(key, plate.band++, plate.rows);
      plate.filled = 0;
    }
  };

  async finish(): Promise<void> {
    for (const [key, { rows, filled, band }] of this.#filling)
      if (filled > 0) await this.#store(key, band, rows.subarray(0, filled));
  }

  /** What an attempt that was given up for lost still writes is the same. */
  async #store(key: string, band: number, rows: Uint8Array): Promise<void> {
    await this.#db.query({
      name: 'store-plate-band',
      text: `insert into plate_band (build_id, page, plate, band, bytes)
             values ($1::uuid, $2::int, $3::text, $4::int, $5::bytea)
             on conflict do nothing`,
      values: [this.#build, this.#page, digest(key), band, await packed(rows)],
    });
  }
}

/** Makes room: what an attempt that broke off has left, and plates of older builds of the same artwork. */
export async function forgetPlates(db: Db, build: string): Promise<void> {
  await db.query(
    `delete from plate_band where build_id = $1::uuid or build_id in (
       select id from plate_build
       where artwork_id = (select artwork_id from plate_build where id = $1::uuid) and id <> $1::uuid
       order by touched_at desc offset $2::int)`,
    [build, MOST_KEPT - 1],
  );
}

/**
 * Gives the plates of a plan, which shows one page, to a sink as a build has kept them. In one snapshot: a newer build that makes
 * room meanwhile takes nothing away.
 * @returns false, before anything is given, unless the build has them all
 */
export const copyKept = (
  pool: pg.Pool,
  build: string,
  plan: PrintPlan,
  info: ArtworkInfo,
  sink: PlateSink,
): Promise<boolean> =>
  inTransaction(pool, async (db) => {
    await db.query('set transaction isolation level repeatable read, read only');
    const page = plan.artwork.page;
    const plates = plateSpecs(plan.stack).map(({ key, picture }) => {
      const { widthPx: width, heightPx: height } = pageOf(plan, info, picture);
      return { key, width, height, bands: Math.ceil(height / BAND_ROWS) };
    });
    for (const { key, bands } of plates) {
      const { rowCount } = await db.query(
        'select from plate_band where build_id = $1::uuid and page = $2::int and plate = $3::text',
        [build, page, digest(key)],
      );
      if (rowCount !== bands) return false;
    }
    for (const { key, width, height, bands } of plates)
      for (let band = 0; band < bands; band++) {
        const { rows } = await db.query<{ bytes: Buffer }>({
          name: 'fetch-plate-band',
          text: `select bytes from plate_band
                 where build_id = $1::uuid and page = $2::int and plate = $3::text and band = $4::int`,
          values: [build, page, digest(key), band],
        });
        const top = band * BAND_ROWS;
        const size = Math.min(BAND_ROWS, height - top) * width;
        await sink(key, await unpacked(rows[0].bytes, size), top);
      }
    return true;
  });
