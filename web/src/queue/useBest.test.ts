// @vitest-environment happy-dom
import { OBJECTIVES } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { problemOf } from '../../../core/test/queue.ts';

/** Workers that answer when the test says so. */
class SlowWorker extends EventTarget {
  static all: SlowWorker[] = [];
  readonly asked: { objective: string; progress: (share: number) => void; answer: () => void }[] =
    [];
  ended = false;
  promised?: (value: unknown) => void;
  constructor() {
    super();
    SlowWorker.all.push(this);
  }
  terminate() {
    this.ended = true;
  }
}
vi.mock('comlink', () => ({
  proxy: <T>(value: T) => value,
  wrap: (worker: SlowWorker) => ({
    best: (_: unknown, objective: string, __: unknown, progress: (share: number) => void) =>
      new Promise((done) =>
        worker.asked.push({ objective, progress, answer: () => done({ objective }) }),
      ),
    promise: () => new Promise((done) => (worker.promised = done)),
  }),
}));
vi.mock('vue', async (original) => ({
  ...(await original<typeof import('vue')>()),
  onBeforeUnmount: (end: () => void) => (left = end),
}));
let left: () => void;
const { useBest } = await import('./useBest.ts');

const PROBLEM = problemOf([]);
const turn = () => new Promise((done) => setTimeout(done));
beforeEach(() => {
  SlowWorker.all = [];
  vi.stubGlobal('Worker', SlowWorker);
});
afterEach(() => vi.unstubAllGlobals());

describe('the search for the best orders', () => {
  it('shows each as soon as it is known, with the share that is done, and ends its worker with the last', async () => {
    const best = useBest();
    const done = best.search(PROBLEM, {});
    const [worker] = SlowWorker.all;
    for (const [i, objective] of OBJECTIVES.entries()) {
      expect(worker.asked[i].objective).toBe(objective);
      worker.asked[i].progress(0.5);
      expect(best.share.value).toBeCloseTo((i + 0.5) / OBJECTIVES.length, 9);
      expect(best.found.value).toHaveLength(i);
      worker.asked[i].answer();
      await turn();
    }
    await done;
    expect(best.found.value.map(({ objective }) => objective)).toEqual(OBJECTIVES);
    expect([worker.ended, best.share.value]).toEqual([true, undefined]);
  });

  it('ends with its worker where a new one begins, and nothing of it is shown later', async () => {
    const best = useBest();
    void best.search(PROBLEM, {});
    void best.search(PROBLEM, {});
    const [first, second] = SlowWorker.all;
    expect([first.ended, second.ended]).toEqual([true, false]);
    first.asked[0].progress(0.9);
    first.asked[0].answer();
    await turn();
    expect([best.found.value, best.share.value]).toEqual([[], 0]);
    best.cancel();
    expect([second.ended, best.share.value]).toEqual([true, undefined]);
  });

  it('says that it failed where its worker breaks, and a promise asked of one is refused', async () => {
    const best = useBest();
    void best.search(PROBLEM, {});
    SlowWorker.all[0].dispatchEvent(new Event('error'));
    await turn();
    expect(best.failed.value).toMatch(/\.$/);
    expect([SlowWorker.all[0].ended, best.share.value]).toEqual([true, undefined]);
    const promised = best.promise(PROBLEM, {}, 'a');
    expect(best.failed.value).toBeUndefined();
    SlowWorker.all[1].dispatchEvent(new Event('error'));
    await expect(promised).rejects.toThrow(/\.$/);
    expect(best.failed.value).toBeDefined();
  });

  it('goes on while a time is promised, and all of it ends with the screen', async () => {
    const best = useBest();
    void best.search(PROBLEM, {});
    const promised = best.promise(PROBLEM, {}, 'a');
    const [searching, promising] = SlowWorker.all;
    promising.promised!({ minutes: 9 });
    expect(await promised).toEqual({ minutes: 9 });
    expect([searching.ended, promising.ended]).toEqual([false, true]);
    void best.promise(PROBLEM, {}, 'b');
    left();
    expect(SlowWorker.all.map(({ ended }) => ended)).toEqual([true, true, true]);
  });
});
