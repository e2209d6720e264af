/** What a customer may want of a print, as a brief says it. The advisor knows which stacks serve it. */
import type { Effect, StackRequirements } from '../advisor/index.ts';
import type { Backing } from '../look/index.ts';
import { t } from '../texts/index.ts';
import type { BriefId } from './ids.ts';

export interface Brief extends StackRequirements {
  readonly says: string;
  readonly backing?: Backing;
}

const wish = (
  says: () => string,
  change: Partial<StackRequirements> & { readonly backing?: Backing } = {},
): Brief => ({
  side: 'front',
  light: 'front',
  effect: 'colour' as Effect,
  keepBare: false,
  twoPictures: false,
  ...change,
  get says() {
    return says();
  },
});

const BRIEFS: Readonly<Record<BriefId, Brief>> = {
  front: wish(() => t('practice.briefFront')),
  'keep-bare': wish(() => t('practice.briefKeepBare'), { keepBare: true }),
  through: wish(() => t('practice.briefThrough'), { side: 'back', backing: 'daylight' }),
  'both-sides': wish(() => t('practice.briefBothSides'), { side: 'both', backing: 'daylight' }),
  'two-pictures': wish(() => t('practice.briefTwoPictures'), { side: 'both', twoPictures: true }),
  'light-box': wish(() => t('practice.briefLightBox'), { light: 'behind' }),
  'day-and-night': wish(() => t('practice.briefDayAndNight'), { light: 'both' }),
  pearl: wish(() => t('practice.briefPearl'), { effect: 'pearl' }),
  metal: wish(() => t('practice.briefMetal'), { effect: 'metal' }),
  gloss: wish(() => t('practice.briefGloss'), { effect: 'gloss' }),
  relief: wish(() => t('practice.briefRelief'), { effect: 'relief' }),
  'white-only': wish(() => t('practice.briefWhiteOnly'), { effect: 'white' }),
  'white-through': wish(() => t('practice.briefWhiteThrough'), {
    effect: 'white',
    side: 'back',
    backing: 'daylight',
  }),
};

export const briefOf = (id: BriefId): Brief => BRIEFS[id];
