<script setup lang="ts">
/** What lies on the shelf, by age. */
import { API, type Stocked } from '@kyanos/contract';
import type { Received, Shop } from '@kyanos/core';
import { mdiDownload, mdiPlus, mdiTagMultipleOutline, mdiUpload } from '@mdi/js';
import { computed, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressIn, call } from '../shared/api.ts';
import { may, only } from '../shared/me.ts';
import ItemCard from './ItemCard.vue';
import ReceiveDialog from './ReceiveDialog.vue';
import ShelfDrawing from './ShelfDrawing.vue';
import { useShelf } from './useShelf.ts';
import { t } from '../texts/texts.ts';

const { today, products, entries, problem, trying, load, act, receive } = useShelf();
const route = useRoute();
const router = useRouter();
const shop = shallowRef<Shop>();
void trying(async () => (shop.value = await call(API.getShop, {})));

const kind = ref<'material' | 'ink'>('material');
const shown = computed(() => (products.value ?? []).filter((one) => one.kind === kind.value));
const chosen = computed(() => entries.value.find(({ item }) => item.code === route.params.item));
const select = (id: Stocked['id']) => {
  const entry = entries.value.find(({ item }) => item.id === id);
  if (entry) void router.replace({ name: 'stock-shelf', params: { item: entry.item.code } });
};

const answer = computed(() => {
  if (!products.value) return t('stock.fetchingStock');
  const of = (age: string) => entries.value.filter((entry) => entry.age.age === age).length;
  const parts = [
    ...(of('over') ? [t('stock.overAgeCount', { n: of('over') })] : []),
    ...(of('soon') ? [t('stock.usedFirst', { of: of(t('stock.soon')) })] : []),
  ];
  const short = entries.value.filter(({ item }) => item.overdrawn > 0).length;
  return t('stock.lotsContainers', {
    n: entries.value.length,
    rest: parts.length ? `: ${parts.join(', ')}` : t('stock.allGood'),
    rest2: short ? t('stock.toBeCounted', { short }) : '',
  });
});

const receiving = ref(false);
async function take(received: Received, count: number) {
  const made = await receive(received, count);
  if (!made) return;
  receiving.value = false;
  kind.value = received.kind;
  select(made[0].id);
}
async function undo(event: number) {
  await trying(() => call(API.undoStock, { params: { id: event as never } }));
  await load();
}
async function fromFile(event: Event) {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  if (file) {
    const text = await file.text();
    await trying(() => call(API.importStock, { body: { text } }));
    if (!problem.value) await load();
  }
  input.value = '';
}
const labels = computed(() => {
  const codes = shown.value.flatMap(({ items }) => items.map(({ item }) => item.code));
  return addressIn(API.getLabels, { query: { codes: codes.slice(0, 480).join(',') } });
});
const KINDS = [
  { value: 'material', title: t('stock.material') },
  { value: 'ink', title: t('stock.ink') },
] as const;
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('stock.whatShelfHowLong') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <div class="row">
        <v-btn
          v-if="shown.some(({ items }) => items.length > 0)"
          :prepend-icon="mdiTagMultipleOutline"
          :href="labels"
          target="_blank"
          >{{ t('stock.labels') }}</v-btn
        >
        <v-btn
          :prepend-icon="mdiDownload"
          v-bind="only(API.exportStock)"
          :href="addressIn(API.exportStock, {})"
          >{{ t('stock.export') }}</v-btn
        >
        <v-btn v-if="may(API.importStock)" tag="label" :prepend-icon="mdiUpload" class="file"
          >{{ t('stock.import') }}
          <input
            type="file"
            accept=".csv,.tsv,.txt"
            :aria-label="t('stock.importStockFromTable')"
            @change="fromFile"
          />
        </v-btn>
        <v-btn color="primary" variant="flat" :prepend-icon="mdiPlus" @click="receiving = true">
          {{ t('stock.receive') }}
        </v-btn>
      </div>
    </header>
    <p v-if="problem && !receiving" class="problem" role="alert">{{ problem }}</p>
    <div v-if="products" class="stage-columns">
      <div class="panel pad">
        <v-btn-toggle
          v-model="kind"
          mandatory
          density="compact"
          class="mb-3"
          :aria-label="t('stock.materialInk')"
        >
          <v-btn v-for="one in KINDS" :key="one.value" :value="one.value">{{ one.title }}</v-btn>
        </v-btn-toggle>
        <shelf-drawing
          :products="shown"
          :today="today"
          :selected="chosen?.item.id"
          @select="select"
        />
      </div>
      <item-card
        v-if="chosen"
        :entry="chosen"
        :machines="shop?.machines ?? []"
        @act="act(chosen.item.id, $event)"
        @undo="undo"
      />
      <p v-else class="panel pad soft">
        {{ t('stock.chooseLotContainerSee') }}
      </p>
    </div>
    <receive-dialog
      v-model="receiving"
      :products="products ?? []"
      :today="today"
      :currency="shop?.prices.currency ?? 'USD'"
      :problem="problem"
      @receive="take"
    />
  </section>
</template>

<style scoped>
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
</style>
