/** --repair: ways out that findings offer, carried out on a plan in the order in which they are asked for. */
import { writeFileSync } from 'node:fs';
import { encodePlan } from '@kyanos/contract';
import {
  isPlanRepair,
  isFindingCode,
  planJob,
  repaired,
  type Artwork,
  type FindingCode,
  type MachineState,
  type PlanRepair,
  type PlanResult,
  type PrintPlan,
} from '@kyanos/core';
import { UsageError, writing } from './usage.ts';

/** There may be a finding for every separation and every version. */
const MOST_OF_ONE = 200;

/** @throws UsageError for a code that no finding has */
export function findingCodes(texts: readonly string[]): readonly FindingCode[] {
  return texts.map((text) => {
    if (isFindingCode(text)) return text;
    throw new UsageError(
      `There is no finding "${text}". Call with --list-repairs to see what can be repaired here; docs/findings.md has every code.`,
    );
  });
}

/**
 * Returns the plan with every repair of these codes carried out, and what follows from it. Each is looked for anew, as one
 * repair may settle another.
 * @throws UsageError where a code was not found, or offers no repair of the plan
 */
export async function withRepairs(
  plan: PrintPlan,
  artwork: Artwork,
  state: MachineState | undefined,
  codes: readonly FindingCode[],
): Promise<{ readonly plan: PrintPlan; readonly result: PlanResult }> {
  let [now, result] = [plan, await planJob(plan, artwork, state)];
  for (const code of codes) {
    const done = new Set<string>();
    while (done.size < MOST_OF_ONE) {
      const repair = repairFor(result, code, done);
      if (!repair) break;
      done.add(JSON.stringify(repair));
      now = repaired(now, repair);
      result = await planJob(now, artwork, state);
    }
    if (done.size === 0) throw new UsageError(whyNone(result, code));
  }
  return { plan: now, result };
}

/** A repair of the plan that was not carried out yet. */
const repairFor = (
  { findings }: PlanResult,
  wanted: FindingCode,
  done: ReadonlySet<string>,
): PlanRepair | undefined =>
  findings.flatMap(({ code, repair }) =>
    code === wanted && repair && isPlanRepair(repair) && !done.has(JSON.stringify(repair))
      ? [repair]
      : [],
  )[0];

function whyNone({ findings }: PlanResult, wanted: FindingCode): string {
  const found = findings.filter(({ code }) => code === wanted);
  if (found.length === 0) return `${wanted} was not found, so there is nothing to repair.`;
  const factor = found.flatMap(({ repair }) =>
    repair?.kind === 'scale' ? [repair.factor] : [],
  )[0];
  return factor === undefined
    ? `${wanted} has no repair that can be carried out here. It says: ${found[0].message}`
    : `${wanted} is repaired by reading the file anew: call again with --scale ${factor}.`;
}

/** Writes a plan that can be given to --plan again. */
export const savePlan = (file: string, plan: PrintPlan): Promise<void> =>
  writing(file, async () => writeFileSync(file, `${JSON.stringify(encodePlan(plan), null, 2)}\n`));
