/** Starts a reader in a process of its own, watches its limits, and hands on its messages. */
import { spawn } from 'node:child_process';
import { constants } from 'node:fs';
import { chmod, chown, copyFile, statfs } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { language, type ErrorCode } from '@kyanos/core';
import { programPath } from '../assets.ts';
import { confinement } from '../confine.ts';
import { atExit } from '../exit.ts';
import { atMost, OUT_OF_MEMORY, readingMemory } from '../limits.ts';
import { ArtworkRefused, endedFromOutside, outOfMemory, refuse } from '../refusal.ts';
import { MOST } from '../run.ts';
import { makeTemp, tempBytes, type TempFolder } from '../temp.ts';
import type { FromReader, Order } from './messages.ts';
import { t } from '../texts/texts.ts';

/** A reader that gives no sign of life for so long is caught in a loop. */
const SILENT_SECONDS = 60;
const HEAP_MB = 2048;
/** Disk for one file's plates at once, and for all that are being read. */
export const MAX_TEMP_MB = limit('KYANOS_TEMP_MB', 12_288);
export const MAX_ALL_TEMP_MB = limit('KYANOS_ALL_TEMP_MB', 32_768);
/** What the disk keeps free for everybody else. */
const FREE_MB = limit('KYANOS_FREE_MB', 512);
const WATCH_MS = 500;
const MAX_TEXT = 16_384;

function limit(name: string, otherwise: number): number {
  const value = Number(process.env[name]);
  return value > 0 ? value : otherwise;
}

export interface Reading {
  readonly path: string;
  /** What is wanted of it; where it lies and who reads it is decided here. */
  readonly order: Omit<Order, 'file' | 'tmp' | 'user'>;
  readonly signal: AbortSignal | undefined;
  on(message: FromReader): Promise<void>;
}

/**
 * Reads a file in a process of its own and gives each of its messages to `on`, one after another.
 * @returns the folder with what it wrote; the caller removes it
 * @throws ArtworkRefused with a sentence; the signal's reason if it is aborted. Nothing stays behind then
 */
export async function startReading({ path, order, signal, on }: Reading): Promise<TempFolder> {
  const folder = await makeTemp();
  try {
    const { user, command } = confinement();
    let file = resolve(path);
    if (user !== undefined) {
      // Nobody may not get to where the file lies.
      file = join(folder.path, 'artwork');
      await copyFile(resolve(path), file, constants.COPYFILE_FICLONE);
      await chmod(file, 0o644);
      await chown(folder.path, user, user);
    }
    await converse({ ...order, file, tmp: folder.path, user }, command, signal, on);
    return folder;
  } catch (error) {
    await folder.remove();
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') diskFull();
    throw error;
  }
}

const diskFull = () => refuse('DISK_FULL', t('reader.thereNoRoomDisk'));

