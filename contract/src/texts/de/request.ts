import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const request: Translated<typeof en>['request'] = {
  lowerCaseLettersDigits: 'sind Kleinbuchstaben, Ziffern und Bindestriche',
  risesFromPointPoint: 'steigt von Punkt zu Punkt',
  capitalUpThreeLetters:
    'ist ein Großbuchstabe und bis zu drei Buchstaben oder Ziffern, etwa C, Lc oder W',
  goesFromPointPoint: 'geht von Punkt zu Punkt mit steigender Deckung',
  oneProcessInkTwo: 'ist eine Prozessfarbe, oder zwei von C, M und Y',
  wouldTakeAwayMore: 'nähme mehr von C, M oder Y weg, als da ist; verringern Sie es oder die Kurve',
  keyInkOneTwo:
    'ist {channel}; das Kürzel einer Farbe der Rolle {role} ist {letter}, oder {letter} mit einem oder zwei kleinen Buchstaben, ohne x',
  processInkWithoutSplit: 'ist {channel}; eine Prozessfarbe ohne Aufteilung ist C, M, Y oder K',
  neededWhatInkLays: 'ist nötig: was diese Farbe aufträgt, wo die Druckdaten C, M, Y oder K haben',
  processLightExtraInks: 'ist für Prozess-, helle und zusätzliche Farben',
  neededWhiteInk: 'ist für weiße Farbe nötig',
  dropsOneAnotherLeave:
    'ist {contrastRatio}, und {drops} Tropfen übereinander lassen so viel frei, dass eine Vollfläche höchstens {most} hat; messen Sie den Keil noch einmal',
  hasTwoInksOne: 'hat zwei Farben mit einem Kürzel',
  givesBackMoreLight:
    'gibt mehr Licht zurück, als es bekommt: {all} gestreut, {mirror} gespiegelt und {transmittance} durchgelassen sind zusammen {all2}. Messen Sie noch einmal, oder verringern Sie eines davon',
  hasPageTwiceAdd: 'hat eine Seite zweimal; zählen Sie ihre Stück in einer Zeile zusammen',
  whichNoneVersions: 'ist {page}, die keine der Versionen ist',
  printOnePageFront: 'ist für einen Druck mit einer Seite vorn; mit Versionen ist es null',
  versionsAddUp: 'ist {copies}, und die Versionen ergeben {copies2}',
  field: 'dem Feld {path}',
  thereNoFieldRemove:
    'Ein Feld {keys} gibt es nicht in {where}. Entfernen Sie es, oder sehen Sie in docs/plan-files.md, welche Felder es gibt.',
  somethingWrong: 'Etwas stimmt nicht mit {where}: {message}.',
  most1000Names: 'höchstens 1000 Namen',
  most2000Products: 'höchstens 2000 Produkte',
  daySuch202611: 'ist ein Tag wie 2026-11-27',
  noFileShopHas:
    'Das ist keine Betriebsdatei: „kyanosShop“ mit der Nummer des Formats fehlt. Wählen Sie eine, die mit „Export“ geschrieben wurde.',
  shopWrittenNewerVersion:
    'Dieser Betrieb wurde von einer neueren Version von Kyanos geschrieben (Format {kyanosShop}; diese liest bis {newest}). Aktualisieren Sie zuerst diese.',
  file: 'der Datei',
  plan: 'dem Plan',
  savedNewerVersionKyanos:
    'Das wurde von einer neueren Version von Kyanos gespeichert (Planformat {format}; diese liest bis {newest}). Öffnen Sie es mit jener Version, oder aktualisieren Sie diese.',
  clock: 'Eine Uhrzeit wie 08:30.',
  shiftEndsLater: 'Eine Schicht endet später, als sie beginnt.',
  openSomeDay: 'An mindestens einem Tag der Woche ist jemand da.',
  printerAddress: 'Eine Adresse wie ipp://192.168.1.20/ipp/print wird gebraucht.',
};
