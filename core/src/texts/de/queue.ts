import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const queue: Translated<typeof en>['queue'] = {
  inkPutIn: 'Sonderfarbe wird eingesetzt',
  slotToUnder: 'Weiß kommt auf den Platz unter Farbe',
  slotToOther: 'Weiß kommt auf den anderen Platz',
  headsFitted: 'Geparkte Köpfe werden eingesetzt',
  materialChanged: '{material} wird eingelegt',
  changeMinutes: '{what}, {minutes} min',
  sameSetup: 'Gleiche Rüstung wie der Auftrag davor: Es wird nichts umgerüstet.',
  firstAsItStands: 'Die Maschine steht so, wie er es braucht.',
  change: '{changes}.',
  inTime: 'Fertig {spare} vor dem Termin.',
  lateAnyway: '{late} zu spät; {least} zu spät, selbst wenn er der erste wäre.',
  late: '{late} zu spät.',
  notDue: 'Niemand wartet auf einen Termin.',
  firstCosts: 'Vorgezogen würde er {effect}.',
  costMoreChange: '{minutes} Umrüsten kosten',
  costLate: 'andere um {minutes} zu spät machen',
  costBoth: '{one} und {other}',
  pinned: 'Von Hand hier festgesteckt.',
  hoursMinutes: '{hours} h {minutes} min',
  minutesOnly: '{minutes} min',
  daysHours: '{days} T {hours} h',
  printsNow: 'Er wird gerade gedruckt: Er bleibt, wo er ist.',
};
