<script setup lang="ts">
/** All variants in money and minutes: larger is more opaque, darker nearer to the art on white; dominated ones are rings. */
import { extent, scaleLinear, scaleSqrt } from 'd3';
import { computed } from 'vue';
import type { WhatIfRow } from '../look/look.worker.ts';
import { currency } from '../shared/format.ts';
import ChartAxes from './ChartAxes.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  rows: readonly WhatIfRow[];
  chosen: string | undefined;
  looked: string | undefined;
  keyOf: (row: WhatIfRow) => string;
}>();
defineEmits<{ look: [key: string | undefined]; choose: [row: WhatIfRow] }>();

const WIDTH = 860;
const HEIGHT = 330;
const EDGE = { left: 66, right: 20, top: 14, bottom: 44 };

const code = computed(() => props.rows[0]?.figures.cost.currency ?? 'USD');
const reach = (of: (row: WhatIfRow) => number): [number, number] => {
  const [low = 0, high = 1] = extent(props.rows, of);
  const room = Math.max(0.5, (high - low) * 0.08);
  return [Math.max(0, low - room), high + room];
};
const x = computed(() =>
  scaleLinear(
    reach(({ figures }) => figures.minutes),
    [EDGE.left, WIDTH - EDGE.right],
  ).nice(),
);
const y = computed(() =>
  scaleLinear(
    reach(({ figures }) => figures.cost.minor / 100),
    [HEIGHT - EDGE.bottom, EDGE.top],
  ).nice(),
);
const radius = scaleSqrt([0, 1], [3, 11]);
const shade = computed(() =>
  scaleLinear<string>(
    reach(({ figures }) => figures.deltaE),
    ['#12284d', '#a9bfe0'],
  ),
);

/** Rings first, so that what matters lies on top. */
const drawn = computed(() =>
  props.rows.toSorted((a, b) => Number(b.dominated) - Number(a.dominated)),
);
</script>

<template>
  <svg
    class="chart"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="t('cost.costTimeAllVariants')"
    data-testid="variants"
  >
    <chart-axes
      :x="x"
      :y="y"
      :x-name="t('cost.timeAllMin')"
      :y-name="t('cost.costAxis', { currency: code })"
      :width="WIDTH"
      :height="HEIGHT"
      :edge="EDGE"
    />
    <circle
      v-for="row in drawn"
      :key="keyOf(row)"
      :cx="x(row.figures.minutes)"
      :cy="y(row.figures.cost.minor / 100)"
      :r="radius(row.figures.opacity)"
      :fill="row.dominated ? 'none' : shade(row.figures.deltaE)"
      :class="{
        dominated: row.dominated,
        chosen: keyOf(row) === chosen,
        looked: keyOf(row) === looked,
      }"
      @pointerenter="$emit('look', keyOf(row))"
      @pointerleave="$emit('look', undefined)"
      @click="$emit('choose', row)"
    >
      <title>
        {{ row.name }}, {{ row.density ?? '–' }} %: {{ currency(row.figures.cost) }},
        {{ Math.round(row.figures.minutes) }} min
      </title>
    </circle>
  </svg>
</template>

<style scoped>
circle {
  cursor: pointer;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 1;
}

.dominated {
  stroke: #a9a394;
  stroke-width: 1.2;
}

.chosen {
  stroke: #e2763c;
  stroke-width: 3.5;
}

.looked {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2.5;
}
</style>
