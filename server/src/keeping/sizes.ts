/** What takes the room. */
import type { Sizes } from '@kyanos/contract';
import type { Db } from '../db.ts';

/** Kinds of things, and the tables that they lie in; the first says how many there are. */
const KINDS: readonly (readonly [what: string, ...tables: readonly string[]])[] = [
  ['files', 'file', 'file_chunk'],
  ['artwork', 'artwork', 'separation_band', 'page_preview'],
  ['plates', 'plate_build', 'plate_band'],
  ['exports', 'plate_export'],
  ['versions', 'job_version', 'job_head', 'job_need'],
  ['exercises', 'exercise', 'exercise_print', 'skill'],
  ['stock', 'stock_item', 'stock_event'],
  ['care', 'care_event', 'care_day', 'care_state'],
  ['reports', 'job_report'],
  ['answers', 'answered'],
];

export async function sizesOf(db: Db): Promise<Sizes> {
  const each = KINDS.map(
    ([what, first, ...more]) => /* sql */ `
      select '${what}' as what, (select count(*)::int from ${first}) as n,
        (${[first, ...more].map((table) => `pg_total_relation_size('${table}')`).join(' + ')})::float8 as bytes`,
  );
  const { rows: kinds } = await db.query<Sizes['kinds'][number]>(each.join(' union all '));
  const whole = await db.query<{ bytes: number }>(
    'select pg_database_size(current_database())::float8 as bytes',
  );
  return { bytes: whole.rows[0].bytes, kinds: kinds.sort((a, b) => b.bytes - a.bytes) };
}
