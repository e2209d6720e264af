import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const learning: Translated<typeof en>['learning'] = {
  lossStartTrip: 'Verlust zu Beginn eines Durchgangs',
  time: 'Zeit',
  speedSpecialInk: 'Geschwindigkeit mit Sonderfarbe, {name}',
  turningRound: 'Wenden',
  fileReportsEmptyChoose: 'Die Berichtsdatei ist leer. Wählen Sie eine andere.',
  fileHasHeadingsNo: 'Die Datei hat Überschriften und keinen Bericht. Wählen Sie eine andere.',
  fileHasReportsRead:
    'Die Datei hat {n} Berichte; {most} werden auf einmal gelesen. Teilen Sie sie.',
  fileNotJsonCan: 'Die Datei ist kein lesbares JSON: {message}.',
  reportNotObjectFields: 'Bericht {i} ist kein Objekt mit Feldern wie „job“ und „W“.',
  firstLineFileHas:
    'Die erste Zeile der Datei hat {n} Zeichen, und Überschriften brauchen höchstens {most}. Sie sollte mit {columns} beginnen.',
  lineFileCantRead:
    'Zeile {row} der Datei lässt sich nicht lesen: {message}. Setzen Sie Werte mit Komma in Anführungszeichen.',
  thereNoFieldReport:
    'Ein Bericht hat kein Feld „{name}“ ({where}). Felder sind {columns}; Farbe in mL.',
  fieldJobEmptyGive: 'Das Feld job von {where} ist leer. Geben Sie den Namen des Auftrags an.',
  thereNeitherInkNor:
    'In {where} steht weder Farbe noch Zeit. Tragen Sie eines ein, oder nehmen Sie sie heraus.',
  fieldMustNumberFrom:
    'Das Feld {name} von {where} muss eine Zahl von 0 bis {most} sein; es ist „{value}“.',
  report: 'Bericht {i}',
  line: 'Zeile {i}',
};
