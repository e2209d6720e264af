/** The logbook of each machine, and what is true of it: an event and its summary in one transaction. */
import type { CareDay, CareEventId, LogbookEntry } from '@kyanos/contract';
import {
  caredFor,
  careFrom,
  changesState,
  checkCare,
  DomainError,
  NO_CARE,
  type CareAct,
  type CareEvent,
  type CareState,
  type Machine,
} from '@kyanos/core';
import type { Db } from '../db.ts';
import type { Recording } from '../stock/queries.ts';
import { t } from '../texts/texts.ts';

export const whitesOf = ({ inks }: Pick<Machine, 'inks'>): string[] =>
  inks.filter(({ role }) => role === 'white').map(({ channel }) => channel);

export interface Kept {
  readonly state: CareState;
  /** Rises with every event of the machine and of its containers. */
  readonly revision: number;
}

export async function careOf(db: Db, machineId: string): Promise<Kept> {
  const { rows } = await db.query<{ data: CareState; revision: number }>(
    'select data, revision from care_state where machine_id = $1::text',
    [machineId],
  );
  return rows[0]
    ? { state: rows[0].data, revision: rows[0].revision }
    : { state: NO_CARE, revision: 0 };
}

/** Whoever writes something down of a machine takes turns. */
async function locked(db: Db, machineId: string): Promise<CareState> {
  await db.query(
    `insert into care_state (machine_id, data) values ($1::text, $2::jsonb) on conflict do nothing`,
    [machineId, JSON.stringify(NO_CARE)],
  );
  const { rows } = await db.query<{ data: CareState }>(
    'select data from care_state where machine_id = $1::text for update',
    [machineId],
  );
  return rows[0].data;
}

const keep = (db: Db, machineId: string, state: CareState) =>
  db.query(
    'update care_state set data = $2::jsonb, revision = revision + 1 where machine_id = $1::text',
    [machineId, JSON.stringify(state)],
  );

interface Row {
  readonly id: string;
  readonly machineId: string;
  readonly at: Date;
  readonly by: string;
  readonly data: CareEvent['what'];
  readonly holds: boolean;
}

const COLUMNS = 'id, machine_id as "machineId", at, by, data, holds';

const onWire = ({ id, at, data, ...row }: Row): LogbookEntry =>
  ({
    ...row,
    id: Number(id) as CareEventId,
    at: at.toISOString(),
    what: data,
  }) as LogbookEntry;
const eventFrom = ({ id, machineId, at, by, data }: Row): CareEvent => ({
  id: Number(id),
  machineId,
  at: at.toISOString(),
  by,
  what: data,
});

/**
 * In the transaction it is called in.
 * @param run the procedure in whose course it was done
 * @throws DomainError `CARE_REFUSED`
 */
export async function record(
  db: Db,
  machine: Machine,
  what: CareAct,
  { by, at = new Date().toISOString(), run }: Recording & { readonly run?: string | undefined },
): Promise<LogbookEntry> {
  const state = await locked(db, machine.id);
  checkCare(state, what, whitesOf(machine));
  const { rows } = await db.query<Row>(
    `insert into care_event (machine_id, at, by, act, run, job_id, data)
     values ($1::text, $2::timestamptz, $3::text, $4::text, $5::uuid, $6::uuid, $7::jsonb) returning ${COLUMNS}`,
    [
      machine.id,
      at,
      by,
      what.act,
      'run' in what ? what.run : (run ?? null),
      'jobId' in what ? (what.jobId ?? null) : null,
      JSON.stringify(what),
    ],
  );
  if (changesState(what))
    await keep(db, machine.id, caredFor(state, { at, what }, whitesOf(machine)));
  await sumDays(db, machine.id, whitesOf(machine), at);
  return onWire(rows[0]);
}

/** All of a machine, in the order in which they were written down. */
export async function eventsOf(db: Db, machineId: string): Promise<CareEvent[]> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from care_event where machine_id = $1::text order by id`,
    [machineId],
  );
  return rows.map(eventFrom);
}

/** Of one run of a procedure. @throws DomainError `RUN_UNKNOWN` */
export async function runEvents(db: Db, run: string): Promise<CareEvent[]> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from care_event where run = $1::uuid order by id`,
    [run],
  );
  if (rows.length === 0) throw new DomainError('RUN_UNKNOWN');
  return rows.map(eventFrom);
}

export async function entriesOf(
  db: Db,
  machineId: string,
  { before, limit }: { before?: number | undefined; limit: number },
): Promise<LogbookEntry[]> {
  const { rows } = await db.query<Row>(
    `select ${COLUMNS} from care_event
     where machine_id = $1::text and ($2::bigint is null or id < $2::bigint)
       and act not in ('run-timer', 'run-step')
     order by id desc limit $3::int`,
    [machineId, before ?? null, limit],
  );
  return rows.map(onWire);
}

