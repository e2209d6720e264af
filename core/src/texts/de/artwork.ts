import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const artwork: Translated<typeof en>['artwork'] = {
  lessThan001: 'weniger als 0,01',
  hasWrongCheckDigit:
    '{type} {content} hat eine falsche Prüfziffer: der Code würde abgewiesen oder als anderer Artikel gelesen. Fragen Sie nach der richtigen Nummer.',
  before: 'davor',
  after: 'danach',
  hasBlankModulesNeeds:
    '{type} {content} hat {quiet} leere Module {rest} und braucht {quietWanted}: der Code lässt sich vielleicht nicht scannen. Lassen Sie {quietWanted2} mm frei.',
  hasModulesMmLeast:
    '{type} {content} hat Module von {moduleMm} mm; das Mindeste für eine Kasse sind {least} mm. Drucken Sie ihn größer.',
  whitePeeksOut: ', und Weiß schaut hervor',
  lineTypeFromPt:
    '{n} Zeile Schrift ab {smallest} pt besteht aus zwei Farben oder mehr: die kleinste Verschiebung macht sie unscharf{rest}. Setzen Sie sie allein in Schwarz. | {n} Zeilen Schrift ab {smallest} pt bestehen aus zwei Farben oder mehr: die kleinste Verschiebung macht sie unscharf{rest}. Setzen Sie sie allein in Schwarz.',
  linePaperWhiteType:
    '{n} Zeile papierweiße Schrift ab {smallest} pt steht in Farbe: Farbe läuft hinein, und wo Weiß unter Farbe liegt, bekommt sie keines. Bitten Sie um fettere Schrift, oder mindestens {least} pt. | {n} Zeilen papierweiße Schrift ab {smallest} pt stehen in Farbe: Farbe läuft hinein, und wo Weiß unter Farbe liegt, bekommen sie keines. Bitten Sie um fettere Schrift, oder mindestens {least} pt.',
  objectWhiteSetOverprint:
    '{n} Objekt ist weiß und überdruckt: es hinterlässt nichts, und was darunter liegt, druckt stattdessen. Bitten Sie darum, Überdrucken dort auszuschalten. | {n} Objekte sind weiß und überdrucken: sie hinterlassen nichts, und was darunter liegt, druckt stattdessen. Bitten Sie darum, Überdrucken dort auszuschalten.',
  lineTypeCrossesEdge:
    '{n} Zeile Schrift ragt über den Rand des Endformats: ein Teil wird abgeschnitten. Bitten Sie um Schrift innerhalb des Randes. | {n} Zeilen Schrift ragen über den Rand des Endformats: ein Teil wird abgeschnitten. Bitten Sie um Schrift innerhalb des Randes.',
  lineMmThinPrint:
    '{n} Linie ist {thinnest} mm dünn: im Druck kann sie brechen, und eine Unterfüllung nimmt das Weiß darunter weg. | {n} Linien sind {thinnest} mm dünn oder wenig mehr: im Druck können sie brechen, und eine Unterfüllung nimmt das Weiß darunter weg.',
  notEmbeddedAnotherTypeface:
    '{missing} ist nicht eingebettet: eine andere Schrift wurde dafür genommen, und Zeilen können anders umbrechen. Bitten Sie um eingebettete Schriften oder um Pfade. | {missing} sind nicht eingebettet: andere Schriften wurden dafür genommen, und Zeilen können anders umbrechen. Bitten Sie um eingebettete Schriften oder um Pfade.',
  printsNothingWantsLetter:
    '„{name}“ druckt nichts: {machine} verlangt „{wanted}“, Buchstabe für Buchstabe, und {name2}.',
  use: '„{name}“ als {role} verwenden',
  printProcessInk: ', drucken Sie sie in Prozessfarbe',
  spotPrintsNothingCovers:
    'Die Sonderfarbe „{name}“ druckt auf {machine} nichts und bedeckt {area} cm². Sagen Sie, wofür sie steht{rest}, oder übergehen Sie sie.',
  printInProcessInk: '„{name}“ in Prozessfarbe drucken',
  namedLike: '„{name}“ heißt wie eine Linie: {line}',
  drawnClosedLinesOnly: '„{name}“ besteht nur aus geschlossenen Linien, wie üblich für: {line}',
  mmLong: ', und ist {lengthMm} mm lang',
  notPrintedSayWhat:
    '{what}: das wird nicht gedruckt{rest}. Sagen Sie, was es ist; der Betrieb merkt es sich.',
  isA: '„{name}“ ist: {line}',
  doesNotPrintErases:
    '„{separation}“ druckt nicht und löscht {lost} cm² Farbe darunter, da es nicht überdruckt: eine freie Linie wäre zu sehen. Behalten Sie die Farbe in unseren Platten, oder lassen Sie die Linie in der Datei überdrucken.',
  keepColourUnder: 'Die Farbe unter „{separation}“ behalten',
  separationDeclaredNothingDrawn:
    'Die Separation „{name}“ ist angelegt, und nichts ist darin gezeichnet: sie würde leer drucken.',
  separationDrawnPlateEmpty:
    'Die Separation „{name}“ ist gezeichnet, und ihre Platte ist leer: das Gezeichnete liegt außerhalb der Seite oder wurde von Farbe darüber gelöscht. Prüfen Sie, ob sie überdruckt.',
  nothingPagePrintsEvery: 'Nichts auf dieser Seite druckt: jede Separation ist leer.',
  colourWouldEraseOne:
    '„{separation}“ und Farbe würden einander in der Datei auf {lost} cm² löschen. Unsere Platten behalten beide.',
  leaveFile: 'So lassen, wie die Datei ist',
  stackLaysThemBeside:
    'Dieser Aufbau legt sie in einer Schicht nebeneinander, wo sie sich nicht überlappen dürfen: so ist es in Ordnung.',
  ifBothShouldPrint:
    'Sollen beide drucken, behalten Sie beide in unseren Platten, oder stellen Sie in der Datei Überdrucken ein.',
  keepBothColour: '„{separation}“ und Farbe beide behalten',
  missingCmUnderWhat:
    '„{separation}“ fehlt auf {specialLostMm2} cm² unter dem, was darüber gezeichnet ist',
  colourMissingCmUnder: 'Farbe fehlt auf {colourLostMm2} cm² unter „{separation}“',
  and: ', und ',
  withoutOverprintOneErases: 'Ohne Überdrucken löscht eines das andere: {parts}.',
  artReachesMmBeyond:
    'Das Motiv ragt {cut} mm über das Endformat hinaus, und die Datei sagt von keinem Beschnitt, dass er gedruckt werden soll: es wird am Rand abgeschnitten. Bitten Sie um die Datei mit einem Beschnittrahmen von {bleed} mm.',
  inkReachesEdgeArtwork:
    'Farbe reicht bis an den Rand, und die Druckdaten haben keinen Beschnitt: beim Schneiden kann ein freier Strich bleiben. Bitten Sie um {bleed} mm mehr ringsum, oder schneiden Sie hinein.',
  bleedMmNarrowestCutting:
    'Der Beschnitt ist an der engsten Stelle {least} mm; zum Schneiden braucht es etwa {bleed} mm.',
  mmStayBare: '{least} mm davon bleiben frei',
  slightestShiftShowsBare: 'die kleinste Verschiebung zeigt eine freie Kante',
  artworkMmLabelMm:
    'Die Druckdaten sind {widthMm} × {heightMm} mm und das Etikett {width} × {height} mm: {rest}. Legen Sie sie in beiden Richtungen 0,76 mm größer an; übliche Praxis.',
  makeMmLargerThan: '{excess} mm größer als das Etikett machen',
  artworkMmTimesFills:
    'Die Druckdaten sind {width} × {height} mm, und {factor}-fach füllen sie den Bogen von {width2} × {length} mm: sie scheinen 1:{factor} angelegt zu sein. Lesen Sie sie in wahrer Größe, damit Platten, Farbe und Preis die des Drucks sind.',
  readTimesLarge: '{factor}-mal so groß lesen',
  printersMarksLieArtwork:
    'Druckmarken liegen auf den Druckdaten, und das Etikett ist schon gestanzt: sie würden mitdrucken. Bitten Sie um die Seite ohne Marken.',
  markDrawnEveryInk:
    '{n} Marke ist in jeder Farbe gezeichnet, auch in Weiß und Klarlack. Bitten Sie um die Seite ohne Marken, falls sie nicht gewünscht sind. | {n} Marken sind in jeder Farbe gezeichnet, auch in Weiß und Klarlack. Bitten Sie um die Seite ohne Marken, falls sie nicht gewünscht sind.',
  thinLineLiesBleed:
    '{n} dünne Linie liegt im Beschnitt wie eine Schnittmarke: sie druckt und ist zu sehen, wo der Schnitt nicht genau ist. Bitten Sie um die Seite ohne Marken. | {n} dünne Linien liegen im Beschnitt wie Schnittmarken: sie drucken und sind zu sehen, wo der Schnitt nicht genau ist. Bitten Sie um die Seite ohne Marken.',
  noteStampFormField:
    '{n} Notiz, Stempel oder Formularfeld auf der Seite wird gedruckt. Bitten Sie um die Datei ohne, falls es nicht gewünscht ist. | {n} Notizen, Stempel oder Formularfelder auf der Seite werden gedruckt. Bitten Sie um die Datei ohne, falls sie nicht gewünscht sind.',
  artworkReadsBackwardsAlready:
    'Die Druckdaten sind schon spiegelverkehrt, und dieser Aufbau spiegelt sie: zweimal gespiegelt liest es sich durch das Material falsch. Bitten Sie um ungespiegelte.',
  artworkReadsBackwardsKyanos:
    'Die Druckdaten sind spiegelverkehrt. Kyanos spiegelt, wo ein Aufbau es braucht; bitten Sie um ungespiegelte.',
  layerNamedLikeSpecial:
    'Die Ebene „{layer}“ heißt wie eine Sonderfarbe, und {n} Objekt darauf ist in Prozessfarbe gezeichnet: es druckt als Farbe, nicht als Sonderfarbe. Bitten Sie um eine Sonderfarbe mit dem Namen der Maschine. | Die Ebene „{layer}“ heißt wie eine Sonderfarbe, und {n} Objekte darauf sind in Prozessfarbe gezeichnet: sie drucken als Farbe, nicht als Sonderfarbe. Bitten Sie um eine Sonderfarbe mit dem Namen der Maschine.',
  layerDoesNotPrint:
    'Die Ebene „{layer}“ druckt nicht: {n} Objekt darauf fehlt. Schalten Sie sie in der Datei ein, falls das falsch ist. | Die Ebene „{layer}“ druckt nicht: {n} Objekte darauf fehlen. Schalten Sie sie in der Datei ein, falls das falsch ist.',
  pageTooLongRead:
    'Die Seite ist zu lang, um sie Objekt für Objekt zu lesen: ihre Platten sind vollständig, aber Schrift, Bilder und Überdrucken wurden nur teilweise geprüft.',
  up: 'bis',
  cmLookBlankHold:
    '{caught} cm² sehen leer aus und enthalten Farbe von {rest} {highestFaint} %: Schleier, oder der hellste Teil eines Bildes. Eine Regel für jede Farbe legt dort Weiß hin, mit einem Hof um das Motiv.',
  takeUpBlank: 'Bis {highestFaint} % als leer nehmen',
  cmHoldInkUp:
    '{blank} cm² enthalten Farbe bis {threshold} %, was als leer gilt: das druckt als Farbe ohne Weiß darunter.',
  pictureHasDpiSize:
    '{n} Bild hat {lowest} dpi in Druckgröße; unter {least} dpi sieht man im Leseabstand Stufen. Bitten Sie um ein größeres Bild, oder drucken Sie es kleiner. | {n} Bilder haben {lowest} dpi oder wenig mehr in Druckgröße; unter {least} dpi sieht man im Leseabstand Stufen. Bitten Sie um größere Bilder, oder drucken Sie sie kleiner.',
  objectStillRgbConverted:
    '{n} Objekt ist noch in RGB und wurde per Profil in Prozessfarbe gewandelt: Schwarz wird vierfarbig, und Farben können sich verschieben. Bitten Sie um CMYK, wenn es darauf ankommt. | {n} Objekte sind noch in RGB und wurden per Profil in Prozessfarbe gewandelt: Schwarz wird vierfarbig, und Farben können sich verschieben. Bitten Sie um CMYK, wenn es darauf ankommt.',
  cuttingLineCutThrough: 'Schnittlinie, ganz durch',
  kissCutBackingStays: 'Anstanzlinie, der Träger bleibt ganz',
  creaseLine: 'Rilllinie',
  registrationJig: 'Passmarke oder Lehre',
  technicalDoesNotPrint: 'technisch, druckt nicht',
  hasBlankBeginningEnd: 'er hat ein Leerzeichen am Anfang oder Ende',
  capitalsDiffer: 'Groß- und Kleinschreibung weichen ab',
  blanksHyphensUnderscoresDiffer: 'Leerzeichen, Binde- oder Unterstriche weichen ab',
  anotherWord: 'es ist ein anderes Wort',
  to: '{threshold} bis',
};
