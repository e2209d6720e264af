/** New jobs for a file that has just come. Fetched with the first file: planning needs most of the core. */
import { jobsOf, newPlan, parseStack, type PageJob, type Shop } from '@kyanos/core';
import { API, type ArtworkSummary, type Job } from '@kyanos/contract';
import { call } from '../shared/api.ts';
import { operator } from '../shared/operator.ts';
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
      savedBy: operator.value,
    };
    made.push(await call(API.makeJob, { body }));
  }
  return made;
}
