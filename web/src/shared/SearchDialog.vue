<script setup lang="ts">
/** Finds jobs and the things of the shop by words, from anywhere. */
import { API } from '@kyanos/contract';
import { watchDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter, type RouteLocationRaw } from 'vue-router';
import { SECTIONS } from '../shop/sections.ts';
import { call } from './api.ts';
import { vFirstField } from './firstField.ts';
import { listItems } from './shopItems.ts';
import { useTrying } from './useTrying.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const router = useRouter();

interface Found {
  readonly key: string;
  readonly kind: string;
  readonly name: string;
  readonly about: string;
  readonly to: RouteLocationRaw;
}
const QUIET_MS = 150;
const MOST = 8;
const MOST_PAGES = 4;

const words = ref('');
const jobs = shallowRef<readonly Found[]>([]);
const things = shallowRef<readonly Found[]>([]);
const pages = shallowRef<readonly Found[]>([]);
const at = ref(0);
/** Not everything was asked yet. */
const looking = ref(false);

/** The handbook comes when something is looked for. */
const handbook = () => import('../handbook/search.ts');

/** A lot or a container is found by its code, its lot or its name. */
async function fetchStock(): Promise<Found[]> {
  const { products } = await call(API.getShelf, {});
  return products.flatMap(({ items }) =>
    items.map(({ item }) => ({
      key: `stock ${item.id}`,
      kind: item.kind === 'material' ? t('shared.lot') : t('shared.container'),
      name: `${item.lot || item.code} ${item.name}`,
      about: item.lot ? item.code : '',
      to: { name: 'stock-shelf', params: { item: item.code } },
    })),
  );
}

/** The things of the shop are few: all of them are fetched when the dialog opens. */
async function fetchThings(): Promise<void> {
  const kinds = [
    ['machine', t('shared.machine'), 'machines'],
    ['material', t('shared.material'), 'materials'],
    ['ink', t('shared.ink'), 'inks'],
    ['preset', t('shared.preset'), 'presets'],
  ] as const;
  const lists = await Promise.all(
    kinds.map(async ([kind, title, section]) =>
      (await listItems(kind)).map(({ id, standing, data }): Found => ({
        key: `${kind} ${id}`,
        kind: title,
        name: data.name,
        about: standing === 'active' ? '' : t('shop.retired'),
        to: { name: `shop-${section}`, params: { item: id } },
      })),
    ),
  );
  things.value = [
    ...lists.flat(),
    ...SECTIONS.map(({ id, name }) => ({
      key: `section ${id}`,
      kind: t('shared.shop'),
      name,
      about: '',
      to: { name: `shop-${id}` },
    })),
    ...(await fetchStock()),
  ];
}
const { problem, trying } = useTrying();
void trying(fetchThings);
// What was found for other words is nothing that Enter may open.
watch(words, (search) => {
  jobs.value = pages.value = [];
  looking.value = search.trim() !== '';
});
async function look(search: string): Promise<void> {
  if (search.trim() === '') return;
  const { findPlaces } = await handbook();
  if (words.value === search)
    pages.value = findPlaces(search)
      .slice(0, MOST_PAGES)
      .map(({ id, title, page }) => ({
        key: `page ${id}`,
        kind: t('shared.handbook'),
        name: title,
        about: page === title ? '' : page,
        to: `/handbook/${id}`,
      }));
  const found = await trying(() => call(API.listJobs, { query: { search, limit: MOST } }));
  if (words.value !== search) return;
  looking.value = false;
  if (found)
    jobs.value = found.jobs.map(({ id, name, material, machine }) => ({
      key: `job ${id}`,
      kind: t('shared.job'),
      name,
      about: `${material}, ${machine}`,
      to: { name: 'stack', params: { id } },
    }));
}
// Words that are typed anew are asked for anew.
watchDebounced(words, look, { debounce: QUIET_MS });
const found = computed(() => {
  const wanted = words.value.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return [];
  const matching = things.value.filter(({ kind, name, about }) =>
    wanted.every((word) => `${kind} ${name} ${about}`.toLowerCase().includes(word)),
  );
  return [...[...jobs.value, ...matching].slice(0, 2 * MOST), ...pages.value];
});
watch(found, () => (at.value = 0));

function go(one: Found | undefined): void {
  if (!one) return;
  open.value = false;
  void router.push(one.to);
}
const step = (by: number) =>
  (at.value = (at.value + by + found.value.length) % Math.max(1, found.value.length));
</script>

<template>
  <v-dialog v-model="open" max-width="600" :aria-label="t('shared.find')">
    <div class="panel column pad">
      <v-text-field
        v-model="words"
        v-first-field
        :label="t('shared.findJobMachineMaterial')"
        type="search"
        :aria-controls="found.length ? 'found' : undefined"
        :aria-activedescendant="found[at] ? `found-${at}` : undefined"
        @keydown.down.prevent="step(1)"
        @keydown.up.prevent="step(-1)"
        @keydown.enter.prevent="go(found[at])"
      />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-else-if="words.trim() && !looking && found.length === 0" class="soft">
        {{ t('shared.nothingCalledSo') }}
      </p>
      <div v-if="found.length" id="found" role="listbox" :aria-label="t('shared.found')">
        <button
          v-for="(one, i) in found"
          :id="`found-${i}`"
          :key="one.key"
          type="button"
          role="option"
          tabindex="-1"
          class="entry"
          :aria-selected="i === at"
          @click="go(one)"
        >
          <span class="soft small">{{ one.kind }}</span>
          <span
            ><b>{{ one.name }}</b> <span class="soft small">{{ one.about }}</span></span
          >
        </button>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 12px;
  align-items: baseline;
}
</style>
