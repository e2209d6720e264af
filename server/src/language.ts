/** The language that a request is answered in, and that work is done in for whoever asked for it. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { addCoreTexts, LANGUAGE_COOKIE, languageFrom, spokenOf, type Language } from '@kyanos/core';
import { de } from '@kyanos/core/texts/de';
import { parse } from 'cookie';
import type { Request, RequestHandler } from 'express';

const spoken = new AsyncLocalStorage<Language>();
addCoreTexts('de', de);
languageFrom(() => spoken.getStore() ?? 'en');

/** Carries `act` out, with whatever it waits for, in a language. */
export const speaking = <T>(language: Language, act: () => T): T => spoken.run(language, act);

/** What was chosen on the screens, else the first language of the browser that Kyanos speaks. */
const languageOf = (req: Request): Language => {
  const chosen = parse(req.headers.cookie ?? '')[LANGUAGE_COOKIE];
  return spokenOf(chosen ? [chosen] : req.acceptsLanguages());
};

export const inTheirLanguage: RequestHandler = (req, _res, next) => speaking(languageOf(req), next);
