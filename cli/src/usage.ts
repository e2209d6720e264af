import { accessSync, closeSync, constants, existsSync, openSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { PRINTED, type Printed } from '@kyanos/contract';

/** A call that can't be carried out: one sentence on standard error, exit code 2. */
export class UsageError extends Error {}

const SENTENCES: Partial<Record<string, string>> = {
  ENOENT: 'does not exist. Check the path',
  EISDIR: 'is a folder. Name a file in it',
  EACCES: 'may not be read by you. Change its permissions',
};

/** Turns the system's refusal to read a file into a sentence. */
export function reading<T>(file: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    const sentence = SENTENCES[(error as NodeJS.ErrnoException).code ?? ''];
    if (!sentence) throw error;
    throw new UsageError(`The file ${file} ${sentence}.`);
  }
}

const REFUSED: Partial<Record<string, string>> = {
  ENOENT: 'its folder can’t be made',
  EISDIR: 'it is a folder',
  EEXIST: 'a part of its path is a file',
  ENOTDIR: 'a part of its path is a file',
  EACCES: 'you may not write there',
  EPERM: 'you may not write there',
  EROFS: 'nothing can be written there',
  ENOSPC: 'the disk is full',
};

/** Turns the system's refusal to write a file into a sentence. */
export async function writing<T>(file: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write();
  } catch (error) {
    const reason = REFUSED[(error as NodeJS.ErrnoException).code ?? ''];
    if (!reason) throw error;
    throw new UsageError(`${file} can’t be written: ${reason}. Name another place with --out.`);
  }
}

/** Refuses a file that could not be written, as {@link writing} does, before long work begins. */
export function checkWritable(file: string): Promise<void> {
  return writing(file, async () => {
    if (statSync(file, { throwIfNoEntry: false })?.isDirectory())
      throw Object.assign(new Error(file), { code: 'EISDIR' });
    // The file, or the folder in which it and others will be made.
    let there = resolve(file);
    while (!existsSync(there)) there = dirname(there);
    accessSync(there, constants.W_OK);
  });
}

/** The files that a command is given, whether they can be read or not. */
export function fileArguments(positionals: readonly string[], usage: string): readonly string[] {
  if (positionals.length === 0) throw new UsageError(`Name a file: ${usage}`);
  return positionals;
}

/** @throws UsageError for a file that is not there, or that nobody lets us read */
export function checkReadable(file: string): void {
  reading(file, () => closeSync(openSync(file, 'r')));
  if (statSync(file).isDirectory()) throw new UsageError(`The file ${file} ${SENTENCES.EISDIR}.`);
}

/** The one file that a command is given, which can be read. */
export function fileArgument(positionals: readonly string[], usage: string): string {
  if (positionals.length > 1) throw new UsageError(`Name one file: ${usage}`);
  const [file] = fileArguments(positionals, usage);
  checkReadable(file);
  return file;
}

/** A whole number within limits. */
export function wholeNumber(
  text: string | undefined,
  name: string,
  low: number,
  high: number,
): number | undefined {
  if (text === undefined) return undefined;
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high)
    throw new UsageError(`--${name} must be a whole number from ${low} to ${high}; got "${text}".`);
  return value;
}

/** --scale: how many times larger it is printed than it is drawn, as a number or as 1:10. @throws UsageError */
export function scaleOption(text: string | undefined): { scale?: number } {
  if (text === undefined) return {};
  const ratio = /^1:(\d+(?:\.\d+)?)$/.exec(text);
  const scale = Number(ratio ? ratio[1] : text);
  if (!(scale >= 0.01 && scale <= 100))
    throw new UsageError(
      `--scale must be a number from 0.01 to 100, or such as 1:10; got "${text}".`,
    );
  return { scale };
}

/** Prints one of the reports of the contract. @throws ZodError where it is not what its schema says */
export function printJson(kind: Printed, value: unknown): void {
  console.log(JSON.stringify(PRINTED[kind].parse(value), null, 2));
}
