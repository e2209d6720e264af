import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const processes: Translated<typeof en>['processes'] = {
  orderingChecking: 'Bestellen und Prüfen',
  platesFramesCylinders: 'Platten, Siebe oder Zylinder',
  makingReady: 'Einrichten',
  filmMask: 'Film und Maske',
  screenPrinting: 'Siebdruck',
  thickestMostOpaqueWhite:
    'Das dickste und deckendste Weiß, auf jeder Oberfläche; ein Sieb je Farbe.',
  flexo: 'Flexodruck',
  fairlyOpaqueWhiteLong:
    'Ein recht deckendes Weiß für lange Auflagen von der Rolle; keine feinen Verläufe.',
  offset: 'Offsetdruck',
  fineDetailThinWhite:
    'Feine Details mit dünnem Weiß: gut auf metallisiertem Material, grau auf klarer Folie.',
  gravure: 'Tiefdruck',
  opaqueFineCylindersCost:
    'Deckend und fein, mit Zylindern, die je Tausende kosten: für Millionen Stück.',
  buyingFromAnotherShop: 'Kauf bei einem anderen Betrieb',
  sentOutSomebodyWho: 'Vergeben an jemanden, der täglich Weiß druckt.',
  printedFilmLaminatedApplied: 'Bedruckte Folie, laminiert und von Hand aufgebracht',
  printedWhiteFilmLeft:
    'Auf weiße Folie gedruckt, ausgegast, laminiert oder mit Übertragungsfolie, und aufgebracht.',
  colouredFilmCutWeeded: 'Farbige Folie, von Hand geschnitten und entgittert',
  cutFromColouredFilm:
    'Aus farbiger Folie geschnitten, entgittert, mit Übertragungsfolie aufgebracht: Arbeit und Wartezeit entscheiden.',
  doesNotPrintMaterial: '{name} druckt kein Material der Klasse {class}.',
  doesNotPrint: '{name} druckt nicht auf: {form}.',
  whiteCoversWanted: 'Sein Weiß deckt {opacity} %, und {opacity2} % sind gewünscht.',
  filmHidesMaterialWhich: 'Seine Folie verdeckt das Material, das zu sehen sein soll.',
  printsNoFineGradients: 'Es druckt keine feinen Verläufe, und dieses Motiv hat Töne oder Bilder.',
  finestStrokeMmArt: 'Sein feinster Strich ist {detailMm} mm, und dieses Motiv hat {detailMm2} mm.',
  takesSeparationsMoreThan:
    'Es braucht {separations} Separationen, und mehr als {mostSeparations} sind nicht sinnvoll.',
};
