/** Processes of this machine (proc(5)): who started whom, what each is, how long processors worked for it. */
import { readdirSync, readFileSync } from 'node:fs';

/** Hundredths of a second, in which Linux tells times to programs (USER_HZ, time(7)). */
const TICKS = 100;

export interface Process {
  readonly pid: number;
  readonly parent: number;
  readonly command: string;
  /** Seconds of a processor that it had, with all that it has waited for. */
  readonly cpu: number;
}

/** Those that live; what has ended and waits to be fetched is none. */
export function processes(): Process[] {
  return readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name)) return [];
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      // The second field is the program's name in brackets, and may hold anything.
      const [state, parent, ...rest] = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
      if (state === 'Z') return [];
      const command = readFileSync(`/proc/${name}/cmdline`, 'utf8').replaceAll('\0', ' ');
      // Fields 14 to 17: its own and its children's, in the program and in the system.
      const cpu = rest.slice(9, 13).reduce((sum, ticks) => sum + Number(ticks), 0) / TICKS;
      return [{ pid: Number(name), parent: Number(parent), command, cpu }];
    } catch {
      // It has ended meanwhile.
      return [];
    }
  });
}

/** All that a process started, and all that they did. */
export const below = (all: readonly Process[], pid: number): Process[] =>
  all.filter((one) => one.parent === pid).flatMap((one) => [one, ...below(all, one.pid)]);