/** @throws DomainError `EVENT_UNKNOWN` or `UNDO_REFUSED` */
export async function undo(
  db: Db,
  eventId: number,
  machineOf: (id: string) => Promise<Machine>,
  { by, at = new Date().toISOString() }: Recording,
): Promise<void> {
  const { rows } = await db.query<{ machineId: string; act: string }>(
    'select machine_id as "machineId", act from care_event where id = $1::bigint',
    [eventId],
  );
  if (!rows[0]) throw new DomainError('EVENT_UNKNOWN');
  const [{ machineId, act }] = rows;
  if (act.startsWith('run-'))
    throw new DomainError('UNDO_REFUSED', t('care.procedureStoppedBegunAgain'));
  await locked(db, machineId);
  const { rows: held } = await db.query<{ holds: boolean; undoes: string | null }>(
    'select holds, undoes from care_event where id = $1::bigint',
    [eventId],
  );
  if (!held[0].holds) throw new DomainError('UNDO_REFUSED', t('care.entryUndoneAlreadyUndo'));
  await db.query(
    `insert into care_event (machine_id, at, by, act, data, undoes)
     values ($1::text, $2::timestamptz, $3::text, 'undone', $4::jsonb, $5::bigint)`,
    [machineId, at, by, JSON.stringify({ act: 'undone', event: eventId }), eventId],
  );
  await db.query('update care_event set holds = false where id = $1::bigint', [eventId]);
  if (held[0].undoes !== null)
    await db.query('update care_event set holds = true where id = $1::bigint', [held[0].undoes]);
  const whites = whitesOf(await machineOf(machineId));
  await keep(db, machineId, careFrom(await eventsOf(db, machineId), whites));
  const { rows: days } = await db.query<{ at: Date }>(
    'select at from care_event where id = any ($1::bigint[])',
    [[eventId, held[0].undoes].filter((id) => id !== null)],
  );
  for (const { at: day } of days) await sumDays(db, machineId, whites, day.toISOString());
}

/** Events of a job that hold. */
export async function jobEvents(
  db: Db,
  jobId: string,
): Promise<{ id: number; machineId: string; what: CareAct }[]> {
  const { rows } = await db.query<{ id: string; machineId: string; what: CareAct }>(
    `select id, machine_id as "machineId", data as what from care_event where job_id = $1::uuid and holds order by id`,
    [jobId],
  );
  return rows.map((row) => ({ ...row, id: Number(row.id) }));
}

/** White printed since a time, mL. */
export async function whiteSince(db: Db, machine: Machine, since: string): Promise<number> {
  const { rows } = await db.query<{ ml: number | null }>(
    `select sum(ml.value::float8) as ml
     from care_event e cross join lateral jsonb_each_text(e.data -> 'ml') ml
     where e.machine_id = $1::text and e.act = 'printed' and e.holds and e.at >= $2::timestamptz and ml.key = any ($3::text[])`,
    [machine.id, since, whitesOf(machine)],
  );
  return rows[0].ml ?? 0;
}

/** What care has cost: whole procedures, and what was done outside of one. */
const CARE = `act = 'run-ended' or (run is null and act in ('cleaned', 'filled', 'flushed'))`;

/**
 * Writes the summary of days anew, in the transaction it is called in.
 * @param whites keys of the machine's white inks
 * @param at a time of the day; every day of the machine if absent
 */
export async function sumDays(
  db: Db,
  machineId: string,
  whites: readonly string[],
  at?: string,
): Promise<void> {
  await db.query(
    'delete from care_day where machine_id = $1::text and ($2::timestamptz is null or day = $2::timestamptz::date)',
    [machineId, at ?? null],
  );
  await db.query(
    `insert into care_day (machine_id, day, data)
     select $1::text, at::date, jsonb_build_object(
       'whiteMl', coalesce(sum((select sum(value::float8) from jsonb_each_text(data -> 'ml') where key = any ($2::text[])))
         filter (where act = 'printed'), 0),
       'jobs', count(*) filter (where act = 'printed'),
       'agitated', count(*) filter (where act = 'agitated'),
       'missing', max(jsonb_array_length(data -> 'missing')) filter (where act = 'pattern'),
       'swaps', count(*) filter (where act in ('filled', 'flushed')),
       'waste', count(*) filter (where act = 'waste-emptied'),
       'cleanings', count(*) filter (where act = 'cleaned'),
       'parked', count(*) filter (where act in ('parked', 'heads-fitted')),
       'careMl', coalesce(sum((data ->> 'ml')::float8) filter (where ${CARE}), 0),
       'careMinutes', coalesce(sum((data ->> 'minutes')::float8) filter (where ${CARE}), 0))
     from care_event
     where machine_id = $1::text and holds and act <> 'undone'
       and ($3::timestamptz is null or at >= $3::timestamptz::date and at < $3::timestamptz::date + 1)
     group by at::date`,
    [machineId, whites, at ?? null],
  );
}

/** Day by day, the days on which nothing happened left out. */
export async function daysOf(db: Db, machineId: string, since: string): Promise<CareDay[]> {
  const { rows } = await db.query<{ day: string; data: Omit<CareDay, 'day'> }>(
    `select to_char(day, 'YYYY-MM-DD') as day, data from care_day
     where machine_id = $1::text and day >= $2::timestamptz::date order by day`,
    [machineId, since],
  );
  return rows.map(({ day, data }) => ({ day, ...data }));
}
