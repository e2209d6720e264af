/** What was done to a machine, as one says it. */
import type { LogbookEntry } from '@kyanos/contract';
import { t } from '../texts/texts.ts';
import { decimal } from '@kyanos/core';

/** `Pattern: 2 nozzles missing` */
export function careWords(what: LogbookEntry['what']): string {
  switch (what.act) {
    case 'agitated':
      return t('care.agitatedAct');
    case 'pattern':
      return what.missing.length === 0
        ? t('care.nozzlePatternWhole')
        : t('care.nozzlePatternMissing', { n: what.missing.length });
    case 'cleaned':
      return t('care.cleanedMlDrawn', { ml: what.ml });
    case 'filled':
      return t('care.put', { channel: what.channel });
    case 'flushed':
      return t('care.takenOut', { channel: what.channel });
    case 'parked':
      return t('care.headsParked');
    case 'heads-fitted':
      return t('care.headsFitted');
    case 'slot':
      return t('care.whiteSlotMovedSlotwords', { slot: SLOT_WORDS[what.to] });
    case 'waste-emptied':
      return t('care.wasteEmptiedAct');
    case 'replaced':
      return t('care.replaced', { part: what.part });
    case 'note':
      return what.text;
    case 'printed': {
      const white = what.ml.W;
      return t('care.printed', {
        what: what.name,
        rest: white ? t('care.mlWhite', { white: decimal(white, 1) }) : '',
      });
    }
    case 'run-started':
      return t('care.begun', { what: what.title });
    case 'run-ended':
      return t('care.minMlRest', {
        rest: what.finished ? t('care.done') : t('care.stopped'),
        minutes: decimal(what.minutes, 0),
        ml: decimal(what.ml, 0),
      });
    case 'run-timer':
      return t('care.timerStarted');
    case 'run-step':
      return t('care.stepTicked', { step: what.step + 1 });
    case 'undone':
      return t('care.entryUndone');
  }
}

export const SLOT_WORDS = {
  under: t('care.whiteUnderColour'),
  other: t('care.allOtherWhiteWork'),
} as const;

/** `3 h`, `2 days`: how long ago that was. */
export function agoWords(time: string, now: number): string {
  const hours = (now - Date.parse(time)) / 3_600_000;
  if (hours < 1) return t('care.minAgo', { value: Math.max(0, Math.round(hours * 60)) });
  if (hours < 48) return t('care.hAgo', { hours: Math.floor(hours) });
  return t('care.daysAgo', { hours: Math.floor(hours / 24) });
}
