/** New jobs for a file that has just come. Fetched with the first file: planning needs most of the core. */
import {
  jobsOf,
  newPlan,
  ORIGIN_PARTS,
  parseStack,
  takenOver,
  type PageJob,
  type PrintPlan,
  type Shop,
} from '@kyanos/core';
import { API, type ArtworkSummary, type Job, type JobSummary } from '@kyanos/contract';
import { call } from '../shared/api.ts';
import { rememberedNames } from '../shared/spotMemory.ts';
import { t } from '../texts/texts.ts';

/**
 * Makes a job of each group of pages, one after the other.
 *
 * @param wanted undefined for one copy of the first page
 * @param notation stack to begin with, '' for what the file suggests
 * @throws {DomainError} for a notation that can't be read
 * @throws {Refused} where the server refuses one; those before it are made
 */
export async function beginJobs(
  shop: Shop,
  { id, info, fileName }: ArtworkSummary,
  wanted: readonly PageJob[] | undefined,
  notation: string,
): Promise<Job[]> {
  const preset = notation === '' ? undefined : parseStack(notation);
  const remembered = await rememberedNames();
  const made: Job[] = [];
  const groups = wanted ?? jobsOf(info!, 'front', [1]);
  for (const job of groups) {
    const plan = newPlan(shop, info!, fileName, preset, remembered, job);
    const name =
      groups.length > 1 ? t('board.page', { plan: plan.name, front: job.front }) : plan.name;
    const body = {
      plan: { ...plan, name: name.slice(0, 200) },
      artworkId: id,
      fileName,
    };
    made.push(await call(API.makeJob, { body }));
  }
  return made;
}

/**
 * Makes a job of the same plan and artwork, with machine, material and prices as the shop has them today: what was learnt since is in
 * them. It begins as a quote.
 *
 * @throws {Refused} where the server refuses it
 */
export async function printAgain(shop: Shop, { id }: JobSummary): Promise<Job> {
  const { plan, artworkId, fileName } = await call(API.getJob, { params: { id } });
  const today = ORIGIN_PARTS.reduce<PrintPlan>((own, part) => takenOver(own, shop, part), plan);
  const name = t('board.again', { name: plan.name }).slice(0, 200);
  // What it was printed on is used up: the lot is chosen anew.
  const body = {
    plan: { ...today, name, lot: '' },
    artworkId,
    ...(fileName !== null && { fileName }),
  };
  return call(API.makeJob, { body });
}
