/** What the core says: all of it, but in a browser, which fetches what lies behind its first screen with the next. */
import { first } from '#first-texts';
import type { en } from './en/index.ts';
import { speakerOf } from './speaker.ts';

export const { t, add: addCoreTexts } = speakerOf<typeof en>(first);
