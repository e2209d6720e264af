/** What is said of a request or a file that is not as it should be. */
import { others } from '#other-texts';
import { language, speakerOf, type Language } from '@kyanos/core';
import { z } from 'zod';
import { en } from './en/index.ts';

const speaker = speakerOf(en);
for (const [other, texts] of Object.entries(others)) speaker.add(other as Language, texts);
export const { t, add: addContractTexts } = speaker;

/** What the library itself says of a wrong value. */
const OWN = { en: z.locales.en().localeError, de: z.locales.de().localeError };
z.config({ localeError: (issue) => OWN[language()](issue) });
