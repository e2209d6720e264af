import type { Role } from '@kyanos/contract';
import { t } from '../texts/texts.ts';

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: t('people.owner'),
  planner: t('people.planner'),
  operator: t('people.operator'),
  learner: t('people.learner'),
};

/** What each may do, in a sentence. */
export const ROLE_ABOUT: Readonly<Record<Role, string>> = {
  owner: t('people.ownerMay'),
  planner: t('people.plannerMay'),
  operator: t('people.operatorMay'),
  learner: t('people.learnerMay'),
};
