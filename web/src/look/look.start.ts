import { startWith } from '../texts/startWith.ts';
import { roomTexts } from '../texts/texts.ts';

void startWith(async () => {
  await roomTexts();
  await import('./look.worker.ts');
});
