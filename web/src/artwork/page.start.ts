import { startWith } from '../texts/startWith.ts';

void startWith(() => import('./page.worker.ts'));
