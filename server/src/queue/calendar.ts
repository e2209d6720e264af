/** The queue as a calendar that phones and offices subscribe to. */
import type { QueueState } from '@kyanos/contract';
import ical from 'ical-generator';
import { t } from '../texts/texts.ts';
import { laidOut } from './laidOut.ts';

/** iCalendar (RFC 5545) with an entry for each job at its machine, from the first hand on it until it is dry. */
export function queueCalendar(state: QueueState, stamp: Date): string {
  const calendar = ical({ name: t('queue.calendar'), prodId: '//Kyanos//queue//EN' });
  for (const { bar, job, machine, from, finish } of laidOut(state))
    calendar.createEvent({
      // The same job keeps its name, so that a calendar that asks again moves it.
      id: `queue-${bar.taskId}`,
      start: from,
      end: finish,
      stamp,
      summary: `${machine}: ${job.name}${job.id === bar.taskId ? '' : ` (${t('queue.secondTrips')})`}`,
      description: [
        t('queue.jobNumber', { number: job.number }),
        ...(job.customer ? [job.customer] : []),
        ...(bar.late > 1 ? [t('queue.lateBy', { minutes: Math.round(bar.late) })] : []),
      ].join('\n'),
      location: machine,
    });
  return calendar.toString();
}
