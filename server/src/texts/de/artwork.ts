import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const artwork: Translated<typeof en>['artwork'] = {
  artworkHasNoPage: 'Die Druckdaten haben keine Seite {number}.',
  theArtworkHasNoPage: 'Die Druckdaten haben keine Seite {page}.',
};
