<script setup lang="ts">
/** Every possible stack and density, in one trip and in two, on this job's own plates. */
import {
  type Candidate,
  CANDIDATES,
  decimal,
  formatStack,
  parseStack,
  sameLayers,
  whyImpossible,
  withStack,
} from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { WhatIfRow } from '../look/look.worker.ts';
import { lookWorker } from '../look/worker.ts';
import { currency, duration, ml, percent } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import VariantChart from './VariantChart.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);

/** Stacks that can be printed and seen as wished, and the plan's own whatever it does. */
const candidates = computed<readonly Candidate[]>(() => {
  const { info } = job;
  if (!info) return [];
  const may = CANDIDATES.filter((one) => whyImpossible(one, plan.value, info) === undefined);
  const own = may.find(({ stack }) => sameLayers(stack, plan.value.stack));
  const first: Candidate = {
    ...(own ?? CANDIDATES[0]),
    id: 'plan',
    name: own?.name ?? t('cost.asPlanned'),
    stack: plan.value.stack,
  };
  return [first, ...may.filter((one) => one !== own)];
});

const rows = shallowRef<readonly WhatIfRow[]>([]);
const { ask, busy, failed } = useLatest(
  (wanted: readonly Candidate[]) =>
    lookWorker().whatIf({ ...job.subject!, state: job.state }, wanted),
  (found) => (rows.value = found),
);
watch(
  () => [job.subject, candidates.value] as const,
  ([subject, wanted]) => {
    if (subject && wanted.length) void ask(wanted);
  },
  { immediate: true },
);

const keyOf = (row: WhatIfRow) => `${row.stack} ${row.split}`;
/** The row of the plan: one layer makes no second trip, whatever is wished. */
const own = computed(() => {
  const same = rows.value.filter(({ stack }) => stack === formatStack(plan.value.stack));
  const row = same.find(({ split }) => split === plan.value.trips.split) ?? same[0];
  return row && keyOf(row);
});
const looked = ref<string>();

type Sort = 'cost' | 'minutes' | 'ml' | 'opacity' | 'deltaE';
const COLUMNS: readonly { key: Sort; title: string }[] = [
  { key: 'cost', title: t('cost.cost') },
  { key: 'minutes', title: t('cost.time') },
  { key: 'ml', title: t('cost.ink') },
  { key: 'opacity', title: t('cost.opacity') },
  { key: 'deltaE', title: t('cost.eWhite') },
];
const sort = ref<Sort>('cost');
const value = ({ figures }: WhatIfRow, key: Sort) =>
  key === 'cost' ? figures.cost.minor : key === 'opacity' ? -figures.opacity : figures[key];
const all = ref(false);
const listed = computed(() =>
  rows.value
    .filter((row) => all.value || !row.dominated || keyOf(row) === own.value)
    .toSorted((a, b) => value(a, sort.value) - value(b, sort.value)),
);
const kept = computed(() => rows.value.filter(({ dominated }) => !dominated).length);

function choose(row: WhatIfRow) {
  const trips = { ...plan.value.trips, split: row.split };
  const { stack, modeId } = withStack(plan.value, parseStack(row.stack));
  job.update({ stack, modeId, trips });
}
const answer = computed(() => {
  if (rows.value.length === 0) return t('cost.stacksBeingTriedJob');
  const ownRow = rows.value.find((row) => keyOf(row) === own.value);
  const stands = ownRow?.dominated ? t('cost.oneYouPlannedNot') : t('cost.oneYouPlannedAmong');
  return t('cost.ofAreWorthConsidering', { kept: kept.value, n: rows.value.length, stands });
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('cost.whatAlternatives') }}</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <p v-if="failed" role="alert">{{ failed }}</p>
    <div v-if="rows.length" class="panel pad">
      <variant-chart
        :rows="rows"
        :chosen="own"
        :looked="looked"
        :key-of="keyOf"
        @look="looked = $event"
        @choose="choose"
      />
      <p class="soft small">
        {{ t('cost.largerDotMoreOpaque') }}
      </p>
    </div>
    <v-progress-linear v-else-if="busy" indeterminate :aria-label="t('cost.tryingVariants')" />
    <div v-if="rows.length" class="panel pad">
      <div class="tools d-flex justify-space-between align-center">
        <h2 class="label">{{ all ? t('cost.allVariants') : t('cost.worthConsidering') }}</h2>
        <v-switch
          :label="t('cost.showWorseOnesToo')"
          :model-value="all"
          @update:model-value="all = !!$event"
        />
      </div>
      <table class="table numbers">
        <thead>
          <tr>
            <th scope="col">{{ t('cost.stack') }}</th>
            <th scope="col">{{ t('cost.special') }}</th>
            <th scope="col">{{ t('cost.trips') }}</th>
            <th
              v-for="column in COLUMNS"
              :key="column.key"
              scope="col"
              :aria-sort="sort === column.key ? 'ascending' : undefined"
            >
              <button type="button" :class="{ on: sort === column.key }" @click="sort = column.key">
                {{ column.title }}
              </button>
            </th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in listed"
            :key="keyOf(row)"
            :class="{
              dominated: row.dominated,
              own: keyOf(row) === own,
              looked: keyOf(row) === looked,
            }"
            @pointerenter="looked = keyOf(row)"
            @pointerleave="looked = undefined"
          >
            <th scope="row">{{ row.name }}</th>
            <td class="figures">
              <template v-if="row.density !== undefined"
                >{{ row.density }} %<template v-if="row.hits > 1">
                  × {{ row.hits }}</template
                ></template
              >
              <template v-else>–</template>
            </td>
            <td class="figures">{{ row.trips }}</td>
            <td class="figures">{{ currency(row.figures.cost) }}</td>
            <td class="figures">{{ duration(row.figures.minutes) }}</td>
            <td class="figures">{{ ml(row.figures.ml) }}</td>
            <td class="figures">{{ percent(row.figures.opacity, 0) }}</td>
            <td class="figures">{{ decimal(row.figures.deltaE, 1) }}</td>
            <td>
              <span v-if="keyOf(row) === own" class="soft">{{ t('cost.planned') }}</span>
              <v-btn
                v-else
                size="small"
                :aria-label="
                  t('cost.planTrips', {
                    row: row.name,
                    density: row.density ?? t('cost.noSpecial'),
                    trips: row.trips,
                  })
                "
                @click="choose(row)"
                >{{ t('cost.plan') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.tools :deep(.v-input) {
  flex: none;
}

th:first-child {
  white-space: normal;
}

thead button {
  min-height: 44px;
  padding-inline: 4px;
}

.on {
  color: rgb(var(--v-theme-on-surface));
  box-shadow: inset 0 -3px rgb(var(--v-theme-primary));
}

.dominated th,
.dominated td {
  color: var(--soft);
}

.own th {
  font-weight: 700;
  box-shadow: inset 4px 0 #e2763c;
  padding-left: 10px;
}

.looked {
  background: rgb(var(--v-theme-surface-variant));
}
</style>
