import { parseArgs } from 'node:util';
import { planReport } from '@kyanos/contract';
import { formatMoney, planJob, type PlanResult, type PrintPlan } from '@kyanos/core';
import { PLANNED_OPTIONS, withPlanned } from './planned.ts';
import { printJson } from './usage.ts';

const USAGE = 'kyanos plan FILE --plan PLAN.json [--json] [--dpi N]';

export async function planCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: PLANNED_OPTIONS,
  });
  await withPlanned(positionals, values, USAGE, async (plan, artwork) => {
    const result = await planJob(plan, artwork);
    if (values.json) printJson(planReport(result));
    else print(plan, result);
  });
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
