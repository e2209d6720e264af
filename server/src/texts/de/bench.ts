import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const bench: Translated<typeof en>['bench'] = {
  planChanged:
    'Der Plan wurde inzwischen geändert. Lies das Blatt noch einmal, bevor du weitermachst.',
};
