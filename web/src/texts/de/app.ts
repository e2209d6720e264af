import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const app: Translated<typeof en>['app'] = {
  kyanosBoard: 'Kyanos: zur Übersicht',
  rooms: 'Räume',
  find: 'Suchen',
  lengthsChange: 'Längen in {units}. Ändern',
  darkTheme: 'Dunkle Darstellung',
  lightTheme: 'Helle Darstellung',
  keyboardShortcuts: 'Tastenkürzel',
  jobs: 'Aufträge',
  stock: 'Lager',
  care: 'Pflege',
  shop: 'Betrieb',
  languageChange: 'Sprache der Oberfläche. Ändern',
};
