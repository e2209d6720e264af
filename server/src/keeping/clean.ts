/**
 * Takes away what nobody needs any more, by the shop's rule. What would go is found by taking it away in a transaction that is
 * not kept: the dry run and the real one can't part ways.
 */
import type { Keeping } from '@kyanos/contract';
import { OPEN_STATES } from '@kyanos/core';
import type pg from 'pg';
import type { Db } from '../db.ts';
import { settingOf } from '../settings/queries.ts';

export const CLEANED = [
  'jobs',
  'exercises',
  'versions',
  'exports',
  'plates',
  'artwork',
  'files',
] as const;
export type Cleaned = (typeof CLEANED)[number];

export interface Gone {
  readonly what: Cleaned;
  readonly n: number;
  /** Of pictures, plates and files; a plan or a mark is next to nothing. */
  readonly bytes: number;
}

/** What was just sent or read may be on its way into a job. */
const FRESH_DAYS = 7;

/** Any number that nobody else locks by. */
const CLEAN_LOCK = 7_219_443;

/** Jobs that were ordered and are not delivered. A quote that was put away is not wanted. */
const ORDERED = OPEN_STATES.filter((state) => state !== 'quoted');
const OPEN = /* sql */ `state = any($2::text[])`;
/** Ids that stand somewhere in stored data, read once. */
const namedIn = (table: string, column: string, where = 'true') => /* sql */ `
  (select found[1]::uuid from ${table} named,
     regexp_matches(named.${column}::text, '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}', 'g') found where ${where})`;
const OPEN_PRESS = /* sql */ `('sending', 'waiting', 'held', 'printing', 'stopped')`;

interface Rule {
  readonly what: Cleaned;
  readonly table: string;
  /** Ids that go. $1 the time up to which they go, $2 open states. */
  readonly ids: string;
  /** Bytes of one of them, by its id. */
  readonly bytes: string;
  readonly days: (keeping: Keeping) => number;
}

const RULES: readonly Rule[] = [
  {
    what: 'jobs',
    table: 'job',
    ids: /* sql */ `
      select j.id from job j
      where j.put_away and j.put_away_at < $1 and not j.practice and not (j.${OPEN})
        and not exists (select from press_job p where p.job_id = j.id and p.state in ${OPEN_PRESS})
        -- Another job may lay a plate of this one; a course may be made of it; a lot may be reserved for it.
        and j.id not in ${namedIn('job_version', 'plan')}
        and j.id not in ${namedIn('course', 'lines', 'not named.ended')}
        and j.id not in ${namedIn('stock_item', 'data', 'named.there and named.data is not null')}`,
    bytes: '0',
    days: ({ awayDays }) => awayDays,
  },
  {
    what: 'exercises',
    table: 'job',
    ids: /* sql */ `
      select j.id from job j
      where j.practice and j.created_at < $1 and $2::text[] is not null
        and not exists (select from exercise e where e.job_id = j.id and greatest(e.given_at, e.handed_in_at) >= $1)`,
    bytes: '0',
    days: ({ practiceDays }) => practiceDays,
  },
  {
    what: 'exports',
    table: 'plate_export',
    ids: /* sql */ `
      select x.id from plate_export x
      where x.touched_at < $1 and x.state in ('done', 'failed', 'cancelled')
        and not exists (select from job_head h join job j on j.id = h.job_id where h.artwork_id = x.artwork_id
          and j.${OPEN})
        and not exists (select from press_job p join job_version v on v.job_id = p.job_id and v.version = p.version
          where v.artwork_id = x.artwork_id and p.state in ${OPEN_PRESS})`,
    bytes: '0',
    days: ({ exportDays }) => exportDays,
  },
  {
    what: 'plates',
    table: 'plate_build',
    ids: /* sql */ `
      select b.id from plate_build b
      where b.touched_at < $1 and b.state in ('done', 'failed', 'cancelled')
        and not exists (select from job_head h join job j on j.id = h.job_id where h.artwork_id = b.artwork_id
          and (j.${OPEN} or (not j.put_away and h.saved_at >= $1)))`,
    bytes: `(select coalesce(sum(length(p.bytes)), 0) from plate_band p where p.build_id = gone.id)`,
    days: ({ plateDays }) => plateDays,
  },
  {
    what: 'artwork',
    table: 'artwork',
    ids: /* sql */ `
      select a.id from artwork a
      where a.touched_at < $1 and a.state in ('done', 'failed', 'cancelled') and $2::text[] is not null
        and not exists (select from job_version v where v.artwork_id = a.id)`,
    bytes: `(select coalesce(sum(length(s.bytes)), 0) from separation_band s where s.artwork_id = gone.id)
      + (select coalesce(sum(length(s.bytes)), 0) from page_preview s where s.artwork_id = gone.id)`,
    days: () => FRESH_DAYS,
  },
  {
    what: 'files',
    table: 'file',
    ids: /* sql */ `
      select f.id from file f
      where f.created_at < $1 and $2::text[] is not null
        and not exists (select from artwork a where a.file_id = f.id)
        and not exists (select from plate_export x where x.file_id = f.id)
        and f.id not in ${namedIn('care_event', 'data')}`,
    bytes: '(select f.bytes from file f where f.id = gone.id)',
    days: () => FRESH_DAYS,
  },
];

