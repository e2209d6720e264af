/**
 * The reader's process: one file, then it ends. It is started by parent.ts, apart from the network and within limits, and
 * becomes nobody before it opens the file if root started it.
 */
import { rmSync } from 'node:fs';
import { setFlagsFromString } from 'node:v8';
import { addCoreTexts, languageFrom } from '@kyanos/core';
import { de } from '@kyanos/core/texts/de';
import { become } from '../confine.ts';
import { firstLook } from '../firstlook.ts';
import { measure, type StoredPage } from '../measure.ts';
import type { PlanarFile } from '../planar.ts';
import type { PageFile } from '../source.ts';
import { coveredPage, loadReader } from '../reading.ts';
import { ArtworkRefused, refuse } from '../refusal.ts';
import type { FromParent, FromReader, Order, SpokenOrder } from './messages.ts';
import { t } from '../texts/texts.ts';

/** Time between signs of life. */
const ALIVE_MS = 500;
/** Pages that may wait to be taken: the next is read meanwhile. */
const AHEAD = 2;

// Half a second of each short reading went into compiling the decoder of barcodes anew, faster than it was ever used. It is what
// later versions of V8 begin with (from memory).
setFlagsFromString('--wasm-tiering-budget=13000000');

addCoreTexts('de', de);

const stop = new AbortController();
let share = 0;
let taken = 0;
let wake: () => void = () => undefined;

const say = (message: FromReader) =>
  new Promise<void>((done) => process.send!(cleaned(message), undefined, undefined, () => done()));

/** No database and no JSON takes a NUL or half a character, and a file may hold both in any of its texts. */
function cleaned<T>(value: T): T {
  if (typeof value === 'string') return Buffer.from(value.replaceAll('\0', '')).toString() as T;
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value;
  if (Array.isArray(value)) {
    // Lists of numbers are long.
    if (value.every((entry) => typeof entry === 'number')) return value;
    return value.map(cleaned) as T;
  }
  return Object.fromEntries(
    Object.entries(value).map(([key, entry]) => [cleaned(key), cleaned<unknown>(entry)]),
  ) as T;
}

process.on('message', (message: FromParent) => {
  if (message.kind === 'order') void begin(message.order);
  else {
    taken++;
    wake();
  }
});
// Whoever wanted it is gone.
process.on('disconnect', () => process.exit(1));

async function begin(order: SpokenOrder): Promise<void> {
  languageFrom(() => order.language);
  const beat = setInterval(() => void say({ kind: 'alive', share }), ALIVE_MS);
  try {
    await say({ kind: 'done', info: await read(order) });
  } catch (error) {
    stop.abort(error);
    await say(
      error instanceof ArtworkRefused
        ? { kind: 'refused', code: error.code, message: error.message }
        : {
            kind: 'broken',
            stack: error instanceof Error ? (error.stack ?? error.message) : String(error),
          },
    );
  } finally {
    clearInterval(beat);
    process.disconnect();
  }
}

async function read({ file, tmp, dpi, scale, pages, what, keep, firstLook: longest, user }: Order) {
  const reader = await loadReader(file);
  if (user !== undefined) become(user);
  if (longest !== undefined) {
    const path = await firstLook(file, tmp, longest, stop.signal);
    if (path !== undefined) await say({ kind: 'first-look', path });
  }
  let sent = 0;
  const each = async (page: PageFile): Promise<void> => {
    if (what === 'coverage') {
      await say({ kind: 'covered', page: await coveredPage(page) });
      discard(page, tmp, file);
      return;
    }
    const measured = await measure(
      page,
      (done) => page.file.written ?? (share = 0.9 + 0.1 * done),
      stop.signal,
    );
    await say({ kind: 'page', page: measured.page, stored: whole(measured.stored) });
    sent++;
    while (sent - taken > AHEAD) await new Promise<void>((done) => (wake = done));
    if (!keep) waiting.push(page);
    while (!keep && waiting.length > sent - taken) discard(waiting.shift()!, tmp, file);
  };
  const waiting: PageFile[] = [];
  const options = {
    dpi,
    scale,
    pages,
    tmp,
    coverageOnly: what === 'coverage',
    signal: stop.signal,
    progress: (done: number) => (share = done),
  };
  try {
    return await reader(file, options, each);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      return refuse('DISK_FULL', t('reader.thereNoRoomDisk'));
    throw error;
  }
}

/** By now nothing grows any more. */
const whole = ({ file, second, differing }: StoredPage): StoredPage => {
  const still = ({ written: _, ...rest }: PlanarFile): PlanarFile => rest;
  return { file: still(file), second: second && still(second), differing };
};

/** Plates that were taken need no room any more; those that lie in the file itself stay. */
function discard({ file, overprinted }: PageFile, tmp: string, artwork: string): void {
  for (const path of [file.path, overprinted?.path])
    if (path !== undefined && path !== artwork && path.startsWith(tmp))
      rmSync(path, { force: true });
}
