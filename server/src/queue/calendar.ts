/** The queue as a calendar that phones and offices subscribe to. */
import type { QueueState } from '@kyanos/contract';
import { jobOfTask, placedTasks, schedule, shiftsFrom, wholeOrder } from '@kyanos/core';
import ical from 'ical-generator';
import { t } from '../texts/texts.ts';

const MINUTE_MS = 60_000;

/** iCalendar (RFC 5545) with an entry for each job at its machine, from the first hand on it until it is dry. */
export function queueCalendar(state: QueueState, stamp: Date): string {
  const begins = Date.parse(state.begins);
  const at = (minutes: number) => new Date(begins + Math.round(minutes) * MINUTE_MS);
  const { hours, machines, kept } = state;
  const tasks = placedTasks(state.tasks, kept, new Date(begins));
  const { bars } = schedule(
    { ...hours, machines, tasks, shifts: shiftsFrom(hours, new Date(begins)) },
    wholeOrder(
      kept.machines,
      tasks,
      machines.map(({ id }) => id),
    ),
  );
  const calendar = ical({ name: t('queue.calendar'), prodId: '//Kyanos//queue//EN' });
  const machineName = new Map(machines.map(({ id, name }) => [id, name]));
  for (const bar of bars) {
    const jobId = jobOfTask(bar.taskId);
    const job = state.jobs.find(({ id }) => id === jobId);
    if (!job) continue;
    const machine = machineName.get(bar.machineId) ?? bar.machineId;
    calendar.createEvent({
      // The same job keeps its name, so that a calendar that asks again moves it.
      id: `queue-${bar.taskId}`,
      start: at(bar.from),
      end: at(bar.finish),
      stamp,
      summary: `${machine}: ${job.name}${jobId === bar.taskId ? '' : ` (${t('queue.secondTrips')})`}`,
      description: [
        t('queue.jobNumber', { number: job.number }),
        ...(job.customer ? [job.customer] : []),
        ...(bar.late > 1 ? [t('queue.lateBy', { minutes: Math.round(bar.late) })] : []),
      ].join('\n'),
      location: machine,
    });
  }
  return calendar.toString();
}
