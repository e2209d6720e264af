import { API, type ShelfProduct } from '@kyanos/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';

const server = { products: [] as ShelfProduct[], asked: 0, refuses: '' };
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  return {
    ...api,
    call: async (endpoint: unknown) => {
      if (endpoint === API.getShelf) {
        server.asked++;
        return { today: '2026-11-30', products: server.products };
      }
      if (server.refuses)
        throw new api.Refused({ code: 'STOCK_GONE' as never, message: server.refuses }, 409);
      return { id: 'lot-1' };
    },
  };
});
const { useShelf } = await import('./useShelf.ts');

const product = (key: string, ...lots: string[]) =>
  ({ key, items: lots.map((id) => ({ item: { id }, age: 'good' })) }) as unknown as ShelfProduct;
beforeEach(() =>
  Object.assign(server, {
    products: [product('film', 'a', 'b'), product('ink')],
    asked: 0,
    refuses: '',
  }),
);

describe('the shelf', () => {
  it('is a list of things, each with what it is one of; a product that has run out has none', async () => {
    const shelf = useShelf();
    expect(shelf.entries.value).toEqual([]);
    await shelf.load();
    expect(shelf.today.value).toBe('2026-11-30');
    expect(shelf.entries.value.map(({ product: { key }, item }) => `${key} ${item.id}`)).toEqual([
      'film a',
      'film b',
    ]);
  });

  it('is looked at anew after what was done, and not after what was refused', async () => {
    const shelf = useShelf();
    await shelf.load();
    const before = server.asked;
    expect(await shelf.act('a' as never, { act: 'opened' } as never)).toEqual({ id: 'lot-1' });
    expect(server.asked).toBe(before + 1);
    server.refuses = 'It was thrown away.';
    expect(await shelf.act('a' as never, { act: 'opened' } as never)).toBeUndefined();
    expect(await shelf.receive({} as never, 2)).toBeUndefined();
    expect([server.asked, shelf.problem.value]).toEqual([before + 1, 'It was thrown away.']);
  });
});
