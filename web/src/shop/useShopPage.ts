/** A page of the shop: a list of one kind, and the one of them that is looked at and changed. */
import type { ShopData, ShopKind } from '@kyanos/contract';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useEditing } from './useEditing.ts';
import { useItems } from './useItems.ts';
import { t } from '../texts/texts.ts';

type Named = Extract<ShopKind, 'machine' | 'material' | 'ink' | 'preset'>;

/**
 * @param section of the address
 * @param draft whether what is made or copied is a draft at first
 * @param saved called after every save besides
 */
export function useShopPage<K extends Named>(
  kind: K,
  section: string,
  {
    draft = false,
    saved,
  }: { readonly draft?: boolean; readonly saved?: () => Promise<unknown> } = {},
) {
  const { items, problem, load, make, stand } = useItems(kind);
  const route = useRoute();
  const router = useRouter();
  const chosen = computed(
    () =>
      items.value?.find(({ id }) => id === route.params.item) ??
      items.value?.find(({ standing }) => standing === 'active') ??
      items.value?.[0],
  );
  const select = (id: string) => router.replace({ name: `shop-${section}`, params: { item: id } });
  const editing = useEditing(kind, chosen, async () => {
    await load();
    await saved?.();
  });
  const inUse = computed(
    () => (items.value ?? []).filter(({ standing }) => standing === 'active').length,
  );

  /** Makes one and shows it. Returns whether it was made. */
  async function create(
    name: string,
    dataOf: (id: string) => ShopData<K>,
    standing: 'active' | 'draft' = draft ? 'draft' : 'active',
  ): Promise<boolean> {
    const id = await make(name, dataOf, standing);
    if (id !== undefined) await select(id);
    return id !== undefined;
  }
  async function copy(): Promise<void> {
    const of = editing.edited.value;
    if (!of) return;
    const name = t('shop.copyOf', { of: of.name }).slice(0, 80);
    await create(name, (id) => ({ ...of, ...('id' in of && { id }), name }));
  }
  return { items, problem, chosen, select, editing, inUse, create, copy, stand };
}
