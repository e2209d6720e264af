import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const whitecare: Translated<typeof en>['whitecare'] = {
  keepMoving: 'In Bewegung halten',
  whiteStaysWhatJobs:
    'Weiß bleibt drin; was die Aufträge nicht brauchen, wird weggedruckt, damit es sich nicht absetzt.',
  parkHeads: 'Köpfe parken',
  headsRestCirculatingHolder:
    'Köpfe ruhen in einem umwälzenden Halter und werden für die Wochen eingesetzt, die Weiß brauchen.',
  flushOut: 'Ausspülen',
  whitePutWeeksWant: 'Weiß wird für die Wochen eingesetzt, die es brauchen, und wieder ausgespült.',
  gatherIntoOneDay: 'An einem Tag sammeln',
  workWhiteWaitsUp:
    'Weißarbeit wartet bis zu {gatherWeeks} Wochen und wird zusammen gedruckt; dazwischen wird Weiß ausgespült.',
  sendOut: 'Vergeben',
  anotherShopPrintsWhat: 'Ein anderer Betrieb druckt, was Weiß braucht.',
  cleaningFluid: 'Reinigungsflüssigkeit',
  boughtFromAnotherShop: 'bei einem anderen Betrieb gekauft',
  containersOpenedLessWhat:
    'geöffnete Behälter, weniger was vom letzten noch gebraucht wird + Lohn + Flüssigkeit + Ware',
  printedAwayLost: 'weggedruckt oder verloren',
  thrownAwayAge: 'wegen Alters weggeworfen',
  mlLastOneMl: 'zu {ml} mL; vom letzten werden noch {goodMl} mL gebraucht',
  ink: 'Farbe',
  labour: 'Lohn',
  weeks: 'Wochen',
  wanted: 'gebraucht',
  containers: 'Behälter',
  operator: 'Bediener',
};
