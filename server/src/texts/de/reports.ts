import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const reports: Translated<typeof en>['reports'] = {
  noJobBoardHas: 'Kein Auftrag in der Übersicht hat diesen Namen.',
  jobPlannedSendReport:
    'Dieser Auftrag ist auf {machine} geplant. Senden Sie seinen Bericht dorthin.',
  jobHasNoArtwork: 'Dieser Auftrag hat keine Druckdaten.',
  jobCantPrintedPlanned: 'Dieser Auftrag lässt sich so nicht drucken.',
};
