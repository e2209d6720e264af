import { describe, expect, it } from 'vitest';
import { machineOf, hands, prints, taskOf, problemOf } from '../../test/queue.ts';
import { seededRandom } from '../units/index.ts';
import { promise } from './index.ts';

describe('a promise', () => {
  it('puts a new job where nobody else gets late, and holds in so many cases as it says', () => {
    const tasks = [
      taskOf({ id: 'a', parts: [hands(5), prints(50)], due: 56 }),
      taskOf({ id: 'b', parts: [hands(5), prints(60)], due: 400 }),
      taskOf({ id: 'new', parts: [hands(5), prints(100)] }),
    ];
    const problem = problemOf(tasks);
    const promised = promise(problem, { roll: ['a', 'b'] }, 'new')!;
    // After a, which would be late; before b, which has time.
    expect(promised.order).toEqual({ roll: ['a', 'new', 'b'] });
    expect(promised.half).toBeLessThan(promised.likely);
    expect(promised.likely).toBeLessThan(promised.sure);
    // Other futures, drawn by sums of evenly spread numbers: durations of two prints within their interval.
    const random = seededRandom(99);
    const spread = () => {
      const normal = Array.from({ length: 12 }, random).reduce((sum, one) => sum + one, -6);
      const [low, high] = [Math.log(0.7), Math.log(1.6)];
      return Math.exp((low + high) / 2 + (normal * (high - low)) / 2 / 1.2816);
    };
    const kept = Array.from({ length: 4000 }, () => 5 + 50 * spread() + 5 + 100 * spread()).filter(
      (end) => end <= promised.likely,
    ).length;
    expect(kept / 4000).toBeGreaterThan(0.74);
    expect(kept / 4000).toBeLessThan(0.86);
  });

  it('puts nothing before what prints now, nor before what is pinned where that would have to wait', () => {
    const tasks = [
      taskOf({ id: 'prints', pinned: { machineId: 'roll', at: 0 } }),
      taskOf({ id: 'pinned', pinned: { machineId: 'roll', at: 40 } }),
      taskOf({ id: 'new', parts: [hands(5), prints(30)] }),
    ];
    // 25 minutes of the first; 35 more would push the second beyond its 40.
    expect(promise(problemOf(tasks), { roll: ['prints', 'pinned'] }, 'new')!.order).toEqual({
      roll: ['prints', 'pinned', 'new'],
    });
  });

  it('is as wide as the machine that prints it is unsure', () => {
    const machines = [machineOf(), machineOf({ id: 'bed' })];
    const sure = taskOf({ id: 'new', machines: ['bed'], parts: [prints(100)] });
    const unsure = { ...sure.on.bed, parts: [prints(900)], spread: { low: 0.1, high: 10 } };
    const task = {
      ...sure,
      on: { roll: unsure, bed: { ...sure.on.bed, spread: { low: 1, high: 1 } } },
    };
    const promised = promise(problemOf([task], { machines }), {}, 'new')!;
    expect(promised).toMatchObject({ machineId: 'bed', half: 100, likely: 100, sure: 100 });
  });

  it('is given for the end of the queue where it harms somebody anywhere else', () => {
    const tasks = ['a', 'b', 'new'].map((id) => taskOf({ id, ...(id !== 'new' && { due: 51 }) }));
    const promised = promise(problemOf(tasks), { roll: ['a', 'b'] }, 'new')!;
    expect(promised.place).toBe(2);
    expect(promise(problemOf(tasks), {}, 'nobody')).toBeUndefined();
  });
});
