import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const aside: Translated<typeof en>['aside'] = {
  workingOutTakesMore:
    'Das zu berechnen dauert länger als {seconds} s. Planen Sie weniger Stück oder weniger Aufträge auf einem Bogen, oder versuchen Sie es, wenn weniger los ist.',
  thereNoPaperPrint: 'Für einen Druck, der sich nicht machen lässt, gibt es kein Papier. {message}',
};
