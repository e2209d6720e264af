<script setup lang="ts">
/** Which input matters most: what the cost becomes when it is a fifth less or more. */
import { SWING, type Money, type Sensitivity } from '@kyanos/core';
import { scaleLinear } from 'd3';
import { computed } from 'vue';
import { currency, percent } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ found: readonly Sensitivity[]; cost: Money }>();
const ROW = 30;
const WIDTH = 620;
const LABEL = 210;
const MOST = 8;

const shown = computed(() => props.found.slice(0, MOST));
const scale = computed(() => {
  const reach = Math.max(
    1,
    ...shown.value.flatMap(({ less, more }) => [
      Math.abs(less.minor - props.cost.minor),
      Math.abs(more.minor - props.cost.minor),
    ]),
  );
  return scaleLinear([-reach, reach], [LABEL + 66, WIDTH - 66]);
});
const bars = computed(() =>
  shown.value.map((one, i) => ({
    ...one,
    y: i * ROW,
    sides: [one.less, one.more].map((amount, which) => {
      const x = scale.value(amount.minor - props.cost.minor);
      const zero = scale.value(0);
      return {
        x: Math.min(x, zero),
        width: Math.abs(x - zero),
        more: which === 1,
        end: x,
        before: x < zero,
        text: currency(amount),
      };
    }),
  })),
);
</script>

<template>
  <svg
    class="chart"
    :viewBox="`0 0 ${WIDTH} ${bars.length * ROW + 4}`"
    role="img"
    :aria-label="t('cost.whichInputMattersMost', { shown: shown[0]?.label ?? t('cost.none') })"
  >
    <line :x1="scale(0)" :x2="scale(0)" y1="0" :y2="bars.length * ROW" class="zero" />
    <g v-for="bar in bars" :key="bar.label" :transform="`translate(0 ${bar.y})`">
      <text :x="LABEL" :y="ROW / 2 + 5" text-anchor="end">{{ bar.label }}</text>
      <template v-for="side in bar.sides" :key="String(side.more)">
        <rect
          :x="side.x"
          y="7"
          :width="side.width"
          :height="ROW - 14"
          :class="side.more ? 'more' : 'less'"
        />
        <text
          :x="side.end + (side.before ? -6 : 6)"
          :y="ROW / 2 + 5"
          :text-anchor="side.before ? 'end' : 'start'"
          class="figures amount"
        >
          {{ side.text }}
        </text>
      </template>
    </g>
  </svg>
  <p class="soft small">
    {{ t('cost.costWhenOneThem', { swing: percent(SWING, 0) }) }}
    <span class="less-key">{{ t('cost.less') }}</span> {{ t('cost.or') }}
    <span class="more-key">{{ t('cost.more') }}</span>{{ t('cost.allElse') }}
  </p>
</template>

<style scoped>
.amount {
  font-size: 11.5px;
  fill: var(--soft);
}

.zero {
  stroke: var(--soft);
}

.less {
  fill: #8fa9cf;
}

.more {
  fill: #2d5590;
}

.less-key,
.more-key {
  padding: 0 6px;
  border-radius: 3px;
  color: #14213d;
  background: #8fa9cf;
}

.more-key {
  color: #f4efe4;
  background: #2d5590;
}
</style>
