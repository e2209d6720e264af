/** What programs of the shell have in common: a database, a sentence where something can't be done, and how they end. */
import type pg from 'pg';
import { openPool } from './db.ts';
import { refusalFor } from './http.ts';

/** What stands on the command line, or what it asks for, can't be done. The message is a sentence with the way out. */
export class CommandError extends Error {}

const isOptions = (error: unknown): boolean =>
  (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS') ?? false;

/** Ends with 2 where it can't be done, and says why; with all of its words where nobody foresaw it. */
export function reportFailure(error: unknown): void {
  const { code, message } = refusalFor(error);
  const known = error instanceof CommandError || isOptions(error);
  console.error(known ? (error as Error).message : code === 'INTERNAL' ? error : message);
  process.exitCode = 2;
}

/** Ends a process that could not begin, with the sentence why; with all of its words where nobody foresaw it. */
export function refuseToBegin(error: unknown): never {
  const { code, message } = refusalFor(error);
  console.error(
    code === 'DATABASE_GONE'
      ? 'The database does not answer. Check DATABASE_URL and that it runs.'
      : message,
  );
  if (code === 'INTERNAL') console.error(error);
  process.exit(1);
}

/** Carries a program out on the database of DATABASE_URL and prints what it returns. */
export async function runProgram(act: (pool: pg.Pool) => Promise<string>): Promise<void> {
  const pool = openPool(process.env.DATABASE_URL!);
  await act(pool)
    .then((said) => console.log(said), reportFailure)
    .finally(() => pool.end());
}
