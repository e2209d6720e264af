import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const forms: Translated<typeof en>['forms'] = {
  lineMeasurement: 'Zeile {line} der Messung: {what}',
  noFieldNamesPatches:
    'kein Feld benennt die Messfelder. Eines muss SAMPLE_ID oder SAMPLE_NAME sein.',
  noFieldHoldsColour:
    'kein Feld enthält eine Farbe. Es braucht LAB_L, LAB_A, LAB_B, oder XYZ_X, XYZ_Y, XYZ_Z, oder ein Spektrum (SPECTRAL_380 …).',
  fieldMustNumber: 'das Feld {field} ist „{text}“ und muss eine Zahl sein.',
  noSurfaceHasColour: 'keine Oberfläche hat die Farbe Lab {lab}. Stimmt das Dezimalzeichen?',
  noSurfaceHasColourXyzThey:
    'keine Oberfläche hat die Farbe XYZ {xyz}. Sie gehen von 0 bis etwa 100.',
  reflectanceBelow0Above:
    'eine Reflexion liegt unter 0 oder über 150 %. Stimmt das Dezimalzeichen?',
  fileHasMbMeasurement:
    'Die Datei hat {n} MB, und eine Messung hat weniger als {most}. Wählen Sie die Datei, die das Messgerät geschrieben hat.',
  statesFieldsNamedUp: 'sie nennt {count} Felder, und {n} sind bis Zeile {line} benannt.',
  dataBeginNoBegin: 'die Daten beginnen, und kein BEGIN_DATA_FORMAT davor sagt, was sie sind.',
  statesPatchesThereUp:
    'sie nennt {count} Messfelder, und bis Zeile {line} sind es {n}. Ist die Datei vollständig?',
  tableDataEmpty: 'die Datentabelle ist leer.',
  hasValuesFieldsNamed: 'sie hat {n} Werte, und {n2} Felder sind benannt.',
  thereMoreThanPatches: 'es sind mehr als {most} Messfelder.',
  patchHasNoName: 'das Messfeld hat keinen Namen.',
  patchStandsLineAlready: 'das Messfeld „{id}“ steht schon in Zeile {before}.',
  dataBeginHereEnd:
    'die Daten beginnen hier und enden nirgends: END_DATA fehlt. Ist die Datei vollständig?',
  namesFieldsBeginHere:
    'die Namen der Felder beginnen hier und enden nirgends: END_DATA_FORMAT fehlt.',
  fileHasNoTable:
    'Die Datei hat keine Messtabelle (BEGIN_DATA … END_DATA). Wählen Sie die Textdatei, die das Programm des Messgeräts als CGATS oder ISO 28178 exportiert.',
  noCount: '„{value}“ ist keine Anzahl.',
  n100MmMeasureBar: '100 mm: messen Sie diese Strecke, bevor Sie das Testblatt ablesen',
  oneHit: 'mit einer Lage',
  hitsAnotherPlaceSame: 'mit {hits} Lagen, an anderer Stelle desselben Materials',
  whiteLadderHit: 'Weißleiter, {n} Lage | Weißleiter, {n} Lagen',
  measureEachPatchD50:
    'Messen Sie jedes Feld (D50, 2°, M1 oder M0) mit schwarzem Karton darunter, dann mit weißem Papier darunter.',
  nameThemW50x1Black:
    'Nennen Sie sie W50x1-black, W50x1-white und so weiter; oder tragen Sie unten ihr L* ein.',
  primaries: 'Grundfarben',
  darkClearMaterialPrint:
    'Auf dunklem oder klarem Material drucken Sie zuerst eine weiße Vollfläche darunter.',
  letDryLayWhite:
    'Lassen Sie es trocknen, legen Sie weißes Papier darunter, und messen Sie jedes Feld (D50, 2°, M1 oder M0).',
  pxMm: '{px} px, {px2} mm',
  chokeLadderPixels360: 'Unterfüllungsleiter, Pixel von 360 dpi',
  printWhiteColourYou:
    'Drucken Sie Weiß und Farbe wie bei Aufträgen, auf dunklem oder klarem Material.',
  firstTrip: 'als ersten Durchgang',
  twoTripVernierFirst: 'Nonius für zwei Durchgänge: erster Durchgang',
  secondTripSamePrint: 'als zweiten Durchgang, auf denselben Druck',
  printSecondPageSecond:
    'Drucken Sie die zweite Seite als zweiten Durchgang über die erste: die Maschine fährt zu ihrem Anfang zurück.',
  eachLengthSeeWhich:
    'Sehen Sie bei jeder Länge, welche Magentalinie eine schwarze trifft. Jede Linie weiter von der Mitte ist 0,1 mm.',
  twoTripsMeetWhere: 'Zwei Durchgänge treffen sich, wo es die mittlere Linie oder die daneben tut.',
  oneHitWhiteOver: 'mit einer Lage, auf Weiß oder über weißer Vollfläche',
  barLadderModules0: 'Balkenleiter: Module von 0,33, 0,25 und 0,20 mm',
  scanEachSymbolTen: 'Scannen Sie jedes Symbol zehnmal, oder benoten Sie es mit einem Prüfgerät.',
  dryingLadder: 'Trockenleiter',
  startWatchWhenPrint:
    'Starten Sie eine Uhr, wenn der Druck fertig ist. Reiben Sie jedes Feld zu seiner Zeit einmal mit dem Finger im Handschuh.',
  silverLadder: 'Silberleiter',
  printSilverUnderColour:
    'Drucken Sie Silber unter Farbe, in einem Durchgang. Berühren Sie nach zehn Minuten jedes Feld.',
  totalInkWedge: 'Keil für den Gesamtfarbauftrag',
  lookEdgesEachField:
    'Sehen Sie die Kanten jedes Feldes durch eine Lupe an: wo sie auslaufen, ist zu viel Farbe.',
  grainLadder: 'Maserungsleiter',
  printWoodKraftJob:
    'Drucken Sie sie auf das Holz oder den Kraftkarton des Auftrags, und sehen Sie sie dort an, wo der Auftrag hängen wird.',
  chooseFieldFormAsks: 'Wählen Sie das Feld, nach dem das Testblatt fragt: {steps}.',
  whiteUnderColourChoked:
    'Weiß unter Farbe wird auf {machine} um {step} mm unterfüllt, in jedem neuen Auftrag.',
  mostSilverUnderColour: 'Höchstens {step} % Silber unter Farbe; es waren {silverUnderLimit} %.',
  mostInkDriesOne: 'Höchstens {step} % Farbe trocknen an einer Stelle; es waren {inkLimit} %.',
  twoTripsMeetUp: 'Zwei Durchgänge treffen sich bis {step} mm; es waren {maxTwoTripLength} mm.',
  whiteLetsHintGrain: 'Weiß von {step} % lässt eine Spur Maserung durch.',
  whiteWaitsMinBefore:
    'Weiß wartet {step} min vor einem weiteren Durchgang, in jedem neuen Auftrag.',
  inkMakesBarsMm: 'Farbe macht Balken {step} mm breiter: ihre Platten werden um so viel schmaler.',
  patchMissingHasNo:
    'Das Messfeld „{id}“ fehlt oder hat kein a* und b*. Messen Sie das ganze Testblatt, und lesen Sie es noch einmal ein.',
  colourShownPrintsNo:
    'Farbe auf {material} wird gezeigt, wie {machine} sie druckt, und nicht mehr, wie das Profil der Druckdaten sie angibt.',
  mixturesWereNotUsed:
    '{n} nicht verwendete Mischungen treffen im Mittel innerhalb von ΔE2000 {median}.',
  hasNoWhiteInk: '{machine} hat keine weiße Farbe.',
  solidBlackMissingPatch:
    'Die Vollfläche auf Schwarz fehlt: das Feld W100x1, mit schwarzem Karton darunter gemessen. Sie entscheidet, wie viel Weiß verdeckt.',
  leastTwoTintsBlack:
    'Mindestens zwei Töne auf Schwarz sind nötig, etwa W30x1 und W60x1: sie entscheiden, wie die Tropfen liegen.',
  tooLightFormWhite:
    '{material} ist zu hell für dieses Testblatt: Weiß darauf ist nicht davon zu unterscheiden. Drucken Sie auf klarem oder dunklem Material.',
  solidHides: 'Eine Vollfläche {white} verdeckt {contrastRatio}; es waren {contrastRatio2}.',
  assumed: '{drops}, angenommen',
  dropsLieOneAnother: '{drops} Tropfen liegen darin übereinander; es waren {drops2}.',
  whiteLadder: 'Weißleiter',
  whatDoesEachPatch: 'Was ergibt jedes Feld, auf Schwarz und auf Weiß?',
  howMuchSolidWhite: 'wie viel eine weiße Vollfläche verdeckt und wie ihre Tropfen liegen',
  whatDoesEachPatchMeasure: 'Was ergibt jedes Feld?',
  coloursMachineMaterialSolids:
    'die Farben dieser Maschine auf diesem Material: Vollflächen, Überdrucke und Töne',
  chokeLadder: 'Unterfüllungsleiter',
  whichFirstFieldWhich: 'Welches ist das erste Feld, in dem keine Form einen weißen Rand zeigt?',
  chokeWhiteUnderColour: 'die Unterfüllung von Weiß unter Farbe, als Hausregel',
  whichLastFieldDry: 'Welches ist das letzte Feld, das trocken ist und nicht schmiert?',
  theMostSilverUnderColour: 'das meiste Silber unter Farbe',
  whichLastFieldClean:
    'Welches ist das letzte Feld mit sauberen Kanten, trocken nach der üblichen Wartezeit?',
  mostInkDriesOnePlace: 'die meiste Farbe, die an einer Stelle trocknet',
  twoTripVernier: 'Nonius für zwei Durchgänge',
  whichLengthDoesSecond:
    'Bei welcher Länge trifft der zweite Durchgang den ersten noch, auf eine Linie genau?',
  longestPrintTwoTrips: 'den längsten Druck, auf dem sich zwei Durchgänge treffen',
  whichFieldShowsMuch: 'Welches Feld zeigt so viel Maserung, wie Sie mögen?',
  whiteHintGrainRule: 'das Weiß für eine Spur Maserung, als Hausregel',
  afterHowLongDoes: 'Nach welcher Zeit schmiert geriebenes Weiß nicht mehr?',
  waitAfterWhiteRule: 'die Wartezeit nach Weiß, als Hausregel',
  barLadder: 'Balkenleiter',
  whichBarReductionReads: 'Welche Balkenverringerung liest sich beim kleinsten Modul am besten?',
  howMuchWiderInk: 'um wie viel Farbe einen Balken breiter macht',
  loadModeYouPrint: 'Laden Sie {material} auf {machine}, in dem Modus, mit dem Sie drucken.',
  print100WithoutScaling:
    'Drucken Sie mit 100 %, ohne Skalierung, Farbmanagement oder eigene Unterfüllung oder Verstärkung der Maschine.',
  wearGlovesInkNot:
    'Tragen Sie Handschuhe: Farbe, die nicht trocken oder gehärtet ist, schadet der Haut. Siehe Sicherheitsdatenblatt.',
  keepHandsAwayWhile: 'Hände weg, solange der Schlitten fährt.',
  dontLookIntoLamp: 'Nicht in die Lampe sehen: ihr Licht schädigt Augen und Haut.',
  readingFitsBadlyAverage:
    'Die Ablesung passt schlecht: im Mittel {mean} {unit}, am schlechtesten bei {worst}. Prüfen Sie die Kartons unter den Feldern und ihre Namen, und messen Sie noch einmal, bevor Sie übernehmen.',
  min: '{value} min',
};
