/** What the screens say. */
import { speakerOf } from '@kyanos/core';
import { en } from './en/index.ts';
import { LANGUAGE } from './language.ts';

const speaker = speakerOf(en);
if (LANGUAGE === 'de') speaker.add('de', (await import('./de/index.ts')).de);

export const { t } = speaker;
