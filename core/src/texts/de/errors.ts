import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const errors: Translated<typeof en>['errors'] = {
  NOT_FOUND:
    'Unter dieser Adresse gibt es nichts. Gehen Sie zur Übersicht, und öffnen Sie es von dort.',
  JOB_UNKNOWN:
    'Diesen Auftrag gibt es nicht. Vielleicht wurde er entfernt; gehen Sie zur Übersicht.',
  ARTWORK_UNKNOWN: 'Diese Druckdaten gibt es nicht. Nehmen Sie die Datei noch einmal auf.',
  FILE_UNKNOWN: 'Diese Datei gibt es nicht. Laden Sie sie noch einmal hoch.',
  PAGE_UNKNOWN: 'Die Druckdaten haben keine solche Seite. Wählen Sie eine vorhandene.',
  NO_TILE: 'Diesen Teil der Seite gibt es nicht.',
  NO_FIRST_LOOK: 'Von diesen Druckdaten gibt es noch kein erstes Bild.',
  BUILD_UNKNOWN: 'Diese Platten werden nicht gebaut. Ändern Sie eine Regel, um neu zu beginnen.',
  EXPORT_UNKNOWN:
    'Diese Dateien werden nicht erstellt. Fordern Sie sie bei den Platten des Auftrags noch einmal an.',
  MACHINE_UNKNOWN: 'Dieser Betrieb hat keine solche Maschine. Wählen Sie eine vorhandene.',
  SHOP_UNKNOWN:
    'Das hat der Betrieb nicht. Vielleicht wurde es unter einem anderen Namen angelegt; sehen Sie in der Liste nach.',
  REPORT_UNKNOWN: 'Diesen Bericht gibt es nicht. Vielleicht wurde er entfernt.',
  SETTING_UNKNOWN: 'Diese Einstellung gibt es nicht.',
  STOCK_UNKNOWN: 'Diese Charge oder diesen Behälter gibt es nicht. Suchen Sie im Lager danach.',
  EVENT_UNKNOWN: 'Diesen Eintrag gibt es nicht. Laden Sie die Liste neu.',
  RUN_UNKNOWN:
    'Diese Anleitung wurde hier nicht begonnen. Beginnen Sie sie an der Maschine noch einmal.',
  PROCEDURE_UNKNOWN: 'Der Betrieb hat keine solche Anleitung. Wählen Sie eine aus der Liste.',
  STOCK_REFUSED: 'Im Lager steht es anders. Sehen Sie noch einmal nach.',
  STOCK_MOVED:
    'Jemand hat die Bücher geändert, nachdem hier gezählt wurde. Zählen Sie noch einmal.',
  CARE_REFUSED: 'Im Logbuch steht es anders. Sehen Sie noch einmal nach.',
  UNDO_REFUSED:
    'Spätere Einträge beruhen auf diesem. Nehmen Sie erst diese zurück, den neuesten zuerst.',
  ARTWORK_NOT_READY: 'Die Druckdaten werden noch gelesen. Warten Sie, bis es fertig ist.',
  PLATES_NOT_READY:
    'Die Platten dieses Plans werden noch in voller Auflösung gebaut. Warten Sie, bis sie fertig sind.',
  EXPORT_NOT_READY: 'Die Dateien werden noch erstellt. Warten Sie, bis sie fertig sind.',
  NO_EXERCISE: 'Kein Auftrag ergibt eine solche Übung. Wählen Sie eine andere Art.',
  PRACTICE_JOB:
    'Dieser Auftrag ist eine Übung: er wird geplant und nie gedruckt. Geben Sie ihn ab, oder gehen Sie zurück zum Board.',
  EXERCISE_UNKNOWN:
    'Diese Übung gibt es nicht. Vielleicht wurde sie zurückgenommen; beginnen Sie eine andere.',
  HANDED_IN: 'Diese Übung ist schon abgegeben. Beginnen Sie eine andere.',
  NOT_ORDERED:
    'Dieser Auftrag ist noch nicht erteilt. Setzen Sie ihn erst auf „Angenommen“; dann lässt sich seine Bestätigung drucken.',
  NO_ARTWORK: 'Dieser Auftrag hat noch keine Druckdaten. Nehmen Sie erst eine Datei auf.',
  NOT_PRINTABLE:
    'Dieser Auftrag lässt sich so nicht drucken. Sehen Sie, was dagegen gefunden wurde.',
  JOB_CONFLICT: 'Jemand hat diesen Auftrag gespeichert, während Sie ihn änderten.',
  ORDER_CONFLICT:
    'Jemand hat inzwischen Stand oder Termin dieses Auftrags geändert. Sehen Sie noch einmal nach.',
  SHOP_EXISTS: 'Der Betrieb hat schon etwas mit diesem Namen. Wählen Sie einen anderen.',
  SHOP_CONFLICT:
    'Jemand hat das gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie es dann noch einmal.',
  MACHINE_CONFLICT:
    'Jemand hat diese Maschine gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie sie dann noch einmal.',
  STATE_CONFLICT:
    'Jemand hat gleichzeitig etwas anderes über diese Maschine gesagt. Sehen Sie den neuen Stand an, und sagen Sie es dann noch einmal.',
  SETTING_CONFLICT:
    'Jemand hat diese Werte gleichzeitig geändert. Sehen Sie den neuen Stand an, und ändern Sie sie dann noch einmal.',
  SHOP_CONTRADICTION:
    'Die Werte widersprechen einander. Berichtigen Sie sie, oder behalten Sie es als Entwurf.',
  MEASUREMENT_WRONG: 'Die Messung lässt sich nicht lesen.',
  FORM_WRONG: 'An diese Ablesung des Testblatts lässt sich nichts anpassen.',
  STOCK_FILE_WRONG: 'Die Lagerdatei lässt sich nicht aufnehmen.',
  SHOP_FILE_WRONG: 'Die Betriebsdatei lässt sich nicht aufnehmen.',
  REQUEST_INVALID: 'Die Anfrage ist nicht, was hier erwartet wird.',
  REQUEST_UNREADABLE: 'Die Anfrage lässt sich nicht lesen.',
  REQUEST_TOO_LARGE:
    'Die Anfrage ist zu groß. Ein Plan dieser Größe lässt sich nicht aufheben: nehmen Sie etwas heraus.',
  VERSION_UNKNOWN: 'Diese Fassung des Auftrags gibt es nicht.',
  PERSON_UNKNOWN:
    'Niemand mit diesem Namen arbeitet hier. Sehen Sie in der Liste der Personen nach.',
  TABLET_UNKNOWN:
    'Dieses Tablet wird nicht mehr geteilt. Melden Sie sich mit dem Passwort an, und teilen Sie es neu.',
  PERSON_EXISTS:
    'Den Namen hat schon jemand. Wählen Sie einen anderen, damit klar bleibt, wer was getan hat.',
  LAST_OWNER:
    'Das ist die letzte Person mit Inhaberrechten, die sich anmelden kann. Geben Sie diese Rechte zuerst jemand anderem.',
  NOBODY_SIGNS_IN:
    'Hier meldet sich niemand an: Kyanos läuft für eine Person an diesem Rechner. Starten Sie es für mehrere mit --host.',
  SIGN_IN_NEEDED: 'Melden Sie sich zuerst an.',
  SIGN_IN_WRONG:
    'Name und Geheimnis passen nicht zusammen. Versuchen Sie es noch einmal, oder bitten Sie um ein Einmalwort.',
  WORD_WRONG: 'Dieses Einmalwort ist falsch, verbraucht oder zu alt. Bitten Sie um ein neues.',
  PASSKEY_REFUSED:
    'Dieser Passkey ist hier nicht bekannt, oder der Browser hat abgebrochen. Melden Sie sich mit dem Passwort an.',
  NOT_ALLOWED: 'Ihre Rolle erlaubt das nicht. Bitten Sie jemanden, der es darf.',
  TOO_MANY_GUESSES:
    'Zu viele falsche Versuche. Warten Sie eine Weile, und versuchen Sie es dann noch einmal.',
  JOB_FILE_WRONG:
    'Das ist kein Auftrag von Kyanos, oder er ist beschädigt. Schreiben Sie ihn dort neu, woher er kommt, und nehmen Sie die .kyanos-job.zip so auf, wie sie ist.',
  KEY_REUSED:
    'Eine andere Anfrage hatte diesen Idempotency-Key. Geben Sie jeder Anfrage einen eigenen.',
  FOREIGN_PAGE:
    'Diese Anfrage kommt von einer fremden Seite. Öffnen Sie Kyanos unter seiner eigenen Adresse.',
  FILE_TOO_LARGE:
    'Die Datei ist zu groß. Verringern Sie die Auflösung oder reduzieren Sie die Transparenz, und senden Sie sie noch einmal.',
  PLAN_NEWER: 'Der Plan wurde von einer neueren Version von Kyanos gespeichert.',
  PLAN_UNREADABLE: 'Der Plan lässt sich nicht lesen.',
  STACK_NOTATION: 'Die Schreibweise des Aufbaus lässt sich nicht lesen.',
  RULE_TEXT: 'Die Regel einer Platte lässt sich nicht lesen.',
  MODE_UNKNOWN: 'Die Maschine hat keinen solchen Modus.',
  PLATE_UNKNOWN: 'Der Plan hat keine solche Platte.',
  PLATE_ELSEWHERE: 'Die Platte eines anderen Auftrags ist hier nicht zu haben.',
  NO_MACHINE:
    'Keine Maschine des Betriebs kann diesen Aufbau auf einem seiner Materialien drucken. Beginnen Sie mit einer anderen Vorlage.',
  LAYOUT_TOO_LARGE: 'Nicht ein Nutzen passt.',
  LAYOUT_TOO_MANY: 'Es sind mehr Nutzen, als sich zusammen anordnen lassen.',
  LOOK_PLATES: 'Der Aufbau hat mehr Sonderfarbplatten, als eine Ansicht zeigen kann.',
  VIEW_UNKNOWN: 'Diese Ansicht gibt es nicht.',
  WHITE_RANGE: 'So deckend ist kein Weiß.',
  SPECTRUM_UNREACHABLE: 'Nichts gibt diese Farbe zurück.',
  MONEY_RANGE: 'Der Betrag ist zu groß, um ihn genau aufzuheben.',
  REPORT_WRONG: 'Die Berichte lassen sich nicht lesen.',
  OTHER_MACHINE: 'Dieser Auftrag ist auf einer anderen Maschine geplant.',
  ARTWORK_DAMAGED:
    'Die Datei ist beschädigt oder endet zu früh. Exportieren oder kopieren Sie sie noch einmal.',
  ARTWORK_EMPTY: 'Die Datei ist leer. Exportieren oder kopieren Sie sie noch einmal.',
  ARTWORK_TOO_LARGE:
    'Die Druckdaten sind zu groß. Wählen Sie eine kleinere Auflösung, oder drucken Sie in Teilen.',
  DPI_RANGE: 'Die Auflösung liegt außerhalb des Bereichs.',
  SCALE_RANGE: 'Der Maßstab liegt außerhalb des Bereichs.',
  TOO_MANY_PAGES: 'Die Datei hat zu viele Seiten. Teilen Sie sie.',
  TOO_MANY_SPOTS: 'Die Datei hat zu viele Sonderfarben. Führen Sie einige zusammen.',
  PDF_ENCRYPTED: 'Die PDF ist mit einem Passwort geschützt.',
  PDF_NOT_RIPPED: 'Aus der PDF lassen sich keine Platten machen.',
  PDF_TOO_SLOW:
    'Die PDF dauert zu lange. Reduzieren Sie die Transparenz, oder verringern Sie die Auflösung.',
  SVG_NO_SIZE: 'Die SVG hat keine Größe.',
  SVG_TOO_SLOW: 'Die SVG braucht zu lange zum Zeichnen.',
  SVG_UNSAFE: 'Die SVG bindet ein, was außerhalb von ihr liegt.',
  TIFF_BLOCK_TOO_LARGE: 'Ein Streifen oder eine Kachel der TIFF ist zu groß.',
  TIFF_COLOUR: 'Der Farbraum der TIFF lässt sich nicht lesen.',
  TIFF_DEPTH: 'Die Bittiefe der TIFF lässt sich nicht lesen.',
  TIFF_PACKING: 'Die Kompression der TIFF lässt sich nicht lesen.',
  TIFF_PAGES: 'Die TIFF hat mehrere Seiten.',
  READER_BROKE: 'Die Datei ließ sich nicht lesen: der Leser endete mittendrin.',
  READER_KILLED: 'Die Datei ließ sich nicht lesen: der Leser wurde von außen beendet.',
  READING_TOO_LARGE: 'Das Lesen der Datei braucht mehr Platz, als da ist.',
  READING_TOO_SLOW: 'Das Lesen der Datei dauert zu lange.',
  DISK_LIMIT:
    'Die Platten brauchen mehr Platz auf der Festplatte, als erlaubt ist. Wählen Sie eine kleinere Auflösung.',
  WORK_ABANDONED: 'Das wurde mehrmals begonnen und kam nie zum Ende.',
  TOO_SLOW:
    'Das zu berechnen dauert zu lange. Planen Sie weniger Stück oder weniger Aufträge auf einem Bogen, oder versuchen Sie es, wenn weniger los ist.',
  TOO_BUSY: 'Gerade wird zu viel berechnet. Versuchen Sie es gleich noch einmal.',
  DISK_FULL:
    'Auf der Festplatte ist kein Platz mehr. Schaffen Sie Platz, und versuchen Sie es noch einmal; was gespeichert war, ist sicher.',
  DATABASE_GONE:
    'Die Datenbank antwortet nicht. Was gespeichert war, ist sicher; versuchen Sie es gleich noch einmal.',
  INTERNAL:
    'Bei uns ist etwas schiefgegangen. Was gespeichert war, ist sicher; versuchen Sie es noch einmal.',
  UNREACHABLE:
    'Der Server antwortet nicht. Was Sie getippt haben, wird hier aufgehoben und gespeichert, sobald er wieder da ist.',
  ANSWER_UNREADABLE:
    'Der Server gab eine Antwort, die sich nicht lesen lässt. Laden Sie die Seite neu.',
  CANCELLED: 'Das Hochladen wurde abgebrochen.',
  PRESS_UNKNOWN: 'Dieser Auftrag wurde nie gesendet oder ist fort.',
  NO_PRINTER: 'Diese Maschine hat keine Druckeradresse. Gib ihr eine unter Warteschlange, Drucker.',
  ALREADY_SENT:
    'Dieser Auftrag ist schon beim Drucker. Brich ihn dort ab, bevor du ihn noch einmal sendest.',
  PRINTER_REFUSED: 'Der Drucker hat abgelehnt.',
  PRINTER_FORGOT:
    'Der Drucker kennt diesen Auftrag nicht mehr. Sieh an der Maschine nach und sende ihn für die fehlenden Exemplare noch einmal.',
  PRINTER_GONE:
    'Der Drucker antwortet nicht. Prüfe, ob er eingeschaltet ist und ob seine Adresse stimmt.',
};
