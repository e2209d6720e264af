import { parseArgs } from 'node:util';
import { planReport } from '@kyanos/contract';
import {
  formatMoney,
  LEVEL,
  loadsName,
  piecesText,
  type PlanResult,
  type PrintPlan,
} from '@kyanos/core';
import { PLANNED_OPTIONS, withPlanned } from './planned.ts';
import { findingCodes, savePlan, withRepairs } from './repairs.ts';
import { checkWritable, printJson } from './usage.ts';

const USAGE =
  'kyanos plan FILE --plan PLAN.json [--json] [--dpi N] [--state STATE.json] [--list-repairs] [--repair CODE]… [--out REPAIRED.json] [--fail-on error|warning|note]';
const OPTIONS = {
  ...PLANNED_OPTIONS,
  'list-repairs': { type: 'boolean', default: false },
  repair: { type: 'string', multiple: true },
  out: { type: 'string' },
} as const;

export async function planCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: OPTIONS,
  });
  const codes = findingCodes(values.repair ?? []);
  await withPlanned(positionals, values, USAGE, async (plan, state) => {
    if (values.out !== undefined) await checkWritable(values.out);
    return async (artwork) => {
      const { plan: now, result } = await withRepairs(plan, artwork, state, codes);
      if (values.out !== undefined) await savePlan(values.out, now);
      if (values['list-repairs']) printRepairs(result, values.json);
      else if (values.json) printJson('plan', planReport(result));
      else print(now, result);
      return result;
    };
  });
}

function printRepairs({ findings }: PlanResult, asJson: boolean): void {
  const found = findings.flatMap(({ code, repair }) => (repair ? [{ code, repair }] : []));
  if (asJson) printJson('repairs', { repairs: found });
  else for (const { code, repair } of found) console.log(`${code}: ${repair.label}`);
}

function print({ name }: PrintPlan, { notation, plates, findings, work }: PlanResult): void {
  console.log(`${name}\n${notation}\n`);
  for (const { severity, message } of findings) console.log(`${severity}: ${message}`);
  for (const { key, coverage, areaMm2 } of plates)
    console.log(
      `plate ${key}: ${(coverage * 100).toFixed(1)} % covered, ${(areaMm2 / 100).toFixed(1)} cm²`,
    );
  if (!work) return;
  const { layout, cost, interval } = work;
  const bound = layout.most > layout.perLoad ? `, and no layout gets more than ${layout.most}` : '';
  console.log(
    `layout: ${layout.loadCount} load(s) of up to ${layout.perLoad}${bound}; ${(layout.wasteMm2 / 100).toFixed(0)} cm² of waste, ${formatMoney(cost.waste)}`,
  );
  for (const trip of work.trips)
    console.log(
      `${trip.working.label}: ${trip.minutes.toFixed(1)} min, then ${trip.waitMinutes} min drying`,
    );
  for (const { channel, ml } of work.inks) {
    const { low, high } = interval.inkMl[channel]!;
    console.log(
      `ink ${channel}: ${ml.toFixed(2)} mL, ${low.toFixed(2)} to ${high.toFixed(2)} in ${LEVEL * 10} of 10 jobs`,
    );
  }
  console.log(
    `\n${work.minutes.toFixed(0)} min in all, ${interval.minutes.low.toFixed(0)} to ${interval.minutes.high.toFixed(0)} in ${LEVEL * 10} of 10 jobs`,
  );
  for (const loads of work.versionLoads) console.log(`${loadsName(loads)}: ${piecesText(loads)}`);
  const width = Math.max(...cost.lines.map(({ label }) => label.length)) + 2;
  const row = (label: string, amount: string) =>
    console.log(`  ${label.padEnd(width)} ${amount.padStart(14)}`);
  for (const { label, amount } of cost.lines) row(label, formatMoney(amount));
  row('Cost', formatMoney(cost.total));
  for (const { page, copies, cost: own, perPiece } of work.versions)
    row(`of it page ${page} × ${copies}, ${formatMoney(perPiece)} each`, formatMoney(own));
  row('Price', formatMoney(cost.price));
  if (cost.tax.minor > 0) row('With tax', formatMoney(cost.withTax));
  console.log(
    `  ${formatMoney(cost.perPiece)} a piece, ${formatMoney(cost.perM2)} per m², ${formatMoney(cost.perFt2)} per ft²; ${formatMoney(cost.perHour)} earned an hour`,
  );
}
