// @vitest-environment happy-dom
import { API, signatureOf, type Me } from '@kyanos/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

const server = { me: undefined as Me | undefined };
vi.mock('./api.ts', async (original) => {
  const api = await original<typeof import('./api.ts')>();
  return {
    ...api,
    call: async () => {
      if (!server.me) throw new api.Refused({ code: 'UNREACHABLE', message: 'Away.' }, 0);
      return server.me;
    },
  };
});
const { becomes, loadMe, may, me, mustSignIn, only, role, whoMay } = await import('./me.ts');

const somebody = (change: Partial<Me> = {}): Me =>
  ({
    signIn: true,
    person: { id: 'p1', name: 'Ada', role: 'operator' },
    role: 'operator',
    closed: {
      [signatureOf(API.importShop)]: 'owner',
      [signatureOf(API.getReorder)]: 'planner',
    },
    by: null,
    tablet: null,
    ...change,
  }) as Me;
const reload = vi.fn();

beforeEach(() => {
  me.value = undefined;
  vi.spyOn(location, 'reload').mockImplementation(reload);
  reload.mockClear();
});
afterEach(() => vi.restoreAllMocks());

describe('who sits before the screen', () => {
  it('may what the server has not closed, and is told for whom the rest is', () => {
    me.value = somebody();
    expect(may(API.listJobs)).toBe(true);
    expect([may(API.importShop), may(API.getReorder)]).toEqual([false, false]);
    const [change, see] = [whoMay(API.importShop), whoMay(API.getReorder)];
    expect(change).toBeTruthy();
    expect(see).toBeTruthy();
    // One is changed, the other is seen.
    expect(see).not.toBe(change);
    expect(only(API.importShop)).toEqual({ disabled: true, title: change });
    expect(only(API.listJobs)).toEqual({});
  });

  it('may everything where nobody signs in, and before anything is known', () => {
    expect(may(API.importShop)).toBe(true);
    me.value = somebody({ signIn: false, person: null, role: null, closed: {} });
    expect([may(API.importShop), role.value, mustSignIn.value]).toEqual([true, undefined, false]);
  });

  it('is asked to sign in where nobody has said who it is', () => {
    me.value = somebody({ person: null, role: null });
    expect(mustSignIn.value).toBe(true);
    me.value = somebody();
    expect(mustSignIn.value).toBe(false);
  });

  it('stays who it was while the server is away', async () => {
    server.me = somebody();
    await loadMe();
    expect(me.value?.person?.name).toBe('Ada');
    server.me = undefined;
    await loadMe();
    expect(me.value?.person?.name).toBe('Ada');
  });

  it('finds nothing of somebody else’s: what was open goes when another comes, and stays when the same comes back', () => {
    becomes(somebody());
    becomes(somebody());
    expect(reload).not.toHaveBeenCalled();
    becomes(somebody({ person: { id: 'p2', name: 'Ben', role: 'owner' } as Me['person'] }));
    expect(reload).toHaveBeenCalledTimes(1);
  });
});
