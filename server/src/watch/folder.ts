/** A folder whose files become jobs: each is taken in, or refused with the reason beside it. */
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, rename, stat, writeFile } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { PRESETS, DomainError, jobsOf, likelyPageUse, newPlan, parseStack } from '@kyanos/core';
import { DEFAULT_DPI } from '@kyanos/intake';
import type pg from 'pg';
import { artworkById, upsertArtwork } from '../artwork/queries.ts';
import { inTransaction } from '../db.ts';
import { storeFile } from '../files/queries.ts';
import { insertJob } from '../jobs/queries.ts';
import { upsertBuild } from '../plates/queries.ts';
import { ask, type Queue } from '../queue.ts';
import { settingOf } from '../settings/queries.ts';
import { itemsOf } from '../shop/items.ts';
import { shopOf } from '../shop/queries.ts';

/** Folders inside of the watched one. */
const TAKEN = 'taken';
const REFUSED = 'refused';
const ASK_MS = 300;
/** Work that nobody has begun for so long has nobody to do it. */
const NOBODY_MS = 20_000;

export interface WatchOptions {
  readonly folder: string;
  /** Name of a preset; what the file suggests if absent. */
  readonly preset: string | undefined;
  readonly log: (line: string) => void;
}

/** What became of a file. */
export type Outcome = { readonly jobs: readonly string[] } | { readonly refused: string };

/** The stack of a preset by its name. @throws DomainError `STACK_NOTATION` with the names that there are */
export async function presetStack(pool: pg.Pool, name: string | undefined) {
  if (name === undefined) return undefined;
  const own = (await itemsOf(pool, 'preset'))
    .filter(({ standing }) => standing === 'active')
    .map(({ data }) => data);
  const all = [...own, ...PRESETS];
  const found = all.find((preset) => preset.name.toLowerCase() === name.trim().toLowerCase());
  if (!found)
    throw new DomainError(
      'STACK_NOTATION',
      `There is no preset "${name}". There are: ${all.map((preset) => preset.name).join('; ')}.`,
    );
  return parseStack(found.notation);
}

/** A name that is free in a folder: with a number where there is one like it. */
function freeName(folder: string, name: string): string {
  const end = extname(name);
  const stem = basename(name, end);
  for (let n = 1; ; n++) {
    const path = join(folder, n === 1 ? name : `${stem}-${n}${end}`);
    if (!existsSync(path)) return path;
  }
}

async function moveTo(folder: string, path: string): Promise<string> {
  await mkdir(folder, { recursive: true });
  const to = freeName(folder, basename(path));
  await rename(path, to);
  return to;
}

/** Takes in one file, and moves it. Once, also where a stop came between making the job and moving the file. */
export async function takeIn(
  pool: pg.Pool,
  queue: Queue,
  path: string,
  options: WatchOptions,
): Promise<Outcome> {
  const { folder } = options;
  try {
    const jobs = await makeJobs(pool, queue, path, options);
    await moveTo(join(folder, TAKEN), path);
    return { jobs };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    const moved = await moveTo(join(folder, REFUSED), path);
    await writeFile(`${moved}.txt`, `${basename(path)} was not taken in.\n\n${error.message}\n`);
    return { refused: error.message };
  }
}

/** @returns names of the jobs; none where they were made before */
async function makeJobs(
  pool: pg.Pool,
  queue: Queue,
  path: string,
  { preset, log }: WatchOptions,
): Promise<string[]> {
  const fileName = basename(path);
  const stack = await presetStack(pool, preset);
  const { mtimeMs } = await stat(path);
  const { id: fileId, sha256 } = await storeFile(pool, createReadStream(path));
  const key = `${sha256} ${Math.round(mtimeMs)} ${fileName}`;
  const known = await pool.query('select from watched where key = $1::text', [key]);
  if (known.rows.length > 0) return [];

  const { id, state } = await upsertArtwork(pool, { fileId, fileName, dpi: DEFAULT_DPI });
  await ask(pool, queue, { task: 'rip', id }, { client: `watch ${id}`, asker: 'watch' }, state);
  const info = await readUntil(pool, id, log);
  const shop = await shopOf(pool);
  const remembered = (await settingOf(pool, 'spot-names')) ?? {};
  const groups = jobsOf(info, likelyPageUse(info), []);
  const plans = groups.map((group) => {
    const plan = newPlan(shop, info, fileName, stack, remembered, group);
    return groups.length > 1 ? { ...plan, name: `${plan.name}, ${group.front}` } : plan;
  });
  const made = await inTransaction(pool, async (db) => {
    const { rowCount } = await db.query(
      'insert into watched (key) values ($1::text) on conflict do nothing',
      [key],
    );
    if (rowCount === 0) return [];
    for (const plan of plans)
      await insertJob(db, { plan, artworkId: id, fileName, savedBy: 'watched folder' });
    return plans;
  });
  for (const plan of made) {
    const build = await upsertBuild(pool, id, plan);
    await ask(
      pool,
      queue,
      { task: 'plates', id: build.id },
      { client: `watch ${build.id}`, asker: 'watch' },
      build.state,
    );
  }
  return made.map(({ name }) => name);
}

/** Waits until artwork is read. @throws DomainError with what is wrong with it */
async function readUntil(pool: pg.Pool, id: string, tell: (line: string) => void) {
  const since = Date.now();
  let warned = false;
  for (;;) {
    const { state, info, problem } = await artworkById(pool, id);
    if (state === 'done' && info) return info;
    if (state === 'failed' || state === 'cancelled')
      throw new DomainError(problem?.code ?? 'CANCELLED', problem?.message);
    if (state === 'queued' && !warned && Date.now() - since > NOBODY_MS) {
      warned = true;
      tell('Nobody reads files just now: start the app with ./kyanos start. It goes on then.');
    }
    await new Promise((done) => setTimeout(done, ASK_MS));
  }
}
