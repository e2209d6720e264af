import { describe, expect, it } from 'vitest';
import { materialBody, nearestReflectance, type PrintPlan } from '@kyanos/core';
import { DEMO_JOBS, SHOP } from '@kyanos/demo';
import { PLAN } from '../../core/test/shop.ts';
import { encodePlan } from './plan.ts';
import { readPlan, readShop, upToDate, type Steps } from './storedPlan.ts';

/** A plan of the demo as version 0.6 wrote it: its material stated as a body between surfaces. */
const format1 = (optics: object) => {
  const plan = encodePlan(DEMO_JOBS[0].plan);
  return { ...plan, format: 1, material: { ...plan.material, optics } };
};

describe('a plan of format 1', () => {
  const film = { lab: [99, 0, 0.5], transmittance: 0.9, scatter: 0.002 };
  const lit = (plan: PrintPlan, place: 'white' | 'black' | 'behind') => {
    const { material } = plan;
    const { layer, diffuse } = materialBody(material.optics);
    expect(diffuse).toBeGreaterThanOrEqual(0);
    return place === 'behind' ? layer.down[17] : layer.front[17];
  };

  it.each([
    ['clear film', film],
    ['translucent film', { lab: [97, 0, -0.5], transmittance: 0.6, scatter: 0.008 }],
    ['tinted film', { lab: [60, -8, -20], transmittance: 0.8, scatter: 0.01 }],
  ])('keeps the body that its %s had between the surfaces', (_name, optics) => {
    const read = readPlan(format1(optics));
    if (!('plan' in read)) throw new Error(read.problem.message);
    const tint = nearestReflectance(optics.lab as [number, number, number]).map(Math.sqrt);
    const passed = tint[17] * optics.transmittance;
    expect(lit(read.plan, 'behind')).toBeCloseTo(passed, 1);
    expect(lit(read.plan, 'white')).toBeCloseTo((tint[17] - passed) / 2, 1);
  });

  it('has its board’s colour and shine unchanged, and no more mirrored light than there is', () => {
    const read = readPlan(
      format1({ lab: [78, 0, 0.5], transmittance: 0, scatter: 0.01, mirror: 0.7 }),
    );
    expect('plan' in read && read.plan.material.optics).toMatchObject({
      lab: [78, 0, 0.5],
      transmittance: 0,
      gloss: 42.5,
      mirror: expect.closeTo(0.471, 2),
    });
  });

  it('is found in a shop that was kept by an earlier version too', () => {
    const old = { ...SHOP, materials: SHOP.materials.map((one) => ({ ...one, optics: film })) };
    const { materials } = readShop(JSON.parse(JSON.stringify(old)));
    expect(materials[0].optics.haze).toBe(0);
    expect(readShop(JSON.parse(JSON.stringify(SHOP)))).toEqual(SHOP);
  });
});

describe('a plan of format 3', () => {
  it('gets the role of each ink from its key', () => {
    const [{ plan }] = DEMO_JOBS;
    const now = JSON.parse(JSON.stringify(encodePlan(plan))) as typeof plan;
    const { machine } = now;
    const inks = machine.inks.map((ink) => ({ ...ink, role: undefined }));
    const was = JSON.parse(
      JSON.stringify({ ...now, format: 3, machine: { ...machine, inks } }),
    ) as object;
    expect(readPlan(was)).toEqual({ plan });
  });
});

describe('a plan of format 2', () => {
  it('loses what was true of its machine that day, and nothing else', () => {
    const [{ plan }] = DEMO_JOBS;
    const now = JSON.parse(JSON.stringify(encodePlan(plan))) as typeof plan;
    const { machine } = now;
    const was = {
      ...now,
      format: 2,
      machine: {
        ...machine,
        whiteSlot: { stands: 'under', minutes: 10 },
        inks: machine.inks.map((ink) => ({ ...ink, container: { ml: 220, leftMl: 12 } })),
      },
    };
    expect(readPlan(was)).toEqual({
      plan: {
        ...plan,
        machine: {
          ...plan.machine,
          whiteSlot: { minutes: 10 },
          inks: plan.machine.inks.map((ink) => ({ ...ink, container: { ml: 220 } })),
        },
      },
    });
  });
});

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
