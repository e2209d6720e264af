import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const reader: Translated<typeof en>['reader'] = {
  thereNoRoomDisk:
    'Auf der Festplatte ist kein Platz für die Platten. Schaffen Sie Platz, dann nehmen Sie die Datei noch einmal auf.',
  readingFileCameNo:
    'Das Lesen der Datei kam nicht zum Ende: {seconds} s lang war nichts zu hören. Reduzieren Sie die Transparenz, vereinfachen Sie sie, oder exportieren Sie sie noch einmal.',
  platesFileTakeMore:
    'Die Platten dieser Datei brauchen mehr als {most} auf der Festplatte. Wählen Sie eine kleinere Auflösung, oder nehmen Sie die Seiten einzeln auf.',
  allFilesBeingRead:
    'Alle Dateien, die gelesen werden, brauchen zusammen mehr als {most} auf der Festplatte. Warten Sie, bis einige fertig sind, dann nehmen Sie diese noch einmal auf.',
  kyanosCouldNotRead: 'Kyanos konnte eine Datei nicht lesen; das ist ein eigener Fehler. {details}',
  kyanosCantMakeSense:
    'Kyanos wird aus dieser Datei nicht klug und hätte sagen müssen, warum. Exportieren Sie sie auf andere Weise, und senden Sie uns die Datei.',
  readingFileTakesMore:
    'Das Lesen der Datei braucht mehr Speicher als die {memory} GB, die es haben darf. Reduzieren Sie die Transparenz, vereinfachen Sie sie, oder verringern Sie die Auflösung.',
  readingFileTakesMoreTimeDisk:
    'Das Lesen der Datei braucht mehr Zeit oder Platz, als eine Datei haben darf. Reduzieren Sie die Transparenz, vereinfachen Sie sie, oder verringern Sie die Auflösung.',
  endedFromOutside:
    'Das Programm, das diese Datei liest, wurde von außen beendet, meist weil der Maschine der Speicher ausging. Versuchen Sie es noch einmal; geschieht es wieder, verringern Sie die Auflösung.',
  readerEnded: 'Der Leser endete mit {signal}. {text}',
};
