import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const people: Translated<typeof en>['people'] = {
  waitMinutes:
    'Zu viele falsche Versuche. Warten Sie {n} Minute, und versuchen Sie es dann noch einmal. | Zu viele falsche Versuche. Warten Sie {n} Minuten, und versuchen Sie es dann noch einmal.',
  sayName: 'Sie sind die erste Person mit Inhaberrechten: nennen Sie auch Ihren Namen.',
  learnersOnly: 'Diese Übung gehört {learner}. Beginnen Sie eine eigene.',
};
