/** Exercises made and judged, in threads beside the loop that answers people. */
import type { PracticePrint } from '@kyanos/contract';
import {
  judged,
  makeExercise,
  PRACTICE_PX,
  printed,
  screened,
  viewsOf,
  type ArtworkInfo,
  type ExerciseKind,
  type JobSource,
  type Made,
  type PracticeJob,
  type Printed,
  type PrintPlan,
  type Wanted,
} from '@kyanos/core';
import { pngOf } from '@kyanos/output';
import { rastersOf, type Previews } from '../aside/pages.ts';

/** A job that may be practised on, with its pages at screen resolution, packed as they are stored. */
export interface PracticeInput {
  readonly id: string;
  readonly plan: PrintPlan;
  readonly info: ArtworkInfo;
  readonly previews: Previews;
}

const practiceJob = async (input: PracticeInput): Promise<PracticeJob> => ({
  id: input.id,
  name: input.plan.name,
  plan: input.plan,
  artwork: { info: input.info, raster: await rastersOf(input, PRACTICE_PX) },
});
const printOf = ({ look, plan }: Printed): Promise<Buffer> =>
  pngOf(screened(look, viewsOf(plan.viewing).day));

/** An exercise, and the print that it asks about where it shows one. */
export async function exercise({
  wanted,
  jobs,
}: {
  wanted: Wanted;
  jobs: readonly PracticeInput[];
}) {
  const sources = jobs.map((job): JobSource => {
    let opened: Promise<PracticeJob> | undefined;
    return { id: job.id, plan: job.plan, open: () => (opened ??= practiceJob(job)) };
  });
  const made = await makeExercise(wanted, sources);
  const { exercise: of, solution } = made;
  // A print that is asked about by its looks, or by what it takes.
  const shown = 'wrong' in solution ? solution.wrong : of.kind === 'estimate' ? of.plan : undefined;
  if (!shown || !('state' in of)) return { made, asked: undefined };
  const job = await sources.find(({ id }) => id === of.job)!.open();
  const print = await printed({ plan: shown, state: of.state }, job);
  return { made, asked: await printOf(print) };
}

/** What an answer is worth, with the print that it would have made beside the right one. */
export async function mark({
  made,
  answer,
  job,
}: {
  made: Made<ExerciseKind>;
  answer: unknown;
  job: PracticeInput | undefined;
}) {
  const own = job && (await practiceJob(job));
  const { prints: seen, ...given } = await judged(made, answer as never, own);
  const prints: Partial<Record<PracticePrint, Uint8Array>> = {};
  for (const which of ['own', 'right'] as const)
    if (seen[which]) prints[which] = await printOf(seen[which]);
  return { mark: given, prints };
}
