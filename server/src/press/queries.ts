/** Jobs at printers, as they are kept. */
import type { JobId, PressJob, PressJobId, PressState, PressWant, Problem } from '@kyanos/contract';
import { DomainError, language, type Channel } from '@kyanos/core';
import type { Db } from '../db.ts';
import { readyArtwork } from '../artwork/queries.ts';
import { assertShopJob, jobById } from '../jobs/queries.ts';
import { needOf } from '../stock/needs.ts';
import { t } from '../texts/texts.ts';
import { addressOf } from './printers.ts';

/** What a printer said of a job. */
export interface PrintOutcome {
  readonly done?: number;
  readonly spoilt?: number;
  readonly minutes?: number;
  readonly ml?: Readonly<Partial<Record<Channel, number>>>;
  /** Keywords and what they are about, as `power-lost=2`. */
  readonly notes?: readonly string[];
}

export interface PressRow {
  readonly id: PressJobId;
  readonly jobId: JobId;
  readonly version: number;
  readonly machineId: string;
  readonly uri: string;
  readonly name: string;
  readonly jobNumber: number;
  readonly state: PressState;
  readonly want: PressWant;
  readonly tried: number;
  readonly number: number | null;
  readonly copies: number;
  readonly outcome: PrintOutcome;
  readonly problem: Problem | null;
  readonly language: string;
  readonly sentBy: string;
  readonly sentAt: Date;
}

/** A printer may have got another address since: its jobs are asked about where it is now. */
const ROWS = /* sql */ `
  select p.id, p.job_id as "jobId", p.version, p.machine_id as "machineId", h.name,
         coalesce((select data #>> array[p.machine_id, 'uri'] from setting where name = 'printers'), p.uri) as uri,
         j.number::int as "jobNumber",
         p.state, p.want, p.tried, p.number, p.copies, p.told as outcome, p.problem, p.language, p.sent_by as "sentBy", p.sent_at as "sentAt"
  from press_job p join job j on j.id = p.job_id join job_head h on h.job_id = p.job_id`;

export const OPEN_PRESS: readonly PressState[] = [
  'sending',
  'waiting',
  'held',
  'printing',
  'stopped',
];

/** What a note of a printer says. */
function noteWords(note: string): string {
  const [kind, about = ''] = note.split('=', 2);
  switch (kind) {
    case 'no-separation':
      return t('press.noSeparation', { name: about });
    case 'nozzles-missing':
      return t('press.nozzlesMissing', { n: Number(about) });
    case 'power-lost':
      return t('press.powerLost', { n: Number(about) });
    case 'cancelled':
      return t('press.cancelledUnder', { n: Number(about) });
    case 'ink-out':
      return t('press.inkOut', { channel: about });
    case 'roll-out':
      return t('press.rollOut');
    case 'waste-out':
      return t('press.wasteFull');
    default:
      return note;
  }
}

export const pressOnWire = (row: PressRow): PressJob => ({
  id: row.id,
  jobId: row.jobId,
  name: row.name,
  machineId: row.machineId,
  state: row.state,
  want: row.want,
  copies: row.copies,
  done: row.outcome.done ?? null,
  spoilt: row.outcome.spoilt ?? null,
  minutes: row.outcome.minutes ?? null,
  ml: { ...row.outcome.ml },
  notes: (row.outcome.notes ?? []).map(noteWords),
  problem: row.problem,
  sentAt: row.sentAt.toISOString(),
  sentBy: row.sentBy,
});

/** @throws DomainError `PRESS_UNKNOWN` */
export async function pressRow(db: Db, id: string): Promise<PressRow> {
  const { rows } = await db.query<PressRow>(`${ROWS} where p.id = $1::uuid`, [id]);
  if (!rows[0]) throw new DomainError('PRESS_UNKNOWN');
  return rows[0];
}

export async function openPress(db: Db): Promise<PressRow[]> {
  const { rows } = await db.query<PressRow>(
    `${ROWS} where p.state = any ($1::text[]) order by p.sent_at, p.id`,
    [OPEN_PRESS],
  );
  return rows;
}

export async function sentOf(db: Db, jobId: string): Promise<PressRow[]> {
  const { rows } = await db.query<PressRow>(
    `${ROWS} where p.job_id = $1::uuid order by p.sent_at desc, p.id`,
    [jobId],
  );
  return rows;
}

/**
 * Begins to send a job to the printer of the machine that it is planned on, in the transaction it is called in.
 *
 * @throws DomainError `PRACTICE_JOB`, `NO_PRINTER`, `ALREADY_SENT`, `NO_ARTWORK`, `NOT_PRINTABLE`, `PLATES_NOT_READY`
 */
export async function send(
  db: Db,
  jobId: JobId,
  { hold, by }: { readonly hold: boolean; readonly by: string },
): Promise<PressJob> {
  await assertShopJob(db, jobId);
  const { plan, artworkId, version } = await jobById(db, jobId);
  const uri = await addressOf(db, plan.machine.id);
  if (!artworkId) throw new DomainError('NO_ARTWORK');
  await readyArtwork(db, artworkId);
  if (!(await needOf(db, jobId))) {
    const { rows } = await db.query(
      'select from job_need where job_id = $1::uuid and version = $2::int',
      [jobId, version],
    );
    throw new DomainError(rows[0] ? 'NOT_PRINTABLE' : 'PLATES_NOT_READY');
  }
  const made = await db.query<{ id: string }>(
    `insert into press_job (job_id, version, machine_id, uri, want, copies, language, sent_by)
     values ($1::uuid, $2::int, $3::text, $4::text, $5::text, $6::int, $7::text, $8::text)
     on conflict (job_id) where state in ('sending', 'waiting', 'held', 'printing', 'stopped') do nothing returning id`,
    [
      jobId,
      version,
      plan.machine.id,
      uri,
      hold ? 'hold' : 'print',
      plan.layout.copies,
      language(),
      by,
    ],
  );
  const [one] = made.rows;
  if (made.rows.length === 0) throw new DomainError('ALREADY_SENT');
  return pressOnWire(await pressRow(db, one.id));
}

/** What people want of a job at its printer; one that has ended stays as it is. */
export async function setWant(db: Db, id: string, want: PressWant): Promise<PressJob> {
  await db.query(
    `update press_job set want = $2::text, touched_at = now()
     where id = $1::uuid and state = any ($3::text[]) and want <> 'cancel'`,
    [id, want, OPEN_PRESS],
  );
  return pressOnWire(await pressRow(db, id));
}

/** Keeps what became of it. Returns false where it had ended already. */
export async function keepPress(
  db: Db,
  id: string,
  change: {
    readonly state?: PressState;
    readonly number?: number | null;
    readonly outcome?: PrintOutcome;
    readonly problem?: Problem;
  },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update press_job set state = coalesce($2::text, state), number = coalesce($3::int, number),
       told = coalesce($4::jsonb, told), problem = coalesce($5::jsonb, problem), touched_at = now()
     where id = $1::uuid and state = any ($6::text[])`,
    [
      id,
      change.state ?? null,
      change.number ?? null,
      change.outcome ? JSON.stringify(change.outcome) : null,
      change.problem ? JSON.stringify(change.problem) : null,
      OPEN_PRESS,
    ],
  );
  return rowCount === 1;
}
