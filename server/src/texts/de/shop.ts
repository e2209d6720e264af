import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const shop: Translated<typeof en>['shop'] = {
  somebodySavedMeanwhileOpen:
    'Jemand hat es inzwischen gespeichert. Öffnen Sie es, und übernehmen Sie es dort.',
  takenFromFile: 'aus einer Datei aufgenommen',
  inkChanged: 'die Farbe {product} wurde geändert',
};
