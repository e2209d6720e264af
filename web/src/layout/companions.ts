/** Jobs of the board that may share the loads of another: same machine, same material, same stack. */
import { Plan, type ArtworkSummary, type Job, type JobSummary } from '@kyanos/contract';
import { formatStack, pageOf, pieceOf, type Companion, type PrintPlan } from '@kyanos/core';
import { get } from '../shared/api.ts';

export async function possibleCompanions(
  plan: PrintPlan,
  ownId: string,
): Promise<readonly JobSummary[]> {
  const jobs = await get<JobSummary[]>('/jobs');
  const stack = formatStack(plan.stack);
  return jobs.filter(
    (job) =>
      job.id !== ownId &&
      job.artworkState === 'done' &&
      job.machine === plan.machine.name &&
      job.material === plan.material.name &&
      job.stack === stack,
  );
}

/** A job as a companion carries it: its size as printed, and its copies. */
export async function companionOf(job: JobSummary): Promise<Companion> {
  const { plan, artworkId } = await get<Job>(`/jobs/${job.id}`);
  const { info } = await get<ArtworkSummary>(`/artworks/${artworkId}`);
  const parsed = Plan.parse(plan);
  return {
    name: job.name,
    ...pieceOf(pageOf(parsed, info!, 'front')),
    copies: job.copies,
  };
}
