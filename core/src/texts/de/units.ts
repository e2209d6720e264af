import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const units: Translated<typeof en>['units'] = {
  amountTooLargeKept: 'Der Betrag {minor} ist zu groß, um ihn genau aufzuheben.',
};