async function follow(db: Db, rule: Rule, upTo: Date): Promise<Gone> {
  await db.query('drop table if exists gone');
  await db.query('create temporary table gone (id uuid primary key) on commit drop');
  // What somebody has in hands right now stays; what changed while it was waited for is looked at anew.
  const ids = `${rule.ids.replaceAll('$1', '$1::timestamptz')} for update skip locked`;
  await db.query(`insert into gone ${ids}`, [upTo, ORDERED]);
  const { rows } = await db.query<{ n: number; bytes: number }>(
    `select count(*)::int as n, coalesce(sum(${rule.bytes}), 0)::float8 as bytes from gone`,
  );
  // An exercise that was never handed in goes with its job.
  if (rule.what === 'exercises')
    await db.query(
      'delete from exercise where handed_in_at is null and job_id in (select id from gone)',
    );
  await db.query(`delete from ${rule.table} where id in (select id from gone)`);
  return { what: rule.what, ...rows[0] };
}

/**
 * Versions of long ago: of each day the last is left, beside the first, the newest, the one that was ordered, and those that a
 * printer, a bench or a course has.
 */
async function thinVersions(db: Db, upTo: Date): Promise<Gone> {
  const { rowCount } = await db.query(
    `delete from job_version v using job j
     where j.id = v.job_id and v.saved_at < $1::timestamptz and v.version > 1
       and v.version <> coalesce(j.ordered_version, 0)
       and exists (select from job_version later where later.job_id = v.job_id and later.version > v.version
         and later.saved_at < $1::timestamptz and later.saved_at::date = v.saved_at::date)
       and not exists (select from press_job p where p.job_id = v.job_id and p.version = v.version)
       and not exists (select from job_bench b where b.job_id = v.job_id and b.version = v.version)
       and not exists (select from job_need n where n.job_id = v.job_id and n.version = v.version)
       and v.job_id not in ${namedIn('course', 'lines', 'not named.ended')}`,
    [upTo],
  );
  return { what: 'versions', n: rowCount ?? 0, bytes: 0 };
}

/**
 * Cleans, or says what would go.
 * @returns what went, kind by kind; undefined where somebody else is at it
 */
export async function clean(
  pool: pg.Pool,
  keeping: Keeping,
  { dry, now = new Date() }: { readonly dry: boolean; readonly now?: Date },
): Promise<Gone[] | undefined> {
  const client = await pool.connect();
  const upTo = (days: number) => new Date(now.getTime() - days * 86_400_000);
  let broken: Error | undefined;
  try {
    await client.query('begin');
    const { rows } = await client.query<{ mine: boolean }>(
      'select pg_try_advisory_xact_lock($1::bigint) as mine',
      [CLEAN_LOCK],
    );
    if (!rows[0].mine) {
      await client.query('rollback');
      return undefined;
    }
    const gone = new Map<Cleaned, Gone>();
    const add = ({ what, n, bytes }: Gone) => {
      const before = gone.get(what) ?? { n: 0, bytes: 0 };
      gone.set(what, { what, n: before.n + n, bytes: before.bytes + bytes });
      return n;
    };
    // What is gone may have been all that held something else.
    for (let taken = 1; taken > 0;) {
      taken = 0;
      for (const rule of RULES) {
        taken += add(await follow(client, rule, upTo(rule.days(keeping))));
        // Artwork that only they had goes with them.
        if (rule.what === 'exercises')
          taken += add(await thinVersions(client, upTo(keeping.thinDays)));
      }
    }
    await client.query(dry ? 'rollback' : 'commit');
    return CLEANED.map((what) => gone.get(what)!);
  } catch (error) {
    await client.query('rollback').catch((failure: Error) => (broken = failure));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** By the shop's rule, where it says that this is done by itself. */
export async function cleanIfWanted(pool: pg.Pool): Promise<void> {
  const keeping = await settingOf(pool, 'keeping');
  if (keeping?.daily) await clean(pool, keeping, { dry: false });
}
