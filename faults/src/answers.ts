/** What an answer has to be like, whatever was asked. */
import { Problem } from '@kyanos/contract';
import { ERRORS } from '@kyanos/core';
import type { Came } from './send.ts';

/** The refusal that an answer is. @throws where it is none */
export const refusalIn = ({ text }: Pick<Came, 'text'>): Problem => Problem.parse(JSON.parse(text));

/** Returns what is wrong with a refusal: undefined if it has its code, its status and a sentence, and nothing of how it came about. */
export function faultIn({ status, text }: Pick<Came, 'status' | 'text'>): string | undefined {
  const { code, message } = refusalIn({ text });
  if (ERRORS[code].status !== status) return `${status} is not the status of ${code}`;
  if (!/^[^a-z].{3,}[.]$/s.test(message)) return `no sentence: ${message.slice(0, 300)}`;
  if (/\bat .*:\d+:\d+|node_modules/.test(message)) return `a stack trace: ${message}`;
  return undefined;
}
