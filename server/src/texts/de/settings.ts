import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const settings: Translated<typeof en>['settings'] = {
  thereNoSuchSetting: 'Diese Einstellung gibt es nicht. Es gibt {settings}.',
};
