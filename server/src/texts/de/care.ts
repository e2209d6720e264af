import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const care: Translated<typeof en>['care'] = {
  careMachines: 'Pflege der Maschinen',
  beforeNextPrint: 'vor dem nächsten Druck',
  procedureStoppedBegunAgain:
    'Eine Anleitung wird abgebrochen und neu begonnen, nicht zurückgenommen.',
  entryUndoneAlreadyUndo:
    'Dieser Eintrag wurde schon zurückgenommen. Nehmen Sie das Zurücknehmen zurück, um ihn wiederzuholen.',
  noPictureCanShown: 'Das ist kein Bild, das sich zeigen lässt. Wählen Sie JPEG, PNG oder WebP.',
  liesFutureLogbookTakes: 'Das liegt in der Zukunft. Das Logbuch nimmt, was geschehen ist.',
  shopHasProcedureNo:
    'Der Betrieb hat die Anleitung „{what}“ nicht mehr. Nehmen Sie sie wieder in Gebrauch, um weiterzumachen.',
  procedureHasSteps: 'Diese Anleitung hat {n} Schritte.',
  careWhiteWeeks: 'Pflege von Weiß in {weeks} Wochen',
  inkDrawnCarePrice: 'für die Pflege verbrauchte Farbe × ihr Preis + Minuten × Lohn',
  inkDrawnCare: 'für die Pflege verbrauchte Farbe',
  fromLogbook: 'aus dem Logbuch',
  priceWhite: 'Preis von Weiß',
  minutes: 'Minuten',
  labour: 'Lohn',
  priceList: 'Preisliste',
  soon: 'bald',
};
