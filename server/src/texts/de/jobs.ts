import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const jobs: Translated<typeof en>['jobs'] = {
  versionJobDoesNot: 'Version {number} dieses Auftrags gibt es nicht. Öffnen Sie den Auftrag neu.',
};
