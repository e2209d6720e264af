import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const runsheet: Translated<typeof en>['runsheet'] = {
  whatDoesPersonMachine: 'Was tut der Mensch an der Maschine?',
  stepsFromSettingUp: '{n} Schritte, {minutes} vom Einrichten bis trocken.',
  thereNoRunSheet: 'Für einen Druck, der sich so nicht machen lässt, gibt es keinen Laufzettel.',
  typeWhatUsed: 'Verbrauch eintragen',
  print: 'Drucken',
  pdfWaitingFullSize: 'PDF: wartet auf Platten in voller Größe',
  caution: 'Vorsicht.',
};
