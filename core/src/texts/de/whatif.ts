import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const whatif: Translated<typeof en>['whatif'] = {
  laydownAllInks: 'Auftragsmenge aller Farben',
  priceInk: 'Farbpreis',
  lossStartTrip: 'Verlust zu Beginn eines Durchgangs',
  priceMaterial: 'Preis des Materials',
  speedCarriage: 'Geschwindigkeit des Schlittens',
  machinesHour: 'Die Maschinenstunde',
  settingUp: 'Einrichten',
  operatorsHour: 'Die Bedienerstunde',
  drying: 'Trocknen',
  gapBetweenPieces: 'Abstand zwischen Nutzen',
  finishingExtras: 'Weiterverarbeitung und Extras',
  fewTripsMachineCan: 'So wenige Durchgänge, wie die Maschine kann',
  oneTripEachLayer: 'Ein Durchgang je Schicht',
  oneTripEachLayerWhiteTwo: 'Ein Durchgang je Schicht, Weiß in zwei Lagen',
};
