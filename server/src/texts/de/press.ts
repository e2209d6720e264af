import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const press: Translated<typeof en>['press'] = {
  noSeparation: 'Keine Datei hat einen Auszug „{name}“, also wurde nichts davon gedruckt.',
  nozzlesMissing: 'Weiß hatte gestanden: {n} Düsen fehlten und wurden vor dem Auftrag gereinigt.',
  powerLost: 'Der Strom fiel aus: {n} Exemplare unter den Köpfen sind verdorben.',
  cancelledUnder: 'Abgebrochen mit {n} Exemplaren unter den Köpfen; sie sind verdorben.',
  inkOut: '{channel} ging unterwegs aus.',
  rollOut: 'Die Rolle ging unterwegs zu Ende.',
  wasteFull: 'Der Resttintenbehälter war unterwegs voll.',
  oneFile:
    'Dieser Drucker nimmt eine Datei je Auftrag, und dieser Auftrag hat {n}. Drucke ihn Durchgang für Durchgang aus den Dateien unter Platten.',
  noPdf: 'Dieser Drucker nimmt kein PDF. Er nimmt {formats}.',
  cancelledThere: 'Er wurde am Drucker abgebrochen.',
  abortedThere: 'Der Drucker hat den Auftrag aufgegeben.',
};
