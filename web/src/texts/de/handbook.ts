import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const handbook: Translated<typeof en>['handbook'] = {
  noSuchPage: 'Diese Seite hat das Handbuch nicht. Suchen Sie nach Wörtern.',
  stages: 'Stationen eines Auftrags',
  topics: 'Was man wissen muss',
  stacks: 'Aufbauten',
  materials: 'Materialien',
  procedures: 'Abläufe',
  forms: 'Testformen',
  words: 'Wörter',
  pages: 'Seiten des Handbuchs',
  find: 'Im Handbuch suchen',
  nothingFound: 'Nichts mit diesen Wörtern.',
};
