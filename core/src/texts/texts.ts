/** What the core says. */
import { en } from './en/index.ts';
import { speakerOf } from './speaker.ts';

export const { t, add: addCoreTexts } = speakerOf(en);
