import { wrap } from 'comlink';
import { LANGUAGE } from '../texts/language.ts';
import type { LookWorker } from './look.worker.ts';

/** One worker for the pictures that are looked at, one for the small ones of the board. */
const start = () =>
  wrap<LookWorker>(
    new Worker(new URL('./look.start.ts', import.meta.url), { type: 'module', name: LANGUAGE }),
  );

let viewer: ReturnType<typeof start> | undefined;
export const lookWorker = () => (viewer ??= start());

let thumbnails: ReturnType<typeof start> | undefined;
export const thumbnailWorker = () => (thumbnails ??= start());
