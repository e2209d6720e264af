/** What is said of a request or a file that is not as it should be. */
import { language, speakerOf } from '@kyanos/core';
import { z } from 'zod';
import { de } from './de/index.ts';
import { en } from './en/index.ts';

const speaker = speakerOf(en);
speaker.add('de', de);
export const { t } = speaker;

/** What the library itself says of a wrong value. */
const OWN = { en: z.locales.en().localeError, de: z.locales.de().localeError };
z.config({ localeError: (issue) => OWN[language()](issue) });
