import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';

/** A pool or one connection of it: what a query needs. */
export type Db = Pick<pg.Pool, 'query'>;

/** Kept by whoever migrates; any number that no one else uses. */
const MIGRATION_LOCK = 7_219_441;

/**
 * A machine that is unplugged says nothing, and what it holds in the database stays locked until somebody notices: the database
 * asks after five seconds, and lets go after fifteen. Source: PostgreSQL 15 manual, section 20.3.2.
 */
const NOTICED =
  '-c tcp_keepalives_idle=5 -c tcp_keepalives_interval=3 -c tcp_keepalives_count=3 -c tcp_user_timeout=15000';

export function openPool(url: string): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    options: NOTICED,
    keepAlive: true,
    max: 12,
    connectionTimeoutMillis: 5000,
  });
  // An idle connection that breaks is replaced at the next query; unheard, it would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

/** Brings the schema up to date. Two servers that start together take turns. */
export async function migrate(pool: pg.Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1::bigint)', [MIGRATION_LOCK]);
    await runner({
      dbClient: client,
      dir: folder('migrations'),
      direction: 'up',
      migrationsTable: 'migration',
      // Cut off between two of them, it would be a database of no version that ever was.
      singleTransaction: true,
      noLock: true,
      log: () => undefined,
    });
  } finally {
    await client
      .query('select pg_advisory_unlock($1::bigint)', [MIGRATION_LOCK])
      .catch(() => undefined);
    client.release();
  }
}

/** All or nothing. */
export async function inTransaction<T>(
  pool: pg.Pool,
  work: (db: pg.PoolClient) => Promise<T>,
): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch((failure: Error) => (broken = failure));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** A folder of this package, found from the source and from the bundle alike. */
export function folder(name: string): string {
  for (let at = dirname(fileURLToPath(import.meta.url)); ; at = dirname(at)) {
    const candidate = join(at, 'server', name);
    if (existsSync(candidate)) return candidate;
    if (at === dirname(at)) throw new Error(`The folder ${name} is missing from the installation.`);
  }
}
