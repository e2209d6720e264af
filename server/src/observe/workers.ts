/** Workers on this database, as they announce themselves. */
import { hostname } from 'node:os';
import type { Db } from '../db.ts';

export interface SeenWorker {
  readonly host: string;
  readonly pid: number;
  readonly slots: number;
  readonly draining: boolean;
}

/** One that was silent for so long is gone. */
const GONE = '10 seconds';

export const workersSeen = async (db: Db): Promise<SeenWorker[]> =>
  (
    await db.query<SeenWorker>(
      `select host, pid, slots, draining from worker where seen_at > now() - interval '${GONE}' order by started_at`,
    )
  ).rows;

/** Writes down that a worker is there; those that are long gone are forgotten. */
export async function announceWorker(
  db: Db,
  owner: string,
  { slots, draining }: Pick<SeenWorker, 'slots' | 'draining'>,
): Promise<void> {
  await db.query(
    `insert into worker (owner, host, pid, slots, draining) values ($1::uuid, $2::text, $3::int, $4::int, $5::boolean)
     on conflict (owner) do update set seen_at = now(), slots = excluded.slots, draining = excluded.draining`,
    [owner, hostname(), process.pid, slots, draining],
  );
  await db.query(`delete from worker where seen_at < now() - interval '1 day'`);
}

export const forgetWorker = async (db: Db, owner: string): Promise<void> => {
  await db.query('delete from worker where owner = $1::uuid', [owner]);
};
