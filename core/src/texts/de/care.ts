import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const care: Translated<typeof en>['care'] = {
  procedureBegunNotEnded:
    'Eine Anleitung wurde begonnen und nicht beendet. Machen Sie weiter, oder brechen Sie sie ab.',
  whiteHasNotMoved:
    'Weiß hat sich {rest} Tage nicht bewegt. Folgen Sie „Wenn es gestanden hat“, bevor Sie damit drucken. Etwa {working} % seines Pigments können sich im Behälter abgesetzt haben.',
  whiteHasNotMovedAgitateAbout:
    'Weiß hat sich {rest} nicht bewegt. Schwenken Sie es, etwa 25-mal hin und her.',
  noNozzlePatternSeen:
    'Kein Düsentest, seit Weiß {hours} Stunden oder länger stand oder bewegt wurde. Drucken Sie einen auf klarem oder farbigem Material, und sehen Sie jede weiße Reihe an.',
  mlWhiteWerePrinted:
    '{whiteTwoWeeksMl} mL Weiß wurden in zwei Wochen gedruckt, und {movingMl} mL halten es in Bewegung. Drucken Sie {movingMl2} mL, oder nehmen Sie Weiß heraus.',
  whitePrintedKeepMoving: 'Zu druckendes Weiß, damit es in Bewegung bleibt',
  whatSchoolWantsTwo:
    'was die Schule in zwei Wochen verlangt − in den letzten zwei Wochen gedruckt',
  wantedTwoWeeks: 'in zwei Wochen verlangt',
  commonPractice: 'übliche Praxis',
  fromLogbook: 'aus dem Logbuch',
  beforeNextJob: ' vor dem nächsten Auftrag',
  wasteContainerHasAbout:
    'Im Resttintenbehälter sind etwa {wasteMl} von {holds} mL. Leeren Sie ihn{rest}; es ist überwachungspflichtiger Abfall.',
  machinePastDayChange:
    '{name} in der Maschine ist über dem Datum, {until} ({from}). Wechseln Sie den Behälter.',
  machineGoodUntilUse:
    '{name} in der Maschine ist gut bis {until} ({from}): brauchen Sie es zuerst auf.',
  sure: 'Sicher',
  fairlySure: 'Ziemlich sicher',
  close: 'Knapp',
  comesNear: ', und {next} kommt nahe heran',
  whiteWorkCostsLess:
    ' Weißarbeit kostet in einem anderen Betrieb weniger, als Weiß dafür am Leben zu halten.',
  cheapest10PossibleFutures:
    '{best}. {how}: am günstigsten in {sure} von 10 möglichen Verläufen{rest}.{rest2}',
  headsParkedAlreadyFit:
    'Die Köpfe sind schon geparkt. Setzen Sie sie erst ein, oder nehmen Sie den Eintrag zurück, der sie geparkt hat.',
  headsCarriageAlready: 'Die Köpfe sind schon im Schlitten.',
  whiteHeadsParkedNothing:
    'Die Weißköpfe sind geparkt: in Weiß kann nichts gedruckt worden sein. Setzen Sie sie erst ein.',
  allNozzlesPrint: 'Alle Düsen drucken.',
  nozzleMissing: '{n} Düse fehlt | {n} Düsen fehlen',
  oneRowCleanOnce:
    '{count}, {worst} % einer Reihe. Reinigen Sie einmal, lassen Sie eine Stunde ruhen, sehen Sie noch einmal nach; dann fragen Sie den Service. Wiederholtes Reinigen zieht Luft hinein.',
  themSideSide: ', {gap} davon nebeneinander',
  cleanOncePrintPattern:
    '{count}{rest}. Reinigen Sie einmal, und drucken Sie den Düsentest vor dem nächsten Auftrag noch einmal.',
  noneBesideAnotherOther:
    '{count}, keine neben einer anderen: andere Pässe decken sie zu. Sehen Sie morgen wieder nach.',
  wasteInkCleaningFluid:
    'Resttinte und Reinigungsflüssigkeit sind überwachungspflichtiger Abfall. Fangen Sie sie auf, beschriften Sie den Behälter, und beachten Sie das Sicherheitsdatenblatt des Herstellers und örtliche Vorschriften.',
  wearGlovesEyeProtection:
    'Tragen Sie Handschuhe und Augenschutz: Farbe und Reinigungsflüssigkeit reizen, und ungehärtete UV-Farbe sensibilisiert die Haut. Siehe Sicherheitsdatenblatt.',
  vapourKeepVentilationRunning:
    'Dämpfe: lassen Sie die Lüftung laufen, und halten Sie Zündquellen fern. Siehe Sicherheitsdatenblatt.',
  carriageMovesWithoutWarning:
    'Der Schlitten fährt ohne Warnung und quetscht. Warten Sie, bis er steht; Hände weg.',
  headsPlatenHotLet:
    'Köpfe und Auflage sind heiß. Lassen Sie sie abkühlen, bevor Sie sie berühren.',
  needleUnderHeadSharp:
    'Die Nadel unter dem Kopf ist spitz und nass von Farbe. Halten Sie das Tuch darunter.',
  uvLampsHarmEyes:
    'UV-Lampen schädigen Augen und Haut. Nie hineinsehen; Schutzhauben geschlossen halten.',
  drawnCleaning: 'Bei der Reinigung verbraucht',
  whatSeen: 'Was zu sehen war',
  printNozzlePatternClear:
    'Drucken Sie den Düsentest auf klarem oder farbigem Material. Kippen Sie ihn zum Licht, und sehen Sie jede Reihe an, beide weißen. Tippen Sie die fehlenden an.',
  whiteWhiteCantSeen:
    'Weiß auf Weiß ist nicht zu sehen, und eine fehlende Reihe zeigt sich erst am fertigen Druck.',
  moveWhiteContainerGently: 'Bewegen Sie den Weißbehälter sanft hin und her, etwa 25-mal.',
  titaniumDioxideHeavySettles:
    'Titandioxid ist schwer und setzt sich ab. Schütteln macht Blasen, und Blasen legen Düsen lahm.',
  emptyWasteContainerPut: 'Leeren Sie den Resttintenbehälter, und setzen Sie ihn wieder ein.',
  swapCleaningFillsRuns: 'Ein Wechsel oder eine Reinigung füllt ihn, und er läuft unbemerkt über.',
  dailyCare: 'Tägliche Pflege',
  everyWorkingDayBefore: 'An jedem Arbeitstag vor dem ersten Druck.',
  stripClearColouredStock: 'Ein Streifen klares oder farbiges Material',
  lookWasteContainer: 'Sehen Sie den Resttintenbehälter an.',
  moreGoesIntoThan: 'Es läuft mehr hinein, als man denkt: Freispritzen, Reinigungen, Wechsel.',
  whenHasStood: 'Wenn es gestanden hat',
  whiteHasNotMovedWeekMore: 'Weiß hat sich eine Woche oder länger nicht bewegt, oder Düsen fehlen.',
  gloves: 'Handschuhe',
  lintFreeCloth: 'Fusselfreies Tuch',
  pigmentLiesBottomContainer:
    'Pigment liegt am Boden des Behälters; ziehen Sie nichts, bevor es wieder in der Farbe ist.',
  nozzlesMissingRunOne:
    'Fehlen Düsen? Führen Sie eine gewöhnliche Reinigung aus. Fehlt keine, weiter.',
  oneCleaningDrawsSettled:
    'Eine Reinigung zieht abgesetzte Farbe aus den Leitungen. Eine zweite gleich danach zieht Luft hinein.',
  printPatternAgainIf:
    'Drucken Sie den Düsentest noch einmal. Fehlen noch Reihen, lassen Sie eine Stunde ruhen, dann sehen Sie noch einmal nach; danach ersetzen Sie den Behälter oder fragen den Service.',
  putWhite: 'Weiß einsetzen',
  cleaningFluidStandsPlace: 'Reinigungsflüssigkeit steht an seinem Platz, und Weiß wird gebraucht.',
  fullAlmostFullContainer: 'Ein voller oder fast voller Behälter Weiß',
  emptyCleaningContainer: 'Ein leerer Reinigungsbehälter',
  chooseInkSetWhite:
    'Wählen Sie am Bedienfeld den Farbsatz mit Weiß. Die Maschine prüft, ob jeder Behälter für den Wechsel reicht.',
  stopsHalfWayIf:
    'Sie hält auf halbem Weg an, wenn einer leer wird, mit beiden Farben in den Leitungen.',
  agitateNewContainerBefore:
    'Schwenken Sie den neuen Behälter vor dem Einsetzen: 60-mal kippen bei einer Kassette oder 100-mal schütteln bei einer Flasche, je nach Art.',
  hasStoodShelfWeeks: 'Er hat Wochen im Regal gestanden.',
  takeCleaningContainerOut:
    'Nehmen Sie den Reinigungsbehälter heraus, und setzen Sie den leeren ein, wenn das Bedienfeld es sagt.',
  letLinesDrain: 'Lassen Sie die Leitungen leerlaufen.',
  allFluidLinesGoes: 'Alle Flüssigkeit in den Leitungen geht in die Resttinte.',
  putWhiteDontStrain:
    'Setzen Sie das Weiß ein. Belasten Sie die Verbindung zwischen Beutel und Anschluss nicht.',
  letWhiteCharge: 'Lassen Sie das Weiß befüllen.',
  takeWhiteOut: 'Weiß herausnehmen',
  noWhitePlannedWeeks: 'Für Wochen ist kein Weiß geplant.',
  fullCleaningContainer: 'Ein voller Reinigungsbehälter',
  emptyContainer: 'Ein leerer Behälter',
  chooseInkSetWithout: 'Wählen Sie am Bedienfeld den Farbsatz ohne Weiß.',
  whatLinesLostEach:
    'Was in den Leitungen ist, geht jedes Mal verloren: seien Sie sicher, dass kein Weißauftrag bevorsteht.',
  takeWhiteOutPut:
    'Nehmen Sie das Weiß heraus, und setzen Sie den leeren Behälter ein. Verschließen Sie das Weiß, und schreiben Sie das Datum darauf.',
  putCleaningContainer: 'Setzen Sie den Reinigungsbehälter ein.',
  letFluidCharge: 'Lassen Sie die Flüssigkeit befüllen.',
  parkHeads: 'Köpfe parken',
  noWhiteDaysMachine:
    'Tagelang kein Weiß, an einer Maschine mit einem Halter, der die Farbe umwälzt.',
  distilledWater: 'Destilliertes Wasser',
  standIns: 'Die Platzhalter',
  seeNoJobPrints:
    'Achten Sie darauf, dass kein Auftrag druckt oder wartet. Wählen Sie am Bedienfeld „Parken“.',
  letMachineFinishOwn: 'Lassen Sie die Maschine ihren Ablauf beenden und die Köpfe abkühlen.',
  hotHeadsDripBurn: 'Heiße Köpfe tropfen und verbrennen.',
  waitUntilCarriageHas:
    'Warten Sie, bis der Schlitten steht. Entriegeln Sie, und heben Sie den Kopf am Griff heraus, ein Tuch darunter.',
  wipeUndersideHeadTower:
    'Wischen Sie die Unterseite des Kopfes und den Sockel, in dem er saß, mit fusselfreiem Tuch und destilliertem Wasser ab.',
  driedWhiteUndersideTurns: 'Angetrocknetes Weiß an der Unterseite lenkt die Tropfen ab.',
  setEachHeadInto: 'Setzen Sie jeden Kopf auf seinen nummerierten Platz im Halter.',
  anotherPlaceMustAligned: 'Auf einem anderen Platz muss er neu ausgerichtet werden.',
  putStandInsInto: 'Setzen Sie die Platzhalter in den Schlitten.',
  neverPrintEmptyPlace: 'Drucken Sie nie mit einem leeren Platz.',
  fitHeads: 'Köpfe einsetzen',
  beforeWhiteWorkWhen: 'Vor Weißarbeit, wenn die Köpfe geparkt sind.',
  waitUntilCarriageHasStoppedTake:
    'Warten Sie, bis der Schlitten steht. Nehmen Sie die Platzhalter heraus.',
  liftEachHeadOut:
    'Heben Sie jeden Kopf aus dem Halter, und setzen Sie ihn auf den Platz mit seiner Nummer. Verriegeln Sie ihn.',
  anotherPlaceMeansAligning: 'Ein anderer Platz heißt neu ausrichten.',
  letMachineCheckElectronics: 'Lassen Sie die Maschine Elektronik und Tropfen prüfen.',
  longerHeadsStoodLonger: 'Je länger die Köpfe standen, desto länger dauert es.',
  moveWhiteSlot: 'Weißplatz wechseln',
  nextJobWantsWhite:
    'Der nächste Auftrag braucht Weiß auf dem anderen Platz: unter Farbe, oder für alles andere.',
  holdQueueNothingPrints:
    'Halten Sie die Warteschlange an: nichts druckt, während der Platz gewechselt wird.',
  moveWhiteOtherSlot:
    'Setzen Sie das Weiß auf den anderen Platz, wie der Hersteller der Maschine es sagt, und melden Sie es am Bedienfeld.',
  letMachineChargeMoved: 'Lassen Sie die Maschine die bewegte Leitung befüllen.',
  releaseQueue: 'Geben Sie die Warteschlange frei.',
  changeContainer: 'Behälter wechseln',
  containerEmptyPastDay: 'Ein Behälter ist leer oder über dem Datum.',
  newContainerOldestGood: 'Der neue Behälter: der älteste gute',
  readLotDayNew: 'Lesen Sie Charge und Datum des neuen Behälters.',
  oldestGoodOneGoes: 'Der älteste gute kommt zuerst.',
  lotNewContainer: 'Charge des neuen Behälters',
  agitateWhiteMetallicBefore:
    'Schwenken Sie Weiß und Metallfarbe vor dem Einsetzen: 60-mal kippen bei einer Kassette oder 100-mal schütteln bei einer Flasche, je nach Art.',
  takeOldOneOut:
    'Nehmen Sie den alten heraus, und setzen Sie den neuen ein. Vertauschen Sie den Behälter nicht mit dem Mischgefäß: sie sehen gleich aus.',
  tellStockWhichContainer:
    'Sagen Sie dem Lager, welcher Behälter eingesetzt ist und was aus dem alten wird.',
  emptyWaste: 'Resttinte leeren',
  wasteContainerNearlyFull: 'Der Resttintenbehälter ist fast voll, und vor jedem Wechsel.',
  eyeProtection: 'Augenschutz',
  labelledDrumWasteInk: 'Das beschriftete Fass für Resttinte',
  seeNoJobPrintsNoCleaning:
    'Achten Sie darauf, dass kein Auftrag druckt und keine Reinigung läuft.',
  writeDownHowMuch: 'Notieren Sie, wie viel es war.',
  showsWhetherMachineSpits: 'Es zeigt, ob die Maschine mehr freispritzt, als sie sagt.',
  pouredOff: 'Abgegossen',
  assumedUsualTitaniumDioxide: 'angenommen, üblich für Titandioxid',
  figureInk: 'Wert der Farbe',
  pigmentSettledSinceWhite: 'Abgesetztes Pigment, seit Weiß zuletzt bewegt wurde',
  shareHeightParticlesHave:
    'Anteil der Höhe, um den Teilchen gesunken sind, v = (ρp − ρf) g d² ÷ 18 μ',
  rest: 'in Ruhe',
  sinceLastAgitationPrint: 'seit dem letzten Schwenken, Drucken oder Reinigen',
  diameterMedianMass: 'Durchmesser, Median nach Masse',
  densityPigment: 'Dichte des Pigments',
  densityFluid: 'Dichte der Flüssigkeit',
  viscosityRest: 'Viskosität in Ruhe',
  heightInk: 'Höhe der Farbe',
  medianSinks: 'der Median sinkt',
  mmDay: 'mm am Tag',
  gGStokesEffect: 'G. G. Stokes, On the effect of the internal friction of fluids, 1851',
  hours: '{rest} Stunden',
  days: '{rest} Tage',
  printed: 'gedruckt',
  spread: 'Streuung',
};
