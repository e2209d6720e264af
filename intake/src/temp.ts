/** Folders for what is written on the way, each named after the process that it belongs to. */
import { readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { confinement } from './confine.ts';
import { atExit } from './exit.ts';

export interface TempFolder {
  readonly path: string;
  remove(): Promise<void>;
}

const PREFIX = 'kyanos-';

/** When a process began, in ticks since the machine did; undefined if there is none. Source: proc(5), /proc/pid/stat, field 22. */
function beganAt(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'latin1');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return undefined;
  }
}

/** Every folder on the way to it can be passed by anybody. */
function isOpenToAll(folder: string): boolean {
  for (let at = resolve(folder); ; at = dirname(at)) {
    const mode = statSync(at, { throwIfNoEntry: false })?.mode;
    if (mode === undefined || (mode & 0o001) === 0) return false;
    if (at === dirname(at)) return true;
  }
}

/** Where folders are made: where programs of another user get to, if they run as one. */
function place(): string {
  const wanted = tmpdir();
  if (confinement().user === undefined || isOpenToAll(wanted)) return wanted;
  return ['/var/tmp', '/tmp'].find(isOpenToAll) ?? wanted;
}

/** A folder of this process's own; removed with it, however it ends, or by {@link sweepTemp} later. */
export async function makeTemp(): Promise<TempFolder> {
  const path = await mkdtemp(join(place(), `${PREFIX}${process.pid}-${beganAt(process.pid)}-`));
  const forget = atExit(() => rmSync(path, { recursive: true, force: true }));
  return {
    path,
    async remove() {
      forget();
      await rm(path, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}

/** Every folder of {@link makeTemp}, and whether its process still lives. */
function folders(): { path: string; orphan: boolean }[] {
  return [...new Set([tmpdir(), place()])].flatMap((parent) =>
    readdirSync(parent).flatMap((name) => {
      const [, pid, began] = /^kyanos-(\d+)-(\d+)-/.exec(name) ?? [];
      if (pid === undefined) return [];
      return [{ path: join(parent, name), orphan: beganAt(Number(pid)) !== began }];
    }),
  );
}

/** Removes what processes of this machine that were killed left behind. */
export async function sweepTemp(): Promise<void> {
  for (const { path, orphan } of folders())
    if (orphan) await rm(path, { recursive: true, force: true, maxRetries: 3 });
}

/** Bytes that the files of a folder take on the disk; those of all folders of {@link makeTemp} if none is named. */
export function tempBytes(folder?: string): number {
  let total = 0;
  for (const path of folder === undefined ? folders().map((one) => one.path) : [folder])
    try {
      for (const entry of readdirSync(path, { withFileTypes: true, recursive: true }))
        if (entry.isFile())
          // Of a file with holes, what is there.
          total +=
            (statSync(join(entry.parentPath, entry.name), { throwIfNoEntry: false })?.blocks ?? 0) *
            512;
    } catch (error) {
      // Removed meanwhile.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    }
  return total;
}
