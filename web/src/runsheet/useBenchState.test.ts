import type { BenchState, JobId } from '@kyanos/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import { useBenchState } from './useBenchState.ts';

const A = '00000000-0000-4000-8000-00000000000a' as JobId;
const B = '00000000-0000-4000-8000-00000000000b' as JobId;

/** A server that keeps ticks by job; each request takes as long as the next of its times. */
function serve() {
  const server = {
    ticks: new Map<string, Set<string>>([
      [A, new Set(['0.0'])],
      [B, new Set()],
    ]),
    version: 1,
    times: [] as number[],
  };
  vi.stubGlobal('fetch', async (path: string, { method, body }: RequestInit) => {
    const ms = server.times.shift() ?? 0;
    const id = /jobs\/([^/]+)\//.exec(path)![1];
    const say = () => {
      const ticks = server.ticks.get(id)!;
      if (method === 'PUT') {
        const { version, tick } = JSON.parse(body as string) as {
          version: number;
          tick?: { check: string; on: boolean };
        };
        if (version !== server.version)
          return new Response(JSON.stringify({ code: 'JOB_CONFLICT', message: 'Another plan.' }), {
            status: 409,
          });
        if (tick?.on) ticks.add(tick.check);
        else if (tick) ticks.delete(tick.check);
      }
      const state: BenchState = {
        version: server.version,
        state: 'accepted',
        ticks: [...ticks],
        startedAt: null,
        restsSince: null,
        spoilt: 0,
        printerFinished: false,
      };
      return new Response(JSON.stringify(state));
    };
    const answer = say();
    await new Promise((done) => setTimeout(done, ms));
    return answer;
  });
  return server;
}

let scope: EffectScope;
let server: ReturnType<typeof serve>;
const open = shallowRef<{ id: JobId; version: number } | undefined>();
const begin = async (ms = 0) => {
  server.times.push(ms);
  const bench = scope.run(() => useBenchState(() => open.value))!;
  if (ms === 0) await vi.runAllTimersAsync();
  return bench;
};
beforeEach(() => {
  vi.useFakeTimers();
  server = serve();
  scope = effectScope();
  open.value = { id: A, version: 1 };
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what is said of a job at the bench', () => {
  it('is read when it is opened, and a tick is seen before it is kept', async () => {
    const bench = await begin();
    expect([bench.ticked(0, 0), bench.ticked(0, 1)]).toEqual([true, false]);
    server.times.push(500);
    void bench.tick(0, 1, true);
    expect(bench.ticked(0, 1)).toBe(true);
    await vi.runAllTimersAsync();
    expect(bench.ticked(0, 1)).toBe(true);
    expect(server.ticks.get(A)).toEqual(new Set(['0.0', '0.1']));
  });

  it('keeps every one of several quick ticks, however long each answer takes', async () => {
    const bench = await begin();
    server.times.push(900, 10, 300);
    const done = [bench.tick(1, 0, true), bench.tick(1, 1, true), bench.tick(0, 0, false)];
    for (const ms of [0, 20, 500, 600, 700]) {
      await vi.advanceTimersByTimeAsync(ms);
      expect([bench.ticked(1, 0), bench.ticked(1, 1), bench.ticked(0, 0)]).toEqual([
        true,
        true,
        false,
      ]);
    }
    await vi.runAllTimersAsync();
    await Promise.all(done);
    expect(bench.state.value!.ticks).toEqual(['1.0', '1.1']);
  });

  it('takes a tick back that is refused, and says why', async () => {
    const bench = await begin();
    server.version = 2;
    await Promise.all([bench.tick(2, 0, true), vi.runAllTimersAsync()]);
    expect(bench.ticked(2, 0)).toBe(false);
    expect(bench.problem.value).toBe('Another plan.');
  });

  it('never stands for another job, also where its answer comes late', async () => {
    const bench = await begin(2000);
    open.value = { id: B, version: 1 };
    await nextTick();
    await vi.runAllTimersAsync();
    expect(bench.ticked(0, 0)).toBe(false);
    open.value = undefined;
    await nextTick();
    expect(await bench.change({ begins: true })).toBe(false);
  });

  it('counts what is still to be ticked, in all and of a trip', async () => {
    const bench = await begin();
    const step = { title: '', settings: [], cautions: [] };
    const steps = [
      { ...step, checks: ['a', 'b'] },
      { ...step, trip: 1, checks: ['c'] },
    ];
    expect(bench.unticked(steps)).toBe(2);
    expect(bench.tripTicks(1, steps)).toEqual({ done: 0, all: 1 });
    expect(bench.tripTicks(2, steps)).toBeUndefined();
  });
});
