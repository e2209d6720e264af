import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const jobs: Translated<typeof en>['jobs'] = {
  versionJobDoesNot: 'Version {number} dieses Auftrags gibt es nicht. Öffnen Sie den Auftrag neu.',
  fileLacksArtwork:
    'Der Datei zufolge gehören Druckdaten dazu, und es sind keine darin. Schreiben Sie sie dort neu, woher sie kommt.',
  fileArtworkChanged:
    'Die Druckdaten in der Datei sind nicht die, mit denen der Auftrag geplant wurde. Schreiben Sie sie dort neu, woher sie kommt.',
  cameFrom: 'Kam als Datei von {shop}, dort ist es Auftrag {number}.',
  lotThere: 'Dort geplant auf {name}, Charge {lot}, von der {left} {unit} übrig waren.',
};
