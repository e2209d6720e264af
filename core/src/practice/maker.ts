/** What all exercises are made with: dice that fall by the seed, and jobs as they should be printed. */
import type { PrintPlan } from '../plan/index.ts';
import { parseRule } from '../rule/index.ts';
import { allLayers, usesInkRole, withInkRoleRule, type Machine } from '../stack/index.ts';
import { t } from '../texts/index.ts';
import { seededRandom } from '../units/index.ts';
import {
  EXERCISE_KINDS,
  type ExerciseKind,
  type Level,
  type Made,
  type Reason,
  type Topic,
} from './exercise.ts';
import { faultOf } from './faults.ts';
import type { FaultId } from './ids.ts';
import { cleaned, type PracticeJob, type Printed, type Situation } from './job.ts';

export interface Wanted<K extends ExerciseKind = ExerciseKind> {
  readonly kind: K;
  readonly seed: number;
  readonly level: Level;
  /** What it is to practise, where that can be had. */
  readonly topic?: Topic | undefined;
}

export type Maker<K extends ExerciseKind> = (
  wanted: Wanted<K>,
  job: PracticeJob,
  dice: Dice,
) => Promise<Made<K> | undefined>;

/** Of what only the machine of a job is asked about: nothing of it is opened. */
export type MachineMaker<K extends ExerciseKind> = (
  wanted: Wanted<K>,
  machine: Machine,
  dice: Dice,
) => Made<K> | undefined;

/** Throws by the seed, in one search for an exercise. */
export class Dice {
  readonly roll: () => number;
  /** What made none in this search and would not the next time: a print that is asked about, or a job with its brief. */
  readonly dull = new Set<Printed | string>();
  constructor({ kind, seed, level }: Wanted) {
    this.roll = seededRandom(seed * 31 + EXERCISE_KINDS.indexOf(kind) * 7919 + level * 104_729);
  }
  upTo(n: number): number {
    return Math.floor(this.roll() * n);
  }
  pick<T>(list: readonly T[]): T {
    return list[this.upTo(list.length)];
  }
  mixed<T>(list: readonly T[]): T[] {
    const mixed = [...list];
    for (let i = mixed.length - 1; i > 0; i--) {
      const j = this.upTo(i + 1);
      [mixed[i], mixed[j]] = [mixed[j], mixed[i]];
    }
    return mixed;
  }
}

/** A machine of which nothing is wrong: nobody said anything of it. */
export const AT_REST = { leftMl: {} };

/** What a shop may as well plan for white that the artist did not draw, or drew badly. */
const BY_RULE = 'cleaned(choke 0.2 least 0.3)';
function byRule(plan: PrintPlan): PrintPlan | undefined {
  const { stack } = plan;
  if (!usesInkRole(stack, 'W') || !usesInkRole(stack, 'CMYK') || plan.material.class === 'metallic')
    return undefined;
  const beside = allLayers(stack).some(({ parts }) => parts.length > 1 && parts[0].inkRole === 'W');
  return beside ? undefined : { ...plan, stack: withInkRoleRule(stack, 'W', parseRule(BY_RULE)) };
}

const known = new WeakMap<PracticeJob, Map<PrintPlan, Promise<Printed> | undefined>>();
/** A job as it should be printed, with its own white or by a rule that serves as well; made once. */
export function sound(job: PracticeJob, dice: Dice): Promise<Printed> {
  const plans = variants(job);
  const plan = dice.pick([...plans.keys()]);
  let made = plans.get(plan);
  if (!made) plans.set(plan, (made = cleaned({ plan, state: AT_REST }, job)));
  return made;
}
function variants(job: PracticeJob): Map<PrintPlan, Promise<Printed> | undefined> {
  let plans = known.get(job);
  if (!plans) {
    const other = byRule(job.plan);
    plans = new Map([job.plan, ...(other ? [other] : [])].map((plan) => [plan, undefined]));
    known.set(job, plans);
  }
  return plans;
}

export const reasonsOf = (faults: readonly FaultId[]): Reason[] =>
  faults.map((id) => ({ says: `${faultOf(id).name}. ${faultOf(id).why}`, page: faultOf(id).page }));
export const topicsOf = (faults: readonly FaultId[]): Topic[] =>
  faults.map((id) => `fault/${id}` as const);
export const about = (job: PracticeJob, { plan }: Situation): string =>
  t('practice.aboutJob', {
    job: job.name,
    material: plan.material.name,
    machine: plan.machine.name,
    n: plan.layout.copies,
  });
