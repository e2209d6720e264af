/** The shelf as the server has it, and what is done to it. */
import { API, type LaterAct, type ShelfProduct, type Stocked } from '@kyanos/contract';
import type { Received } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';

export function useShelf() {
  const { problem, trying } = useTrying();
  const today = shallowRef('');
  const products = shallowRef<readonly ShelfProduct[]>();
  const entries = computed(() =>
    (products.value ?? []).flatMap((product) =>
      product.items.map(({ item, age }) => ({ product, item, age })),
    ),
  );

  const load = () =>
    trying(async () => {
      const shelf = await call(API.getShelf, {});
      today.value = shelf.today;
      products.value = shelf.products;
    });

  /** Returns the thing as it is then; undefined if it was refused. */
  const act = async (id: Stocked['id'], what: LaterAct): Promise<Stocked | undefined> => {
    const done = await trying(() => call(API.actOnStock, { params: { id }, body: what }));
    if (done) await load();
    return done;
  };

  const receive = async (received: Received, count: number) => {
    const made = await trying(() => call(API.receiveStock, { body: { received, count } }));
    if (made) await load();
    return made;
  };

  void load();
  return { today, products, entries, problem, trying, load, act, receive };
}
export type ShelfEntry = ReturnType<typeof useShelf>['entries']['value'][number];
