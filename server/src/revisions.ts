/**
 * Machines and settings with every state they had. An answer has its number as ETag; a change that names the number it was
 * made on as If-Match is refused if somebody else saved meanwhile (RFC 9110, 8.8.3 and 13.1.1).
 */
import type { ShopKind } from '@kyanos/contract';
import { DomainError, type ErrorCode } from '@kyanos/core';
import type { Db } from './db.ts';

type RevisionKind = ShopKind | 'setting';

const CONFLICT: Readonly<Record<RevisionKind, ErrorCode>> = {
  machine: 'MACHINE_CONFLICT',
  material: 'SHOP_CONFLICT',
  ink: 'SHOP_CONFLICT',
  prices: 'SHOP_CONFLICT',
  rules: 'SHOP_CONFLICT',
  preset: 'SHOP_CONFLICT',
  procedure: 'SHOP_CONFLICT',
  setting: 'SETTING_CONFLICT',
};

export async function revisionOf(db: Db, kind: RevisionKind, name: string): Promise<number> {
  const { rows } = await db.query<{ number: number }>(
    'select coalesce(max(number), 0)::int as number from revision where kind = $1::text and name = $2::text',
    [kind, name],
  );
  return rows[0].number;
}

/**
 * Keeps a new state; called in the transaction that writes it. What stands there already is no conflict: an answer may have been lost.
 * @param base the revision that the change was made on, if it says so
 * @throws DomainError if it was made on another
 */
export async function keepRevision(
  db: Db,
  kind: RevisionKind,
  name: string,
  data: unknown,
  {
    by,
    note = '',
    base,
  }: { readonly by: string; readonly note?: string; readonly base?: number | undefined },
): Promise<number> {
  await db.query('select pg_advisory_xact_lock(hashtextextended($1::text, 1))', [
    `${kind}:${name}`,
  ]);
  const now = await revisionOf(db, kind, name);
  if (base !== undefined && base !== now) {
    const { rows } = await db.query<{ same: boolean }>(
      `select data = $4::jsonb as same from revision
       where kind = $1::text and name = $2::text and number = $3::int`,
      [kind, name, now, JSON.stringify(data)],
    );
    if (!rows[0]?.same) throw new DomainError(CONFLICT[kind]);
    return now;
  }
  await db.query(
    `insert into revision (kind, name, number, data, saved_by, note)
     values ($1::text, $2::text, $3::int, $4::jsonb, $5::text, $6::text)`,
    [kind, name, now + 1, JSON.stringify(data), by, note],
  );
  return now + 1;
}

/** Every state that was saved, the newest first. */
export async function revisions(
  db: Db,
  kind: RevisionKind,
  name: string,
): Promise<{ number: number; savedAt: string; savedBy: string; note: string; data: unknown }[]> {
  const { rows } = await db.query<{
    number: number;
    savedAt: Date;
    savedBy: string;
    note: string;
    data: unknown;
  }>(
    `select number, saved_at as "savedAt", saved_by as "savedBy", note, data from revision
     where kind = $1::text and name = $2::text order by number desc`,
    [kind, name],
  );
  return rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }));
}
