import { beforeEach, describe, expect, it, vi } from 'vitest';

const server = {
  value: {} as Record<string, string> | null,
  revision: 1,
  /** What somebody else does just before a change comes. */
  meanwhile: [] as (() => void)[],
  away: false,
};
vi.mock('./api.ts', async (original) => {
  const api = await original<typeof import('./api.ts')>();
  const ask = async (
    { method }: { method: string },
    { body }: { body?: Record<string, string> },
    { ifMatch }: { ifMatch?: string } = {},
  ) => {
    if (server.away) throw new api.Refused({ code: 'UNREACHABLE', message: 'Away.' }, 0);
    if (method === 'GET') return { value: server.value, revision: String(server.revision) };
    server.meanwhile.shift()?.();
    if (ifMatch !== String(server.revision))
      throw new api.Refused({ code: 'SETTING_CONFLICT', message: 'Changed.' }, 409);
    server.value = body!;
    return { value: body, revision: String(++server.revision) };
  };
  return {
    ...api,
    callRevised: ask,
    call: async (...args: Parameters<typeof ask>) => (await ask(...args)).value,
  };
});
const { rememberedNames, rememberName } = await import('./spotMemory.ts');

beforeEach(() => Object.assign(server, { value: {}, revision: 1, meanwhile: [], away: false }));

describe('what was said of a spot', () => {
  it('is remembered, said anew, and forgotten', async () => {
    await rememberName('Weiss', 'W');
    expect(await rememberedNames()).toEqual({ Weiss: 'W' });
    await rememberName('Weiss', 'S');
    expect(await rememberedNames()).toEqual({ Weiss: 'S' });
    await rememberName('Weiss', undefined);
    expect(await rememberedNames()).toEqual({});
  });

  it('is nothing where nobody has said anything', async () => {
    server.value = null;
    expect(await rememberedNames()).toEqual({});
  });

  it('by two at the same time is kept of both', async () => {
    server.meanwhile.push(() => {
      server.value = { Silver: 'S' };
      server.revision++;
    });
    await rememberName('Weiss', 'W');
    expect(server.value).toEqual({ Silver: 'S', Weiss: 'W' });
  });

  it('holds nobody up: where the server is away, or others are always first, the job goes on', async () => {
    server.meanwhile = Array.from({ length: 9 }, () => () => void server.revision++);
    await rememberName('Weiss', 'W');
    expect(server.value).toEqual({});
    server.away = true;
    await expect(rememberName('Weiss', 'W')).resolves.toBeUndefined();
  });

  it('is kept of the newest five hundred', async () => {
    server.value = Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`Spot ${i}`, 'W']));
    await rememberName('Newest', 'V');
    const names = Object.keys(server.value!);
    expect(names).toHaveLength(500);
    expect([names[0], names.at(-1)]).toEqual(['Spot 1', 'Newest']);
  });
});
