/** The whole shop as one file, made while it runs: PostgreSQL's own dump, looked at after it was written. */
import { constants } from 'node:fs';
import { access, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type pg from 'pg';
import { CommandError } from '../program.ts';
import { runTool } from './postgresTools.ts';

/** Who is signed in and who guessed is nobody's business elsewhere, and signs nobody in there. */
const LEFT_OUT = ['session', 'guess', 'worker'];

export interface Backup {
  readonly bytes: number;
  readonly tables: number;
}

const ENTRY = /^\d+; \d+ \d+ TABLE DATA public (\S+) /gm;

/** Tables that a dump has the rows of, by its table of contents. @throws CommandError where it is none of ours */
export async function tablesIn(file: string, url: string): Promise<readonly string[]> {
  const list = await runTool('pg_restore', ['--list', file], url).catch(() => '');
  const tables = [...list.matchAll(ENTRY)].map(([, name]) => name);
  if (!tables.includes('job_version') || !tables.includes('migration'))
    throw new CommandError(`${file} is no backup of Kyanos, or it is damaged.`);
  return tables;
}

/** Writes a backup; an unfinished one never has its name. @throws CommandError */
export async function backUp(url: string, file: string): Promise<Backup> {
  const exists = (path: string) =>
    access(path, constants.F_OK).then(
      () => true,
      () => false,
    );
  if (!(await exists(dirname(file))))
    throw new CommandError(`There is no folder ${dirname(file)}. Make it, or choose another.`);
  if (await exists(file))
    throw new CommandError(
      `${file} is there already, and is not overwritten. Choose another name.`,
    );
  const part = join(dirname(file), `.${basename(file)}.${process.pid}.part`);
  try {
    // Nobody else reads it, from its first byte on.
    await (await open(part, 'wx', 0o600)).close();
    await runTool(
      'pg_dump',
      [
        '--format=custom',
        '--no-owner',
        '--no-privileges',
        ...LEFT_OUT.map((table) => `--exclude-table-data=public.${table}`),
        `--file=${part}`,
      ],
      url,
    );
    const tables = await tablesIn(part, url);
    const handle = await open(part, 'r');
    await handle.sync().finally(() => handle.close());
    const { size: bytes } = await stat(part);
    await rename(part, file);
    return { bytes, tables: tables.length };
  } finally {
    await rm(part, { force: true });
  }
}

export interface Schedule {
  readonly folder: string;
  readonly hours: number;
  /** So many are kept: the newest. */
  readonly keep: number;
}

/** As the command line says it. @throws CommandError */
export function scheduleOf(values: {
  readonly 'backup-to'?: string | undefined;
  readonly 'backup-hours': string;
  readonly 'backup-keep': string;
}): Schedule | undefined {
  const folder = values['backup-to'];
  if (folder === undefined) return undefined;
  const whole = (name: 'backup-hours' | 'backup-keep', most: number) => {
    const value = Number(values[name]);
    if (!Number.isInteger(value) || value < 1 || value > most)
      throw new CommandError(`--${name} needs a whole number from 1 to ${most}.`);
    return value;
  };
  return { folder, hours: whole('backup-hours', 8760), keep: whole('backup-keep', 1000) };
}

/** The name says when: a copy of a file forgets it. */
const nameAt = (now: Date): string =>
  `kyanos-${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z.backup`;
const madeAt = (name: string): number =>
  Date.parse(name.slice(7, 27).replace(/T(\d\d)-(\d\d)-/, 'T$1:$2:'));
const NAME = /^kyanos-\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}Z\.backup$/;
/** Any number that nobody else locks by. */
const BACKUP_LOCK = 7_219_442;

/** Makes a backup if the newest in the folder is old enough, and removes the oldest. Of several servers one does it. */
export async function backUpIfDue(
  pool: pg.Pool,
  url: string,
  { folder, hours, keep }: Schedule,
  now = new Date(),
): Promise<string | undefined> {
  const client = await pool.connect();
  try {
    const { rows } = await client.query<{ mine: boolean }>(
      'select pg_try_advisory_lock($1::bigint) as mine',
      [BACKUP_LOCK],
    );
    if (!rows[0].mine) return undefined;
    const made = (await namesIn(folder)).sort();
    const newest = made.at(-1);
    if (newest && now.getTime() - madeAt(newest) < hours * 3_600_000) return undefined;
    const file = join(folder, nameAt(now));
    await backUp(url, file);
    const all = [...made, basename(file)].sort();
    for (const old of all.slice(0, Math.max(0, all.length - keep))) await rm(join(folder, old));
    return file;
  } finally {
    await client
      .query('select pg_advisory_unlock($1::bigint)', [BACKUP_LOCK])
      .catch(() => undefined);
    client.release();
  }
}

async function namesIn(folder: string): Promise<string[]> {
  const names = await readdir(folder).catch(() => {
    throw new CommandError(
      `The folder ${folder} for backups can’t be read. Make it, or choose another.`,
    );
  });
  return names.filter((name) => NAME.test(name));
}
