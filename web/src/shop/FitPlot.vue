<script setup lang="ts">
/** L* of each patch as measured against L* as fitted: on the line they are one. */
import { scaleLinear } from 'd3';
import { computed } from 'vue';
import { t } from '../texts/texts.ts';
import { decimal } from '@kyanos/core';

const props = defineProps<{
  points: readonly { readonly id: string; readonly measured: number; readonly fitted: number }[];
}>();

const SIZE = 300;
const LEFT = 44;
const scale = computed(() => {
  const all = props.points.flatMap(({ measured, fitted }) => [measured, fitted]);
  return scaleLinear([Math.min(...all), Math.max(...all)], [0, SIZE]).nice(5);
});
const ticks = computed(() => scale.value.ticks(5));
</script>

<template>
  <svg
    :viewBox="`0 0 ${SIZE + LEFT + 20} ${SIZE + 44}`"
    role="img"
    :aria-label="t('shop.lPatchesMeasuredAgainst', { n: points.length })"
  >
    <g :transform="`translate(${LEFT} 8)`">
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M0 ${SIZE - scale(tick)}h${SIZE}M${scale(tick)} 0v${SIZE}`" class="grid" />
        <text :x="-6" :y="SIZE - scale(tick) + 4" text-anchor="end">{{ tick }}</text>
        <text :x="scale(tick)" :y="SIZE + 16" text-anchor="middle">{{ tick }}</text>
      </g>
      <path :d="`M0 ${SIZE}L${SIZE} 0`" class="one" />
      <circle
        v-for="point in points"
        :key="point.id"
        :cx="scale(point.fitted)"
        :cy="SIZE - scale(point.measured)"
        r="4"
      >
        <title>
          {{
            t('shop.measuredFitted', {
              point: point.id,
              measured: decimal(point.measured, 1),
              fitted: decimal(point.fitted, 1),
            })
          }}
        </title>
      </circle>
      <text :x="SIZE / 2" :y="SIZE + 33" text-anchor="middle">{{ t('shop.lFitted') }}</text>
      <text :transform="`translate(-32 ${SIZE / 2}) rotate(-90)`" text-anchor="middle">
        {{ t('shop.lMeasured') }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 380px;
}

.grid {
  fill: none;
  stroke: var(--line);
}

.one {
  fill: none;
  stroke: currentcolor;
  stroke-dasharray: 4 4;
}

circle {
  fill: rgb(var(--v-theme-info));
  stroke: rgb(var(--v-theme-surface));
}

text {
  font-size: 12px;
  fill: currentcolor;
}
</style>
