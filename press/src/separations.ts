/** Separations that a PDF has beside process colour, by their names. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

const run = promisify(execFile);
/** What a hostile file may cost. */
const TIMEOUT_MS = 20_000;
const MOST_OUTPUT = 64 * 2 ** 20;
/** Names of ISO 32000-2, 8.6.6.4 that mean every ink and no ink, and those of process colour. */
const NO_SPOTS = ['All', 'None', 'Cyan', 'Magenta', 'Yellow', 'Black'];

/** @returns undefined if it is no PDF that can be read */
export async function separationsIn(path: string): Promise<string[] | undefined> {
  const names = new Set<string>();
  try {
    const { stdout } = await run(
      'qpdf',
      ['--json=2', '--json-key=qpdf', '--json-stream-data=none', '--warning-exit-0', path],
      { timeout: TIMEOUT_MS, maxBuffer: MOST_OUTPUT },
    );
    // Every colour space passes here, wherever it stands.
    JSON.parse(stdout, (_key, value: unknown) => {
      if (Array.isArray(value)) for (const name of spotsOf(value)) names.add(name);
      return value;
    });
  } catch {
    return undefined;
  }
  return [...names];
}

function spotsOf([kind, named]: readonly unknown[]): string[] {
  const list =
    kind === '/Separation' ? [named] : kind === '/DeviceN' && Array.isArray(named) ? named : [];
  return (list as unknown[]).flatMap((one) => {
    if (typeof one !== 'string') return [];
    const name = one.replace(/^\//, '');
    return NO_SPOTS.includes(name) ? [] : [name];
  });
}
