/** What an answer has to be like, whatever was asked. */
import { ERRORS } from '@kyanos/core';
import type { Came } from './people.ts';

/** Returns what is wrong with a refusal: undefined if it has its code, its status and a sentence, and nothing of how it came about. */
export function faultIn({ status, text }: Pick<Came, 'status' | 'text'>): string | undefined {
  const { code, message } = JSON.parse(Buffer.from(text, 'latin1').toString()) as {
    code: keyof typeof ERRORS;
    message: string;
  };
  if (ERRORS[code].status !== status) return `${status} is not the status of ${code}`;
  if (!/^[^a-z].{3,}[.]$/s.test(message)) return `no sentence: ${message.slice(0, 300)}`;
  if (/\bat .*:\d+:\d+|node_modules/.test(message)) return `a stack trace: ${message}`;
  return undefined;
}

/** The code of a refusal. */
export const codeIn = ({ text }: Pick<Came, 'text'>): string =>
  (JSON.parse(Buffer.from(text, 'latin1').toString()) as { code: string }).code;
