/** The queue as it stands, laid out in time: for calendars and papers, as the screen lays it out. */
import type { QueueState } from '@kyanos/contract';
import { jobOfTask, placedTasks, schedule, shiftsFrom, wholeOrder, type Bar } from '@kyanos/core';

const MINUTE_MS = 60_000;

export interface LaidOut {
  readonly bar: Bar;
  readonly job: QueueState['jobs'][number];
  readonly machine: string;
  readonly from: Date;
  readonly to: Date;
  readonly finish: Date;
  readonly material: string;
}

/** Bars with the jobs they are of, in the order of their machines. */
export function laidOut(state: QueueState): LaidOut[] {
  const begins = new Date(state.begins);
  const { hours, machines, kept } = state;
  const tasks = placedTasks(state.tasks, kept, begins);
  const ids = machines.map(({ id }) => id);
  const { bars } = schedule(
    { ...hours, machines, tasks, shifts: shiftsFrom(hours, begins) },
    wholeOrder(kept.machines, tasks, ids),
  );
  const at = (minutes: number) => new Date(begins.getTime() + Math.round(minutes) * MINUTE_MS);
  const names = new Map(machines.map(({ id, name }) => [id, name]));
  const jobs = new Map<string, LaidOut['job']>(state.jobs.map((job) => [job.id, job]));
  const works = new Map(tasks.map(({ id, on }) => [id, on]));
  return bars.flatMap((bar) => {
    const job = jobs.get(jobOfTask(bar.taskId));
    if (!job) return [];
    return [
      {
        bar,
        job,
        machine: names.get(bar.machineId) ?? bar.machineId,
        from: at(bar.from),
        to: at(bar.to),
        finish: at(bar.finish),
        material: works.get(bar.taskId)?.[bar.machineId].wants.materialName ?? '',
      },
    ];
  });
}
