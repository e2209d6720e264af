<script setup lang="ts">
/** What to order, and by when. */
import { API, type ReorderLineOnWire } from '@kyanos/contract';
import { amountText, total, type ProductSupply, dayWords } from '@kyanos/core';
import { mdiFilePdfBox, mdiTable } from '@mdi/js';
import { computed, ref, shallowRef } from 'vue';
import { addressIn, call } from '../shared/api.ts';
import FigureValue from '../shared/FigureValue.vue';
import { currency, percent } from '../shared/format.ts';
import NumberField from '../shared/NumberField.vue';
import { useSetting } from '../shared/useSetting.ts';
import { useTrying } from '../shared/useTrying.ts';

import SupplyDialog from './SupplyDialog.vue';
import { t } from '../texts/texts.ts';

const { problem, trying } = useTrying();
const lines = shallowRef<readonly ReorderLineOnWire[]>();
const today = ref('');
const notCounted = shallowRef<readonly string[]>([]);
const load = () =>
  trying(async () => {
    const found = await call(API.getReorder, {});
    lines.value = found.lines;
    today.value = found.today;
    notCounted.value = found.notCounted;
  });
void load();

const supply = useSetting('supply', {});
const floor = useSetting('floor', { quoteChance: 0.5 });
const wanted = computed(() => (lines.value ?? []).filter(({ count }) => count > 0));
const lasting = computed(() => (lines.value ?? []).filter(({ count }) => count === 0));
const late = computed(() => wanted.value.filter(({ orderBy }) => orderBy! < today.value));
const answer = computed(() => {
  if (!lines.value) return t('stock.workingOut');
  const [first] = wanted.value;
  if (!first) return t('stock.nothingWhatShelfLasts');
  const cost = currency(
    total(
      first.cost.currency,
      wanted.value.map(({ cost: one }) => one),
    ),
  );
  const when = late.value.length
    ? t('stock.themNowDeliveryTakes', { n: late.value.length })
    : t('stock.first', { orderBy: dayWords(first.orderBy!) });
  return t('stock.toOrderFor', { n: wanted.value.length, cost, when });
});

const editing = shallowRef<ReorderLineOnWire>();
async function save(said: ProductSupply) {
  const { key } = editing.value!;
  editing.value = undefined;
  await supply.set({ ...supply.value.value, [key]: said });
  await load();
}
async function setChance(share: number) {
  await floor.set({ quoteChance: share / 100 });
  await load();
}
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('stock.whatHasOrderedWhen') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <div class="row">
        <number-field
          class="chance"
          :label="t('stock.quotesBecomeOrders')"
          unit="%"
          :max="100"
          :model-value="Math.round(floor.value.value.quoteChance * 100)"
          @update:model-value="setChance"
        />
        <v-btn
          :prepend-icon="mdiTable"
          :href="addressIn(API.getPurchaseList, { params: { format: 'csv' } })"
          >CSV</v-btn
        >
        <v-btn
          :prepend-icon="mdiFilePdfBox"
          :href="addressIn(API.getPurchaseList, { params: { format: 'pdf' } })"
          target="_blank"
          >PDF</v-btn
        >
      </div>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="notCounted.length" class="notice small">
      {{
        t('stock.notCountedTheirPlates', {
          notCounted: notCounted.slice(0, 6).join(', '),
          rest: notCounted.length > 6 ? t('stock.more', { n: notCounted.length - 6 }) : '',
        })
      }}
    </p>
    <div v-if="wanted.length" class="panel pad">
      <table class="table">
        <thead>
          <tr>
            <th scope="col">{{ t('stock.order') }}</th>
            <th scope="col">{{ t('stock.what') }}</th>
            <th scope="col" class="right">{{ t('stock.howMany') }}</th>
            <th scope="col">{{ t('stock.why') }}</th>
            <th scope="col" class="right">{{ t('stock.costs') }}</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in wanted" :key="line.key">
            <td class="figures" :class="{ bad: line.orderBy! < today }">
              {{ line.orderBy! < today ? t('stock.now') : dayWords(line.orderBy!) }}
            </td>
            <td>
              <b>{{ line.name }}</b>
            </td>
            <td class="right">
              <figure-value
                :text="`${line.count} × ${amountText(line.size!.amount, line.unit)}`"
                :working="line.working"
              />
            </td>
            <td class="why">{{ line.reason }}</td>
            <td class="right figures">{{ currency(line.cost) }}</td>
            <td class="right">
              <v-btn
                size="small"
                variant="text"
                :aria-label="t('stock.sizesDelivery', { line: line.name })"
                @click="editing = line"
                >{{ t('stock.supply') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="lasting.length" class="panel pad">
      <h2 class="label">{{ t('stock.lasts') }}</h2>
      <table class="table">
        <tbody>
          <tr v-for="line in lasting" :key="line.key">
            <td>{{ line.name }}</td>
            <td class="right figures">{{ amountText(line.good, line.unit) }}</td>
            <td class="soft">
              {{ t('stock.week', { usualPerWeek: amountText(line.usualPerWeek, line.unit) })
              }}<template v-if="line.planned > 0">{{
                t('stock.planned', { planned: amountText(line.planned, line.unit) })
              }}</template>
            </td>
            <td class="right">
              <v-btn
                size="small"
                variant="text"
                :aria-label="t('stock.sizesDelivery', { line: line.name })"
                @click="editing = line"
                >{{ t('stock.supply') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small soft">
        {{
          t('stock.quotedJobsCountTheir', {
            quoteChance: percent(floor.value.value.quoteChance, 0),
          })
        }}
      </p>
    </div>
    <supply-dialog
      v-if="editing"
      :line="editing"
      :currency="editing.cost.currency"
      @save="save"
      @leave="editing = undefined"
    />
  </section>
</template>

<style scoped>
.chance {
  width: 210px;
}

.why {
  max-width: 52ch;
}
</style>
