/** Bringing a database up to date is all or nothing, whenever it is cut off. */
import { readdirSync } from 'node:fs';
import pg from 'pg';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { testDatabase, type TestDatabase } from '../test/database.ts';
import { migrate } from './db.ts';

const FILES = readdirSync(new URL('../migrations/', import.meta.url)).length;

let database: TestDatabase;
beforeEach(async () => {
  database = await testDatabase('none');
});
afterEach(() => database.drop());

/** Asked over a connection of its own, which nobody has cut off. */
async function asked<T extends pg.QueryResultRow>(text: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: database.url });
  await client.connect();
  const { rows } = await client.query<T>(text);
  await client.end();
  return rows;
}
/** Whoever else is connected loses the connection, as when the database dies. */
const cutOff = () =>
  asked(
    `select pg_terminate_backend(pid) from pg_stat_activity
     where datname = current_database() and pid <> pg_backend_pid()`,
  );
/** Every column of every table, with its type. */
const schema = async () =>
  (
    await asked<{ line: string }>(
      `select table_name || '.' || column_name || ' ' || data_type as line
       from information_schema.columns where table_schema = 'public' order by 1`,
    )
  ).map(({ line }) => line);
const done = async () =>
  (await schema()).some((line) => line.startsWith('migration.'))
    ? Number((await asked<{ n: string }>('select count(*) as n from migration'))[0].n)
    : 0;

describe('a migration', () => {
  it('that is cut off at any moment leaves the old or the new, and the next start ends what it began', async () => {
    const { pool } = database;
    const begun = performance.now();
    await migrate(pool);
    const whole = performance.now() - begun;
    const wanted = await schema();
    expect(await done()).toBe(FILES);

    const seen = new Set<number>();
    for (const share of [0.15, 0.4, 0.65, 1.5]) {
      await asked('drop schema public cascade; create schema public');
      const going = migrate(pool).then(
        () => 'done',
        () => 'cut off',
      );
      await new Promise((passed) => setTimeout(passed, share * whole));
      await cutOff();
      const how = await going;
      const there = await done();
      seen.add(there);
      expect(there, how).toBeOneOf([0, FILES]);
      // A connection that was cut off is noticed by the first who uses it.
      await pool.query('select 1').catch(() => undefined);
      await migrate(pool);
      expect(await schema()).toEqual(wanted);
    }
    expect(seen).toContain(0);
  });
});
