/** What the first limit is, at so many jobs a day: from what the demo's jobs cost here, and a simulation of the queue. */
import type { ScaleReport } from '@kyanos/contract';
import { measure, STEPS, type Cost, type JobCost, type Step } from './measure.ts';
import { daysOf, placesFor, RUSH } from './simulate.ts';

const JOBS_A_DAY = [10, 1000, 100_000] as const;
/** 95 of 100 pieces of long work begin within this. Our own choice. */
const WITHIN_S = 30;
/** Days that are simulated at each size. */
const DAYS = 5;
const PIECES = ['read', 'plates', 'files'] as const satisfies readonly Step[];
const HOUR_S = 3600;
/** Times are counted in hundredths of a second; less than a few of them is none that was measured. */
const LEAST_S = 0.05;

const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;

/** @param slots of a worker */
function scaleOf(jobs: readonly JobCost[], slots: number): ScaleReport {
  const of = (step: Step, pick: (cost: Cost) => number) => mean(jobs.map((job) => pick(job[step])));
  const steps = Object.fromEntries(
    STEPS.map((step) => [
      step,
      {
        seconds: of(step, ({ seconds }) => seconds),
        web: of(step, ({ cpu }) => cpu.web),
        worker: of(step, ({ cpu }) => cpu.worker),
        database: of(step, ({ cpu }) => cpu.database),
        kb: of(step, ({ bytes }) => bytes / 1024),
        rows: of(step, ({ rows }) => rows),
      },
    ]),
  ) as ScaleReport['steps'];
  const whole = (pick: (one: ScaleReport['steps'][Step]) => number) =>
    STEPS.reduce((sum, step) => sum + pick(steps[step]), 0);
  // A place works as long as it keeps a processor busy: the machine on which it was measured may have been shared.
  const pieces = jobs.map((job) => PIECES.map((step) => Math.max(LEAST_S, job[step].cpu.worker)));
  const days = JOBS_A_DAY.map((count) => {
    const { places, waits } = placesFor(
      daysOf(count, pieces, count > 10_000 ? 1 : DAYS, 1),
      WITHIN_S,
    );
    const rush = (count * RUSH) / HOUR_S;
    return {
      jobs: count,
      gbADay: (count * whole(({ kb }) => kb)) / 1024 / 1024,
      millionRowsADay: (count * whole(({ rows }) => rows)) / 1e6,
      places,
      workers: Math.ceil(places / slots),
      waitP50: waits.p50,
      waitP95: waits.p95,
      webCores: rush * whole(({ web }) => web),
      databaseCores: rush * whole(({ database }) => database),
      mbPerSecond: (rush * whole(({ kb }) => kb)) / 1024,
    };
  });
  return { steps, days };
}

/** Measures in a database of its own and says what it found. */
export async function scale(): Promise<ScaleReport> {
  const { testDatabase } = await import('../../../server/test/database.ts');
  const { SLOTS } = await import('../../../server/src/queue.ts');
  const { pool, url, drop } = await testDatabase();
  try {
    return scaleOf(await measure(pool, url), SLOTS);
  } finally {
    await drop();
  }
}

export function scaleInWords({ steps, days }: ScaleReport): string {
  const fixed = (value: number, digits = 2) => value.toFixed(digits);
  return [
    'step, a job on the average | seconds | processor: server | worker | database | KB | rows',
    ...STEPS.map((step) => {
      const { seconds, web, worker, database, kb, rows } = steps[step];
      return [
        step,
        fixed(seconds),
        fixed(web, 3),
        fixed(worker),
        fixed(database, 3),
        fixed(kb, 0),
        fixed(rows, 0),
      ].join(' | ');
    }),
    '',
    'jobs a day | GB a day | million rows a day | places (workers) | wait p50, p95 s | in the rush: server cores | database cores | MB/s',
    ...days.map((one) =>
      [
        one.jobs,
        fixed(one.gbADay),
        fixed(one.millionRowsADay, 3),
        `${one.places} (${one.workers})`,
        `${fixed(one.waitP50, 1)}, ${fixed(one.waitP95, 1)}`,
        fixed(one.webCores),
        fixed(one.databaseCores),
        fixed(one.mbPerSecond),
      ].join(' | '),
    ),
  ].join('\n');
}
