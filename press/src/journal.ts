/** What a press has told, line by line on the disk before anybody hears of it. */
import {
  closeSync,
  existsSync,
  fdatasyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';
import type { Entry, Journal } from './press.ts';

/** The entries of a file; a last line that was cut short was never told to anybody, and is left out. */
export function readJournal(path: string): Entry[] {
  if (!existsSync(path)) return [];
  const entries: Entry[] = [];
  for (const line of readFileSync(path, 'utf8').split('\n')) {
    if (line === '') continue;
    try {
      entries.push(JSON.parse(line) as Entry);
    } catch {
      break;
    }
  }
  return entries;
}

function writeAll(handle: number, entries: readonly Entry[]): void {
  const bytes = Buffer.from(entries.map((entry) => `${JSON.stringify(entry)}\n`).join(''));
  for (let done = 0; done < bytes.length;) done += writeSync(handle, bytes, done);
  fdatasyncSync(handle);
}

/** Begins a file anew with what still matters; entries that come are on the disk when it returns. */
export function openJournal(path: string): {
  readonly keep: Journal;
  begin(entries: readonly Entry[]): void;
  close(): void;
} {
  mkdirSync(dirname(path), { recursive: true });
  let handle = openSync(path, 'a');
  return {
    keep: (entry) => writeAll(handle, [entry]),
    begin(entries) {
      const fresh = `${path}.new`;
      const next = openSync(fresh, 'w');
      writeAll(next, entries);
      renameSync(fresh, path);
      closeSync(handle);
      handle = next;
    },
    close: () => closeSync(handle),
  };
}
