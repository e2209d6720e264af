import { createHash } from 'node:crypto';
import { encodePlan, type PlateBuild } from '@kyanos/contract';
import {
  DomainError,
  plateDependencies,
  plateSpecs,
  recipesOf,
  type Measures,
  type PrintPlan,
  type Stack,
  language,
} from '@kyanos/core';
import type { Db } from '../db.ts';
import { askedAgain } from '../queue.ts';

const COLUMNS = 'id, state, asked as attempt, progress, problem, measures';

/** Goes up when a build measures something new or lays a pixel otherwise, so that plates built before are built again. */
const MEASURED = 4;

/** Jobs whose plates the rules of a stack take in. */
export function plateJobs(stack: Stack): string[] {
  const recipes = plateSpecs(stack).flatMap(({ rule }) => [...recipesOf(rule)]);
  return recipes.flatMap(({ from }) => (from.kind === 'plate' ? [from.job] : []));
}

/** What the plates depend on, and nothing else: prices and times may change without a new build. */
export async function rulesKey(db: Db, plan: PrintPlan): Promise<string> {
  const jobs = plateJobs(plan.stack);
  const { rows: others } = await db.query<{ id: string; version: number }>(
    `select job_id as id, max(version) as version from job_version
     where job_id::text = any($1::text[]) group by job_id order by job_id`,
    [jobs],
  );
  const depends = { others, measured: MEASURED, ...(plateDependencies(plan) as object) };
  return createHash('sha256').update(JSON.stringify(depends)).digest('hex');
}

export async function upsertBuild(
  db: Db,
  artworkId: string,
  plan: PrintPlan,
): Promise<{ id: string; state: string }> {
  const values = [
    artworkId,
    await rulesKey(db, plan),
    JSON.stringify(encodePlan(plan)),
    language(),
  ];
  const { rows } = await db.query<{ id: string; state: string }>(UPSERT, values);
  return rows[0];
}

const UPSERT = /* sql */ `
  insert into plate_build (artwork_id, rules_key, plan, language)
  values ($1::uuid, $2::text, $3::jsonb, $4::text)
  on conflict on constraint plate_build_key do update set
    ${askedAgain('plate_build')}
  returning id, state`;

export async function buildById(db: Db, id: string): Promise<PlateBuild> {
  const { rows } = await db.query<PlateBuild>(
    `select ${COLUMNS} from plate_build where id = $1::uuid`,
    [id],
  );
  if (!rows[0]) throw new DomainError('BUILD_UNKNOWN');
  return rows[0];
}

/** A build of these plates that is done. */
async function done(
  db: Db,
  artworkId: string,
  plan: PrintPlan,
): Promise<{ readonly id: string; readonly measures: Measures } | undefined> {
  const { rows } = await db.query<{ id: string; measures: Measures }>(
    `select id, measures from plate_build
     where artwork_id = $1::uuid and rules_key = $2::text and state = 'done'`,
    [artworkId, await rulesKey(db, plan)],
  );
  return rows[0];
}

/** Its id, if there is one. */
export const doneBuild = async (
  db: Db,
  artworkId: string,
  plan: PrintPlan,
): Promise<string | undefined> => (await done(db, artworkId, plan))?.id;

/** Full-resolution measures of a plan's plates. @throws DomainError while they are not built */
export async function measuresFor(db: Db, artworkId: string, plan: PrintPlan): Promise<Measures> {
  const build = await done(db, artworkId, plan);
  if (!build) throw new DomainError('PLATES_NOT_READY');
  return build.measures;
}
