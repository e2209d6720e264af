/**
 * One thing of the shop while it is changed. What is typed stays in this browser until it is saved or thrown away; two people
 * who change the same thing don't overwrite one another.
 */
import { SHOP_ENDPOINTS, type ShopData, type ShopKind } from '@kyanos/contract';
import { fieldChanges } from '@kyanos/core';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { callRevised, Refused } from '../shared/api.ts';
import type { ShopItem } from '../shared/shopItems.ts';

interface Typed<K extends ShopKind> {
  readonly base: number;
  readonly data: ShopData<K>;
}

/** @param saved called when the server has it */
export function useEditing<K extends ShopKind>(
  kind: K,
  item: Readonly<Ref<ShopItem<K> | undefined>>,
  saved: () => Promise<unknown>,
) {
  const edited = shallowRef<ShopData<K>>() as Ref<ShopData<K> | undefined>;
  const problem = ref<string>();
  /** Somebody else saved meanwhile. */
  const conflict = ref(false);
  const saving = ref(false);
  let base = 0;

  const keyOf = (id: string) => `kyanos-shop-${kind}-${id}`;
  watch(
    [() => item.value?.id, () => item.value?.revision],
    ([id], [before]) => {
      // Theirs may come while a conflict is open: it stays until somebody decides.
      if (id !== before) {
        problem.value = undefined;
        conflict.value = false;
      }
      const now = item.value;
      if (!now) return void (edited.value = undefined);
      const typed = readTyped<K>(keyOf(now.id));
      edited.value = typed?.data ?? now.data;
      base = typed?.base ?? now.revision;
    },
    { immediate: true },
  );

  const changes = computed(() =>
    item.value && edited.value ? fieldChanges(item.value.data, edited.value) : [],
  );
  const dirty = computed(() => changes.value.length > 0);

  function set(next: ShopData<K>): void {
    if (!item.value) return;
    edited.value = next;
    const typed: Typed<K> = { base, data: next };
    localStorage.setItem(keyOf(item.value.id), JSON.stringify(typed));
  }

  function discard(): void {
    if (!item.value) return;
    localStorage.removeItem(keyOf(item.value.id));
    edited.value = item.value.data;
    base = item.value.revision;
    problem.value = undefined;
    conflict.value = false;
  }

  /** @param over saves even if somebody else did meanwhile; theirs stays among the revisions */
  async function save(over = false): Promise<void> {
    const now = item.value;
    if (!now || !edited.value || saving.value) return;
    saving.value = true;
    problem.value = undefined;
    try {
      await callRevised(
        SHOP_ENDPOINTS[kind as 'preset'].save,
        { params: { id: now.id }, body: edited.value as never },
        over ? {} : { ifMatch: `"${base}"` },
      );
      localStorage.removeItem(keyOf(now.id));
      conflict.value = false;
      await saved();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.message;
      conflict.value = error.status === 409;
      if (conflict.value) await saved();
    } finally {
      saving.value = false;
    }
  }

  return { edited, changes, dirty, problem, conflict, saving, set, save, discard };
}

function readTyped<K extends ShopKind>(key: string): Typed<K> | undefined {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? 'null') as Typed<K> | null) ?? undefined;
  } catch {
    return undefined;
  }
}
