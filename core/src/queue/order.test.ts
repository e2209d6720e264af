import { describe, expect, it } from 'vitest';
import {
  agedBars,
  begun,
  shortages,
  wholeOrder,
  type Bar,
  type Queued,
  type TaskWork,
} from './index.ts';

const work = (over: Partial<TaskWork> = {}): TaskWork => ({
  parts: [{ step: 'print', minutes: 10, attended: false }],
  rackMinutes: 0,
  wants: { material: 'film', materialName: 'Clear film', white: false, inks: [] },
  ml: {},
  material: { amount: 2, unit: 'm' },
  spread: { low: 1, high: 1 },
  ...over,
});
const queued = (id: string, over: Partial<Queued> = {}): Queued => ({
  id,
  name: id,
  on: { roll: work() },
  weight: 1,
  home: 'roll',
  printing: false,
  ...over,
});

describe('an order that was kept', () => {
  it('loses what is gone, gains what is new by due time, and begins with what prints', () => {
    const tasks = [
      queued('new and late', { due: 500 }),
      queued('new and soon', { due: 100 }),
      queued('b'),
      queued('a'),
      queued('prints', { printing: true }),
    ];
    const kept = { roll: ['gone', 'b', 'prints', 'a', 'b'] };
    expect(wholeOrder(kept, tasks, ['roll'])).toEqual({
      roll: ['prints', 'b', 'a', 'new and soon', 'new and late'],
    });
  });

  it('leaves nobody on a machine that can’t print it, or that it was not pinned to', () => {
    const bed = { bed: work() };
    const both = { roll: work(), bed: work() };
    const tasks = [
      queued('only bed', { on: bed, home: 'roll' }),
      queued('pinned', { on: both, pinned: { machineId: 'bed', at: 0 } }),
      queued('nowhere', { on: { label: work() } }),
    ];
    const kept = { roll: ['only bed', 'pinned', 'nowhere'], bed: [] };
    expect(wholeOrder(kept, tasks, ['roll', 'bed'])).toEqual({
      roll: [],
      bed: ['only bed', 'pinned'],
    });
  });

  it('has second trips after the first, on their machine, as far behind as they were put', () => {
    const both = { roll: work(), bed: work() };
    const tasks = [
      queued('a', { on: both }),
      queued('a/2', { on: both, after: 'a' }),
      queued('b'),
      queued('c'),
    ];
    const whole = (kept: Record<string, string[]>) => wholeOrder(kept, tasks, ['roll', 'bed']);
    expect(whole({}).roll).toEqual(['a', 'a/2', 'b', 'c']);
    expect(whole({ roll: ['a', 'b', 'a/2', 'c'] }).roll).toEqual(['a', 'b', 'a/2', 'c']);
    // Put before the first, or left behind on another machine: right after it.
    expect(whole({ roll: ['a/2', 'a', 'b', 'c'] }).roll).toEqual(['a', 'a/2', 'b', 'c']);
    expect(whole({ roll: ['b', 'a/2', 'c'], bed: ['a'] })).toEqual({
      roll: ['b', 'c'],
      bed: ['a', 'a/2'],
    });
  });
});

describe('what runs short', () => {
  it('is told once, at the job where it happens, with what is missing', () => {
    const white = (ml: number) =>
      queued(`white ${ml}`, { on: { roll: work({ ml: { W: ml, C: 1 } }) } });
    const printed = [white(30), white(50), white(5)].map((task) => ({ task, machineId: 'roll' }));
    // 60 mL: 30 are left after the first, 20 are missing at the second. 5 m of film: the third has 1.
    expect(shortages(printed, { roll: { W: 60 } }, { film: 5 })).toEqual([
      { taskId: 'white 50', what: { kind: 'ink', channel: 'W' }, missing: 20 },
      { taskId: 'white 5', what: { kind: 'material', material: 'Clear film' }, missing: 1 },
    ]);
    // Nobody said what is left: nobody is warned.
    expect(shortages(printed, {}, {})).toEqual([]);
  });
});

describe('a job that is being printed', () => {
  const parts = [
    { step: 'loading', minutes: 5, attended: true },
    { step: 'print', minutes: 20, attended: false },
    { step: 'wait', minutes: 15, attended: false },
    { step: 'print', minutes: 10, attended: false },
    { step: 'tool', minutes: 4, attended: true },
  ] as const;
  const left = (minutes: number, of: 'prints' | 'all') =>
    begun(work({ parts }), { minutes, of }).parts.map((part) => [part.step, part.minutes]);

  it('has left what comes after what was done at the machine', () => {
    expect(left(0, 'all')).toEqual(parts.map(({ step, minutes }) => [step, minutes]));
    expect(left(12, 'all')[0]).toEqual(['print', 13]);
    expect(left(30, 'all').map(([step]) => step)).toEqual(['wait', 'print', 'tool']);
  });

  it('has its loading behind it once its printer prints, and its drying once the next print has begun', () => {
    expect(left(0, 'prints')[0]).toEqual(['print', 20]);
    expect(left(8, 'prints').slice(0, 2)).toEqual([
      ['print', 12],
      ['wait', 15],
    ]);
    expect(left(23, 'prints')).toEqual([
      ['print', 7],
      ['tool', 4],
    ]);
    expect(left(30, 'prints')).toEqual([['tool', 4]]);
  });

  it('has a minute left when it lasts longer than planned', () =>
    expect(left(99, 'all')).toEqual([['print', 1]]));
});

describe('material past its day', () => {
  const begins = new Date(2026, 10, 28, 8);
  const bar = (taskId: string, to: number) => ({ taskId, to }) as Bar;
  const aged = (to: number) =>
    agedBars([bar('a', to)], begins, () => ({ lot: 'L7', until: '2026-11-28' })).length;

  it('is told of a job that ends after the last day of its lot, not on it', () => {
    expect(aged(15 * 60)).toBe(0);
    expect(aged(17 * 60)).toBe(1);
    expect(agedBars([bar('a', 9999)], begins, () => null)).toEqual([]);
  });
});
