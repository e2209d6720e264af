/** What is due, as a calendar that phones and offices subscribe to. */
import ical from 'ical-generator';
import type { DueOnWire } from '@kyanos/contract';
import { t } from '../texts/texts.ts';

/** iCalendar (RFC 5545) with an entry for the whole day for each thing that is due. */
export function dueCalendar(
  due: readonly (DueOnWire & { readonly machine: string; readonly name: string })[],
  now: Date,
): string {
  const calendar = ical({ name: t('care.careMachines'), prodId: '//Kyanos//care//EN' });
  for (const { code, when, says, machine, name } of due)
    calendar.createEvent({
      // The same thing keeps its name, so that a calendar that asks again shows it once.
      id: `${machine}-${code}`,
      start: now,
      allDay: true,
      stamp: now,
      summary: `${name}: ${when === 'now' ? t('care.beforeNextPrint') : t('care.soon')}`,
      description: says,
    });
  return calendar.toString();
}
