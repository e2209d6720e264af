import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const stock: Translated<typeof en>['stock'] = {
  lotFreeAgain: '{amount} {item}, Charge {lot}, sind wieder frei.',
  nothingReservedYetPlates:
    'Noch ist nichts reserviert: die Platten dieses Auftrags sind nicht gebaut. Reservieren Sie bei Material, sobald sie es sind.',
  noReserved: '{material} ist nicht reserviert. {reason}',
  reservedFromLotLeft:
    '{amount} {material} sind aus Charge {lot} reserviert; {leftAfter} bleiben frei.',
  nothingDrawnWhatJob:
    'Nichts wurde entnommen: was dieser Auftrag braucht, ist nicht bekannt. Entnehmen Sie es im Lager von Hand.',
  wereDrawnFromLot:
    '{amount} {material} wurden laut Schätzung aus Charge {lot} entnommen; {left} bleiben.',
  noDrawnNoneShelf: '{material} wurde nicht entnommen: keines ist im Lager.',
  machinesReport: 'Bericht der Maschine',
  estimate: 'Schätzung',
  inkDrawn: 'Farbe wurde entnommen ({rest}): {inks}.',
  whatDrawnFromStays: 'Was aus {item} {lot} entnommen wurde, bleibt: {message}',
  whatDrawnBackStock: 'Was dafür entnommen wurde, ist zurück im Lager.',
  whatTakesKnownOnce: 'Was er braucht, ist bekannt, sobald seine Platten gebaut sind.',
  noLotContainerHas:
    'Keine Charge und kein Behälter hat den Code {code}. Codes sehen aus wie L12 für Material und C7 für Farbe.',
  entryUndoneAlreadyUndo:
    'Dieser Eintrag wurde schon zurückgenommen. Nehmen Sie das Zurücknehmen zurück, um ihn wiederzuholen.',
  laterEntriesRestOne:
    'Spätere Einträge beruhen auf diesem: {message} Nehmen Sie erst diese zurück, den neuesten zuerst.',
  notInkFitContainer:
    '{item} ist nicht die richtige Farbe: {rest} {machine}. Setzen Sie den Behälter ein, der dorthin gehört.',
  tableSays: 'wie die Tabelle sagt',
  mmWide: ', {width} mm breit',
  goodUntil: 'Gut bis {until}',
  booksMoved:
    '{item} {lot}: die Bücher hatten {books}, als gezählt wurde, und haben jetzt {left}. Zählen Sie noch einmal.',
  booksHaveWereCounted:
    '{item} {lot}: die Bücher haben {left}, und {left2} wurden gezählt. Sagen Sie, warum, und sei es nur „unbekannt“.',
};
