/** What is printed on a day, machine by machine. */
import type { QueueState } from '@kyanos/contract';
import { dated, dayText, spanWords } from '@kyanos/core';
import type { DayList } from '@kyanos/output';
import { t } from '../texts/texts.ts';
import { laidOut } from './laidOut.ts';

/** The day on which the first job begins, with all that begins on it. */
export function dayListOf(state: QueueState): Pick<DayList, 'day' | 'machines'> {
  const bars = laidOut(state);
  const first = Math.min(...bars.map(({ from }) => from.getTime()));
  const day = Number.isFinite(first) ? new Date(first) : new Date(state.begins);
  const clock = (date: Date) => dated(date, 'HH:mm');
  return {
    day: dated(day, t('queue.wholeDay')),
    machines: state.machines.map(({ id, name }) => ({
      name,
      lines: bars
        .filter(({ bar, from }) => bar.machineId === id && dayText(from) === dayText(day))
        .map(({ bar, job, from, to, material }) => ({
          time: `${clock(from)}–${clock(to)}`,
          job: [
            `${job.number} ${job.name}`,
            ...(bar.taskId === job.id ? [] : [t('queue.secondTrips')]),
            ...(job.customer ? [job.customer] : []),
          ].join(', '),
          copies: job.copies,
          material,
          before: bar.change.minutes > 0 ? spanWords(bar.change.minutes) : '',
          due: job.due ? dated(new Date(job.due), t('queue.shortTime')) : '',
          late: bar.late >= 1,
        })),
    })),
  };
}
