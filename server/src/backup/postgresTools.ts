/** PostgreSQL's own programs, run on the database of an address. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { CommandError } from '../program.ts';

/** The address as the programs read it from their surroundings: on a command line everybody could see the password. */
export function surroundings(url: string): NodeJS.ProcessEnv {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const ssl = searchParams.get('sslmode');
  return {
    ...process.env,
    PGHOST: hostname.replace(/^\[|\]$/g, ''),
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(ssl && { PGSSLMODE: ssl }),
  };
}

/** Another database on the same server. */
export function databaseBeside(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${encodeURIComponent(name)}`;
  return other.href;
}

export const nameOf = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));

/**
 * Runs one of the programs.
 * @returns what it wrote
 * @throws CommandError with the program's own words
 */
export function runTool(
  program: 'pg_dump' | 'pg_restore',
  args: readonly string[],
  url: string,
): Promise<string> {
  const folder = process.env.KYANOS_PG_BIN;
  const child = spawn(folder ? join(folder, program) : program, args, {
    env: surroundings(url),
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const [out, err]: [Buffer[], Buffer[]] = [[], []];
  child.stdout.on('data', (part: Buffer) => out.push(part));
  child.stderr.on('data', (part: Buffer) => err.push(part));
  return new Promise((done, fail) => {
    child.on('error', () =>
      fail(new CommandError(`${program} of PostgreSQL is missing. Install PostgreSQL’s programs.`)),
    );
    child.on('close', (code) => {
      if (code === 0) done(Buffer.concat(out).toString());
      else
        fail(
          new CommandError(
            Buffer.concat(err).toString().trim() || `${program} ended with ${code}.`,
          ),
        );
    });
  });
}
