// @vitest-environment happy-dom
import { API, MAX_UPLOAD_BYTES, type ArtworkSummary } from '@kyanos/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';
import { useIntake } from './useIntake.ts';

const ID = '5f1c0d5e-52a7-4c0e-9a55-000000000001';
const STORED = '5f1c0d5e-52a7-4c0e-9a55-000000000002';

/** What the server said, was asked, and is still to say of the file. */
const server = vi.hoisted(() => ({
  asked: [] as string[],
  states: [] as object[],
  refusal: undefined as Error | undefined,
  sent: undefined as ((value: unknown) => void) | undefined,
  progress: undefined as ((share: number) => void) | undefined,
  abandoned: 0,
}));
vi.mock('../shared/api.ts', async (real) => {
  const api = await real<typeof import('../shared/api.ts')>();
  return {
    ...api,
    upload: (_file: File, progress: (share: number) => void) => {
      server.progress = progress;
      const done = new Promise((resolve, reject) => {
        server.sent = resolve;
        if (server.refusal) reject(server.refusal);
      });
      return { done, cancel: () => server.abandoned++ };
    },
    call: async (endpoint: { method: string; path: string }) => {
      server.asked.push(`${endpoint.method} ${endpoint.path}`);
      return server.states.length > 1 ? server.states.shift() : server.states[0];
    },
  };
});
const { Refused } = await import('../shared/api.ts');

const state = (change: object) => ({
  id: ID,
  state: 'running',
  attempt: 3,
  progress: 0.4,
  problem: null,
  firstLook: false,
  ...change,
});
const file = (bytes = 4) => new File([new Uint8Array(bytes)], 'label.pdf');
const ready = vi.fn<(artwork: ArtworkSummary) => void>();
let scope: EffectScope;
let intake: ReturnType<typeof useIntake>;

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', undefined);
  Object.assign(server, { asked: [], states: [], refusal: undefined, abandoned: 0 });
  ready.mockReset();
  scope = effectScope();
  intake = scope.run(() => useIntake(ready))!;
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const settle = (ms = 0) => vi.advanceTimersByTimeAsync(ms);
const sent = async () => {
  await settle();
  server.sent!({ id: STORED });
  await settle();
};

describe('a file that is dropped', () => {
  it('is sent, then read, each with how far it is, and handed on when its plates are made', async () => {
    server.states = [state({}), state({ state: 'done', progress: 1 })];
    const taken = intake.take(file(), 300);
    server.progress!(0.25);
    expect([intake.phase.value, intake.share.value, intake.words.value]).toEqual([
      'sending',
      0.25,
      'Sending label.pdf',
    ]);
    await sent();
    expect([intake.phase.value, intake.share.value]).toEqual(['reading', 0.4]);
    await settle(5000);
    await taken;
    expect(ready).toHaveBeenCalledWith(expect.objectContaining({ id: ID, state: 'done' }));
    expect([intake.phase.value, intake.problem.value]).toEqual(['idle', undefined]);
  });

  it('shows its first, rough picture as soon as there is one, and not after its plates are made', async () => {
    server.states = [state({ firstLook: true }), state({ state: 'done' })];
    const taken = intake.take(file(), 300);
    await sent();
    expect(intake.look.value).toContain(ID);
    await settle(5000);
    await taken;
    expect(intake.look.value).toBeUndefined();
  });

  it('that is too large is refused before a byte is sent', async () => {
    const large = Object.defineProperty(file(), 'size', { value: MAX_UPLOAD_BYTES + 1 });
    await intake.take(large, 300);
    expect(intake.problem.value?.code).toBe('FILE_TOO_LARGE');
    expect(intake.phase.value).toBe('idle');
  });

  it('that can’t be read leaves the server’s sentence, and another can be dropped', async () => {
    const problem = { code: 'ARTWORK_DAMAGED', message: 'It ends too early.' };
    server.states = [state({ state: 'failed', problem })];
    const taken = intake.take(file(), 300);
    await sent();
    await taken;
    expect(intake.problem.value).toEqual(problem);
    expect(ready).not.toHaveBeenCalled();
    server.states = [state({ state: 'done' })];
    const again = intake.take(file(), 300);
    expect(intake.problem.value).toBeUndefined();
    await sent();
    await again;
    expect(ready).toHaveBeenCalledOnce();
  });

  it('that the server does not take leaves its sentence', async () => {
    server.refusal = new Refused({ code: 'DISK_FULL', message: 'No room.' }, 507);
    await intake.take(file(), 300);
    expect(intake.problem.value?.message).toBe('No room.');
  });

  it('waits for the one before it', async () => {
    server.states = [state({ state: 'done' })];
    const first = intake.take(file(), 300);
    await intake.take(new File(['x'], 'other.pdf'), 300);
    expect(intake.words.value).toBe('Sending label.pdf');
    await sent();
    await first;
    expect(ready).toHaveBeenCalledOnce();
  });
});

describe('cancel', () => {
  it('stops the sending, and tells nothing of it as a fault', async () => {
    const taken = intake.take(file(), 300);
    await settle();
    server.states = [state({ state: 'cancelled', problem: { code: 'CANCELLED', message: '' } })];
    intake.cancel();
    expect(server.abandoned).toBe(1);
    server.sent!({ id: STORED });
    await taken;
    expect(intake.problem.value).toBeUndefined();
  });

  it('stops the reading by its attempt', async () => {
    server.states = [state({})];
    void intake.take(file(), 300);
    await sent();
    intake.cancel();
    expect(server.asked).toContain(`${API.cancelArtwork.method} ${API.cancelArtwork.path}`);
    server.states = [state({ state: 'cancelled' })];
    await settle(5000);
    expect([intake.phase.value, intake.problem.value]).toEqual(['idle', undefined]);
  });

  it('stops what is being sent when the page is left', async () => {
    void intake.take(file(), 300);
    await settle();
    scope.stop();
    expect(server.abandoned).toBe(1);
  });
});
