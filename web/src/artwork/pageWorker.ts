import { wrap, type Remote } from 'comlink';
import { LANGUAGE } from '../texts/language.ts';
import type { PageWorker } from './page.worker.ts';

let worker: Remote<PageWorker> | undefined;

/** A worker of its own: a probe must not wait until a picture of the print is drawn. */
export const pageWorker = (): Remote<PageWorker> =>
  (worker ??= wrap<PageWorker>(
    new Worker(new URL('./page.start.ts', import.meta.url), { type: 'module', name: LANGUAGE }),
  ));
