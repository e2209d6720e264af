/** A database for one file of specifications or one bench, in the PostgreSQL that DATABASE_URL names. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate, openPool } from '../src/db.ts';

export interface TestDatabase {
  readonly pool: pg.Pool;
  readonly url: string;
  drop(): Promise<void>;
}

/** @param schema `none` leaves it as PostgreSQL makes it */
export async function testDatabase(schema: 'ours' | 'none' = 'ours'): Promise<TestDatabase> {
  const base = process.env.DATABASE_URL;
  if (!base)
    throw new Error(
      'This needs DATABASE_URL: run ./kyanos test, or name a PostgreSQL of your own.',
    );
  const name = `spec_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: base });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const url = new URL(base);
  url.pathname = name;
  const pool = openPool(url.href);
  if (schema === 'ours') await migrate(pool);
  return {
    pool,
    url: url.href,
    async drop() {
      await pool.end();
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}
