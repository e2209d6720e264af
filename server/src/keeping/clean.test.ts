import { randomUUID } from 'node:crypto';
import { USUAL_KEEPING } from '@kyanos/contract';
import { JOB_STATES } from '@kyanos/core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { testDatabase, type TestDatabase } from '../../test/database.ts';
import { clean, CLEANED, type Gone } from './clean.ts';
import { sizesOf } from './sizes.ts';

let database: TestDatabase;
beforeAll(async () => {
  database = await testDatabase();
});
afterAll(() => database.drop());
const query = async <T extends object>(text: string, values: unknown[] = []) =>
  (await database.pool.query<T>(text, values)).rows;

const NOW = new Date('2026-11-28T12:00:00Z');
const ago = (days: number) => new Date(NOW.getTime() - days * 86_400_000);

/** mulberry32 (public domain), from memory. */
function randomOf(seed: number) {
  let state = seed;
  const next = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n: number) => Math.floor(next() * n);
  const of = <T>(list: readonly T[]): T => list[below(list.length)];
  const likely = (share: number) => next() < share;
  /** Days ago: much of it lately, some long past. */
  const age = () => Math.floor(next() ** 2 * 900);
  return { below, of, likely, age };
}

async function file(days: number): Promise<string> {
  const id = randomUUID();
  await query(
    `insert into file (id, sha256, bytes, created_at) values ($1::uuid, decode(md5($1::uuid::text), 'hex'), 10, $2)`,
    [id, ago(days)],
  );
  await query(`insert into file_chunk values ($1, 0, 'ten bytes!')`, [id]);
  return id;
}
async function artwork(days: number): Promise<string> {
  const [{ id }] = await query<{ id: string }>(
    `insert into artwork (file_id, file_name, dpi, state, touched_at) values ($1, 'a.pdf', 300, 'done', $2) returning id`,
    [await file(days), ago(days)],
  );
  await query(`insert into separation_band values ($1, 1, 0, 0, 'band')`, [id]);
  return id;
}

/** A shop as it may have become: jobs of all states and ages, their files, plates, exports, exercises and all that names them. */
async function history(seed: number): Promise<void> {
  const { below, of, likely, age } = randomOf(seed);
  const jobs: string[] = [];
  const art = [];
  for (let i = 0; i < 6; i++) art.push(await artwork(age()));
  for (const artworkId of art) {
    if (likely(0.6))
      await query(
        `insert into plate_build (artwork_id, rules_key, plan, state, touched_at) values ($1, 'k', '{}', 'done', $2)`,
        [artworkId, ago(age())],
      );
    if (likely(0.6))
      await query(
        `insert into plate_export (artwork_id, plan_key, plan, state, file_id, touched_at) values ($1, 'k', '{}', 'done', $2, $3)`,
        [artworkId, await file(age()), ago(age())],
      );
  }
  for (let i = 0; i < 9; i++) {
    const practice = likely(0.25);
    const born = age() + 40;
    const [{ id }] = await query<{ id: string }>(
      `insert into job (practice, created_at) values ($1, $2) returning id`,
      [practice, ago(born)],
    );
    let day = born;
    for (let version = 1; version <= 1 + below(6); version++) {
      day = Math.max(0, day - of([0, 0, 1, 30]));
      const named = likely(0.2) && jobs.length > 0 ? { job: of(jobs) } : {};
      await query(
        `insert into job_version (job_id, version, plan, artwork_id, saved_by, saved_at) values ($1, $2, $3, $4, 'x', $5)`,
        [
          id,
          version,
          JSON.stringify({ name: `${i}`, ...named }),
          likely(0.8) ? of(art) : null,
          ago(day),
        ],
      );
    }
    if (practice) {
      await query(
        `insert into exercise (learner, kind, exercise, solution, job_id, given_at, handed_in_at)
         values ('x', 'repair', '{}', '{}', $1, $2, $3)`,
        [id, ago(born), likely(0.5) ? ago(below(born)) : null],
      );
      continue;
    }
    jobs.push(id);
    await query('update job set state = $2, put_away = $3, put_away_at = $4 where id = $1', [
      id,
      of(JOB_STATES),
      ...(likely(0.75) ? [true, ago(below(900))] : [false, null]),
    ]);
    if (likely(0.4))
      await query(
        `insert into press_job (job_id, version, machine_id, uri, state, copies, language, sent_by) values ($1, 1, 'm', 'u', $2, 1, 'en', 'x')`,
        [id, of(['printing', 'printing', 'done'])],
      );
    if (likely(0.3))
      await query(
        `insert into stock_item (kind, product, there, data) values ('material', 'x', true, $1)`,
        [JSON.stringify({ reserved: [{ jobId: id }] })],
      );
  }
  if (likely(0.9))
    await query(
      `insert into course (name, set_by, people, lines, ended) values ('c', 'x', '{}', $1, $2)`,
      [
        JSON.stringify([
          { jobId: of(jobs), version: 1 },
          { jobId: of(jobs), version: 1 },
        ]),
        likely(0.3),
      ],
    );
  await query(`insert into care_event (machine_id, by, act, data) values ('m', 'x', 'note', $1)`, [
    JSON.stringify({ act: 'note', picture: await file(age() + 10) }),
  ]);
  await file(age());
}

