import { describe, expect, it } from 'vitest';
import {
  SHIFTS,
  machineOf,
  hands,
  prints,
  taskOf,
  problemOf,
  someTasks,
} from '../../test/queue.ts';
import { schedule } from './index.ts';

describe('a queue that is laid out', () => {
  it('has hands only where somebody is there, and prints through the break and the night', () => {
    const { bars } = schedule(
      problemOf([taskOf({ id: 'a', parts: [hands(30), prints(400), hands(10)] })], {
        shifts: SHIFTS,
      }),
      { roll: ['a'] },
    );
    // Somebody comes at 8:00 (60); the print ends at 490 within the afternoon; hands follow at once.
    expect(bars[0].segments.map(({ from, to }) => [from, to])).toEqual([
      [60, 90],
      [90, 490],
      [490, 500],
    ]);
    const late = schedule(
      problemOf([taskOf({ id: 'a', parts: [hands(30), prints(500), hands(20)] })], {
        shifts: SHIFTS,
      }),
      { roll: ['a'] },
    ).bars[0];
    // 10 minutes before closing are too few for 20: the next morning.
    expect(late.segments[2]).toMatchObject({ from: 1440 + 60, to: 1440 + 80 });
  });

  it('rests while the shop is closed where machines don’t print alone', () => {
    const { bars } = schedule(
      problemOf([taskOf({ id: 'a', parts: [prints(600)] })], { shifts: SHIFTS, overnight: false }),
      { roll: ['a'] },
    );
    // 240 before noon, 270 after it, the other 90 the next morning.
    expect(bars[0]).toMatchObject({ from: 60, to: 1440 + 150 });
  });

  it('waits for a rack that is free, and the machine waits with it', () => {
    const tasks = ['a', 'b'].map((id) => taskOf({ id, parts: [prints(10)], rack: 60 }));
    const { bars } = schedule(problemOf(tasks, { racks: 1 }), { roll: ['a', 'b'] });
    expect(bars.map(({ to, finish }) => [to, finish])).toEqual([
      [10, 70],
      [70, 130],
    ]);
  });

  it.each(Array.from({ length: 40 }, (_, i) => i))(
    'never has one person at two machines, nor two jobs on one, nor hands out of hours (seed %i)',
    (seed) => {
      const machines = ['roll', 'bed', 'label'].map((id) => machineOf({ id }));
      const tasks = someTasks(
        18,
        seed,
        machines.map(({ id }) => id),
      );
      const order: Record<string, string[]> = { roll: [], bed: [], label: [] };
      for (const { id, on } of tasks)
        order[Object.keys(on)[seed % Object.keys(on).length]].push(id);
      for (const operators of [1, 2]) {
        const problem = problemOf(tasks, { machines, shifts: SHIFTS, operators, racks: 2 });
        const { bars } = schedule(problem, order);
        expect(bars).toHaveLength(tasks.length);
        const all = bars.flatMap(({ segments }) => segments);
        const attended = all.filter(({ kind }) => kind === 'attended' || kind === 'change');
        const most = (list: readonly { from: number; to: number }[]) =>
          Math.max(
            ...list.map(
              ({ from }) => list.filter((one) => one.from <= from && from < one.to).length,
            ),
          );
        expect(most(attended)).toBeLessThanOrEqual(operators);
        expect(most(all.filter(({ kind }) => kind === 'rack'))).toBeLessThanOrEqual(2);
        for (const { from, to } of attended)
          expect(SHIFTS.some((shift) => shift.from <= from && to <= shift.to)).toBe(true);
        for (const { id } of machines) {
          const own = bars.filter(({ machineId }) => machineId === id);
          for (const [i, bar] of own.entries())
            if (i > 0) expect(bar.from).toBeGreaterThanOrEqual(own[i - 1].to - 1e-9);
        }
      }
    },
  );
});
