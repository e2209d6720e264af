/** What became of a job beside its plan, in words. */
import type { JobEvent } from '@kyanos/contract';
import { dated, type JobState, type Priority } from '@kyanos/core';
import { PRIORITY_WORDS, STATE_WORDS } from '../board/orderWords.ts';
import { t } from '../texts/texts.ts';

const due = (at: string | null) =>
  at === null ? t('board.noDueTime') : dated(new Date(at), t('shared.dayAndTime'));

export function jobEventWords({ what, was, now }: JobEvent): string {
  switch (what) {
    case 'state':
      return t('shop.eventState', {
        was: STATE_WORDS[was as JobState],
        now: STATE_WORDS[now as JobState],
      });
    case 'due':
      return t('shop.eventDue', { was: due(was), now: due(now) });
    case 'priority':
      return t('shop.eventPriority', {
        was: PRIORITY_WORDS[was as Priority],
        now: PRIORITY_WORDS[now as Priority],
      });
    case 'notes':
      return now ? t('shop.eventNotes', { now }) : t('shop.eventNoNotes');
    case 'away':
      return now === null ? t('shop.eventBack') : t('shop.eventAway');
  }
}
