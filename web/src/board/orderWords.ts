/** States of a job, and how near its time is, in words. */
import type { JobFilter } from '@kyanos/contract';
import type { JobState, Lateness, Priority } from '@kyanos/core';
import { t } from '../texts/texts.ts';

export const STATE_WORDS: Readonly<Record<JobState, string>> = {
  quoted: t('board.quoted'),
  accepted: t('board.accepted'),
  ready: t('board.readyPrint'),
  printing: t('board.printing'),
  done: t('board.printed'),
  delivered: t('board.delivered'),
  closed: t('board.closed'),
  cancelled: t('board.cancelled'),
};
export const FILTER_WORDS: Readonly<Record<JobFilter, string>> = {
  open: t('board.openJobs'),
  all: t('board.allJobs'),
  away: t('board.away'),
  ...STATE_WORDS,
};
/** Never by colour alone. */
export const DUE_WORDS: Readonly<Record<Lateness, string>> = {
  late: t('board.lateDue'),
  soon: t('board.dueSoon'),
  later: t('board.due'),
};

export const PRIORITY_WORDS: Readonly<Record<Priority, string>> = {
  usual: t('board.usual'),
  soon: t('board.pressing'),
  urgent: t('board.urgent'),
};
