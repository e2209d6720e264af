import type { Standing } from '@kyanos/contract';
import { t } from '../texts/texts.ts';

export const STANDING_WORDS: Readonly<Record<Standing, string>> = {
  active: t('shop.use'),
  draft: t('shop.draftNotUseYet'),
  retired: t('shop.retired'),
};
