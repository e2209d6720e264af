import type { PriceList } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import type { ShopItem } from '../shared/shopItems.ts';
import { changeWords, fieldName } from './fieldNames.ts';
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

describe('what changed, in words', () => {
  it('has the labels of the screen, and the ink or mode that it is about', () => {
    expect(fieldName('turnSeconds')).toBe('Turnaround');
    expect(fieldName('inks.W.spotName')).toBe('W: spot name');
    expect(changeWords({ field: 'hourRate', was: 2500, now: 6000 })).toBe(
      'Machine rate 25.00 → 60.00',
    );
    expect(changeWords({ field: 'inks.W.laydown', was: 11, now: 12.345_678 })).toBe(
      'W: laydown 11 → 12.35',
    );
    expect(changeWords({ field: 'inks.Sg', was: undefined, now: {} })).toBe('ink Sg nothing → …');
    const [from50, from100] = [50, 100].map((copies) => ({ copies, percentOff: 4.5 }));
    expect(changeWords({ field: 'breaks.2', was: undefined, now: from100 })).toMatch(
      /^quantity break 3 nothing → from 100, 4\.5\s% off$/,
    );
    expect(changeWords({ field: 'breaks.0', was: from50, now: undefined })).toMatch(
      /^quantity break 1 from 50, 4\.5\s% off → nothing$/,
    );
    expect(changeWords({ field: 'breaks.0.copies', was: 50, now: 60 })).toBe(
      'copies of quantity break 1 50 → 60',
    );
    expect(changeWords({ field: 'market.minor', was: 1200, now: 1350 })).toBe(
      'going rate 12.00 → 13.50',
    );
  });

  it('leaves out what is told elsewhere', () => {
    for (const field of ['assumed.3', 'learnt.inks', 'measured.0', 'primaries'])
      expect(changeWords({ field, was: 1, now: 2 })).toBeUndefined();
  });
});
