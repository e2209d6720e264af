/** What the commands that take a plan share: its file, the artwork opened for its pages, and closed whatever happens. */
import { readFileSync } from 'node:fs';
import { readPlan as readStoredPlan } from '@kyanos/contract';
import { pagesOf, type PrintPlan } from '@kyanos/core';
import { openArtwork, type OpenArtwork } from '@kyanos/intake';
import { fileArgument, reading, UsageError, wholeNumber } from './usage.ts';

export const PLANNED_OPTIONS = {
  json: { type: 'boolean', default: false },
  plan: { type: 'string' },
  dpi: { type: 'string' },
} as const;

/** @throws UsageError where the artwork or the plan is missing or wrong */
export async function withPlanned(
  positionals: readonly string[],
  values: { readonly plan?: string | undefined; readonly dpi?: string | undefined },
  usage: string,
  act: (plan: PrintPlan, artwork: OpenArtwork) => Promise<void>,
): Promise<void> {
  const file = fileArgument(positionals, usage);
  if (values.plan === undefined) throw new UsageError(`Name a plan file: ${usage}`);
  const plan = readPlan(values.plan);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const artwork = await openArtwork(file, {
    pages: [...new Set([plan.artwork.page, ...pagesOf(plan)])],
    ...(dpi === undefined ? {} : { dpi }),
  });
  try {
    await act(plan, artwork);
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
