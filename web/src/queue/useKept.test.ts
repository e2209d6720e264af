import { NO_QUEUE, type KeptQueue } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';
import { useKept } from './useKept.ts';

const ordered = (...ids: string[]): KeptQueue => ({ ...NO_QUEUE, machines: { roll: ids } });
const AWAY = 'away';

/** A server with a queue of its own, as slow and as moody as it is told to be. */
function serve() {
  const server = {
    stored: ordered('a', 'b', 'c'),
    revision: 1,
    saves: 0,
    ms: 0,
    mood: 'well' as 'well' | typeof AWAY | 'loses answers' | 'refuses',
  };
  vi.stubGlobal('fetch', async (_path: string, { body, headers }: RequestInit) => {
    const base = (headers as Record<string, string>)['If-Match'];
    if (server.mood === AWAY) throw new TypeError('Failed to fetch');
    if (server.ms > 0) await new Promise((done) => setTimeout(done, server.ms));
    const say = (status: number, answer: unknown) =>
      new Response(JSON.stringify(answer), {
        status,
        headers: { ETag: `"${server.revision}"` },
      });
    if (server.mood === 'refuses')
      return say(422, { code: 'REQUEST_INVALID', message: 'Too much.' });
    const wanted = JSON.parse(body as string) as KeptQueue;
    const same = JSON.stringify(wanted) === JSON.stringify(server.stored);
    if (base !== `"${server.revision}"` && !same)
      return say(409, { code: 'SETTING_CONFLICT', message: 'Conflict.' });
    if (!same) {
      server.stored = wanted;
      server.revision++;
      server.saves++;
    }
    if (server.mood === 'loses answers') throw new TypeError('Failed to fetch');
    return say(200, wanted);
  });
  return server;
}

let scope: EffectScope;
let server: ReturnType<typeof serve>;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', new EventTarget());
  server = serve();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

/** A hand on the queue of that server. */
function open() {
  const load = () => {
    const since = hand.now();
    return Promise.resolve(hand.take(server.stored, server.revision, since));
  };
  const hand: ReturnType<typeof useKept> = scope.run(() => useKept(load))!;
  void load();
  return { ...hand, load };
}
const rest = () => vi.advanceTimersByTimeAsync(1000);

describe('what a hand has said of the queue', () => {
  it('is kept once for several moves, a moment after the last', async () => {
    const hand = open();
    hand.change(ordered('b', 'a', 'c'));
    await vi.advanceTimersByTimeAsync(200);
    hand.change(ordered('b', 'c', 'a'));
    await rest();
    expect([server.saves, server.stored]).toEqual([1, ordered('b', 'c', 'a')]);
    expect(hand.atRest()).toBe(true);
  });

  it('is no conflict with oneself where the server is slower than the hand', async () => {
    server.ms = 1500;
    const hand = open();
    hand.change(ordered('b', 'a', 'c'));
    await rest();
    // The first is on its way.
    hand.change(ordered('c', 'b', 'a'));
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.stored).toEqual(ordered('c', 'b', 'a'));
    expect([server.saves, hand.problem.value]).toEqual([2, undefined]);
  });

  it('is not overwritten by what was fetched before it, nor by what comes while it is saved', async () => {
    const hand = open();
    const since = hand.now();
    const old = server.stored;
    hand.change(ordered('b', 'a', 'c'));
    expect(hand.take(old, 1, since)).toBe(false);
    await rest();
    expect(hand.take(old, 1, since)).toBe(false);
    expect(hand.kept.value).toEqual(ordered('b', 'a', 'c'));
    expect(await hand.load()).toBe(true);
    // Asked for while it is on its way.
    server.ms = 300;
    hand.change(ordered('c', 'a', 'b'));
    await vi.advanceTimersByTimeAsync(500);
    const during = hand.now();
    expect(hand.take(old, 1, during)).toBe(false);
    await rest();
    expect(hand.take(old, 1, during)).toBe(false);
    expect(hand.kept.value).toEqual(ordered('c', 'a', 'b'));
  });

  it('waits for a server that is away, and finds an answer that was lost to be its own', async () => {
    const hand = open();
    server.mood = AWAY;
    hand.change(ordered('b', 'a', 'c'));
    await rest();
    expect([server.saves, hand.kept.value]).toEqual([0, ordered('b', 'a', 'c')]);
    expect(hand.problem.value).toBeDefined();
    server.mood = 'loses answers';
    await vi.advanceTimersByTimeAsync(4000);
    server.mood = 'well';
    await vi.advanceTimersByTimeAsync(4000);
    expect([server.saves, server.stored]).toEqual([1, ordered('b', 'a', 'c')]);
    expect(hand.problem.value).toBeUndefined();
    expect(hand.canUndo.value).toBe(true);
  });

  it('gives in to whoever was first, and says so; nothing of theirs can be undone', async () => {
    const hand = open();
    [server.stored, server.revision] = [ordered('c', 'a', 'b'), 2];
    hand.change(ordered('b', 'a', 'c'));
    await rest();
    expect(hand.kept.value).toEqual(ordered('c', 'a', 'b'));
    expect(hand.problem.value).toMatch(/^Somebody else has changed the queue/);
    expect([hand.canUndo.value, server.saves, hand.atRest()]).toEqual([false, 0, true]);
    server.mood = 'refuses';
    hand.change(ordered('a', 'b', 'c'));
    await rest();
    expect([hand.problem.value, hand.kept.value]).toEqual(['Too much.', ordered('c', 'a', 'b')]);
  });

  it('is undone and done again, step by step, and each is kept', async () => {
    const hand = open();
    hand.change(ordered('b', 'a', 'c'));
    hand.change(ordered('b', 'c', 'a'));
    hand.undo();
    hand.undo();
    hand.undo();
    await rest();
    expect([server.stored, hand.canUndo.value]).toEqual([ordered('a', 'b', 'c'), false]);
    hand.redo();
    await rest();
    expect([server.stored, hand.canRedo.value]).toEqual([ordered('b', 'a', 'c'), true]);
    hand.change(ordered('c', 'b', 'a'));
    expect(hand.canRedo.value).toBe(false);
  });

  it('is saved at once when the page is left', async () => {
    const hand = open();
    hand.change(ordered('b', 'a', 'c'));
    window.dispatchEvent(new Event('pagehide'));
    await vi.advanceTimersByTimeAsync(1);
    expect(server.stored).toEqual(ordered('b', 'a', 'c'));
    hand.change(ordered('c', 'a', 'b'));
    scope.stop();
    await vi.advanceTimersByTimeAsync(1);
    expect(server.stored).toEqual(ordered('c', 'a', 'b'));
  });
});
