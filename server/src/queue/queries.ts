/** What stands in the queue: jobs that are to be printed, machines as they stand, and what a hand has said of both. */
import type { JobId, QueueState } from '@kyanos/contract';
import {
  DomainError,
  FIT_HEADS_MINUTES,
  NO_QUEUE,
  PRIORITY_WEIGHTS,
  tripsApart,
  USUAL_HOURS,
  type Priority,
  type Machine,
  type Queued,
  type QueueMachine,
  type TaskWork,
  type WorkingHours,
} from '@kyanos/core';
import type pg from 'pg';
import type { Db } from '../db.ts';
import { stateOf } from '../floor.ts';
import { revisionOf } from '../revisions.ts';
import { itemsOf } from '../shop/items.ts';
import { settingOf } from '../settings/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { needOf } from '../stock/jobs.ts';
import { stockThere } from '../stock/queries.ts';
import { t } from '../texts/texts.ts';

const MINUTE_MS = 60_000;

/** The state of a queue's jobs, in which they stand in it. */
const QUEUED = ['accepted', 'ready', 'printing'] as const;
/** Of those that nobody asked about yet, so many are worked out at once. */
const MOST_AT_ONCE = 40;
/** More jobs than this are no queue: the others are named, so many of them. */
const MOST_JOBS = 500;
const MOST_NAMED = 2000;

interface Row {
  readonly id: JobId;
  readonly number: number;
  readonly name: string;
  readonly customer: string;
  readonly state: (typeof QUEUED)[number];
  readonly due: Date | null;
  readonly copies: number;
  readonly priority: Priority;
  readonly home: string;
  readonly works: Readonly<Record<string, TaskWork>> | null;
}

const JOBS = /* sql */ `
  select j.id, j.number::int, h.name, coalesce(v.plan ->> 'customer', '') as customer, j.state, j.due, h.copies, j.priority,
         v.plan #>> '{machine,id}' as home, n.works
  from job j join job_head h on h.job_id = j.id
  join job_version v on v.job_id = h.job_id and v.version = h.version
  left join job_need n on n.job_id = h.job_id and n.version = h.version`;

/** What a job is on each machine; nothing where it can't be printed, undefined where that is not known yet. */
async function worksOf(db: Db, row: Row): Promise<Readonly<Record<string, TaskWork>> | undefined> {
  if (row.works) return row.works;
  try {
    await needOf(db, row.id);
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return undefined;
  }
  const { rows } = await db.query<Row>(`${JOBS} where j.id = $1::uuid`, [row.id]);
  return rows[0]?.works ?? undefined;
}

/** A job as one task. */
const taskOf = (
  { id, name, due, priority, home, state }: Row,
  works: Readonly<Record<string, TaskWork>>,
  begins: Date,
): Queued => ({
  id,
  name,
  on: works,
  weight: PRIORITY_WEIGHTS[priority],
  home,
  printing: state === 'printing',
  ...(due && { due: (due.getTime() - begins.getTime()) / MINUTE_MS }),
});

/** A machine as it stands now. What lies in it is the material of what it printed last. */
async function queueMachine(
  db: Db,
  machine: Machine,
  hours: WorkingHours,
  labourRate: number,
): Promise<QueueMachine> {
  const { state } = await stateOf(db, machine);
  const { rows } = await db.query<{ material: string | null }>(
    `select v.plan #>> '{material,id}' as material from care_event e
     join job_head h on h.job_id = e.job_id join job_version v on v.job_id = h.job_id and v.version = h.version
     where e.machine_id = $1::text and e.act = 'printed' and e.holds order by e.at desc limit 1`,
    [machine.id],
  );
  const material = rows[0]?.material;
  return {
    id: machine.id,
    name: machine.name,
    setup: {
      headsParked: state.headsParked === true,
      out: state.out ?? [],
      ...(state.whiteSlot && { slot: state.whiteSlot }),
      ...(material && { material }),
    },
    freeAt: 0,
    slotMinutes: machine.whiteSlot?.minutes ?? 0,
    headsMinutes: FIT_HEADS_MINUTES,
    materialMinutes: hours.materialMinutes,
    ...(machine.fitting && { fitting: machine.fitting }),
    hourRate: machine.hourRate + labourRate,
    leftMl: Object.fromEntries(
      Object.entries(state.leftMl).filter(
        (entry): entry is [string, number] => entry[1] !== undefined,
      ),
    ),
  };
}

