import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const plan: Translated<typeof en>['plan'] = {
  timeAll: 'Zeit insgesamt',
  sumPhases: 'Summe der Abschnitte',
  operator: 'Bediener',
  sumPhasesMachine: 'Summe der Abschnitte an der Maschine',
  noMaterialHasColour:
    'Kein Material hat die Farbe Lab {lab}: nichts gibt eine so kräftige Farbe so hell zurück. Die nächstmögliche wird gezeigt; messen Sie {material} noch einmal.',
  modeNotMaterialChoose:
    'Der Modus {mode} ist nicht für Material der Klasse {class}. Wählen Sie einen passenden.',
  modeLaysColourOnly:
    'Der Modus {mode} trägt nur Farbe auf, und dieser Aufbau hat Sonderfarbe. Wählen Sie einen anderen.',
  cantGoBackOrigin:
    '{machine} kann nicht zum Nullpunkt für einen zweiten Durchgang zurück. Wählen Sie einen Durchgang oder eine andere Maschine.',
  printMLongKeeps:
    'Der Druck ist {longest} m lang, und {machine} hält zwei Durchgänge bis {maxTwoTripLength} m im Passer. Drucken Sie in einem Durchgang oder in kürzeren Ladungen.',
  loadsMostM: 'Ladungen von höchstens {maxTwoTripLength} m',
  firstLayerDriesMin:
    'Die erste Schicht trocknet {waitMinutes} min vor dem zweiten Durchgang. Nasses Weiß schmiert; üblich sind 3 bis 15 min.',
  mmWideRollersHold:
    '{material} ist {width} mm breit, und die Rollen von {machine} halten {minWidth} mm oder mehr.',
  whiteUnder: ', mit Weiß unter {cover} % davon',
  noWhiteUnder: ', ohne Weiß darunter',
  wontScan: ', er lässt sich nicht scannen',
  notEveryScannerReads: ', nicht jeder Scanner liest ihn',
  layWhiteUnderQuiet: 'Legen Sie Weiß unter ihn und seine Ruhezonen.',
  whiteUnderAllNot:
    'Weiß unter dem Ganzen genügt nicht: nehmen Sie mehr Lagen, oder drucken Sie ihn woanders.',
  chooseStackWhiteUnder:
    'Wählen Sie einen Aufbau mit Weiß unter Farbe, oder drucken Sie ihn auf ein weißes Etikett.',
  hasSymbolContrastBest:
    '{type} {content} hat auf {material} bestenfalls {contrast} % Symbolkontrast{rest}: Note {grade}{rest2}. {rest3}',
  whiteUnderBarcodes: 'Weiß unter Strichcodes',
  tripLaysUpInk:
    'Durchgang {i} trägt an einer Stelle bis {most} % Farbe auf, davon {special} % Sonderfarbe, und {machine} verträgt {limit} %: auf {shareAbove} % des Drucks bleibt sie nass oder reißt. Verringern Sie eine Dichte, nehmen Sie weniger Lagen, oder drucken Sie in zwei Durchgängen.',
  artLargeFinishedLabel:
    'Das Motiv ist so groß wie das fertige Etikett. Ohne Beschnitt wird es in beiden Richtungen {excess} mm größer angelegt, übliche Praxis, damit ein Schnitt neben der Linie kein Material zeigt.',
  hasNoBladeJob:
    '{machine} hat kein Messer, und dieser Auftrag soll darauf geschnitten oder gerillt werden. Nehmen Sie die Pfade heraus, oder wählen Sie eine andere Maschine.',
  openContainerHoldsMl:
    'Der offene Behälter {name} enthält {leftMl} mL, und dieser Auftrag braucht mehr: halten Sie {opened} mit {ml} mL bereit. {leftAfterMl} mL bleiben übrig.',
  plateAnotherJobCant:
    'Die Platte „{inkKey}“ eines anderen Auftrags ist hier nicht zu haben. Öffnen Sie den Auftrag in der App, wo die anderen sind, oder nehmen Sie diese Quelle aus der Regel.',
  jobHasNoPlate:
    'Der Auftrag „{plan}“ hat keine Platte {inkKey}. Wählen Sie einen anderen Auftrag oder eine andere Farbe.',
  newJob: 'Neuer Auftrag',
  noMachineShopCan:
    'Keine Maschine des Betriebs kann diesen Aufbau auf einem seiner Materialien drucken. Beginnen Sie mit einer anderen Vorlage.',
  planAsksPageArtwork:
    'Der Plan verlangt Seite {number}, und die Druckdaten haben {n}. Wählen Sie eine Seite von 1 bis {n}.',
  hasNoModeHas: '{machine} hat keinen Modus „{modeId}“. Sie hat {modes}.',
  plateEmptyNoSeparation:
    'Die Platte {name} ist leer: keine Separation der Druckdaten wird dafür verwendet. Ordnen Sie {name} eine Sonderfarbe zu, oder legen Sie es unter das Bild.',
  plateEmptyNothingLeft:
    'Die Platte {name} ist leer: nach {rule} bleibt nichts. Verringern Sie Schleier oder Unterfüllung, oder beginnen Sie mit einer anderen Quelle.',
  colourOverlapCmOne:
    '{spec} und Farbe überlappen in einer Schicht auf {overlapMm2} cm² und würden sich auf dem Bogen mischen. Legen Sie sie in zwei Schichten, oder halten Sie sie in den Druckdaten auseinander.',
  keepOutColour: '{name} aus der Farbe heraushalten',
  chokeTakesFromUnder:
    'Die Unterfüllung nimmt {name} unter {thinMm2} cm² feiner Striche und kleiner Schrift weg: dort scheint {material} durch. Unterfüllen Sie weniger, oder lassen Sie diese ganz.',
  leaveFineStrokesWhole: 'Feine Striche ganz lassen',
  artworkAlreadyLiesInside:
    '{name} in den Druckdaten liegt schon etwa um die Unterfüllung innerhalb der Farbe, auf {chokedBefore} % der Kante: es würde zweimal unterfüllt, und Farbe zeigte einen Rand ohne {name}. Ist die Unterfüllung gewollt?',
  layDrawnWithoutChoke: 'Wie gezeichnet auftragen, ohne Unterfüllung',
  replaces: ', da sie es ersetzt',
  ruleTakesAwayCm: 'Die Regel nimmt {lostMm2} cm² von {name} weg, das gezeichnet wurde{rest}.',
  addWhatArtistDrew: 'Das Gezeichnete hinzufügen',
  placeInsideImageCm:
    '{n} Stelle im Bild, zusammen {mm2} cm², hat keine Farbe und damit kein Weiß: dort zeigt sich {material}. Sehen Sie nach, ob Augen, Glanzlichter oder Buchstaben dabei sind, und sagen Sie, welche Weiß bekommen; eine Regel, die mit dem gereinigten Bild beginnt, lässt Sie das Stelle für Stelle sagen. | {n} Stellen im Bild, zusammen {mm2} cm², haben keine Farbe und damit kein Weiß: dort zeigt sich {material}. Sehen Sie nach, ob Augen, Glanzlichter oder Buchstaben dabei sind, und sagen Sie, welche Weiß bekommen; eine Regel, die mit dem gereinigten Bild beginnt, lässt Sie das Stelle für Stelle sagen.',
  whiteAllThem: 'Weiß in alle',
  pinholesCmAllGet:
    '{dotCount} Nadellöcher, zusammen {dotMm2} cm², bekommen im Bild kein Weiß: {material} blitzt durch die hellsten Teile.',
  closeThem: 'Schließen',
  takeLot: 'Charge {lot} nehmen',
  lotGoodLongEnough: ' Charge {lot}, {place}, ist gut und lang genug.',
  noGoodLotHas: 'keine gute Charge hat mehr als {most} frei',
  noGoodLotShelf: 'keine gute Charge ist im Lager',
  jobTakesOrderPrint:
    'Dieser Auftrag braucht {amount} {material}, und {rest}. Bestellen Sie es, oder drucken Sie in Teilen aus zwei Chargen.',
  chooseOne: ' Wählen Sie eine vorhandene.',
  lotNotShelf: 'Charge {lot} von {material} ist nicht im Lager.{way}',
  plasticiserMigratesClearFilm: 'In klarer Folie wandert Weichmacher, und Weiß darauf reißt',
  adhesionColourMayLess: 'Haftung und Farbe können schwächer sein',
  makeTestPrintFirst:
    ' Machen Sie erst einen Probedruck darauf, und bestellen Sie frisches Material.',
  lotGoodUntil: 'Charge {lot} von {material} war gut bis {until}. {rest}.{way}',
  lotGoodUntilUse: 'Charge {lot} von {material} ist gut bis {until}: nehmen Sie sie zuerst.',
  orderMorePrintRest: ' Bestellen Sie mehr, oder drucken Sie den Rest aus einer anderen Charge.',
  jobTakesLotHas: 'Dieser Auftrag braucht {amount}, und Charge {lot} hat {free} frei.{way}',
  whiteHeadsParkedFit:
    'Die Weißköpfe von {machine} sind geparkt. Setzen Sie sie ein, und sehen Sie vor dem Auftrag den Düsentest an; die Zeit dafür ist eingerechnet.',
  fromPictureReadsBackwards:
    'Von dieser Seite ({side}) liest sich das Bild verkehrt: es ist auf der Seite gespiegelt gedruckt, von der es angesehen wird. Drucken Sie es seitenrichtig.',
  fromPictureReadsBackwardsReadThrough:
    'Von dieser Seite ({side}) liest sich das Bild verkehrt: es wird durch das Material gesehen und ist nicht gespiegelt. Drucken Sie es gespiegelt.',
  printReads: 'Seitenrichtig drucken',
  printMirrored: 'Gespiegelt drucken',
  silverUnderColourStays:
    'Silber mit {density} % unter Farbe bleibt nass und macht sie trüb. {machine} trocknet bis {limit} %.',
  laySilver: 'Silber mit {limit} % auftragen',
  clearUnderLaminateNot:
    'Klarlack unter einem Laminat ist nicht zu sehen. Lassen Sie ihn weg, oder laminieren Sie nicht.',
  leaveClearOut: 'Klarlack weglassen',
  leaveUnlaminated: 'Nicht laminieren',
  hitsWhiteGoDown:
    '{hits} Lagen Weiß gehen nass in nass, und Farbe darauf: Weiß ist dick und trocknet langsam. Üblich ist eine Wartezeit von {short} bis {long} min, Farbe in einem eigenen Durchgang.',
  twoTripsMinBetween: 'Zwei Durchgänge, {long} min dazwischen',
  stackHasTwoPictures:
    'Dieser Aufbau hat zwei Bilder und der Plan gibt eines, deshalb zeigen beide Seiten dasselbe. Wählen Sie eine Seite für hinten, oder einen Aufbau mit einem Bild.',
  pageRear: 'Seite {number} für hinten',
  whiteUnderColour: 'Weiß unter Farbe',
  allButWhiteUnder: 'alles außer Weiß unter Farbe',
  wantsWhiteSlotStands:
    '{name} braucht sein Weiß auf dem Platz für {rest}, und es steht auf dem anderen. Von Hand zu wechseln dauert etwa {minutes} min; reihen Sie solche Aufträge hintereinander.',
  moved: 'Es ist gewechselt',
  laysLayerSOne:
    '{mode} trägt {layersPerTrip} Schicht(en) je Durchgang auf, und hier sind es {layers} ({over}): {second} wartet auf einen weiteren Durchgang, im Passer zum ersten.',
  use: '{better} nehmen',
  pageMmPrintedPage:
    'Seite {number} ist gedruckt {widthMm} × {heightMm} mm, und Seite {number2} ist {widthMm2} × {heightMm2} mm. Versionen eines Auftrags haben eine Größe: nehmen Sie Seite {number} heraus, und machen Sie daraus einen eigenen Auftrag.',
  versionPage: 'Version auf Seite {pages}',
  versionsPages: 'Versionen auf den Seiten {pages}',
  times: '{n}-mal',
  and: '{words} und {words2}',
};
