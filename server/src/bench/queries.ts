/** Jobs at the bench: the run sheet with its ticks, and what the operator says while it is printed. */
import type { Bench, BenchState, JobId } from '@kyanos/contract';
import { dayText, DomainError, type JobState, type ReportRow } from '@kyanos/core';
import type { Db } from '../db.ts';
import { readyArtwork } from '../artwork/queries.ts';
import { aside } from '../aside/aside.ts';
import { stateForPlan } from '../floor.ts';
import { jobById } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { keepReport } from '../reports/queries.ts';
import { moveJob } from '../stock/jobs.ts';
import { t } from '../texts/texts.ts';

interface Kept {
  readonly ticks: readonly string[];
  readonly startedAt?: string;
  readonly restsSince?: string;
  /** In rests that are over. */
  readonly restedSeconds?: number;
  readonly spoilt: number;
}
const SECOND_MS = 1000;
const NOTHING: Kept = { ticks: [], spoilt: 0 };

interface Row {
  readonly number: number;
  readonly state: JobState;
  readonly due: Date | null;
  readonly notes: string;
  readonly version: number | null;
  readonly data: Kept | null;
  readonly printerFinished: boolean;
}

async function rowOf(db: Db, id: string): Promise<Row> {
  const { rows } = await db.query<Row>(
    `select j.number::int, j.state, j.due, j.notes, b.version, b.data,
       j.state = 'printing' and coalesce((select p.state = 'done' from press_job p where p.job_id = j.id
         order by p.sent_at desc limit 1), false) as "printerFinished"
     from job j left join job_bench b on b.job_id = j.id where j.id = $1::uuid`,
    [id],
  );
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  return rows[0];
}

/** The run sheet as far as it can be written. */
async function sheetOf(db: Db, id: JobId): Promise<Pick<Bench, 'steps' | 'why' | 'inks'>> {
  const { plan, artworkId } = await jobById(db, id);
  try {
    if (!artworkId) throw new DomainError('NO_ARTWORK');
    const info = await readyArtwork(db, artworkId);
    const measures = await measuresFor(db, artworkId, plan);
    const state = await stateForPlan(db, plan, id);
    const { steps, why, inks } = await aside('bench', { plan, info, measures, state });
    return { steps: steps as Bench['steps'], why, inks };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { steps: [], why: error.message, inks: [] };
  }
}

/** @throws DomainError `JOB_UNKNOWN`, and where its plan can't be read */
export async function benchOf(db: Db, id: JobId): Promise<Bench> {
  const { plan, version } = await jobById(db, id);
  const row = await rowOf(db, id);
  const { number, due, notes } = row;
  return {
    jobId: id,
    number,
    name: plan.name,
    customer: plan.customer ?? '',
    machineId: plan.machine.id,
    material: plan.material.name,
    copies: plan.layout.copies,
    due: due?.toISOString() ?? null,
    notes,
    ...(await sheetOf(db, id)),
    ...stateIn(row, version),
  };
}

function stateIn({ state, version: of, data, printerFinished }: Row, version: number): BenchState {
  const { ticks, startedAt = null, restsSince = null, spoilt } = data ?? NOTHING;
  // A changed plan is checked anew.
  const own = of === version ? [...ticks] : [];
  return { version, state, ticks: own, startedAt, restsSince, spoilt, printerFinished };
}

/** @throws DomainError `JOB_UNKNOWN` */
export async function benchState(db: Db, id: JobId): Promise<BenchState> {
  const { rows } = await db.query<{ version: number | null }>(
    'select max(version) as version from job_version where job_id = $1::uuid',
    [id],
  );
  if (rows[0].version === null) throw new DomainError('JOB_UNKNOWN');
  return stateIn(await rowOf(db, id), rows[0].version);
}

export interface BenchChange {
  readonly version: number;
  readonly tick?: { readonly check: string; readonly on: boolean };
  readonly begins?: true;
  readonly rests?: boolean;
  readonly spoilt?: number;
}

const TO_BE_PRINTED: readonly JobState[] = ['quoted', 'accepted', 'ready'];
const NOT_PRINTED: readonly JobState[] = [...TO_BE_PRINTED, 'printing', 'cancelled'];

const keep = (db: Db, id: JobId, version: number, data: Kept) =>
  db.query(
    `insert into job_bench (job_id, version, data) values ($1::uuid, $2::int, $3::jsonb)
     on conflict (job_id) do update set version = excluded.version, data = excluded.data`,
    [id, version, JSON.stringify(data)],
  );

/**
 * Changes one thing of a job at the bench, in the transaction it is called in: two tablets at the same sheet lose nothing of each
 * other. Who begins to print moves the job on.
 *
 * @throws DomainError `JOB_CONFLICT` if the plan is another by now
 */
export async function changeBench(
  db: Db,
  id: JobId,
  { version, tick, begins, rests, spoilt }: BenchChange,
  by: string,
): Promise<void> {
  const { version: now } = await jobById(db, id);
  if (version !== now) throw new DomainError('JOB_CONFLICT', t('bench.planChanged'));
  // Those who change it take turns.
  await db.query('select from job where id = $1::uuid for update', [id]);
  const { version: of, data } = await rowOf(db, id);
  const kept = data ?? NOTHING;
  const ticks = new Set(of === version ? kept.ticks : []);
  if (tick?.on) ticks.add(tick.check);
  else if (tick) ticks.delete(tick.check);
  const { restsSince, restedSeconds = 0, ...going } = kept;
  const at = new Date().toISOString();
  const stopped = rests === undefined ? restsSince : rests ? (restsSince ?? at) : undefined;
  const next: Kept = {
    ...going,
    ticks: [...ticks],
    ...(begins && { startedAt: kept.startedAt ?? at }),
    ...(stopped !== undefined && { restsSince: stopped }),
    restedSeconds:
      restsSince !== undefined && stopped === undefined
        ? restedSeconds + (Date.parse(at) - Date.parse(restsSince)) / SECOND_MS
        : restedSeconds,
    spoilt: spoilt ?? kept.spoilt,
  };
  await keep(db, id, version, next);
  if (begins) await moveJob(db, id, TO_BE_PRINTED, 'printing', { by });
}

/** A job is printed, in the transaction it is called in. What the operator knows of it is a report like a machine's. */
export async function finishBench(
  db: Db,
  id: JobId,
  given: { readonly spoilt: number; readonly minutes?: number; readonly ml: ReportRow['ml'] },
  by: string,
): Promise<{ stock: string[] }> {
  const { plan, version } = await jobById(db, id);
  await db.query('select from job where id = $1::uuid for update', [id]);
  const { state, version: of, data } = await rowOf(db, id);
  if (!NOT_PRINTED.includes(state)) return { stock: [] };
  await keep(db, id, of ?? version, { ...(data ?? NOTHING), spoilt: given.spoilt });
  const { minutes, ml } = given;
  if (minutes !== undefined || Object.keys(ml).length > 0)
    await keepReport(db, plan.machine.id, id, {
      job: plan.name,
      finished: dayText(new Date()),
      ...(minutes !== undefined && { minutes }),
      ml,
    });
  return { stock: await moveJob(db, id, NOT_PRINTED, 'done', { by }) };
}
