// @vitest-environment happy-dom
import type { QueueState } from '@kyanos/contract';
import {
  NO_QUEUE,
  USUAL_HOURS,
  type KeptQueue,
  type Queued,
  type QueueMachine,
} from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';
import { hands, machineOf, MONDAY, prints, taskOf } from '../../../core/test/queue.ts';

const server = { state: undefined as QueueState | undefined, asked: 0, away: false };
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async () => {
      server.asked++;
      if (server.away)
        throw new api.Refused({ code: 'REQUEST_INVALID', message: 'The server is away.' }, 0);
      return server.state;
    },
    callRevised: async (_endpoint: unknown, { body }: { body: KeptQueue }) => ({
      body,
      revision: '"2"',
    }),
  };
});
const { useQueue } = await import('./useQueue.ts');

const DAY = 24 * 60;
const queued = (asked: Parameters<typeof taskOf>[0], home = 'roll'): Queued => ({
  ...taskOf(asked),
  home,
  printing: false,
});
function stateOf(
  tasks: readonly Queued[],
  over: Partial<QueueState> = {},
  machines: readonly QueueMachine[] = [machineOf(), machineOf({ id: 'flat', name: 'Flat' })],
): QueueState {
  return {
    begins: MONDAY.toISOString(),
    hours: USUAL_HOURS,
    machines,
    tasks,
    jobs: [],
    free: {},
    kept: NO_QUEUE,
    revision: 1,
    currency: 'EUR',
    left: [],
    ...over,
  } as QueueState;
}

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers({ now: MONDAY });
  scope = effectScope();
  Object.assign(server, { asked: 0, away: false });
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});
async function open(state: QueueState) {
  server.state = state;
  const queue = scope.run(() => useQueue())!;
  await vi.advanceTimersByTimeAsync(0);
  return queue;
}

describe('the queue on the screen', () => {
  it('lays a move out while it is dragged, says what it would do, and does it once it is let go', async () => {
    // A is due before it could be done behind B, which takes the whole morning.
    const queue = await open(
      stateOf([
        queued({ id: 'a', due: 60 }),
        queued({ id: 'b', parts: [hands(5), prints(200)], material: 'film', due: DAY }),
        queued({ id: 'c', due: DAY }),
      ]),
    );
    expect(queue.order.value).toEqual({ roll: ['a', 'b', 'c'], flat: [] });
    queue.tryMove('b', 'roll', 0);
    expect(queue.shownOrder.value.roll).toEqual(['b', 'a', 'c']);
    expect(queue.order.value.roll).toEqual(['a', 'b', 'c']);
    const { change, late } = queue.effect.value!;
    // Film between vinyl and vinyl is two changes; before both it is two as well, as vinyl lies there.
    expect(change).toBe(0);
    expect(late.map(({ taskId }) => taskId)).toContain('a');
    expect(late.find(({ taskId }) => taskId === 'a')!.now).toBeGreaterThan(100);
    queue.leaveTrial();
    expect(queue.effect.value).toBeUndefined();
    queue.move('b', 'roll', 2);
    expect(queue.order.value.roll).toEqual(['a', 'c', 'b']);
    expect(queue.effect.value!.change).toBe(-6);
    queue.undo();
    expect(queue.order.value.roll).toEqual(['a', 'b', 'c']);
    expect(queue.effect.value!.change).toBe(6);
    queue.redo();
    expect(queue.order.value.roll).toEqual(['a', 'c', 'b']);
  });

  it('lets nothing be dropped on a machine that can’t print it, nor a second trip where its first is not', async () => {
    const both = ['roll', 'flat'];
    const queue = await open(
      stateOf([
        queued({ id: 'a' }),
        queued({ id: 'b/1', machines: both }),
        queued({ id: 'b/2', machines: both, after: 'b/1' }),
      ]),
    );
    expect([queue.fits('a', 'flat'), queue.fits('b/1', 'flat'), queue.fits('b/2', 'flat')]).toEqual(
      [false, true, false],
    );
    expect(queue.fits('nobody', 'roll')).toBe(false);
    const before = queue.order.value;
    queue.tryMove('a', 'flat', 0);
    queue.move('a', 'flat', 0);
    expect([queue.tried.value, queue.order.value, queue.canUndo.value]).toEqual([
      undefined,
      before,
      false,
    ]);
    queue.move('b/1', 'flat', 0);
    expect(queue.order.value).toEqual({ roll: ['a'], flat: ['b/1', 'b/2'] });
  });

  it('pins a job where and when it stands, lets it go, and forgets pins of jobs that are gone', async () => {
    const gone = { machineId: 'roll', at: MONDAY.toISOString() };
    const queue = await open(
      stateOf([queued({ id: 'a' }), queued({ id: 'b' })], {
        kept: { ...NO_QUEUE, pins: { gone, waiting: gone }, apart: ['gone', 'waiting'] },
        // Its plates are being built: it will be back.
        left: [{ id: 'waiting', name: 'Waiting', why: '' }] as unknown as QueueState['left'],
      }),
    );
    const bar = queue.shown.value!.bars.find(({ taskId }) => taskId === 'b')!;
    queue.pin(bar);
    const at = new Date(MONDAY.getTime() + bar.from * 60_000).toISOString();
    expect(queue.kept.value.pins).toEqual({ waiting: gone, b: { machineId: 'roll', at } });
    expect(queue.kept.value.apart).toEqual(['waiting']);
    queue.pin(bar);
    expect(queue.kept.value.pins).toEqual({ waiting: gone });
    queue.apart('a');
    expect(queue.kept.value.apart).toEqual(['waiting', 'a']);
    queue.apart('a');
    expect(queue.kept.value.apart).toEqual(['waiting']);
  });

  it('tells what runs short in the order of printing, and which material is past its day by then', async () => {
    const queue = await open(
      stateOf([queued({ id: 'a' }), queued({ id: 'b' }), queued({ id: 'c' })], {
        free: { vinyl: 1.5 },
        jobs: ['a', 'c'].map((id) => ({
          id,
          lot: { lot: 'V-1', until: id === 'c' ? '2026-11-29' : '2027-01-01' },
        })) as unknown as QueueState['jobs'],
      }),
    );
    expect(queue.short.value).toEqual([
      { taskId: 'b', what: { kind: 'material', material: 'vinyl' }, missing: 0.5 },
    ]);
    queue.move('b', 'roll', 0);
    expect(queue.short.value.map(({ taskId }) => taskId)).toEqual(['a']);
    expect(queue.aged.value.map(({ bar }) => bar.taskId)).toEqual(['c']);
  });

  it('is asked for anew every minute, but not while something is dragged; and says that the server is away until it is back', async () => {
    const queue = await open(stateOf([queued({ id: 'a' }), queued({ id: 'b' })]));
    expect(server.asked).toBe(1);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(server.asked).toBe(2);
    queue.tryMove('b', 'roll', 0);
    await vi.advanceTimersByTimeAsync(180_000);
    expect(server.asked).toBe(2);
    queue.leaveTrial();
    server.away = true;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(queue.problem.value).toBe('The server is away.');
    expect(queue.order.value.roll).toEqual(['a', 'b']);
    server.away = false;
    server.state = stateOf([queued({ id: 'b' })]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(queue.problem.value).toBeUndefined();
    expect(queue.order.value.roll).toEqual(['b']);
  });
});
