<script setup lang="ts">
/** Weeks of a machine as a strip: white printed, and above it what was done for it. */
import { dated, dayWords, decimal } from '@kyanos/core';
import type { CareDay } from '@kyanos/contract';
import { scaleLinear, scaleTime } from 'd3';
import { useElementSize } from '@vueuse/core';
import { addDays, parseISO, startOfMonth, addMonths } from 'date-fns';
import { computed, useTemplateRef } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ days: readonly CareDay[]; weeks: number }>();
const box = useTemplateRef<HTMLElement>('box');
const { width } = useElementSize(box);

const NAME = 108;
const ROWS = [
  { key: 'agitated', name: t('care.agitated') },
  { key: 'missing', name: t('care.pattern') },
  { key: 'cleanings', name: t('care.cleaned') },
  { key: 'swaps', name: t('care.putOut') },
  { key: 'parked', name: t('care.parked') },
  { key: 'waste', name: t('care.waste') },
] as const;
const ROW = 20;
const CHART = 96;
const top = 20;

const now = new Date();
const from = computed(() => addDays(now, -props.weeks * 7));
const x = computed(() =>
  scaleTime()
    .domain([from.value, now])
    .range([NAME, Math.max(NAME + 100, width.value - 8)]),
);
const most = computed(() => Math.max(5, ...props.days.map(({ whiteMl }) => whiteMl)));
const y = computed(() => scaleLinear().domain([0, most.value]).range([CHART, 0]));
const day = computed(() => Math.max(2, ((width.value - NAME) / (props.weeks * 7)) * 0.8));
const at = ({ day: on }: CareDay) => x.value(addDays(parseISO(on), 0.5));
const months = computed(() => {
  const list: { x: number; text: string }[] = [];
  for (let month = addMonths(startOfMonth(from.value), 1); month < now; month = addMonths(month, 1))
    list.push({ x: x.value(month), text: dated(month, 'MMM') });
  return list;
});
/** Whether anything of the row happened on a day. */
const marked = (row: (typeof ROWS)[number]['key']) =>
  props.days.filter((one) => (row === 'missing' ? one.missing !== null : one[row] > 0));
/** Rows that never happened are left out. */
const rows = computed(() => ROWS.filter(({ key }) => marked(key).length > 0));
const barsTop = computed(() => top + rows.value.length * ROW + 12);
const height = computed(() => barsTop.value + CHART + 26);
</script>

<template>
  <div ref="box" class="strip">
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      role="img"
      :aria-label="
        t('care.weeksMlWhitePrinted', {
          weeks,
          reduce: decimal(
            days.reduce((sum, one) => sum + one.whiteMl, 0),
            0,
          ),
          n: days.filter((one) => one.whiteMl > 0).length,
          n2: days.filter((one) => one.agitated > 0).length,
        })
      "
    >
      <g v-for="month in months" :key="month.x">
        <line class="grid" :x1="month.x" :x2="month.x" :y1="top - 6" :y2="barsTop + CHART" />
        <text class="when" :x="month.x + 3" :y="height - 8">{{ month.text }}</text>
      </g>
      <g v-for="(row, i) in rows" :key="row.key">
        <text class="name" x="0" :y="top + i * ROW + 12">{{ row.name }}</text>
        <line
          class="grid"
          :x1="NAME"
          :x2="width - 8"
          :y1="top + i * ROW + 8"
          :y2="top + i * ROW + 8"
        />
        <template v-for="one in marked(row.key)" :key="one.day">
          <circle
            v-if="row.key === 'missing'"
            :cx="at(one)"
            :cy="top + i * ROW + 8"
            :r="one.missing ? Math.min(8, 3 + one.missing) : 2.5"
            :class="one.missing ? 'bad' : 'mark'"
          >
            <title>
              {{ dayWords(one.day) }}:
              {{ one.missing ? t('care.missing', { n: one.missing }) : t('care.whole') }}
            </title>
          </circle>
          <rect
            v-else
            class="mark"
            :x="at(one) - day / 2"
            :y="top + i * ROW + 2"
            :width="day"
            height="12"
            rx="1.5"
          >
            <title>{{ dayWords(one.day) }}</title>
          </rect>
        </template>
      </g>
      <text class="name" x="0" :y="barsTop + 12">{{ t('care.whitePrinted') }}</text>
      <text class="when figures" x="0" :y="barsTop + 28">
        {{ t('care.mlDay', { most: decimal(most, 0) }) }}
      </text>
      <rect
        v-for="one in days.filter(({ whiteMl }) => whiteMl > 0)"
        :key="`white ${one.day}`"
        class="white"
        :x="at(one) - day / 2"
        :y="barsTop + y(one.whiteMl)"
        :width="day"
        :height="CHART - y(one.whiteMl)"
      >
        <title>{{ dayWords(one.day) }}: {{ decimal(one.whiteMl, 1) }} mL</title>
      </rect>
      <line class="base" :x1="NAME" :x2="width - 8" :y1="barsTop + CHART" :y2="barsTop + CHART" />
    </svg>
  </div>
</template>

<style scoped>
.strip {
  min-width: 0;
}

svg {
  display: block;
  font-family: var(--text);
}

.name {
  font-size: 13px;
  fill: rgb(var(--v-theme-on-surface));
}

.when {
  font-size: 12px;
  fill: var(--soft);
}

.grid {
  stroke: var(--line);
}

.base {
  stroke: var(--soft);
}

.mark {
  fill: #4d6da8;
}

.bad {
  fill: #b04334;
}

.white {
  fill: #8aa5d6;
  stroke: #33507f;
  stroke-width: 0.6;
}
</style>
