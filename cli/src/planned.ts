/** What the commands that take a plan share: its file, the artwork opened for its pages, and closed whatever happens. */
import { readFileSync } from 'node:fs';
import { MachineStateSchema, problemOf, readPlan as readStoredPlan } from '@kyanos/contract';
import { pagesOf, planJob, type MachineState, type PlanResult, type PrintPlan } from '@kyanos/core';
import { openArtwork, type OpenArtwork } from '@kyanos/intake';
import { failOn, gravest } from './failOn.ts';
import { fileArgument, scaleOption, reading, UsageError, wholeNumber } from './usage.ts';

export const PLANNED_OPTIONS = {
  json: { type: 'boolean', default: false },
  plan: { type: 'string' },
  dpi: { type: 'string' },
  scale: { type: 'string' },
  state: { type: 'string' },
  'fail-on': { type: 'string' },
} as const;

/**
 * @param prepare refuses what can be refused before the artwork is read, which takes seconds, and returns what is done with it;
 *   what that worked out is looked through for --fail-on, and where it is nothing, the plan is worked out for it
 * @throws UsageError where the artwork or the plan is missing or wrong
 */
export async function withPlanned(
  positionals: readonly string[],
  values: {
    readonly plan?: string | undefined;
    readonly dpi?: string | undefined;
    readonly scale?: string | undefined;
    readonly state?: string | undefined;
    readonly 'fail-on'?: string | undefined;
  },
  usage: string,
  prepare: (
    plan: PrintPlan,
    state: MachineState | undefined,
  ) => Promise<(artwork: OpenArtwork) => Promise<PlanResult | undefined>>,
): Promise<void> {
  const limit = failOn(values['fail-on']);
  const file = fileArgument(positionals, usage);
  if (values.plan === undefined) throw new UsageError(`Name a plan file: ${usage}`);
  const plan = readPlan(values.plan);
  const state = values.state === undefined ? undefined : readState(values.state);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const act = await prepare(plan, state);
  const artwork = await openArtwork(file, {
    pages: [...new Set([plan.artwork.page, ...pagesOf(plan)])],
    ...(dpi === undefined ? {} : { dpi }),
    ...scaleOption(values.scale),
  });
  try {
    const result = await act(artwork);
    if (limit === undefined) return;
    const { findings } = result ?? (await planJob(plan, artwork, state));
    if (gravest(findings) >= limit) process.exitCode = 1;
  } finally {
    await artwork.close();
  }
}

function readJson(file: string, what: string): unknown {
  const text = reading(file, () => readFileSync(file, 'utf8'));
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new UsageError(`The ${what} file ${file} is not JSON: ${(error as Error).message}.`);
  }
}

function readState(file: string): MachineState {
  const parsed = MachineStateSchema.safeParse(readJson(file, 'state'));
  if (!parsed.success) throw new UsageError(problemOf(parsed.error, 'the state file'));
  return parsed.data;
}

function readPlan(file: string): PrintPlan {
  const found = readStoredPlan(readJson(file, 'plan'), 'the plan file');
  if ('problem' in found) throw new UsageError(found.problem.message);
  return found.plan;
}
