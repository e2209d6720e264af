import type { PriceList } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import type { ShopItem } from '../shared/shopItems.ts';
import { useEditing } from './useEditing.ts';

const LIST: PriceList = { prices: SHOP.prices };
const dearer: PriceList = { prices: { ...SHOP.prices, labourRate: 5000 } };
const itemOf = (data: PriceList, revision = 3): ShopItem<'prices'> => ({
  id: 'standard',
  revision,
  standing: 'active',
  savedAt: '2026-11-27T10:00:00.000Z',
  savedBy: 'Ann',
  data,
});

let scope: EffectScope;
let store: Map<string, string>;
beforeEach(() => {
  store = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => store.get(name) ?? null,
    setItem: (name: string, value: string) => void store.set(name, value),
    removeItem: (name: string) => void store.delete(name),
  });
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
});

/** A server that answers with a status, and the revisions that were named to it. */
function serve(status: number) {
  const named: (string | undefined)[] = [];
  vi.stubGlobal('fetch', (_path: string, { headers, body }: RequestInit) => {
    named.push((headers as Record<string, string>)['If-Match']);
    const answer =
      status === 200
        ? (body as string)
        : JSON.stringify({ code: 'SHOP_CONFLICT', message: 'Theirs.' });
    return Promise.resolve(new Response(answer, { status }));
  });
  return named;
}
function edit(item = itemOf(LIST)) {
  const shown = shallowRef<ShopItem<'prices'> | undefined>(item);
  const saved = vi.fn(() => Promise.resolve());
  const editing = scope.run(() => useEditing('prices', shown, saved))!;
  return { shown, saved, editing };
}

describe('a thing of the shop while it is changed', () => {
  it('knows what is not saved yet, and forgets it when it is thrown away', () => {
    const { editing } = edit();
    expect(editing.dirty.value).toBe(false);
    editing.set(dearer);
    expect(editing.changes.value).toEqual([
      { field: 'prices.labourRate', was: SHOP.prices.labourRate, now: 5000 },
    ]);
    editing.discard();
    expect(editing.dirty.value).toBe(false);
    expect(store.size).toBe(0);
  });

  it('is typed once: what was not saved is there again when the page is', () => {
    edit().editing.set(dearer);
    const { editing } = edit();
    expect(editing.edited.value).toEqual(dearer);
    expect(editing.dirty.value).toBe(true);
  });

  it('is saved on the revision that it was typed on', async () => {
    const named = serve(200);
    const { editing, saved } = edit();
    editing.set(dearer);
    await editing.save();
    expect(named).toEqual(['"3"']);
    expect(saved).toHaveBeenCalledOnce();
    expect(store.size).toBe(0);
  });

  it('overwrites nobody: a conflict is told, mine stays, and is saved over theirs only when I say so', async () => {
    const named = serve(409);
    const { editing, shown } = edit();
    editing.set(dearer);
    await editing.save();
    expect(editing.conflict.value).toBe(true);
    expect(editing.problem.value).toBe('Theirs.');
    // Theirs came meanwhile: what I typed is still there.
    shown.value = itemOf({ ...LIST, holdsFrom: '2026-12-01' }, 4);
    await nextTick();
    expect(editing.edited.value).toEqual(dearer);
    expect(editing.conflict.value).toBe(true);
    serve(200);
    await editing.save(true);
    expect(named).toEqual(['"3"']);
    expect(editing.conflict.value).toBe(false);
  });
});
