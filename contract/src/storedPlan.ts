/** Plans that were written earlier: brought up to the present format, or refused with the reason. */
import { PLAN_FORMAT, type PrintPlan, type Shop } from '@kyanos/core';
import { z } from 'zod';
import type { Problem } from './resources/common.ts';
import { materialFrom1, tripsFrom1 } from './format1.ts';
import { machineFrom2 } from './format2.ts';
import { machineFrom3 } from './format3.ts';
import { Plan, problemOf } from './plan.ts';
import { ShopSchema } from './shop.ts';
import { SHOP_KINDS } from './shopItems.ts';
import { t } from './texts/texts.ts';

type Raw = Readonly<Record<string, unknown>>;
/** By the format that it begins with: what makes the next one of a plan. */
export type Steps = Readonly<Record<number, (plan: Raw) => Raw>>;

const STEPS: Steps = {
  1: (plan) => ({
    ...plan,
    material: materialFrom1(plan.material),
    trips: tripsFrom1(plan.trips),
  }),
  2: (plan) => ({ ...plan, machine: machineFrom2(plan.machine) }),
  3: (plan) => ({ ...plan, machine: machineFrom3(plan.machine) }),
};

const Formatted = z.looseObject({ format: z.int().min(1) });

/** @param steps for specifications of the way itself */
export function upToDate(
  value: unknown,
  steps: Steps = STEPS,
  present: number = PLAN_FORMAT,
): unknown {
  const parsed = Formatted.safeParse(value);
  if (!parsed.success) return value;
  let plan: Raw = parsed.data;
  for (let format = parsed.data.format; format < present && steps[format]; format++)
    plan = { ...steps[format](plan), format: format + 1 };
  return plan;
}

/** A plan of any format that this version knows, or the sentence that says what is wrong with it. */
export function readPlan(
  value: unknown,
  whole = t('request.plan'),
): { readonly plan: PrintPlan } | { readonly problem: Problem } {
  const formatted = Formatted.safeParse(value);
  if (formatted.success && formatted.data.format > PLAN_FORMAT)
    return {
      problem: {
        code: 'PLAN_NEWER',
        message: t('request.savedNewerVersionKyanos', {
          format: formatted.data.format,
          newest: PLAN_FORMAT,
        }),
      },
    };
  const parsed = Plan.safeParse(upToDate(value));
  if (parsed.success) return { plan: parsed.data };
  return { problem: { code: 'PLAN_UNREADABLE', message: problemOf(parsed.error, whole) } };
}

const Kept = z.looseObject({ materials: z.array(z.unknown()), machines: z.array(z.unknown()) });

/** A shop as any version kept it. @throws ZodError where it is none */
export function readShop(value: unknown): Shop {
  const kept = Kept.parse(value);
  return ShopSchema.parse({
    ...kept,
    materials: kept.materials.map(SHOP_KINDS.material.upToDate),
    machines: kept.machines.map(SHOP_KINDS.machine.upToDate),
  });
}
