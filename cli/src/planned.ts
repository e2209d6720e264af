/** What the commands that take a plan share: its file, the artwork opened for its pages, and closed whatever happens. */
import { readFileSync } from 'node:fs';
import { readPlan as readStoredPlan } from '@kyanos/contract';
import { pagesOf, planJob, type PlanResult, type PrintPlan } from '@kyanos/core';
import { openArtwork, type OpenArtwork } from '@kyanos/intake';
import { failOn, gravest } from './failOn.ts';
import { fileArgument, scaleOption, reading, UsageError, wholeNumber } from './usage.ts';

export const PLANNED_OPTIONS = {
  json: { type: 'boolean', default: false },
  plan: { type: 'string' },
  dpi: { type: 'string' },
  scale: { type: 'string' },
  'fail-on': { type: 'string' },
} as const;

/**
 * @param act what it worked out is looked through for --fail-on; where that is nothing, the plan is worked out for it
 * @throws UsageError where the artwork or the plan is missing or wrong
 */
export async function withPlanned(
  positionals: readonly string[],
  values: {
    readonly plan?: string | undefined;
    readonly dpi?: string | undefined;
    readonly scale?: string | undefined;
    readonly 'fail-on'?: string | undefined;
  },
  usage: string,
  act: (plan: PrintPlan, artwork: OpenArtwork) => Promise<PlanResult | undefined>,
): Promise<void> {
  const limit = failOn(values['fail-on']);
  const file = fileArgument(positionals, usage);
  if (values.plan === undefined) throw new UsageError(`Name a plan file: ${usage}`);
  const plan = readPlan(values.plan);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const artwork = await openArtwork(file, {
    pages: [...new Set([plan.artwork.page, ...pagesOf(plan)])],
    ...(dpi === undefined ? {} : { dpi }),
    ...scaleOption(values.scale),
  });
  try {
    const result = await act(plan, artwork);
    if (limit === undefined) return;
    const { findings } = result ?? (await planJob(plan, artwork));
    if (gravest(findings) >= limit) process.exitCode = 1;
  } finally {
    await artwork.close();
  }
}

function readPlan(file: string): PrintPlan {
  const text = reading(file, () => readFileSync(file, 'utf8'));
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new UsageError(`The plan file ${file} is not JSON: ${(error as Error).message}.`);
  }
  const found = readStoredPlan(value, 'the plan file');
  if ('problem' in found) throw new UsageError(found.problem.message);
  return found.plan;
}
