/** The command line as a shell calls it, with a folder of a specification's own. */
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll } from 'vitest';
import { pdf } from '../../intake/test/pdf.ts';

export const PROGRAM = fileURLToPath(new URL('../../.cache/programs/cli.js', import.meta.url));
/** Where it is not the file that is asked about. */
export const SMALL = pdf({ content: '1 0 0 0 k 20 20 30 30 re f' });

export function kyanos(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [PROGRAM, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as unknown };
}

export interface Scratch {
  /** There from the first test of the file to its last. */
  readonly folder: string;
  /** Writes a file into the folder. @returns its path */
  write(name: string, content: string | Uint8Array): string;
  /** Draws a job of the demo, once. */
  demo(name: string): [artwork: string, plan: string];
}

/** For the tests of one file. */
export function useScratch(): Scratch {
  let folder = '';
  const drawn = new Map<string, [artwork: string, plan: string]>();
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'cli-test-'));
    // Files are read by nobody where root runs the tests.
    chmodSync(folder, 0o755);
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  return {
    get folder() {
      return folder;
    },
    write(name, content) {
      const path = join(folder, name);
      writeFileSync(path, content);
      return path;
    },
    demo(name) {
      if (!drawn.has(name)) {
        const { stdout } = kyanos('demo', name, '--out', folder);
        drawn.set(name, stdout.trim().split('\n') as [string, string]);
      }
      return drawn.get(name)!;
    },
  };
}
