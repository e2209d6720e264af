/** Faults planted in a sound job, and what of them can be seen. */
import type { Finding, FindingCode } from '../findings/index.ts';
import { SEVERITIES } from '../findings/index.ts';
import { formatStack } from '../stack/index.ts';
import { faultOf } from './faults.ts';
import type { FaultId } from './ids.ts';
import {
  GRAVITY,
  isDistinct,
  printed,
  type PracticeJob,
  type Printed,
  type Situation,
} from './job.ts';

/** Returns what is found in one print and not, or not as grave, in the other. */
export function newFindings(before: Printed, after: Printed): readonly Finding[] {
  const gravest = new Map<FindingCode, number>();
  for (const { code, severity } of before.result.findings) {
    const own = SEVERITIES.indexOf(severity);
    gravest.set(code, Math.min(gravest.get(code) ?? own, own));
  }
  return after.result.findings.filter(
    ({ code, severity }) => SEVERITIES.indexOf(severity) < (gravest.get(code) ?? Infinity),
  );
}

/** Whether one print differs from another: by what is found, or to the eye. */
export const tellsItself = (sound: Printed, wrong: Printed): boolean =>
  newFindings(sound, wrong).length > 0 || isDistinct(sound, wrong);

/** What a wrong print weighs against the sound one: what is found new, or a warning where only the eye finds it. */
export const gravityOf = (sound: Printed, wrong: Printed): number =>
  Math.max(GRAVITY.warning, ...newFindings(sound, wrong).map(({ severity }) => GRAVITY[severity]));

/** Plants faults one after another. Returns undefined where the job can't have one of them, or one undoes another. */
export function plantAll(
  sound: Situation,
  job: PracticeJob,
  ids: readonly FaultId[],
): Situation | undefined {
  let now: Situation | undefined = sound;
  for (const id of ids) {
    now = faultOf(id).plant(now, job);
    if (!now) return undefined;
  }
  return now;
}

/** Faults that are planted at the same place of a plan. */
const placeOf = (sound: Situation, job: PracticeJob, id: FaultId): string => {
  const wrong = faultOf(id).plant(sound, job);
  if (!wrong) return '';
  const { stack, ...rest } = wrong.plan;
  return formatStack(stack) === formatStack(sound.plan.stack)
    ? Object.keys(rest)
        .filter((key) => rest[key as keyof typeof rest] !== sound.plan[key as keyof typeof rest])
        .join() || 'state'
    : 'stack';
};

/** What a fault does to a sound job by itself; undefined where the job can't have it, or nobody would see it. */
export async function alone(
  sound: Printed,
  job: PracticeJob,
  id: FaultId,
): Promise<Printed | undefined> {
  const planted = faultOf(id).plant(sound, job);
  if (!planted) return undefined;
  const wrong = await printed(planted, job);
  return tellsItself(sound, wrong) ? wrong : undefined;
}

/**
 * Several faults together, each of which still shows: the print without it is another. Returns undefined where they don't go
 * together.
 */
export async function together(
  sound: Printed,
  job: PracticeJob,
  ids: readonly FaultId[],
): Promise<Printed | undefined> {
  const places = ids.map((id) => placeOf(sound, job, id));
  // Two changes of the stack hide each other too often to be distinguished.
  if (new Set(places).size < places.length) return undefined;
  const planted = plantAll(sound, job, ids);
  if (!planted) return undefined;
  const wrong = await printed(planted, job);
  for (const id of ids) {
    const others = plantAll(
      sound,
      job,
      ids.filter((one) => one !== id),
    );
    if (!others || !tellsItself(await printed(others, job), wrong)) return undefined;
  }
  return wrong;
}

/** Faults that change nothing but the plan: they can be mended at the screens. */
export const inPlan = (sound: Situation, job: PracticeJob, id: FaultId): boolean => {
  const wrong = faultOf(id).plant(sound, job);
  return (
    wrong !== undefined &&
    wrong.state === sound.state &&
    wrong.plan.material === sound.plan.material &&
    wrong.plan.layout.copies === sound.plan.layout.copies
  );
};
