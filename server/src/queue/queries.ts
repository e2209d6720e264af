/** What stands in the queue: jobs that are to be printed, machines as they stand, and what a hand has said of both. */
import type { JobId, QueueState } from '@kyanos/contract';
import {
  begun,
  changeover,
  DomainError,
  FIT_HEADS_MINUTES,
  goodUntil,
  NO_QUEUE,
  PRIORITY_WEIGHTS,
  tripsApart,
  USUAL_HOURS,
  type Priority,
  type Progress,
  type ReservedLot,
  type Machine,
  type Queued,
  type QueueMachine,
  type TaskWork,
  type WorkingHours,
} from '@kyanos/core';
import type pg from 'pg';
import type { Db } from '../db.ts';
import { keepingIn, products, stateOf } from '../floor.ts';
import { revisionOf } from '../revisions.ts';
import { itemsOf } from '../shop/items.ts';
import { settingOf } from '../settings/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { needOf } from '../stock/needs.ts';
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
  /** Of its prints, as its printer says. */
  readonly printedMinutes: number | null;
  /** Since somebody began it at the machine, without rests. */
  readonly benchMinutes: number | null;
}

const JOBS = /* sql */ `
  select j.id, j.number::int, h.name, coalesce(v.plan ->> 'customer', '') as customer, j.state, j.due, h.copies, j.priority,
         v.plan #>> '{machine,id}' as home, n.works,
         (select (p.told ->> 'minutes')::float8 from press_job p
          where p.job_id = j.id and p.state in ('printing', 'stopped')) as "printedMinutes",
         (extract(epoch from coalesce((b.data ->> 'restsSince')::timestamptz, now()) - (b.data ->> 'startedAt')::timestamptz)::float8
           - coalesce((b.data ->> 'restedSeconds')::float8, 0)) / 60 as "benchMinutes"
  from job j join job_head h on h.job_id = j.id
  join job_version v on v.job_id = h.job_id and v.version = h.version
  left join job_need n on n.job_id = h.job_id and n.version = h.version
  left join job_bench b on b.job_id = j.id and b.version = h.version`;

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

/** How far a job is that is being printed; undefined where nobody knows. */
function progressOf({ state, printedMinutes, benchMinutes }: Row): Progress | undefined {
  if (state !== 'printing') return undefined;
  if (printedMinutes !== null) return { minutes: printedMinutes, of: 'prints' };
  return benchMinutes === null ? undefined : { minutes: benchMinutes, of: 'all' };
}

/** What is printed stays on its machine, and what is done of it is done. */
function worksNow(row: Row, works: Readonly<Record<string, TaskWork>>): typeof works {
  const own = works[row.home];
  if (row.state !== 'printing' || !own) return works;
  const progress = progressOf(row);
  return { [row.home]: progress ? begun(own, progress) : own };
}

/** The machine stands as the job that it prints wants it. */
const standing = (machine: QueueMachine, tasks: readonly Queued[]): QueueMachine => {
  const own = tasks.find(({ home, printing, on }) => printing && home === machine.id && on[home]);
  return own
    ? { ...machine, setup: changeover(machine, machine.setup, own.on[machine.id].wants).next }
    : machine;
};

/** A job as one task. */
const taskOf = (row: Row, works: Readonly<Record<string, TaskWork>>, begins: Date): Queued => {
  const { id, name, due, priority, home, state } = row;
  return {
    id,
    name,
    on: worksNow(row, works),
    weight: PRIORITY_WEIGHTS[priority],
    home,
    printing: state === 'printing',
    ...(due && { due: (due.getTime() - begins.getTime()) / MINUTE_MS }),
  };
};

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

/** What lies on the shelf of each material, reserved or not, and which lot a job has reserved. */
async function shelfOf(
  db: Db,
): Promise<{ free: Record<string, number>; lots: ReadonlyMap<string, ReservedLot> }> {
  const free: Record<string, number> = {};
  const lots = new Map<string, ReservedLot>();
  const keeping = keepingIn(await products(db));
  for (const item of await stockThere(db, 'material')) {
    free[item.product] = (free[item.product] ?? 0) + item.left;
    const known = goodUntil(item, keeping(item));
    if (!known) continue;
    const lot = { lot: item.lot || item.code, until: known.until };
    for (const [job, amount] of Object.entries(item.reserved)) if (amount > 0) lots.set(job, lot);
  }
  return { free, lots };
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
  const { free, lots } = await shelfOf(pool);
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
      lot: lots.get(id) ?? null,
      apartOn,
    });
  }
  return {
    begins: begins.toISOString(),
    hours,
    machines: machines.map((machine) => standing(machine, tasks)),
    tasks,
    jobs,
    free,
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
