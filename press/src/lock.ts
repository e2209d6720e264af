/** One press to a folder: what two wrote to the same journal nobody could read. */
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const contents = (path: string): string => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
};

/**
 * Takes a folder for this process. Returns the number of the process that has it already; undefined if this one has it now. A note
 * of a process that is gone, or whose number another program has by now, counts for nothing.
 */
export function lockedBy(folder: string): number | undefined {
  const path = join(folder, 'process');
  const [pid, began] = contents(path).split(' ');
  if (pid && startOf(Number(pid)) === began) return Number(pid);
  const fresh = `${path}.${process.pid}`;
  writeFileSync(fresh, `${process.pid} ${startOf(process.pid)}`);
  renameSync(fresh, path);
  return undefined;
}

/** When a process began, in ticks since the machine did (proc(5), field 22); empty if there is none. */
function startOf(pid: number): string {
  const line = contents(`/proc/${pid}/stat`);
  // The name in brackets may have spaces in it.
  const START_FIELD = 19;
  return line.slice(line.lastIndexOf(')') + 2).split(' ')[START_FIELD] ?? '';
}
