import type { JobId, ReportId, ReportsTaken, StoredReport, Wire } from '@kyanos/contract';
import {
  DomainError,
  withLearnt,
  type JobReport,
  type Lesson,
  type Machine,
  type ReportRow,
} from '@kyanos/core';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import { readyArtwork } from '../artwork/queries.ts';
import type { Db } from '../db.ts';
import { jobById, jobNamed } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { redraw } from '../stock/jobs.ts';
import { changeMachine, machineById } from '../shop/queries.ts';
import { t } from '../texts/texts.ts';

interface Row {
  readonly id: ReportId;
  readonly jobId: JobId | null;
  readonly data: JobReport;
}

export async function reportsOf(db: Db, machineId: string): Promise<Wire<StoredReport>[]> {
  const { rows } = await db.query<Row>(
    `select id, job_id as "jobId", data from job_report
     where machine_id = $1::text order by reported_at, id`,
    [machineId],
  );
  return rows.map(({ id, jobId, data }) => ({ id, jobId, report: data }));
}

/** Takes reports in, in the transaction it is called in: each is put beside what its job's plan predicts on this machine as it is now. */
export async function takeReports(db: Db, machineId: string, text: string): Promise<ReportsTaken> {
  const machine = await machineById(db, machineId);
  const left: { job: string; why: string }[] = [];
  const taken: string[] = [];
  for (const row of await aside('readReports', {
    text,
    channels: machine.inks.map(({ channel }) => channel),
  })) {
    const jobId = await jobNamed(db, row.job);
    if (!jobId) {
      left.push({ job: row.job, why: t('reports.noJobBoardHas') });
      continue;
    }
    try {
      await keepReport(db, machineId, jobId, row);
      taken.push(jobId);
    } catch (error) {
      if (!(error instanceof DomainError)) throw error;
      left.push({ job: row.job, why: error.message });
    }
  }
  for (const jobId of taken) await redraw(db, jobId, { by: machine.name });
  return { taken: taken.length, left };
}

/**
 * Keeps what a machine reported of a job, beside what the job's plan predicts, in the transaction it is called in.
 *
 * @throws DomainError `OTHER_MACHINE`, `NO_ARTWORK`, `NOT_PRINTABLE`, `PLATES_NOT_READY`; then nothing is kept
 */
export async function keepReport(
  db: Db,
  machineId: string,
  jobId: string,
  row: ReportRow,
): Promise<void> {
  const report = await besidePlan(db, jobId, await machineById(db, machineId), row);
  await db.query(
    'insert into job_report (machine_id, job_id, data) values ($1::text, $2::uuid, $3::jsonb)',
    [machineId, jobId, JSON.stringify(report)],
  );
}

async function besidePlan(
  db: Db,
  jobId: string,
  machine: Machine,
  row: ReportRow,
): Promise<JobReport> {
  const { plan, artworkId } = await jobById(db, jobId);
  if (plan.machine.id !== machine.id)
    throw new DomainError(
      'OTHER_MACHINE',
      t('reports.jobPlannedSendReport', { machine: plan.machine.name }),
    );
  if (!artworkId) throw new DomainError('NO_ARTWORK', t('reports.jobHasNoArtwork'));
  const info = await readyArtwork(db, artworkId);
  const measures = await measuresFor(db, artworkId, plan);
  const planned = await aside('predicted', { plan, info, measures, machine });
  if (!planned) throw new DomainError('NOT_PRINTABLE', t('reports.jobCantPrintedPlanned'));
  return { ...row, ...planned };
}

export async function setUse(db: Db, id: string, use: boolean | null): Promise<void> {
  const { rowCount } = await db.query(
    use === null
      ? `update job_report set data = data - 'use' where id = $1::uuid`
      : `update job_report set data = jsonb_set(data, '{use}', to_jsonb($2::boolean)) where id = $1::uuid`,
    use === null ? [id] : [id, use],
  );
  if (!rowCount) throw new DomainError('REPORT_UNKNOWN');
}

export async function removeReport(db: Db, id: string): Promise<void> {
  await db.query('delete from job_report where id = $1::uuid', [id]);
}

/** Puts what reports say in the place of the machine's figures. What was taken over from a report is not learnt again. */
export const takeOver = (
  pool: pg.Pool,
  machineId: string,
  subjects: readonly Lesson['about'][],
  by: string,
): Promise<Machine> =>
  changeMachine(pool, machineId, by, async (machine, db) => {
    const stored = await reportsOf(db, machineId);
    const reports = stored.map(({ report }) => report);
    const learning = await aside('learnt', { machine, reports });
    for (const [i, { id, report }] of stored.entries()) {
      const learnt = learning.lessons
        .filter(({ about, reports }) => subjects.includes(about) && reports.includes(i))
        .map(({ about }) => about);
      if (learnt.length > 0)
        await db.query('update job_report set data = $2::jsonb where id = $1::uuid', [
          id,
          JSON.stringify({ ...report, learnt: [...(report.learnt ?? []), ...learnt] }),
        ]);
    }
    return withLearnt(machine, learning, subjects);
  }).then(({ machine }) => machine);