const ORDERED = ['accepted', 'ready', 'printing', 'printed'];

/** All that a person would miss, worked out here from what was there before. */
async function missed(before: Awaited<ReturnType<typeof everything>>): Promise<string[]> {
  const after = await everything();
  const has = (rows: readonly { id: string }[], id: string | null) =>
    id === null || rows.some((row) => row.id === id);
  const wrong: string[] = [];
  const miss = (what: string) => wrong.push(what);
  for (const job of before.jobs) {
    const own = before.versions.filter((v) => v.job === job.id);
    const newest = own.at(-1)!;
    const gone = !has(after.jobs, job.id);
    if (gone && !job.practice) {
      if (!job.away) miss('a job on the board');
      if (job.away && job.away > ago(365)) miss('a job that was put away lately');
      if (ORDERED.includes(job.state)) miss('a job that was ordered');
      if (before.press.some((p) => p.job === job.id && p.state === 'printing'))
        miss('a job at its printer');
      if (after.versions.some((v) => v.job !== job.id && v.text.includes(job.id)))
        miss('a job whose plate another lays');
      if (before.reserved.some(({ text }) => text.includes(job.id))) miss('a job that has a lot');
      if (before.courses.some(({ text }) => text.includes(job.id)))
        miss('a job that a course is made of');
    }
    if (gone && job.practice && before.exercises.some((e) => e.job === job.id && e.last > ago(90)))
      miss('an exercise of these days');
    if (gone) continue;
    const left = after.versions.filter((v) => v.job === job.id);
    if (left.at(-1)?.version !== newest.version) miss('a newest version');
    if (left[0].version !== 1) miss('a first version');
    if (job.ordered && !left.some((v) => v.version === job.ordered)) miss('what was ordered');
    for (const day of new Set(own.map((v) => v.day)))
      if (!left.some((v) => v.day === day)) miss('a whole day of a job');
    for (const v of own)
      if (v.at > ago(180) && !left.some((one) => one.version === v.version)) miss('a late version');
    for (const v of left) if (!has(after.artwork, v.artwork)) miss('the artwork of a job');
    for (const { version } of before.press.filter(
      (p) => p.job === job.id && p.state === 'printing',
    )) {
      const sent = own.find((v) => v.version === version)?.artwork;
      const of = (rows: typeof before.exports) => rows.filter((row) => row.artwork === sent);
      if (of(after.exports).length < of(before.exports).length) miss('files at a printer');
    }
    if (ORDERED.includes(job.state) && newest.artwork) {
      const of = (rows: typeof before.builds) =>
        rows.filter((row) => row.artwork === newest.artwork);
      if (of(after.builds).length < of(before.builds).length) miss('plates of an order');
      if (of(after.exports).length < of(before.exports).length) miss('files of an order');
    }
  }
  for (const { file: needed } of [...after.artwork, ...after.exports])
    if (!has(after.files, needed)) miss('the file of artwork or plates');
  for (const { text } of before.pictures)
    if (!after.files.some(({ id }) => text.includes(id))) miss('a picture of the logbook');
  for (const one of before.files)
    if (one.at > ago(7) && !has(after.files, one.id)) miss('a file on its way');
  if (after.handedIn !== before.handedIn) miss('a mark');
  return wrong;
}

