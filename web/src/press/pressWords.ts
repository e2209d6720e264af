/** What printers and jobs at them are doing, in words. */
import type { PressState, PrinterStatus } from '@kyanos/contract';
import { dated } from '@kyanos/core';
import { t } from '../texts/texts.ts';

export const PRESS_WORDS: Readonly<Record<PressState, string>> = {
  sending: t('press.sending'),
  waiting: t('press.waiting'),
  held: t('press.held'),
  printing: t('press.printing'),
  stopped: t('press.stopped'),
  done: t('press.done'),
  cancelled: t('press.cancelled'),
  failed: t('press.failed'),
};

/** Why a printer stands, as RFC 8011 calls it; severities at the end of a keyword are left off. */
const REASONS: Readonly<Record<string, string>> = {
  'marker-supply-empty': t('press.inkEmpty'),
  'marker-supply-low': t('press.inkLow'),
  'media-empty': t('press.mediaEmpty'),
  'media-needed': t('press.mediaEmpty'),
  'media-jam': t('press.mediaJam'),
  'marker-waste-full': t('press.wasteFull'),
  'marker-waste-almost-full': t('press.wasteNearlyFull'),
  'cover-open': t('press.coverOpen'),
  'door-open': t('press.coverOpen'),
  paused: t('press.paused'),
};
function reasonWords(reason: string): string {
  const keyword = reason.replace(/-(error|warning|report)$/, '');
  return REASONS[keyword] ?? keyword.replaceAll('-', ' ');
}

export const reasonsOf = ({ reasons }: PrinterStatus): readonly string[] => [
  ...new Set(reasons.map(reasonWords)),
];

const STATES = {
  idle: t('press.idle'),
  processing: t('press.printing'),
  stopped: t('press.stands'),
} as const;

export function printerWords({ goneSince, seenAt, state }: PrinterStatus): string {
  if (goneSince !== null)
    return t('press.goneSince', { time: dated(new Date(goneSince), t('shared.dayAndTime')) });
  return state === null || seenAt === null ? t('press.asked') : STATES[state];
}
