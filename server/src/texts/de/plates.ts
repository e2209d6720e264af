import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const plates: Translated<typeof en>['plates'] = {
  jobHasNoArtwork:
    'Der Auftrag „{plan}“ hat keine Druckdaten, also keine Platten. Wählen Sie einen anderen.',
};
