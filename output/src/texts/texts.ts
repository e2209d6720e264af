/** What papers say beside the quote, which has its customer’s language. */
import { speakerOf } from '@kyanos/core';
import { de } from './de/index.ts';
import { en } from './en/index.ts';

const speaker = speakerOf(en);
speaker.add('de', de);
export const { t } = speaker;
