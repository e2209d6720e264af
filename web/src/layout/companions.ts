/** Jobs of the board that may share the loads of another: same machine, same material, same stack. */
import { API, type JobSummary } from '@kyanos/contract';
import { formatStack, pageOf, pieceOf, type Companion, type PrintPlan } from '@kyanos/core';
import { call } from '../shared/api.ts';

export async function possibleCompanions(
  plan: PrintPlan,
  ownId: string,
): Promise<readonly JobSummary[]> {
  const { jobs } = await call(API.listJobs, { query: { limit: 500 } });
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
  const { plan, artworkId } = await call(API.getJob, { params: { id: job.id } });
  const { info } = await call(API.getArtwork, { params: { id: artworkId! } });
  return {
    name: job.name,
    ...pieceOf(pageOf(plan, info!, 'front')),
    copies: job.copies,
  };
}
