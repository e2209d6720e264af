/** What this process may have at most, which nobody that it starts can be given more of. */
import { readFileSync } from 'node:fs';

/** Rows of /proc/self/limits (proc(5)), by the option of prlimit(1) that sets them. */
const ROWS = {
  data: 'Max data size',
  as: 'Max address space',
  fsize: 'Max file size',
  cpu: 'Max cpu time',
} as const;
export type Limit = keyof typeof ROWS;

function hardLimit(limit: Limit): number {
  const row = readFileSync('/proc/self/limits', 'utf8')
    .split('\n')
    .find((line) => line.startsWith(ROWS[limit]))!;
  // Name, soft limit, hard limit, unit.
  const [, hard] = row.slice(ROWS[limit].length).trim().split(/\s+/);
  return hard === 'unlimited' ? Infinity : Number(hard);
}

const GB = 1024 ** 3;
/** Memory that one reading may take, bytes. Our own choice, where the system allows as much. */
export const readingMemory = (): number => atMost('data', 6 * GB);
export const inGb = (bytes: number): number => Math.round((bytes / GB) * 10) / 10;

/** What a program or a library says when the system gives it no more memory. */
export const OUT_OF_MEMORY =
  /heap out of memory|Cannot allocate|allocation failed|bad_alloc|insufficient memory|out of memory/i;

/** Bytes or seconds: what is wanted, or less where this process has less itself. */
export const atMost = (limit: Limit, wanted: number): number => Math.min(wanted, hardLimit(limit));
