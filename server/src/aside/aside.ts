/**
 * Computations beside the loop that answers people, in threads, each with a deadline: one that does not keep it is ended, and
 * whoever asked hears of it.
 */
import { DomainError, language } from '@kyanos/core';
import { programPath } from '@kyanos/intake';
import Piscina from 'piscina';
import type { Answer, Tasks } from './tasks.ts';
import { t } from '../texts/texts.ts';

const SECONDS = 20;

/**
 * A thread is to import its program, not require it: Node aborts the whole process where a thread is ended in the middle of
 * requiring a module (seen with 20.20: "IsGraphAsync must be used on an instantiated module").
 */
const REQUIRE_MODULE = '--experimental-require-module';
const execArgv = [
  ...process.execArgv,
  ...(process.allowedNodeEnvironmentFlags.has(REQUIRE_MODULE)
    ? [REQUIRE_MODULE.replace('--', '--no-')]
    : []),
];

let pool: Piscina | undefined;
const threads = () =>
  (pool ??= new Piscina({
    filename: programPath('aside.js'),
    // Starting one takes longer than most answers may: one is always there, a second as long as much is asked.
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 60_000,
    maxQueue: 64,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
    execArgv,
  }));

/** Has a thread ready before anybody asks. */
export const beginAside = (): void => void threads();

/** @throws DomainError as the task does, or `TOO_SLOW`, or `TOO_BUSY` where too many wait */
export async function aside<K extends keyof Tasks>(
  task: K,
  input: Parameters<Tasks[K]>[0],
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  const signal = AbortSignal.timeout(SECONDS * 1000);
  let answer: Answer;
  try {
    answer = (await threads().run({ task, input, language: language() }, { signal })) as Answer;
  } catch (error) {
    if (signal.aborted)
      throw new DomainError('TOO_SLOW', t('aside.workingOutTakesMore', { seconds: SECONDS }));
    if (/task queue/i.test((error as Error).message)) throw new DomainError('TOO_BUSY');
    throw error;
  }
  if ('refused' in answer) {
    const { code, message, field } = answer.refused;
    throw new DomainError(code, message, field);
  }
  return answer.value as Awaited<ReturnType<Tasks[K]>>;
}

/** Ends the threads, whatever they do. */
export const endAside = async (): Promise<void> => {
  await pool?.destroy();
  pool = undefined;
};
