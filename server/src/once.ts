/**
 * Requests that name themselves by the header Idempotency-Key are carried out once: when the answer is lost on the way and the
 * request comes again, it gets the same answer.
 */
import { DomainError } from '@kyanos/core';
import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';
import type pg from 'pg';
import { inTransaction, type Db } from './db.ts';
import { t } from './texts/texts.ts';

interface Answer {
  readonly status: number;
  readonly body: unknown;
}

/** Answers are kept for so long; nobody repeats a request later. */
const KEPT = '2 days';
const MAX_KEY = 100;

/** Carries out `act` in a transaction and sends what it answers; a refusal is not kept, as the next try may do better. */
export async function once(
  pool: pg.Pool,
  req: Request,
  res: Response,
  act: (db: Db) => Promise<Answer>,
): Promise<void> {
  const key = req.get('Idempotency-Key');
  if (key !== undefined && (key === '' || key.length > MAX_KEY))
    throw new DomainError(
      'REQUEST_INVALID',
      t('shared.headerIdempotencyKeyMust', { most: MAX_KEY }),
    );
  const { status, body } = await inTransaction(pool, (db) =>
    key === undefined ? act(db) : known(db, key, digest(req), act),
  );
  res.status(status).json(body);
}

/** A key that somebody else has used is another request. */
const digest = (req: Request): Buffer =>
  createHash('sha256')
    .update(JSON.stringify([req.method, req.originalUrl, req.body, req.asker?.id]))
    .digest();

async function known(
  db: Db,
  key: string,
  request: Buffer,
  act: (db: Db) => Promise<Answer>,
): Promise<Answer> {
  await db.query(`delete from answered where answered_at < now() - interval '${KEPT}'`);
  // The same request on another connection waits here until the first one is done.
  const mine = await db.query(
    'insert into answered (key, request) values ($1::text, $2::bytea) on conflict do nothing returning 1',
    [key, request],
  );
  if (mine.rows.length === 0) {
    const { rows } = await db.query<Answer & { request: Buffer }>(
      'select status, body, request from answered where key = $1::text',
      [key],
    );
    const [before] = rows;
    if (!before.request.equals(request)) throw new DomainError('KEY_REUSED');
    return before;
  }
  const answer = await act(db);
  await db.query('update answered set status = $2::int, body = $3::jsonb where key = $1::text', [
    key,
    answer.status,
    JSON.stringify(answer.body),
  ]);
  return answer;
}