async function everything() {
  return {
    jobs: await query<{
      id: string;
      practice: boolean;
      away: Date | null;
      state: string;
      ordered: number | null;
    }>('select id, practice, put_away_at as away, state, ordered_version as ordered from job'),
    versions: await query<{
      job: string;
      version: number;
      text: string;
      artwork: string | null;
      at: Date;
      day: string;
    }>(
      'select job_id as job, version, plan::text as text, artwork_id as artwork, saved_at as at, saved_at::date::text as day from job_version order by version',
    ),
    artwork: await query<{ id: string; file: string }>('select id, file_id as file from artwork'),
    builds: await query<{ id: string; artwork: string }>(
      'select id, artwork_id as artwork from plate_build',
    ),
    exports: await query<{ id: string; artwork: string; file: string }>(
      'select id, artwork_id as artwork, file_id as file from plate_export',
    ),
    files: await query<{ id: string; at: Date }>('select id, created_at as at from file'),
    press: await query<{ job: string; version: number; state: string }>(
      'select job_id as job, version, state from press_job',
    ),
    reserved: await query<{ text: string }>('select data::text as text from stock_item'),
    courses: await query<{ text: string }>(
      'select lines::text as text from course where not ended',
    ),
    pictures: await query<{ text: string }>('select data::text as text from care_event'),
    exercises: await query<{ job: string; last: Date }>(
      'select job_id as job, greatest(given_at, handed_in_at) as last from exercise where job_id is not null',
    ),
    handedIn: (await query('select 1 as one from exercise where handed_in_at is not null')).length,
  };
}

/** A table at a time, those first that name others: emptying nearly all tables at once takes the system longer than filling them. */
const FILLED = [
  'exercise',
  'course',
  'care_event',
  'stock_item',
  'press_job',
  'plate_export',
  'plate_build',
  'job_version',
  'job',
  'artwork',
  'file',
];
const empty = async () => {
  for (const table of FILLED) await query(`delete from ${table}`);
};
beforeEach(empty);

describe('cleaning', () => {
  it('never takes what a job still needs, and what it leaves it leaves the second time too', async () => {
    const taken = new Map<string, number>();
    for (let seed = 1; seed <= 25; seed++) {
      await empty();
      await history(seed);
      const before = await everything();
      const told = await clean(database.pool, USUAL_KEEPING, { dry: true, now: NOW });
      expect(await everything(), `seed ${seed}, dry`).toEqual(before);
      const gone = (await clean(database.pool, USUAL_KEEPING, { dry: false, now: NOW }))!;
      expect(gone, `seed ${seed}`).toEqual(told);
      expect(await missed(before), `seed ${seed}`).toEqual([]);
      for (const { what, n } of gone) taken.set(what, (taken.get(what) ?? 0) + n);
      const again = (await clean(database.pool, USUAL_KEEPING, { dry: false, now: NOW }))!;
      expect(
        again.filter(({ n }) => n > 0),
        `seed ${seed}, again`,
      ).toEqual([]);
    }
    for (const what of CLEANED) expect(taken.get(what), what).toBeGreaterThan(3);
  });

  it('says what it frees, and waits for nobody', async () => {
    const orphan = await artwork(30);
    const client = await database.pool.connect();
    await client.query('begin');
    await client.query('select pg_advisory_xact_lock(7219443)');
    expect(await clean(database.pool, USUAL_KEEPING, { dry: false, now: NOW })).toBeUndefined();
    await client.query('rollback');
    client.release();
    const gone = (await clean(database.pool, USUAL_KEEPING, { dry: false, now: NOW }))!;
    const of = (what: Gone['what']) => gone.find((one) => one.what === what);
    expect(of('artwork')).toEqual({ what: 'artwork', n: 1, bytes: 4 });
    expect(of('files')).toEqual({ what: 'files', n: 1, bytes: 10 });
    expect(await query('select 1 as one from artwork where id = $1', [orphan])).toEqual([]);
  });

  it('knows what takes the room', async () => {
    await artwork(1);
    const { bytes, kinds } = await sizesOf(database.pool);
    expect(kinds.find(({ what }) => what === 'files')).toMatchObject({ n: 1 });
    const sum = kinds.reduce((all, kind) => all + kind.bytes, 0);
    expect(sum).toBeGreaterThan(100_000);
    expect(sum).toBeLessThan(bytes);
  });
});
