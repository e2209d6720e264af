/**
 * The language of this page and its workers. It is chosen once a page: another one loads the page anew, so that what was worked
 * out in one language never stands beside another.
 */
import { addCoreTexts, LANGUAGE_COOKIE, languageFrom, spokenOf, type Language } from '@kyanos/core';

const here = globalThis as { readonly document?: Document; readonly name?: string };

const cookie = (): string | undefined =>
  here.document?.cookie
    .split('; ')
    .find((one) => one.startsWith(`${LANGUAGE_COOKIE}=`))
    ?.slice(LANGUAGE_COOKIE.length + 1);

/** The one chosen here, else the first of the browser's own that Kyanos speaks. A worker is named by the language of its page. */
function chosen(): Language {
  if (!here.document) return spokenOf([here.name ?? '']);
  const kept = cookie();
  return spokenOf(kept ? [kept] : navigator.languages);
}

export const LANGUAGE: Language = chosen();
languageFrom(() => LANGUAGE);
if (LANGUAGE === 'de') addCoreTexts('de', (await import('@kyanos/core/texts/de/first')).first);

const YEAR_SECONDS = 365 * 24 * 3600;

/** The server answers in it too: papers that a link opens carry no header of ours, and carry the cookie. */
export function choose(language: Language): void {
  document.cookie = `${LANGUAGE_COOKIE}=${language}; path=/; max-age=${YEAR_SECONDS}; samesite=strict`;
  location.reload();
}
