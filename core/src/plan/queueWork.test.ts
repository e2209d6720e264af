import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, measures, PLAN } from '../../test/shop.ts';
import { plateSpecs } from '../plates/index.ts';
import { calculate } from './calculate.ts';
import { placedTasks, queueWork, tripsApart, worksOn } from './queueWork.ts';

const info = artwork({ Cyan: 0.5 });
const [{ key }] = plateSpecs(PLAN.stack);
const measured = measures({ key, coverage: 0.5 });
const plan = (split: 'together' | 'apart') => ({
  ...PLAN,
  trips: { ...PLAN.trips, split, waitMinutes: 15, testPrint: false },
});

describe('a planned job in the queue', () => {
  it('is all of its work but for changeovers, and dries in the rack at its end', () => {
    const parked = { leftMl: {}, headsParked: true } as const;
    const one = plan('together');
    const { work } = calculate(one, info, measured, parked);
    const queued = queueWork(one, work!);
    const left = work!.phases.filter(({ step }) => !['heads', 'slot', 'fitting'].includes(step));
    const minutes = left.reduce((sum, phase) => sum + phase.minutes, 0);
    const parts = queued.parts.reduce((sum, part) => sum + part.minutes, 0);
    expect(left.at(-1)!.step).toBe('wait');
    expect(queued.rackMinutes).toBe(15);
    expect(parts).toBeCloseTo(minutes - left.at(-1)!.minutes, 9);
    expect(queued.parts.map(({ step }) => step)).not.toContain('heads');
    expect(queued.wants).toMatchObject({ material: PLAN.material.id, white: true });
    expect(queued.spread.low).toBeLessThan(1);
    expect(queued.spread.high).toBeGreaterThan(1);
  });

  it('is parted where its second trip is loaded, and dries once in between', () => {
    const two = plan('apart');
    const whole = queueWork(two, calculate(two, info, measured).work!);
    const [first, second] = tripsApart(whole)!;
    expect(first.rackMinutes).toBe(15);
    expect(first.parts.filter(({ step }) => step === 'print')).toHaveLength(1);
    expect(second.parts[0].step).toBe('loading');
    const steps = [...first.parts, ...second.parts].map(({ step }) => step);
    const kept = whole.parts
      .map(({ step }) => step)
      .filter((step) => step !== 'wait' && step !== 'return');
    expect(steps).toEqual(kept);
    const alone = plan('together');
    expect(tripsApart(queueWork(alone, calculate(alone, info, measured).work!))).toBeUndefined();
  });

  it('is there on each machine that can print it, and on no other', () => {
    const narrow = { ...MACHINE, id: 'narrow', maxWidth: 10 };
    const slow = { ...MACHINE, id: 'slow', setupMinutes: MACHINE.setupMinutes + 30 };
    const one = plan('together');
    const { work } = calculate(one, info, measured);
    const works = worksOn(one, work!, info, measured, [MACHINE, narrow, slow]);
    expect(Object.keys(works)).toEqual([PLAN.machine.id, 'slow']);
    const minutes = (id: string) => works[id].parts.reduce((sum, part) => sum + part.minutes, 0);
    expect(minutes('slow') - minutes(PLAN.machine.id)).toBeCloseTo(30, 9);
  });

  it('is placed by hand: pinned from a moment on, and with trips apart', () => {
    const two = plan('apart');
    const on = { roll: queueWork(two, calculate(two, info, measured).work!) };
    const task = { id: 'j', name: 'j', on, weight: 1, due: 90, home: 'roll', printing: false };
    const begins = new Date('2026-11-30T08:00:00Z');
    const pins = { j: { machineId: 'roll', at: '2026-11-30T09:30:00Z' } };
    expect(placedTasks([task], { pins, apart: [] }, begins)[0].pinned).toEqual({
      machineId: 'roll',
      at: 90,
    });
    const [first, second] = placedTasks([task], { pins: {}, apart: ['j'] }, begins);
    expect([first.due, second.due, second.after, second.id]).toEqual([undefined, 90, 'j', 'j/2']);
    // What prints now stays where it prints, whatever was said before.
    const now = { ...task, printing: true };
    expect(placedTasks([now], { pins, apart: [] }, begins)[0].pinned).toEqual({
      machineId: 'roll',
      at: 0,
    });
    // A machine that is gone holds nobody.
    const gone = { j: { machineId: 'sold', at: '2026-11-30T09:30:00Z' } };
    expect(placedTasks([task], { pins: gone, apart: [] }, begins)).toEqual([task]);
  });
});
