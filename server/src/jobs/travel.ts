/** A job as one file: its plan, its artwork and the facts beside it, written here and opened on another installation. */
import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import {
  encodePlan,
  JOB_FILE,
  JOB_FILE_FORMAT,
  readJobFile,
  type ArtworkId,
  type Job,
  type JobFile,
  type JobId,
} from '@kyanos/contract';
import { DomainError, type Priority } from '@kyanos/core';
import { makeTemp } from '@kyanos/intake';
import type pg from 'pg';
import yauzl from 'yauzl';
import { ZipFile } from 'yazl';
import { upsertArtwork } from '../artwork/queries.ts';
import { inTransaction, type Db } from '../db.ts';
import { fetchFile, fileChunks, storeFile } from '../files/queries.ts';
import { ask, type Queue, type Waiter } from '../queue.ts';
import { shopOf } from '../shop/queries.ts';
import { stockThere } from '../stock/queries.ts';
import { t } from '../texts/texts.ts';
import { assertShopJob, insertJob, jobById } from './queries.ts';

interface Art {
  readonly fileId: string;
  readonly sha256: string;
  readonly bytes: number;
  readonly dpi: number;
  readonly scale: number;
}

async function artOf(db: Db, id: ArtworkId): Promise<Art> {
  const { rows } = await db.query<Art>(
    `select f.id as "fileId", encode(f.sha256, 'hex') as sha256, f.bytes::float8 as bytes, a.dpi, a.scale
     from artwork a join file f on f.id = a.file_id where a.id = $1::uuid`,
    [id],
  );
  if (!rows[0]) throw new DomainError('ARTWORK_UNKNOWN');
  return rows[0];
}

/** Letters and figures of any language, so that every file system takes it. */
const plainName = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N}.]+/gu, '-')
    .replace(/^[-.]+|[-.]+$/g, '')
    .slice(0, 80) || 'job';

/** Writes a job. @throws DomainError `JOB_UNKNOWN`, `PRACTICE_JOB` */
export async function jobFile(db: pg.Pool, id: JobId): Promise<{ name: string; bytes: Readable }> {
  await assertShopJob(db, id);
  const { plan, artworkId, fileName } = await jobById(db, id);
  const { rows } = await db.query<{
    number: number;
    due: Date | null;
    priority: Priority;
    notes: string;
  }>('select number::int, due, priority, notes from job where id = $1::uuid', [id]);
  const [{ due, ...rest }] = rows;
  const art = artworkId === null ? undefined : await artOf(db, artworkId);
  const lots = await stockThere(db, 'material', plan.material.id);
  const facts: JobFile = {
    format: JOB_FILE_FORMAT,
    shop: (await shopOf(db)).name,
    at: new Date().toISOString(),
    ...rest,
    due: due?.toISOString() ?? null,
    plan: plan as JobFile['plan'],
    artwork: art
      ? { fileName: fileName ?? 'artwork', sha256: art.sha256, dpi: art.dpi, scale: art.scale }
      : null,
    lots: lots.filter(({ lot }) => lot !== '' && lot === plan.lot),
  };
  const json = JSON.stringify({ ...facts, plan: encodePlan(plan) }, null, 2);
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(json), JOB_FILE.facts);
  if (art)
    zip.addReadStream(
      Readable.from(fileChunks(db, art.fileId)),
      `${JOB_FILE.artwork}${plainName(fileName ?? 'artwork')}`,
      { compress: false, size: art.bytes },
    );
  zip.end();
  return { name: `${plainName(plan.name)}.kyanos-job.zip`, bytes: zip.outputStream as Readable };
}

/** The plan of a job is no larger. */
const MOST_FACTS = 8 * 1024 * 1024;
/** A job has two entries; a few more do no harm. */
const MOST_ENTRIES = 16;

interface Opened {
  readonly facts: JobFile;
  readonly art: (() => Promise<Readable>) | undefined;
  close(): void;
}

