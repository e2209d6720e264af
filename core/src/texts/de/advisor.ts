import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const advisor: Translated<typeof en>['advisor'] = {
  laysColourWhiteAlone: 'Er trägt Farbe auf, und nur Weiß ist gewünscht.',
  laysNoColour: 'Er trägt keine Farbe auf.',
  twoDifferentPicturesOne: 'Er ist für zwei verschiedene Bilder, und eines ist gewünscht.',
  showsOnePictureTwo: 'Er zeigt ein Bild, und zwei sind gewünscht.',
  silverUnderColourTakes:
    'Silber unter Farbe nimmt Sättigung weg, und Perlglanz ist nicht gewünscht.',
  hasNoSilverUnder: 'Er hat kein Silber unter der Farbe, und Perlglanz ist gewünscht.',
  laysNoMetalMetal: 'Er trägt kein Metall auf, und Metall ist gewünscht.',
  laysSilverWhichNot:
    'Er trägt Silber auf, das nicht gewünscht ist: ein Durchgang und eine Farbe umsonst.',
  laysClearSeveralTimes: 'Er trägt Klarlack mehrmals auf, und Glanz braucht ihn einmal.',
  laysNoClearGloss: 'Er trägt keinen Klarlack auf, und Glanz ist gewünscht.',
  doesNotLayClear:
    'Er trägt den Klarlack nicht hoch genug auf, um ihn zu fühlen, und ein Relief ist gewünscht.',
  laysClearWhichNot: 'Er trägt Klarlack auf, der nicht gewünscht ist: eine Schicht umsonst.',
  coversWholeSheetSomething:
    'Er bedeckt den ganzen Bogen, und etwas vom Material soll frei bleiben.',
  readsBackwardsFrom: 'Er liest sich verkehrt von: {backwards}.',
  letsNoLightThrough:
    '{material} lässt kein Licht durch: von der anderen Seite ist nichts zu sehen.',
  hiddenColourBroughtOut:
    'Seine verborgene Farbe kommt durch eine Lampe dahinter hervor, und es gibt keine.',
  letsNoLightThroughPrintLit:
    '{material} lässt kein Licht durch, und der Druck wird von hinten beleuchtet.',
  blockOutStopsLamp: 'Seine Sperrschicht hält die Lampe dahinter auf.',
  laysDrawnArtworkHas:
    'Er trägt {part} wie gezeichnet auf, und die Druckdaten haben keine solche Separation.',
  nearestArtWhitePaper: 'Am nächsten am Motiv auf weißem Papier',
  colourShiftFromArt: 'Farbabweichung vom Motiv auf weißem Papier',
  nightE2000FromPicture: 'Bei Nacht ΔE2000 {night} vom Bild bei Tag.',
  quickestMin: 'Am schnellsten: {minutes} min.',
  leastInkMl: 'Am wenigsten Farbe: {ink} mL.',
  cheapest: 'Am günstigsten.',
  fartherFrom: 'Weiter entfernt vom',
  nearer: 'Näher am',
  artWhitePaperE2000: '{rest} Motiv auf weißem Papier: ΔE2000 {deltaE} gegen {deltaE2}.',
  dayNightDifferE2000: 'Tag und Nacht weichen um ΔE2000 {night} ab, gegen {night2}.',
  muchSameFirstSimpler: 'Fast gleich; der erste ist einfacher.',
  howLongDoesWhite: 'Wie lange trocknet Weiß, bevor es berührt wird?',
  shortWait: 'Kurzes Warten',
  heatersDoRestWhile: 'die Heizungen erledigen den Rest, während der Kopf weiterfährt.',
  longWait: 'Langes Warten',
  whiteThickGlassLike: 'Weiß ist dick, und glasartige Oberflächen trocknen langsam.',
  whiteColourHeadGoes: 'Weiß und Farbe in einem Zug oder nacheinander?',
  oneTrip: 'Ein Durchgang',
  registrationCantDriftWhatever: 'der Passer kann nicht wandern, egal wie lang; je eine Lage.',
  twoTrips: 'Zwei Durchgänge',
  whiteDriesBetweenMay:
    'Weiß trocknet dazwischen und darf mehr Lagen haben; oft insgesamt schneller, bis etwa einen Meter.',
  printFaceBehind: 'Auf die Vorderseite drucken oder dahinter?',
  whichSideSheetPrint: 'Welche Seite des Bogens bei Beleuchtung von hinten?',
  face: 'Auf die Vorderseite',
  noGlareBetweenEye:
    'keine Spiegelung zwischen Auge und Farbe; für Drucke, die von vorn beleuchtet sind.',
  behindFace: 'Hinter die Vorderseite',
  mirroredWhiteBehindSheet:
    'gespiegelt, Weiß dahinter; der Bogen schützt die Farbe, und Licht kommt durch das Weiß.',
  opacity: 'Deckkraft {opacity} %.',
  opacityAgainst: 'Deckkraft {opacity} % gegen {opacity2} %.',
  longer: 'länger',
  quicker: 'schneller',
  min: '{minutes} min {rest}.',
  dearer: 'teurer',
  cheaper: 'günstiger',
};
