import { DomainError, language, type PrintPlan } from '@kyanos/core';
import { createHash } from 'node:crypto';
import { encodePlan, type PlateExport } from '@kyanos/contract';
import type { Db } from '../db.ts';
import { askedAgain } from '../queue.ts';
import { rulesKey } from '../plates/queries.ts';

const COLUMNS = /* sql */ `
  e.id, e.state, e.asked as attempt, e.progress, e.problem, f.bytes::float8 as bytes`;

/** What the files depend on: the plates, how strong they are laid, and what they are called. */
const planKey = async (db: Db, plan: PrintPlan): Promise<string> =>
  createHash('sha256')
    .update(JSON.stringify([await rulesKey(db, plan), plan.name, encodePlan(plan).stack]))
    .digest('hex');

/** One that failed or was cancelled is begun again. */
export async function upsertExport(
  db: Db,
  artworkId: string,
  plan: PrintPlan,
): Promise<{ id: string; state: string }> {
  const values = [artworkId, await planKey(db, plan), JSON.stringify(encodePlan(plan)), language()];
  const { rows } = await db.query<{ id: string; state: string }>(UPSERT, values);
  return rows[0];
}

const UPSERT = /* sql */ `
  insert into plate_export (artwork_id, plan_key, plan, language)
  values ($1::uuid, $2::text, $3::jsonb, $4::text)
  on conflict on constraint plate_export_key do update set
    ${askedAgain('plate_export')}
  returning id, state`;

export async function exportById(db: Db, id: string): Promise<PlateExport> {
  const { rows } = await db.query<PlateExport>(
    `select ${COLUMNS} from plate_export e left join file f on f.id = e.file_id where e.id = $1::uuid`,
    [id],
  );
  if (!rows[0]) throw new DomainError('EXPORT_UNKNOWN');
  return rows[0];
}

/** The packed file, and the name of its job. @throws DomainError while it is not there */
export async function exportedFile(db: Db, id: string): Promise<{ fileId: string; name: string }> {
  const { rows } = await db.query<{ fileId: string | null; name: string }>(
    `select file_id as "fileId", plan->>'name' as name from plate_export where id = $1::uuid`,
    [id],
  );
  const [row] = rows;
  if (!row?.fileId) throw new DomainError('EXPORT_NOT_READY');
  return { fileId: row.fileId, name: row.name };
}
