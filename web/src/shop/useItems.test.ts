import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';

interface Kept {
  id: string;
  standing: string;
}
const server = { items: [] as Kept[], refuses: '' };
vi.mock('../shared/shopItems.ts', () => ({ listItems: async () => [...server.items] }));
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async (
      _: unknown,
      { params, body }: { params?: { id: string }; body: { id?: string; standing: string } },
    ) => {
      if (server.refuses)
        throw new api.Refused({ code: 'REQUEST_INVALID', message: server.refuses }, 422);
      if (params)
        server.items = server.items.map((item) =>
          item.id === params.id ? { ...item, standing: body.standing } : item,
        );
      else server.items.push({ id: body.id!, standing: body.standing });
    },
  };
});
const { useItems } = await import('./useItems.ts');

let scope: EffectScope;
const using = async () => {
  const items = scope.run(() => useItems('preset'))!;
  await items.load();
  return items;
};
beforeEach(() => {
  scope = effectScope();
  Object.assign(server, { items: [{ id: 'clear-label', standing: 'active' }], refuses: '' });
});
afterEach(() => scope.stop());

describe('things of one kind that the shop keeps', () => {
  it('are made under an id of their own, from their name, also where another has that name', async () => {
    const { make, items } = await using();
    const first = await make('Clear label', (id) => ({ id }) as never);
    expect(first).not.toBe('clear-label');
    const second = await make('Clear label', (id) => ({ id }) as never, 'draft');
    const ids = items.value!.map(({ id }) => id);
    expect(new Set(ids).size).toBe(3);
    expect(ids).toEqual(expect.arrayContaining([first, second]));
    expect(server.items.at(-1)).toMatchObject({ standing: 'draft' });
  });

  it('that are refused are told, and nothing is listed that there is not', async () => {
    const { make, items, problem } = await using();
    server.refuses = 'There is one of that name.';
    expect(await make('Dark board', (id) => ({ id }) as never)).toBeUndefined();
    expect([problem.value, items.value!.length]).toEqual(['There is one of that name.', 1]);
  });

  it('are retired and taken back, and the list follows', async () => {
    const { stand, items } = await using();
    await stand('clear-label', 'retired');
    expect(items.value).toEqual([expect.objectContaining({ standing: 'retired' })]);
  });
});
