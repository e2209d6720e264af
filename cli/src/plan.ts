import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { Plan, planReport, problemOf } from '@kyanos/contract';
import { formatMoney, pagesOf, planJob, type PlanResult, type PrintPlan } from '@kyanos/core';
import { openArtwork } from '@kyanos/intake';
import { fileArgument, printJson, reading, UsageError, wholeNumber } from './usage.ts';

const USAGE = 'kyanos plan FILE --plan PLAN.json [--json] [--dpi N]';

export async function planCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      plan: { type: 'string' },
      dpi: { type: 'string' },
    },
  });
  const file = fileArgument(positionals, USAGE);
  if (values.plan === undefined) throw new UsageError(`Name a plan file: ${USAGE}`);
  const plan = readPlan(values.plan);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const artwork = await openArtwork(file, {
    pages: [...new Set([plan.artwork.page, ...pagesOf(plan)])],
    ...(dpi === undefined ? {} : { dpi }),
  });
  try {
    const result = await planJob(plan, artwork);
    if (values.json) printJson(planReport(result));
    else print(plan, result);
  } finally {
    await artwork.close();
  }
}

/** @throws UsageError naming what is wrong with it */
export function readPlan(file: string): PrintPlan {
  const text = reading(file, () => readFileSync(file, 'utf8'));
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new UsageError(`The plan file ${file} is not JSON: ${(error as Error).message}.`);
  }
  const parsed = Plan.safeParse(value);
  if (!parsed.success) throw new UsageError(problemOf(parsed.error, 'the plan file'));
  return parsed.data;
}

function print({ name }: PrintPlan, { notation, plates, findings, work }: PlanResult): void {
  console.log(`${name}\n${notation}\n`);
  for (const { severity, message } of findings) console.log(`${severity}: ${message}`);
  for (const { key, coverage, areaMm2 } of plates)
    console.log(
      `plate ${key}: ${(coverage * 100).toFixed(1)} % covered, ${(areaMm2 / 100).toFixed(1)} cm²`,
    );
  if (!work) return;
  for (const trip of work.trips)
    console.log(
      `${trip.working.label}: ${trip.minutes.toFixed(1)} min, then ${trip.waitMinutes} min drying`,
    );
  for (const { channel, ml } of work.inks) console.log(`ink ${channel}: ${ml.toFixed(2)} mL`);
  const { cost } = work;
  console.log(`\n${work.minutes.toFixed(0)} min in all`);
  for (const { label, amount } of cost.lines)
    console.log(`  ${label.padEnd(22)} ${formatMoney(amount).padStart(14)}`);
  console.log(`  ${'Cost'.padEnd(22)} ${formatMoney(cost.total).padStart(14)}`);
  console.log(`  ${'Price'.padEnd(22)} ${formatMoney(cost.price).padStart(14)}`);
  console.log(
    `  ${formatMoney(cost.perPiece)} a piece, ${formatMoney(cost.perM2)} per m², ${formatMoney(cost.perFt2)} per ft²`,
  );
}
