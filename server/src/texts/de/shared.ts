import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const shared: Translated<typeof en>['shared'] = {
  thereNothingAddress: 'Unter dieser Adresse gibt es nichts.',
  toldMachine: 'an der Maschine gesagt',
  requestCantRead: 'Die Anfrage lässt sich nicht lesen: {message}.',
  tooDeep:
    'Die Anfrage lässt sich nicht lesen: Ihre Listen liegen mehr als {most} tief ineinander.',
  begunTimesEachTime:
    'Das wurde {attempts}-mal begonnen, und jedes Mal endete das Programm mittendrin. Die Datei braucht vielleicht mehr, als diese Maschine hat: verringern Sie die Auflösung, dann nehmen Sie sie noch einmal auf.',
  numberOf: 'Geschieht es wieder, nennen Sie dem, der sich um Kyanos kümmert, diese Nummer: {id}.',
  headerIdempotencyKeyMust: 'Der Kopf Idempotency-Key muss 1 bis {most} Zeichen haben.',
};
