/** What a server answers beside what the core says. */
import { speakerOf } from '@kyanos/core';
import { de } from './de/index.ts';
import { en } from './en/index.ts';

const speaker = speakerOf(en);
speaker.add('de', de);
export const { t } = speaker;
