/** What the screens say. */
import { addContractTexts } from '@kyanos/contract';
import { addCoreTexts, speakerOf } from '@kyanos/core';
import { first } from '#first-texts';
import type { en } from './en/index.ts';
import { LANGUAGE } from './language.ts';

const speaker = speakerOf<typeof en>(first);
if (LANGUAGE === 'de') {
  speaker.add('de', (await import('./de/first.ts')).first);
  addContractTexts('de', (await import('@kyanos/contract/texts/de')).de);
}

export const { t } = speaker;

let coming: Promise<void> | undefined;
async function fetchRooms(): Promise<void> {
  const [own, core] = await Promise.all([
    import('./en/rooms.ts'),
    import('@kyanos/core/texts/en/rooms'),
  ]);
  speaker.add('en', own.rooms);
  addCoreTexts('en', core.rooms);
  if (LANGUAGE !== 'de') return;
  const [german, germanCore] = await Promise.all([
    import('./de/rooms.ts'),
    import('@kyanos/core/texts/de/rooms'),
  ]);
  speaker.add('de', german.rooms);
  addCoreTexts('de', germanCore.rooms);
}

/** Fetches, once, what the screens behind the board say, and the core for them. Until it is there, a key of theirs throws. */
export const roomTexts = (): Promise<void> =>
  (coming ??= fetchRooms().catch((error: unknown) => {
    coming = undefined;
    throw error;
  }));

/** A part of a screen that is fetched when it is wanted, with whatever it may say. */
export const withTexts =
  <Part>(load: () => Promise<Part>) =>
  async (): Promise<Part> => {
    await roomTexts();
    return load();
  };
