/** kyanos watch FOLDER: files that land in a folder become jobs. The database is that of DATABASE_URL; the app's workers read the files. */
import { statSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { ErrorCode } from '@kyanos/core';
import { watch } from 'chokidar';
import { migrate, openPool } from './db.ts';
import { refusalFor } from './http.ts';
import { openQueue } from './queue.ts';
import { presetStack, takeIn, type WatchOptions } from './watch/folder.ts';

const fail = (why: string): never => {
  console.error(why);
  process.exit(2);
};
function read() {
  try {
    return parseArgs({ options: { preset: { type: 'string' } }, allowPositionals: true });
  } catch (error) {
    return fail(`watch: ${(error as Error).message} See ./kyanos help.`);
  }
}
const { values, positionals } = read();
if (positionals.length !== 1) fail('watch needs one folder. See ./kyanos help.');
const folder = resolve(positionals[0]);
if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory())
  fail(`${folder} is no folder. Make it first, or give another.`);

const url = process.env.DATABASE_URL;
if (!url) throw new Error('The watch program needs DATABASE_URL.');
const pool = openPool(url);
const log = (line: string) => console.log(line);
const options: WatchOptions = { folder, preset: values.preset, log };
const AGAIN_MS = 3000;

async function prepare() {
  await migrate(pool);
  await presetStack(pool, values.preset);
  return openQueue(pool);
}
const queue = await prepare().catch((error: unknown) => fail(refusalFor(error).message));

/** No fault of the file: it is taken in as soon as this is over. */
const PASSES: readonly string[] = ['DATABASE_GONE', 'TOO_BUSY', 'DISK_FULL'] satisfies ErrorCode[];

/** One after another; a file that can't be taken now is tried again. */
let work: Promise<void> = Promise.resolve();
async function take(path: string): Promise<void> {
  for (;;) {
    try {
      const outcome = await takeIn(pool, queue, path, options);
      if ('refused' in outcome) log(`${basename(path)}: refused. ${outcome.refused}`);
      else if (outcome.jobs.length > 0) log(`${basename(path)}: ${outcome.jobs.join(', ')}`);
      return;
    } catch (error) {
      const { code, message } = refusalFor(error);
      // Somebody took it away meanwhile.
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return;
      if (!PASSES.includes(code)) {
        console.error(`${basename(path)}: ${code === 'INTERNAL' ? String(error) : message}`);
        return;
      }
      await new Promise((done) => setTimeout(done, AGAIN_MS));
    }
  }
}

/** A file that did not grow for so long has come whole. */
const STILL_MS = 1500;
const watching = watch(folder, {
  depth: 0,
  // What begins with a dot is somebody's file on its way.
  ignored: (path) => path !== folder && basename(path).startsWith('.'),
  awaitWriteFinish: { stabilityThreshold: STILL_MS },
});
watching.on('add', (path) => (work = work.then(() => take(path))));
watching.on('ready', () => log(`Watching ${folder}. Ctrl-C ends it.`));
watching.on('error', (error) => console.error(String(error)));

async function stop() {
  await watching.close();
  process.exit(0);
}
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
