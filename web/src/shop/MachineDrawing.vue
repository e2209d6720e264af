<script setup lang="ts">
/** The machine from above, to scale: what can be printed, what is held, how far the carriage goes and how much one sweep covers. */
import type { Machine } from '@kyanos/core';
import { computed, useId } from 'vue';
import { length } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ machine: Machine }>();
const id = useId();

const WIDTH = 640;
const HEIGHT = 210;
const LEFT = 96;
const TOP = 34;

/** A roll is drawn as long as it is wide at most: the rest goes on below. */
const drawn = computed(() => {
  const { maxWidth, maxLength, overhang = 0, held, headHeight, headRows = 1, kind } = props.machine;
  const long = Math.min(maxLength, maxWidth * 0.4);
  const scale = Math.min(
    (WIDTH - LEFT - 30) / (maxWidth + 2 * overhang),
    (HEIGHT - TOP - 20) / (long + 2 * overhang),
  );
  const bed = {
    x: LEFT + overhang * scale,
    y: TOP + overhang * scale,
    width: maxWidth * scale,
    height: long * scale,
  };
  return {
    scale,
    bed,
    goesOn: long < maxLength,
    over: overhang * scale,
    held: held && {
      leading: held.leading * scale,
      trailing: long < maxLength ? 0 : held.trailing * scale,
      sides: held.sides * scale,
    },
    swath: Math.max(3, headHeight * headRows * scale),
    round: kind !== 'flatbed',
  };
});
/** Where a roll goes on below. */
const tornEdge = computed(() => {
  const { x, y, width, height } = drawn.value.bed;
  const teeth = Math.floor(width / 12);
  return `M${x} ${y + height}${`l${width / teeth / 2} 7 ${width / teeth / 2} -7`.repeat(teeth)}`;
});
const at = computed(() => drawn.value.bed.y + drawn.value.bed.height * 0.42);
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="
      t('shop.fromAbovePrintsWide', {
        machine: machine.name,
        maxWidth: length(machine.maxWidth),
        maxLength: length(machine.maxLength),
        headHeight: length(machine.headHeight),
      })
    "
  >
    <defs>
      <pattern
        :id="id"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V6" stroke="currentColor" stroke-opacity="0.35" stroke-width="2" />
      </pattern>
    </defs>
    <rect
      v-if="drawn.over"
      :x="drawn.bed.x - drawn.over"
      :y="drawn.bed.y - drawn.over"
      :width="drawn.bed.width + 2 * drawn.over"
      :height="drawn.bed.height + 2 * drawn.over"
      class="over"
    />
    <rect v-bind="drawn.bed" class="bed" :rx="drawn.round ? 0 : 4" />
    <template v-if="drawn.held">
      <rect
        :x="drawn.bed.x"
        :y="drawn.bed.y"
        :width="drawn.bed.width"
        :height="drawn.held.leading"
        :fill="`url(#${id})`"
      />
      <rect
        :x="drawn.bed.x"
        :y="drawn.bed.y + drawn.bed.height - drawn.held.trailing"
        :width="drawn.bed.width"
        :height="drawn.held.trailing"
        :fill="`url(#${id})`"
      />
      <rect
        v-for="x in [drawn.bed.x, drawn.bed.x + drawn.bed.width - drawn.held.sides]"
        :key="x"
        :x="x"
        :y="drawn.bed.y"
        :width="drawn.held.sides"
        :height="drawn.bed.height"
        :fill="`url(#${id})`"
      />
    </template>
    <path v-if="drawn.goesOn" :d="tornEdge" class="line" />
    <rect :x="drawn.bed.x" :y="at" :width="drawn.bed.width" :height="drawn.swath" class="swath" />
    <rect
      :x="drawn.bed.x + drawn.bed.width * 0.3"
      :y="at - 5"
      width="54"
      :height="drawn.swath + 10"
      rx="4"
      class="carriage"
    />
    <path
      :d="`M${drawn.bed.x + drawn.bed.width * 0.3 + 62} ${at + drawn.swath / 2}h46m-7 -5l7 5 -7 5`"
      class="line arrow"
    />
    <path
      :d="`M${drawn.bed.x} ${TOP - 14}h${drawn.bed.width}m0 -4v8m${-drawn.bed.width} 0v-8`"
      class="line"
    />
    <text :x="drawn.bed.x + drawn.bed.width / 2" :y="TOP - 19" text-anchor="middle">
      {{ length(machine.maxWidth) }}
    </text>
    <path
      :d="`M${LEFT - 14} ${drawn.bed.y}v${drawn.bed.height}m-4 0h8m0 ${-drawn.bed.height}h-8`"
      class="line"
    />
    <text :x="LEFT - 22" :y="drawn.bed.y + drawn.bed.height / 2 + 5" text-anchor="end">
      {{ length(machine.maxLength) }}
    </text>
    <text :x="drawn.bed.x + drawn.bed.width - 8" :y="at - 8" text-anchor="end">
      {{ t('shop.oneSweep', { headHeight: length(machine.headHeight) }) }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-height: 230px;
  color: rgb(var(--v-theme-on-surface));
}

.bed {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: currentcolor;
  stroke-width: 1.5;
}

.over {
  fill: none;
  stroke: currentcolor;
  stroke-dasharray: 4 4;
  stroke-opacity: 0.5;
}

.swath {
  fill: rgb(var(--v-theme-info));
  opacity: 0.35;
}

.carriage {
  fill: rgb(var(--v-theme-primary));
}

.line {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.2;
}

.arrow {
  stroke-width: 2;
}

text {
  font-family: var(--figures);
  font-size: 13px;
  fill: currentcolor;
}
</style>
