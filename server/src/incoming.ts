/** What requests bring: no larger and no deeper than people's work is, and without what no database takes. */
import { DomainError } from '@kyanos/core';
import express, { type RequestHandler } from 'express';
import { t } from './texts/texts.ts';

/** A large plan with its companions has some hundred kilobytes. */
const LARGEST = '2mb';
/** Of whoever has not said who they are: names, passwords, answers of passkeys. */
const LARGEST_OF_STRANGERS = '16kb';
/** Lists in objects in lists; a shop file has about twelve. Reading more takes stack and time. */
const DEEPEST = 100;

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const OPENS = [0x5b, 0x7b];
const CLOSES = [0x5d, 0x7d];

/** Whether JSON has brackets within brackets more than `most` deep; what stands in quotes does not count. */
export function isDeeper(json: Uint8Array, most: number): boolean {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < json.length; at++) {
    const byte = json[at];
    if (quoted) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) quoted = false;
    } else if (byte === QUOTE) quoted = true;
    else if (OPENS.includes(byte) && ++depth > most) return true;
    else if (CLOSES.includes(byte)) depth--;
  }
  return false;
}

/** Text without NUL and half characters: the database takes neither, and nobody types one. */
const cleanText = (text: string): string => Buffer.from(text.replaceAll('\0', '')).toString();
const cleaned = (_key: string, value: unknown): unknown =>
  typeof value === 'string' ? cleanText(value) : value;

/** The parameters of an address, cleaned. */
export const cleanTexts = (given: object): Record<string, unknown> =>
  Object.fromEntries(Object.entries(given).map(([name, value]) => [name, cleaned(name, value)]));

const upTo = (limit: string) =>
  express.json({
    limit,
    reviver: cleaned,
    verify(_req, _res, bytes) {
      if (isDeeper(bytes, DEEPEST))
        throw new DomainError('REQUEST_UNREADABLE', t('shared.tooDeep', { most: DEEPEST }));
    },
  });

/** Reads bodies of JSON. Before anybody has signed in, work of people who have is not read at all. */
export function jsonBodies(): RequestHandler {
  const ours = upTo(LARGEST);
  const strangers = upTo(LARGEST_OF_STRANGERS);
  const tooLarge = 'entity.too.large';
  return (req, res, next) => {
    if (req.asker?.role !== undefined) return ours(req, res, next);
    strangers(req, res, (error?: unknown) => {
      const large = (error as { type?: string } | undefined)?.type === tooLarge;
      next(large ? new DomainError('SIGN_IN_NEEDED') : error);
    });
  };
}