/** What lies on the shelf of each material, reserved or not. */
async function shelfOf(db: Db): Promise<Record<string, number>> {
  const free: Record<string, number> = {};
  for (const { product, left } of await stockThere(db, 'material'))
    free[product] = (free[product] ?? 0) + left;
  return free;
}

export async function queueState(pool: pg.Pool, now = new Date()): Promise<QueueState> {
  const begins = new Date(Math.floor(now.getTime() / MINUTE_MS) * MINUTE_MS);
  const [hours = USUAL_HOURS, kept = NO_QUEUE, revision, { prices }] = await Promise.all([
    settingOf(pool, 'hours'),
    settingOf(pool, 'queue'),
    revisionOf(pool, 'setting', 'queue'),
    shopOf(pool),
  ]);
  const active = (await itemsOf(pool, 'machine')).filter(({ standing }) => standing === 'active');
  const machines = await Promise.all(
    active.map(({ data }) => queueMachine(pool, data, hours, prices.labourRate)),
  );
  const { rows } = await pool.query<Row>(
    `${JOBS} where j.state = any ($1::text[]) order by j.due nulls last, j.number limit $2::int`,
    [QUEUED, MOST_NAMED],
  );
  const there = new Set(machines.map(({ id }) => id));
  const tasks: Queued[] = [];
  const jobs: QueueState['jobs'][number][] = [];
  const left: QueueState['left'][number][] = [];
  let asked = 0;
  for (const [i, row] of rows.entries()) {
    if (i >= MOST_JOBS) {
      left.push({ id: row.id, name: row.name, why: t('queue.tooMany', { most: MOST_JOBS }) });
      continue;
    }
    if (!row.works && asked++ >= MOST_AT_ONCE) {
      left.push({ id: row.id, name: row.name, why: t('queue.notWorkedOutYet') });
      continue;
    }
    const known = await worksOf(pool, row);
    const works = Object.fromEntries(
      Object.entries(known ?? {}).filter(([machine]) => there.has(machine)),
    );
    if (Object.keys(works).length === 0) {
      const why = known ? t('queue.cantBePrinted') : t('queue.platesNotBuilt');
      left.push({ id: row.id, name: row.name, why });
      continue;
    }
    tasks.push(taskOf(row, works, begins));
    const { id, number, name, customer, state, due, copies } = row;
    const apartOn = Object.keys(works).filter((machine) => tripsApart(works[machine]));
    jobs.push({
      id,
      number,
      name,
      customer,
      state,
      due: due?.toISOString() ?? null,
      copies,
      apartOn,
    });
  }
  return {
    begins: begins.toISOString(),
    hours,
    machines,
    tasks,
    jobs,
    free: await shelfOf(pool),
    kept,
    revision,
    currency: prices.currency,
    left,
  };
}

/**
 * A job as it would stand in the queue, whatever its state.
 *
 * @param begins when the minutes of that queue begin
 * @throws DomainError `JOB_UNKNOWN`
 */
export async function quotedTask(
  pool: pg.Pool,
  id: JobId,
  begins: Date,
): Promise<{ readonly task: Queued | null; readonly why: string }> {
  const { rows } = await pool.query<Row>(`${JOBS} where j.id = $1::uuid`, [id]);
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  const works = await worksOf(pool, rows[0]);
  if (!works) return { task: null, why: t('queue.platesNotBuilt') };
  if (Object.keys(works).length === 0) return { task: null, why: t('queue.cantBePrinted') };
  return { task: taskOf(rows[0], works, begins), why: '' };
}