function converse(
  order: Order,
  confine: readonly string[],
  signal: AbortSignal | undefined,
  on: (message: FromReader) => Promise<void>,
): Promise<void> {
  const limits = [
    'prlimit',
    `--data=${readingMemory()}`,
    `--fsize=${atMost('fsize', MOST.fileMb * 1024 * 1024)}`,
    `--cpu=${atMost('cpu', MOST.cpuSeconds)}`,
    '--core=0',
  ];
  const [program, ...args] = [
    ...confine,
    ...limits,
    process.execPath,
    `--max-old-space-size=${HEAP_MB}`,
    programPath('reader.js'),
  ];
  return new Promise((done, fail) => {
    // Here and not earlier: from here to where the signal is listened to, nobody else has a turn.
    signal?.throwIfAborted();
    const child = spawn(program, args, {
      detached: true,
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
      env: {
        PATH: process.env.PATH,
        TMPDIR: order.tmp,
        HOME: order.tmp,
        LC_ALL: 'C.UTF-8',
      },
      serialization: 'advanced',
      cwd: '/',
    });
    let problem: unknown;
    let finished = false;
    let heard = Date.now();
    let text = '';
    let handled = Promise.resolve();
    const kill = () => {
      if (child.pid === undefined) return;
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
      }
    };
    const end = (reason: unknown) => {
      problem ??= reason;
      kill();
    };
    const refused = (code: ErrorCode, message: string) =>
      end(new ArtworkRefused(code, message, 'artwork'));
    const forget = atExit(kill);
    const aborted = () => end(signal!.reason);
    signal?.addEventListener('abort', aborted, { once: true });

    let looking = false;
    const watch = setInterval(() => {
      if (Date.now() - heard > SILENT_SECONDS * 1000)
        refused('READING_TOO_SLOW', t('reader.readingFileCameNo', { seconds: SILENT_SECONDS }));
      if (looking) return;
      looking = true;
      checkDisk(order.tmp)
        .then((sentence) => sentence && refused(...sentence))
        .catch(end)
        .finally(() => (looking = false));
    }, WATCH_MS);

    child
      .stderr!.setEncoding('utf8')
      .on('data', (part: string) => (text = (text + part).slice(-MAX_TEXT)));
    child.on('message', (message: FromReader) => {
      heard = Date.now();
      if (message.kind === 'done') finished = true;
      if (message.kind === 'refused')
        problem ??= new ArtworkRefused(message.code, message.message, 'artwork');
      if (message.kind === 'broken') problem ??= broken(message.stack);
      handled = handled
        .then(() => (problem === undefined ? on(message) : undefined))
        .then(() => {
          if (message.kind === 'page' && child.connected)
            child.send({ kind: 'taken' }, () => undefined);
        })
        .catch(end);
    });
    child.on('error', end);
    child.send({ kind: 'order', order: { ...order, language: language() } }, () => undefined);
    child.on('close', (code, by) => {
      clearInterval(watch);
      forget();
      signal?.removeEventListener('abort', aborted);
      // What it started may outlive it.
      kill();
      void handled.then(() => {
        if (problem === undefined && !finished) problem = died(code, by, text);
        if (problem === undefined) done();
        else fail(problem instanceof Error ? problem : new Error(String(problem)));
      });
    });
  });
}

/** A limit that was passed on the disk, as code and sentence. */
async function checkDisk(tmp: string): Promise<[ErrorCode, string] | undefined> {
  const mb = (bytes: number) => bytes / 1024 / 1024;
  const gb = (megabytes: number) => `${Math.round((megabytes / 1024) * 10) / 10} GB`;
  if (mb(tempBytes(tmp)) > MAX_TEMP_MB)
    return ['DISK_LIMIT', t('reader.platesFileTakeMore', { most: gb(MAX_TEMP_MB) })];
  const { bavail, bsize } = await statfs(tmp);
  if (mb(bavail * bsize) < FREE_MB) return ['DISK_FULL', t('reader.thereNoRoomDisk')];
  if (mb(tempBytes()) > MAX_ALL_TEMP_MB)
    return ['DISK_LIMIT', t('reader.allFilesBeingRead', { most: gb(MAX_ALL_TEMP_MB) })];
  return undefined;
}

/** A fault of ours, or a file that nobody thought of: the operator gets a sentence, the log the rest. */
function broken(details: string): ArtworkRefused {
  console.error(t('reader.kyanosCouldNotRead', { details }));
  return new ArtworkRefused('READER_BROKE', t('reader.kyanosCantMakeSense'), 'artwork');
}

/** Why a reader ended without a word: the system ended it at a limit. */
function died(code: number | null, signal: NodeJS.Signals | null, text: string): Error {
  if (signal === 'SIGABRT' || code === 134 || OUT_OF_MEMORY.test(text)) return outOfMemory();
  if (signal === 'SIGXCPU' || signal === 'SIGXFSZ')
    return new ArtworkRefused(
      'READING_TOO_SLOW',
      t('reader.readingFileTakesMoreTimeDisk'),
      'artwork',
    );
  if (signal === 'SIGKILL') return endedFromOutside();
  return broken(t('reader.readerEnded', { signal: signal ?? `code ${code}`, text }));
}
