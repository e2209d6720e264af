import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const stack: Translated<typeof en>['stack'] = {
  hasNoInkChoose:
    '{machine} hat keine Farbe: {part}. Wählen Sie eine Maschine, die sie hat, oder einen Aufbau ohne sie.',
  laysMostLayersOne:
    '{machine} trägt höchstens {maxLayers} Schichten auf einer Seite auf; dieser Aufbau hat {n}. Wählen Sie weniger Schichten oder eine andere Maschine.',
  laysMostHitsLayer:
    '{machine} macht höchstens {maxHits} Lagen; eine Schicht verlangt {hits}. Stellen Sie {maxHits} oder weniger ein.',
  hasNoModeMaterial:
    '{machine} hat keinen Modus für Material der Klasse {class}. Wählen Sie eine andere Maschine oder ein anderes Material.',
  printsMaterialColourOnly:
    '{machine} druckt Material der Klasse {class} nur mit Farbe. Wählen Sie einen Aufbau ohne Sonderfarben oder eine andere Maschine.',
  cantGoBackSecond:
    '{machine} kann nicht für einen zweiten Durchgang zurück und trägt höchstens {modes} Schichten in einem auf. Wählen Sie weniger Schichten oder eine andere Maschine.',
  cantPrintedBackChoose:
    '{material} lässt sich hinten nicht bedrucken. Wählen Sie einen Aufbau auf der Vorderseite.',
  letsTooLittleLight:
    '{material} lässt zu wenig Licht durch, um hindurchzusehen. Wählen Sie klares Material oder einen Aufbau, der von vorn gesehen wird.',
  colourOnly: 'Nur Farbe',
  whiteMediaWantedMetal: 'weißes Material, gewollter Metallglanz, Milchglaseffekt',
  dullDarkMetallicMaterial: 'stumpf auf dunklem und metallischem Material',
  whiteOnly: 'Nur Weiß',
  clingsPrivacyFilmDark: 'Haftfolien, Sichtschutz, dunkle Platten',
  paperWhitePartsPicture: 'papierweiße Teile des Bildes bleiben frei',
  whiteBesideColour: 'Weiß neben Farbe',
  accentsWoodMetalKraft: 'Akzente auf Holz, Metall und Kraftkarton',
  whiteColourMustNot: 'Weiß und Farbe dürfen sich nicht überlappen: sie mischen sich auf dem Bogen',
  whiteUnderColour: 'Weiß unter Farbe',
  darkColouredMetallicMaterial:
    'dunkles, farbiges und metallisches Material, und klares von vorn gesehen',
  whiteNeedNotEdge:
    'Weiß muss nicht bis zur Kante reichen; unterfüllen Sie es, damit es nicht hervorschaut',
  whiteOverColourRead: 'Weiß über Farbe, hindurch gesehen',
  clearMaterialSeenFrom: 'klares Material von der anderen Seite gesehen: Fenster, Acrylglas',
  printedMirroredBack: 'hinten gespiegelt gedruckt',
  threeLayersDayNight: 'Drei Schichten, Tag und Nacht',
  lightBoxesSeenDay: 'Leuchtkästen, bei Tag und bei Nacht gesehen',
  hiddenColourLaidWeaker:
    'die verborgene Farbe liegt absichtlich schwächer, sonst ist das Nachtbild übersättigt',
  fiveLayersTwoPictures: 'Fünf Schichten, zwei Bilder',
  twoDifferentPicturesClear: 'zwei verschiedene Bilder auf klarem Material, von jeder Seite eines',
  verySlowFewPrinters: 'sehr langsam; wenige Drucker können es; berechnen Sie es',
  frontBackOneSheet: 'Vorder- und Rückseite eines Bogens',
  clearSheetsAcrylicDepth:
    'klare Bogen und Acrylglas mit Tiefe: Farbe vorn, Farbe und Weiß dahinter',
  twoSidesTurnSheet:
    'zwei Seiten: drehen Sie den Bogen, und achten Sie auf den Passer; die Rückseite ist gespiegelt gedruckt',
  silverBesideColour: 'Silber neben Farbe',
  logosRulesMetalArtist: 'Logos und Linien in Metall, wie gezeichnet',
  silverColourShareLayer: 'Silber und Farbe teilen eine Schicht: sie dürfen sich nicht überlappen',
  silverUnderColour: 'Silber unter Farbe',
  pearlEffectClearWhite: 'Perlglanz auf klarem oder weißem Material',
  silver3040Never: 'Silber mit 30–40 %, nie voll: es bleibt nass, und die Farben werden trüb',
  whiteThenColourSilver: 'Weiß, dann Farbe mit Silber',
  labelsClearMetallicAccents: 'Etiketten auf klarem Material mit Metallakzenten',
  clearTop: 'Klarlack obenauf',
  glossEffectsRaisedAccents: 'Glanzeffekte und erhabene Akzente',
  skipClearWhenPrint: 'lassen Sie den Klarlack weg, wenn laminiert wird',
  clearTexture: 'Klarlackstruktur',
  raisedPatternsFeltSeveral: 'erhabene Muster, die man fühlt, in mehreren Lagen Klarlack',
  everyHitClearTakes: 'jede Lage Klarlack kostet die Zeit einer Schicht; nichts für ein Laminat',
  noWhite: 'Kein Weiß',
  whiteFrontArt: 'Weiß vor dem Motiv',
  whiteKnockedOut: 'Weiß ausgespart',
  stackNeedsWordFilm:
    "Ein Aufbau braucht einmal das Wort „film“, mit „{'|'}“ zwischen ihm und jeder bedruckten Seite; hier steht „{text}“.",
  stackNeedsLeastOne: 'Ein Aufbau braucht mindestens eine gedruckte Schicht.',
  layerNamesSameInk: 'Die Schicht „{text}“ nennt dieselbe Farbe zweimal.',
  notLayerWriteOne:
    "„{text}“ ist keine Schicht: schreiben Sie eines von {roles}, dann Dichte, Lagen und eine Regel, wie in W70x2{'@'}image.",
  densityMust1100: 'Die Dichte in „{text}“ muss 1 bis 100 % sein.',
  hitsMustLeast1: 'Die Lagen in „{text}“ müssen mindestens 1 sein.',
  colourPrintsOwnSeparations: 'Farbe druckt ihre eigenen Separationen und nimmt keine Regel.',
  colour: 'Farbe',
  white: 'Weiß',
  silver: 'Silber',
  clear: 'Klarlack',
  blockOutBlack: 'Sperrschwarz',
  primer: 'Primer',
  rearPicture: '{names} (hinteres Bild)',
  besideWord: 'neben',
  front: 'vorn',
  back: 'hinten',
  classWhite: 'weiß',
  classClear: 'klar',
  classDark: 'dunkel',
  classMetallic: 'metallisch',
  classNatural: 'natürlich',
  formRoll: 'Rolle',
  formSheet: 'Bogen',
  formBoard: 'Platte',
};
