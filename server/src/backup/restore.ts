/**
 * A shop from a backup. It is restored beside the one that is there, migrated, and only then takes its place, so that a
 * restore that fails leaves everything as it was; what was there before is kept until the next restore.
 */
import { readdir } from 'node:fs/promises';
import pg from 'pg';
import { folder, migrate, openPool } from '../db.ts';
import { CommandError } from '../program.ts';
import { tablesIn } from './backup.ts';
import { databaseBeside, nameOf, runTool } from './postgresTools.ts';

const quoted = (name: string) => pg.escapeIdentifier(name);
export const beforeRestore = (name: string): string => `${name}_before_restore`;

/** Names of the migrations that a dump has been through. */
async function migrationsIn(file: string, url: string): Promise<readonly string[]> {
  const args = ['--data-only', '--table=migration', '--file=-', file];
  return [...(await runTool('pg_restore', args, url)).matchAll(/^\d+\t([^\t]+)\t/gm)].map(
    ([, name]) => name,
  );
}

/** @throws CommandError of a backup by a newer version: this one does not know what it would leave out */
async function refuseNewer(file: string, url: string): Promise<void> {
  const known = new Set(
    (await readdir(folder('migrations'))).map((name) => name.replace(/\.sql$/, '')),
  );
  const unknown = (await migrationsIn(file, url)).filter((name) => !known.has(name));
  if (unknown.length > 0)
    throw new CommandError(
      `${file} was made by a newer version of Kyanos. Update Kyanos, then restore it.`,
    );
}

export interface Restored {
  readonly tables: number;
  /** Database that holds what was there before; undefined where nothing was. */
  readonly before: string | undefined;
}

/** @throws CommandError; nothing is changed then */
export async function restore(url: string, file: string): Promise<Restored> {
  const name = nameOf(url);
  const tables = await tablesIn(file, url);
  await refuseNewer(file, url);
  const fresh = `${name}_restoring`;
  const admin = new pg.Client({ connectionString: databaseBeside(url, 'template1') });
  await admin.connect();
  const has = async (database: string) =>
    (await admin.query('select from pg_database where datname = $1::text', [database])).rowCount ===
    1;
  const drop = (database: string) => admin.query(`drop database if exists ${quoted(database)}`);
  try {
    const { rowCount } = await admin.query(
      'select from pg_stat_activity where datname = $1::text limit 1',
      [name],
    );
    if (rowCount)
      throw new CommandError('Kyanos is running on this database. Stop it, then restore.');
    // Left by a restore that was cut short.
    await drop(fresh);
    await admin.query(`create database ${quoted(fresh)} template template0`);
    const place = databaseBeside(url, fresh);
    try {
      await runTool(
        'pg_restore',
        ['--exit-on-error', '--no-owner', '--no-privileges', '--jobs=2', `--dbname=${fresh}`, file],
        place,
      );
      const pool = openPool(place);
      await migrate(pool).finally(() => pool.end());
    } catch (error) {
      await drop(fresh);
      throw error;
    }
    const before = (await has(name)) ? beforeRestore(name) : undefined;
    if (before) {
      await drop(before);
      await admin.query(`alter database ${quoted(name)} rename to ${quoted(before)}`);
    }
    await admin.query(`alter database ${quoted(fresh)} rename to ${quoted(name)}`);
    return { tables: tables.length, before };
  } finally {
    await admin.end();
  }
}
