import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const spectrum: Translated<typeof en>['spectrum'] = {
  noReflectanceFoundColour: 'Für die Farbe Lab {lab} wurde keine Reflexion gefunden.',
};
