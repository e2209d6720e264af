import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** A server that keeps one value, answers when it is told to, and takes a change only on its newest revision. */
const server = {
  value: null as unknown,
  revision: 1,
  waiting: [] as (() => void)[],
  puts: [] as unknown[],
};
vi.mock('./api.ts', async (original) => {
  const api = await original<typeof import('./api.ts')>();
  return {
    ...api,
    callRevised: async (
      { method }: { method: string },
      { body }: { body?: unknown },
      { ifMatch }: { ifMatch?: string } = {},
    ) => {
      await new Promise<void>((done) => server.waiting.push(done));
      if (method === 'GET') return { value: server.value, revision: String(server.revision) };
      server.puts.push(body);
      if (ifMatch !== String(server.revision))
        throw new api.Refused({ code: 'SETTING_CONFLICT', message: 'Somebody else.' }, 409);
      server.value = body;
      return { value: body, revision: String(++server.revision) };
    },
  };
});
const { useSetting } = await import('./useSetting.ts');

const answers = async () => {
  await vi.advanceTimersByTimeAsync(0);
  server.waiting.splice(0).forEach((answer) => answer());
  await vi.advanceTimersByTimeAsync(0);
};
const SAVE_MS = 600;

beforeEach(() => {
  vi.useFakeTimers();
  Object.assign(server, { value: { Weiss: 'W' }, revision: 1, waiting: [], puts: [] });
});
afterEach(() => vi.useRealTimers());

describe('what the shop says once', () => {
  it('is read when it is first wanted, and is what it was before as long as nobody said anything', async () => {
    const { value } = useSetting('spot-names', {});
    expect(value.value).toEqual({});
    await answers();
    expect(value.value).toEqual({ Weiss: 'W' });
    server.value = null;
    const other = useSetting('spot-names', { Silver: 'S' });
    await answers();
    expect(other.value.value).toEqual({ Silver: 'S' });
  });

  it('is sent once for many changes made in one go', async () => {
    const { set } = useSetting('spot-names', {});
    await answers();
    for (const name of ['A', 'B', 'C']) void set({ [name]: 'W' });
    await vi.advanceTimersByTimeAsync(SAVE_MS);
    await answers();
    expect(server.puts).toEqual([{ C: 'W' }]);
  });

  it('is kept change after change, also while the server is slow: nobody is in one’s own way', async () => {
    const { set, problem } = useSetting('spot-names', {});
    await answers();
    void set({ A: 'W' });
    await vi.advanceTimersByTimeAsync(SAVE_MS);
    // The first is still on its way.
    void set({ B: 'W' });
    await vi.advanceTimersByTimeAsync(SAVE_MS);
    await answers();
    await answers();
    expect(server.puts).toEqual([expect.anything(), { B: 'W' }]);
    expect(server.value).toEqual({ B: 'W' });
    expect(problem.value).toBeUndefined();
  });

  it('that is said before the answer came is not taken back by it', async () => {
    const { value, set, problem } = useSetting('spot-names', {});
    void set({ A: 'S' });
    await answers();
    expect(value.value).toEqual({ A: 'S' });
    await vi.advanceTimersByTimeAsync(SAVE_MS);
    await answers();
    expect(server.value).toEqual({ A: 'S' });
    expect(problem.value).toBeUndefined();
  });

  it('that somebody else said meanwhile is not overwritten, and stays on screen with the sentence', async () => {
    const { value, set, problem } = useSetting('spot-names', {});
    await answers();
    server.revision++;
    void set({ A: 'W' });
    await vi.advanceTimersByTimeAsync(SAVE_MS);
    await answers();
    expect(server.value).toEqual({ Weiss: 'W' });
    expect([value.value, problem.value]).toEqual([{ A: 'W' }, 'Somebody else.']);
  });
});
