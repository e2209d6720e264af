import type { Standing } from '@kyanos/contract';
import { t } from '../texts/texts.ts';

export const STANDING_WORDS: Readonly<Record<Standing, string>> = {
  active: t('shop.use'),
  draft: t('shop.draftNotUseYet'),
  retired: t('shop.retired'),
};

/** The class of base.css in which a standing is said. */
export const STANDING_LOOK: Readonly<Record<Standing, string>> = {
  active: 'font-weight-semibold',
  draft: 'warn',
  retired: 'soft font-weight-semibold',
};
