<script setup lang="ts">
/** The lot that a job is printed on: the one that is chosen for it with its reason, and the others to take knowingly. */
import { API, type JobStock } from '@kyanos/contract';
import { amountText, dayWords } from '@kyanos/core';
import { computed, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';
import { AGE_LOOK, AGE_WORDS } from '../stock/stockWords.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const { problem, trying } = useTrying();
const stock = shallowRef<JobStock>();
const id = computed(() => job.id);
const load = () =>
  trying(async () => {
    if (id.value) stock.value = await call(API.getJobStock, { params: { id: id.value } });
  });
/** What is saved is what the stock answers to. */
watch([id, () => job.version], load, { immediate: true });

const lots = computed(() => stock.value?.lots ?? []);
const need = computed(() => stock.value?.need?.material);
const take = (lot: string) => job.update({ lot });
async function reserve(item: JobStock['lots'][number]['item']) {
  const found = await trying(() =>
    call(API.reserveForJob, { params: { id: id.value! }, body: { item: item.id } }),
  );
  if (!found) return;
  stock.value = found;
  if (item.lot) take(item.lot);
}
const isReserved = (code: string) =>
  stock.value?.reserved.some((one) => one.code === code) ?? false;
</script>

<template>
  <div
    v-if="stock && (lots.length || stock.reserved.length || stock.drawn.length)"
    class="column ga-2"
    data-testid="job-lots"
  >
    <h2 class="label">
      {{ t('material.fromShelf')
      }}<template v-if="need">{{
        t('material.needed', { amount: amountText(need.amount, need.unit) })
      }}</template>
    </h2>
    <p v-if="need" class="small">{{ stock.reason }}</p>
    <p v-else class="small soft">{{ stock.reason }}</p>
    <p v-if="problem" class="problem small" role="alert">{{ problem }}</p>
    <div class="list">
      <div
        v-for="{ item, age, free, against, chosen } in lots.slice(0, 6)"
        :key="item.id"
        class="panel d-flex align-center justify-space-between ga-2 lot"
        :class="{ chosen: item.lot !== '' && item.lot === job.plan?.lot }"
      >
        <div>
          <b class="figures">{{ item.lot || item.code }}</b>
          <span class="small d-block" :class="AGE_LOOK[age.age]"
            >{{ AGE_WORDS[age.age]
            }}<template v-if="age.until">{{
              t('material.until', { until: dayWords(age.until) })
            }}</template></span
          >
          <span class="small soft d-block"
            >{{
              t('material.free', {
                free: amountText(free, item.unit),
                rest: item.place ? `, ${item.place}` : '',
              })
            }}<template v-if="against && age.age !== 'over'">; {{ against }}</template></span
          >
        </div>
        <span v-if="isReserved(item.code)" class="small tag">{{ t('material.reserved') }}</span>
        <v-btn
          v-else
          size="small"
          :color="chosen ? 'primary' : undefined"
          :variant="chosen ? 'flat' : 'tonal'"
          :disabled="!need"
          :aria-label="t('material.reserveFromLot', { lot: item.lot || item.code })"
          @click="reserve(item)"
          >{{ age.age === 'over' ? t('material.useAnyway') : t('material.reserve') }}</v-btn
        >
      </div>
    </div>
    <p v-for="one in stock.drawn" :key="one.code" class="small soft">
      {{
        t('material.drawnFrom', {
          amount: amountText(one.amount, one.unit),
          one: one.name,
          code: one.code,
        })
      }}
    </p>
    <router-link :to="{ name: 'stock-shelf' }" class="small">{{
      t('material.wholeShelf')
    }}</router-link>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 12px;
}

.lot {
  padding: 8px 12px;
}

.tag {
  padding: 2px 8px;
  border: 1px solid var(--soft);
  border-radius: 6px;
}
</style>
