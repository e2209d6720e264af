import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const errors: Translated<typeof en>['errors'] = {
  thereNothingAddressGo:
    'Unter dieser Adresse gibt es nichts. Gehen Sie zur Übersicht, und öffnen Sie es von dort.',
  thereNoSuchJob:
    'Diesen Auftrag gibt es nicht. Vielleicht wurde er entfernt; gehen Sie zur Übersicht.',
  thereNoSuchArtwork: 'Diese Druckdaten gibt es nicht. Nehmen Sie die Datei noch einmal auf.',
  thereNoSuchFile: 'Diese Datei gibt es nicht. Laden Sie sie noch einmal hoch.',
  artworkHasNoSuch: 'Die Druckdaten haben keine solche Seite. Wählen Sie eine vorhandene.',
  thereNoSuchPart: 'Diesen Teil der Seite gibt es nicht.',
  thereNoFirstPicture: 'Von diesen Druckdaten gibt es noch kein erstes Bild.',
  thesePlatesNotBeing:
    'Diese Platten werden nicht gebaut. Ändern Sie eine Regel, um neu zu beginnen.',
  theseFilesNotBeing:
    'Diese Dateien werden nicht erstellt. Fordern Sie sie bei den Platten des Auftrags noch einmal an.',
  shopHasNoSuch: 'Dieser Betrieb hat keine solche Maschine. Wählen Sie eine vorhandene.',
  shopHasNoSuchThingMay:
    'Das hat der Betrieb nicht. Vielleicht wurde es unter einem anderen Namen angelegt; sehen Sie in der Liste nach.',
  thereNoSuchReport: 'Diesen Bericht gibt es nicht. Vielleicht wurde er entfernt.',
  thereNoSuchSetting: 'Diese Einstellung gibt es nicht.',
  thereNoSuchLot: 'Diese Charge oder diesen Behälter gibt es nicht. Suchen Sie im Lager danach.',
  thereNoSuchEntry: 'Diesen Eintrag gibt es nicht. Laden Sie die Liste neu.',
  procedureNotBegunHere:
    'Diese Anleitung wurde hier nicht begonnen. Beginnen Sie sie an der Maschine noch einmal.',
  shopHasNoSuchProcedureChoose:
    'Der Betrieb hat keine solche Anleitung. Wählen Sie eine aus der Liste.',
  stockHasOtherwiseLook: 'Im Lager steht es anders. Sehen Sie noch einmal nach.',
  logbookHasOtherwiseLook: 'Im Logbuch steht es anders. Sehen Sie noch einmal nach.',
  laterEntriesRestOne:
    'Spätere Einträge beruhen auf diesem. Nehmen Sie erst diese zurück, den neuesten zuerst.',
  artworkStillBeingRead: 'Die Druckdaten werden noch gelesen. Warten Sie, bis es fertig ist.',
  platesPlanStillBeing:
    'Die Platten dieses Plans werden noch in voller Auflösung gebaut. Warten Sie, bis sie fertig sind.',
  filesStillBeingMade: 'Die Dateien werden noch erstellt. Warten Sie, bis sie fertig sind.',
  jobHasNoArtwork: 'Dieser Auftrag hat noch keine Druckdaten. Nehmen Sie erst eine Datei auf.',
  jobCantPrintedPlanned:
    'Dieser Auftrag lässt sich so nicht drucken. Sehen Sie, was dagegen gefunden wurde.',
  somebodySavedJobWhile: 'Jemand hat diesen Auftrag gespeichert, während Sie ihn änderten.',
  somebodyChangedStateDue:
    'Jemand hat inzwischen Stand oder Termin dieses Auftrags geändert. Sehen Sie noch einmal nach.',
  shopHasOneName: 'Der Betrieb hat schon etwas mit diesem Namen. Wählen Sie einen anderen.',
  somebodyChangedWhileYou:
    'Jemand hat das gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie es dann noch einmal.',
  somebodyChangedMachineWhile:
    'Jemand hat diese Maschine gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie sie dann noch einmal.',
  somebodySaidSomethingElse:
    'Jemand hat gleichzeitig etwas anderes über diese Maschine gesagt. Sehen Sie den neuen Stand an, und sagen Sie es dann noch einmal.',
  somebodyChangedTheseFigures:
    'Jemand hat diese Werte gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie sie dann noch einmal.',
  figuresContradictOneAnother:
    'Die Werte widersprechen einander. Berichtigen Sie sie, oder behalten Sie es als Entwurf.',
  measurementCantRead: 'Die Messung lässt sich nicht lesen.',
  nothingCanFittedReading: 'An diese Ablesung des Testblatts lässt sich nichts anpassen.',
  fileStockCantTaken: 'Die Lagerdatei lässt sich nicht aufnehmen.',
  fileShopCantTaken: 'Die Betriebsdatei lässt sich nicht aufnehmen.',
  requestNotWhatExpected: 'Die Anfrage ist nicht, was hier erwartet wird.',
  requestCantRead: 'Die Anfrage lässt sich nicht lesen.',
  requestTooLargePlan:
    'Die Anfrage ist zu groß. Ein Plan dieser Größe lässt sich nicht aufheben: nehmen Sie etwas heraus.',
  anotherRequestHadIdempotency:
    'Eine andere Anfrage hatte diesen Idempotency-Key. Geben Sie jeder Anfrage einen eigenen.',
  requestComesFromAnother:
    'Diese Anfrage kommt von einer fremden Seite. Öffnen Sie Kyanos unter seiner eigenen Adresse.',
  fileTooLargeLower:
    'Die Datei ist zu groß. Verringern Sie die Auflösung oder reduzieren Sie die Transparenz, und senden Sie sie noch einmal.',
  planSavedNewerVersion: 'Der Plan wurde von einer neueren Version von Kyanos gespeichert.',
  planCantRead: 'Der Plan lässt sich nicht lesen.',
  notationStackCantRead: 'Die Schreibweise des Aufbaus lässt sich nicht lesen.',
  rulePlateCantRead: 'Die Regel einer Platte lässt sich nicht lesen.',
  machineHasNoSuch: 'Die Maschine hat keinen solchen Modus.',
  planHasNoSuch: 'Der Plan hat keine solche Platte.',
  plateAnotherJobCant: 'Die Platte eines anderen Auftrags ist hier nicht zu haben.',
  noMachineShopCan:
    'Keine Maschine des Betriebs kann diesen Aufbau auf einem seiner Materialien drucken. Beginnen Sie mit einer anderen Vorlage.',
  notOnePieceFits: 'Nicht ein Nutzen passt.',
  thereMorePiecesThan: 'Es sind mehr Nutzen, als sich zusammen anordnen lassen.',
  stackHasMoreSpecial: 'Der Aufbau hat mehr Sonderfarbplatten, als eine Ansicht zeigen kann.',
  thereNoSuchView: 'Diese Ansicht gibt es nicht.',
  noWhiteOpaque: 'So deckend ist kein Weiß.',
  nothingReflectsColour: 'Nichts gibt diese Farbe zurück.',
  amountTooLargeKept: 'Der Betrag ist zu groß, um ihn genau aufzuheben.',
  reportsCantRead: 'Die Berichte lassen sich nicht lesen.',
  jobPlannedAnotherMachine: 'Dieser Auftrag ist auf einer anderen Maschine geplant.',
  fileDamagedEndsToo:
    'Die Datei ist beschädigt oder endet zu früh. Exportieren oder kopieren Sie sie noch einmal.',
  fileEmptyExportCopy: 'Die Datei ist leer. Exportieren oder kopieren Sie sie noch einmal.',
  artworkTooLargeChoose:
    'Die Druckdaten sind zu groß. Wählen Sie eine kleinere Auflösung, oder drucken Sie in Teilen.',
  resolutionOutRange: 'Die Auflösung liegt außerhalb des Bereichs.',
  scaleOutRange: 'Der Maßstab liegt außerhalb des Bereichs.',
  fileHasTooMany: 'Die Datei hat zu viele Seiten. Teilen Sie sie.',
  fileHasTooManySpotColours: 'Die Datei hat zu viele Sonderfarben. Führen Sie einige zusammen.',
  pdfLockedPassword: 'Die PDF ist mit einem Passwort geschützt.',
  pdfCantTurnedInto: 'Aus der PDF lassen sich keine Platten machen.',
  pdfTakesTooLong:
    'Die PDF dauert zu lange. Reduzieren Sie die Transparenz, oder verringern Sie die Auflösung.',
  svgHasNoSize: 'Die SVG hat keine Größe.',
  svgTakesTooLong: 'Die SVG braucht zu lange zum Zeichnen.',
  svgTakesWhatLies: 'Die SVG bindet ein, was außerhalb von ihr liegt.',
  stripTileTiffToo: 'Ein Streifen oder eine Kachel der TIFF ist zu groß.',
  colourSpaceTiffCant: 'Der Farbraum der TIFF lässt sich nicht lesen.',
  bitDepthTiffCant: 'Die Bittiefe der TIFF lässt sich nicht lesen.',
  compressionTiffCantRead: 'Die Kompression der TIFF lässt sich nicht lesen.',
  tiffHasSeveralPages: 'Die TIFF hat mehrere Seiten.',
  fileCouldNotRead: 'Die Datei ließ sich nicht lesen: der Leser endete mittendrin.',
  readingFileTakesMore: 'Das Lesen der Datei braucht mehr Platz, als da ist.',
  readingFileTakesToo: 'Das Lesen der Datei dauert zu lange.',
  platesTakeMoreRoom:
    'Die Platten brauchen mehr Platz auf der Festplatte, als erlaubt ist. Wählen Sie eine kleinere Auflösung.',
  begunSeveralTimesNever: 'Das wurde mehrmals begonnen und kam nie zum Ende.',
  workingOutTakesToo:
    'Das zu berechnen dauert zu lange. Planen Sie weniger Stück oder weniger Aufträge auf einem Bogen, oder versuchen Sie es, wenn weniger los ist.',
  tooMuchBeingWorked: 'Gerade wird zu viel berechnet. Versuchen Sie es gleich noch einmal.',
  thereNoRoomLeft:
    'Auf der Festplatte ist kein Platz mehr. Schaffen Sie Platz, und versuchen Sie es noch einmal; was gespeichert war, ist sicher.',
  databaseDoesNotAnswer:
    'Die Datenbank antwortet nicht. Was gespeichert war, ist sicher; versuchen Sie es gleich noch einmal.',
  somethingWentWrongOur:
    'Bei uns ist etwas schiefgegangen. Was gespeichert war, ist sicher; versuchen Sie es noch einmal.',
  serverDoesNotAnswer:
    'Der Server antwortet nicht. Was Sie getippt haben, wird hier aufgehoben und gespeichert, sobald er wieder da ist.',
  serverGaveAnswerCant:
    'Der Server gab eine Antwort, die sich nicht lesen lässt. Laden Sie die Seite neu.',
  uploadCancelled: 'Das Hochladen wurde abgebrochen.',
};
