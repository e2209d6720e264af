import { startWith } from '../texts/startWith.ts';

void startWith(() => import('./look.worker.ts'));
