import { startWith } from '../texts/startWith.ts';

void startWith(() => import('./queue.worker.ts'));
