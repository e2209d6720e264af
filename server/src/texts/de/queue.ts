import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const queue: Translated<typeof en>['queue'] = {
  notWorkedOutYet: 'Seine Zeit wird gerade berechnet.',
  cantBePrinted: 'Er kann so, wie er geplant ist, nicht gedruckt werden.',
  platesNotBuilt: 'Seine Platten sind noch nicht erzeugt.',
  calendar: 'Druckwarteschlange',
  secondTrips: 'zweiter Durchgang',
  jobNumber: 'Auftrag {number}',
  lateBy: '{minutes} min zu spät',
  tooMany: 'Nur die {most}, die zuerst fällig sind, stehen in der Warteschlange.',
  wholeDay: 'EEEE, d. MMMM',
  shortTime: 'EEE d. MMM HH:mm',
};
