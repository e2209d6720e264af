import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { further } from './workEvents.ts';

/** A connection that is told what comes. */
class Events extends EventTarget {
  static open: Events[] = [];
  readonly OPEN = 1;
  readyState = 1;
  constructor() {
    super();
    Events.open.push(this);
  }
  close() {
    Events.open = Events.open.filter((one) => one !== this);
  }
  tell(id: string) {
    this.dispatchEvent(Object.assign(new Event('work'), { data: id }));
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', Events);
});
afterEach(async () => {
  await vi.runAllTimersAsync();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

/** Whether it is further by now. */
const watch = (id: string, since = performance.now()) => {
  const state = { further: false };
  void further(id, since).then(() => (state.further = true));
  return state;
};
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms);

describe('work that is further', () => {
  it('is heard of at once, by whoever waits for that work', async () => {
    const [a, b] = [watch('a'), watch('b')];
    await pass(100);
    Events.open[0].tell('a');
    await pass(1);
    expect([a.further, b.further, Events.open.length]).toEqual([true, false, 1]);
  });

  it('that went on while it was asked after is not waited for', async () => {
    watch('a');
    const since = performance.now();
    await pass(10);
    Events.open[0].tell('a');
    await pass(10);
    const late = watch('a', since);
    await pass(1);
    expect(late.further).toBe(true);
    const next = watch('a');
    await pass(500);
    expect(next.further).toBe(false);
  });

  it('is asked after in any case, sooner where nothing can be heard', async () => {
    const open = watch('a');
    await pass(2900);
    expect(open.further).toBe(false);
    await pass(200);
    expect(open.further).toBe(true);
    Events.open[0].readyState = 0;
    const closed = watch('a');
    await pass(450);
    expect(closed.further).toBe(true);
  });

  it('keeps no connection that nobody waits at', async () => {
    watch('a');
    await pass(4000);
    expect(Events.open).toHaveLength(1);
    watch('a');
    await pass(4000);
    expect(Events.open).toHaveLength(1);
    await pass(8000);
    expect(Events.open).toHaveLength(0);
    watch('a');
    expect(Events.open).toHaveLength(1);
  });
});