/** @throws DomainError `JOB_FILE_WRONG` */
async function openJobFile(path: string): Promise<Opened> {
  const zip = await promisify<string, yauzl.Options, yauzl.ZipFile>(yauzl.open)(path, {
    lazyEntries: true,
    autoClose: false,
  }).catch(() => {
    throw new DomainError('JOB_FILE_WRONG');
  });
  try {
    const entries: yauzl.Entry[] = [];
    await new Promise<void>((done, failed) => {
      zip.on('error', () => failed(new DomainError('JOB_FILE_WRONG')));
      zip.on('end', done);
      zip.on('entry', (entry: yauzl.Entry) => {
        entries.push(entry);
        if (entries.length > MOST_ENTRIES) failed(new DomainError('JOB_FILE_WRONG'));
        else zip.readEntry();
      });
      zip.readEntry();
    });
    const open = promisify<yauzl.Entry, Readable>(zip.openReadStream.bind(zip) as never);
    const entry = entries.find(({ fileName }) => fileName === JOB_FILE.facts);
    if (!entry || entry.uncompressedSize > MOST_FACTS) throw new DomainError('JOB_FILE_WRONG');
    const facts = readJobFile(await text(await open(entry)));
    const art = entries.find(
      ({ fileName, uncompressedSize }) =>
        fileName.startsWith(JOB_FILE.artwork) && uncompressedSize > 0,
    );
    if (facts.artwork && !art) throw new DomainError('JOB_FILE_WRONG', t('jobs.fileLacksArtwork'));
    return {
      facts,
      art: facts.artwork && art ? () => open(art) : undefined,
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    if (error instanceof DomainError) throw error;
    throw new DomainError('JOB_FILE_WRONG');
  }
}

/** @throws DomainError `JOB_FILE_WRONG` where the bytes are not what the archive says of them */
async function* unpacked(bytes: Readable): AsyncGenerator<Uint8Array> {
  try {
    yield* bytes as AsyncIterable<Uint8Array>;
  } catch {
    throw new DomainError('JOB_FILE_WRONG');
  }
}

/** What is worth knowing of where it comes from, in the job's notes. */
const noteOf = ({ shop, number, notes, lots }: JobFile): string =>
  [
    t('jobs.cameFrom', { shop, number }),
    ...lots.map(({ name, lot, left, unit }) => t('jobs.lotThere', { name, lot, left, unit })),
    ...(notes ? [notes] : []),
  ]
    .join('\n')
    .slice(0, 4000);

/**
 * Takes a job in as a new one, a quote. Its artwork is read again here.
 * @param path of the file
 * @throws DomainError `JOB_FILE_WRONG`, `FILE_TOO_LARGE`
 */
export async function takeJobIn(
  pool: pg.Pool,
  queue: Queue,
  path: string,
  { by, waiter }: { readonly by: string; readonly waiter: Waiter },
): Promise<Job> {
  const { facts, art, close } = await openJobFile(path);
  try {
    let artworkId: string | null = null;
    let begun: { id: string; state: string } | undefined;
    if (facts.artwork && art) {
      const { fileName, sha256, dpi, scale } = facts.artwork;
      const stored = await storeFile(pool, unpacked(await art()));
      // What was changed on the way is not what the job was planned on.
      if (stored.sha256 !== sha256)
        throw new DomainError('JOB_FILE_WRONG', t('jobs.fileArtworkChanged'));
      begun = await upsertArtwork(pool, { fileId: stored.id, fileName, dpi, scale });
      artworkId = begun.id;
    }
    const job = await inTransaction(pool, async (db) => {
      const made = await insertJob(db, {
        plan: facts.plan,
        artworkId,
        savedBy: by,
        ...(facts.artwork && { fileName: facts.artwork.fileName }),
      });
      await db.query(
        'update job set notes = $2::text, due = $3::timestamptz, priority = $4::text where id = $1::uuid',
        [made.id, noteOf(facts), facts.due, facts.priority],
      );
      return made;
    });
    if (begun) await ask(pool, queue, { task: 'rip', id: begun.id }, waiter, begun.state);
    return job;
  } finally {
    close();
  }
}

/** Takes a job in from a file that was stored. */
export async function takeStoredJobIn(
  pool: pg.Pool,
  queue: Queue,
  fileId: string,
  who: { readonly by: string; readonly waiter: Waiter },
): Promise<Job> {
  const { rowCount } = await pool.query('select from file where id = $1::uuid', [fileId]);
  if (rowCount === 0) throw new DomainError('FILE_UNKNOWN');
  const tmp = await makeTemp();
  try {
    const path = join(tmp.path, 'job.zip');
    await fetchFile(pool, fileId, path);
    return await takeJobIn(pool, queue, path, who);
  } finally {
    await tmp.remove();
  }
}

export const writeJobFile = async (db: pg.Pool, id: JobId, path: string): Promise<void> =>
  pipeline((await jobFile(db, id)).bytes, createWriteStream(path, { flags: 'wx' }));
