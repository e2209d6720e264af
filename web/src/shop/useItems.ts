/** The things of one kind that the shop keeps: listed, made, planned with or retired. */
import { SHOP_ENDPOINTS, type ShopData, type ShopKind, type Standing } from '@kyanos/contract';
import { freeId } from '@kyanos/core';
import { shallowRef, type Ref } from 'vue';
import { call } from '../shared/api.ts';
import { listItems, type ShopItem } from '../shared/shopItems.ts';
import { useTrying } from '../shared/useTrying.ts';

export function useItems<K extends ShopKind>(kind: K) {
  const items = shallowRef<readonly ShopItem<K>[]>() as Ref<readonly ShopItem<K>[] | undefined>;
  const { problem, trying: tried } = useTrying();
  // Each kind has a type of its own, and all are kept alike.
  const endpoints = SHOP_ENDPOINTS[kind as 'preset'];

  const load = () => tried(async () => (items.value = await listItems(kind)));

  /** Returns the id of what was made; undefined where it was refused. */
  const make = (
    name: string,
    dataOf: (id: string) => ShopData<K>,
    standing: 'active' | 'draft' = 'active',
  ): Promise<string | undefined> =>
    tried(async () => {
      const id = freeId(
        name,
        (items.value ?? []).map((item) => item.id),
      );
      await call(endpoints.make, { body: { id, standing, data: dataOf(id) as never } });
      await load();
      return id;
    });

  const stand = (id: string, standing: Standing) =>
    tried(async () => {
      await call(endpoints.stand, { params: { id }, body: { standing } });
      await load();
    });

  void load();
  return { items, problem, load, make, stand };
}
