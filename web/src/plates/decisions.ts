/** How the cleaner's decisions are shown, in the order of their numbers. What gets ink is dark, what stays bare is light. */
import { DECISIONS, type Decision } from '@kyanos/core';
import { t } from '../texts/texts.ts';

type Rgb = readonly [number, number, number];
const LOOK: Readonly<Record<Decision, { readonly name: string; readonly rgb: Rgb }>> = {
  background: { name: t('plates.backgroundBare'), rgb: [246, 242, 232] },
  image: { name: t('plates.image'), rgb: [148, 166, 198] },
  highlight: { name: t('plates.highlightGetsInk'), rgb: [27, 66, 148] },
  paper: { name: t('plates.paperWhiteBare'), rgb: [226, 202, 148] },
  haze: { name: t('plates.hazeDirtBare'), rgb: [226, 118, 60] },
  'override-white': { name: t('plates.youSaidInk'), rgb: [10, 20, 56] },
  'override-bare': { name: t('plates.youSaidBare'), rgb: [166, 124, 30] },
};

export const DECISION_LOOK = DECISIONS.map((decision) => LOOK[decision]);
