import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const practice: Translated<typeof en>['practice'] = {
  sandboxName: 'Übung: {name}',
  answerOfKind:
    'Das ist keine Antwort auf eine Übung der Art „{kind}“. Öffnen Sie die Übung noch einmal.',
};
