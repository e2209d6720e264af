import { describe, expect, it } from 'vitest';
import { PLAN } from '../../core/test/shop.ts';
import { encodePlan } from './plan.ts';
import { readPlan, upToDate, type Steps } from './storedPlan.ts';

describe('a stored plan', () => {
  it('of the present format is read as it was written', () => {
    const stored = JSON.parse(JSON.stringify(encodePlan(PLAN))) as unknown;
    expect(readPlan(stored)).toEqual({ plan: PLAN });
  });

  it('of an earlier format goes step by step to the present one, and of the present one stays', () => {
    const steps: Steps = {
      1: ({ size, ...plan }) => ({ ...plan, width: size }),
      2: (plan) => ({ ...plan, height: plan.width }),
    };
    expect(upToDate({ format: 1, size: 5 }, steps, 3)).toEqual({ format: 3, width: 5, height: 5 });
    expect(upToDate({ format: 2, width: 4 }, steps, 3)).toEqual({ format: 3, width: 4, height: 4 });
    const present = { format: 3, width: 1 };
    expect(upToDate(present, steps, 3)).toEqual(present);
  });

  it('of a later format, or no plan at all, is told in a sentence and does not throw', () => {
    const newer = readPlan({ ...encodePlan(PLAN), format: 99 });
    expect(newer).toMatchObject({ problem: { code: 'PLAN_NEWER' } });
    const { machine: _, ...without } = encodePlan(PLAN);
    expect(readPlan(without)).toMatchObject({
      problem: { code: 'PLAN_UNREADABLE', message: expect.stringContaining('machine') },
    });
    for (const nothing of [null, 7, 'x', [], {}])
      expect(readPlan(nothing)).toMatchObject({ problem: { code: 'PLAN_UNREADABLE' } });
  });
});
