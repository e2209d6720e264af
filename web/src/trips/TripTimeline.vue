<script setup lang="ts">
/** Each trip and each wait as a bar on one axis of minutes. */
import { layerName, type Work } from '@kyanos/core';
import { scaleLinear } from 'd3';
import { computed } from 'vue';
import { duration } from '../shared/format.ts';

const props = defineProps<{ work: Work; setupMinutes: number }>();
const WIDTH = 880;
const HEIGHT = 34;

interface Bar {
  readonly label: string;
  readonly minutes: number;
  readonly kind: 'hands' | 'print' | 'wait';
}

const bars = computed<(Bar & { start: number })[]>(() => {
  const { trips, operatorMinutes } = props.work;
  const loading = (operatorMinutes - props.setupMinutes) / Math.max(1, trips.length);
  const list: Bar[] = [{ label: 'Setting up', minutes: props.setupMinutes, kind: 'hands' }];
  for (const trip of trips) {
    list.push({ label: 'Loading', minutes: loading, kind: 'hands' });
    list.push({
      label: `Trip ${trip.number}: ${trip.layers.map(layerName).join(', then ').toLowerCase()}`,
      minutes: trip.minutes,
      kind: 'print',
    });
    if (trip.waitMinutes > 0)
      list.push({ label: 'Drying', minutes: trip.waitMinutes, kind: 'wait' });
  }
  let start = 0;
  return list.map((bar) => {
    const placed = { ...bar, start };
    start += bar.minutes;
    return placed;
  });
});
const scale = computed(() => scaleLinear().domain([0, props.work.minutes]).range([0, WIDTH]));
const ticks = computed(() => scale.value.ticks(8));
</script>

<template>
  <svg
    :viewBox="`-8 0 ${WIDTH + 30} ${bars.length * HEIGHT + 30}`"
    class="timeline"
    role="img"
    aria-label="Timeline of the work in minutes"
  >
    <g v-for="tick in ticks" :key="tick" :transform="`translate(${scale(tick)} 0)`">
      <line :y2="bars.length * HEIGHT" class="grid" />
      <text :y="bars.length * HEIGHT + 20" text-anchor="middle" class="figures">{{ tick }}</text>
    </g>
    <text :x="WIDTH" :y="bars.length * HEIGHT + 20" text-anchor="end" class="unit">min</text>
    <g v-for="(bar, i) in bars" :key="i" :transform="`translate(0 ${i * HEIGHT})`">
      <rect
        :x="scale(bar.start)"
        y="5"
        :width="Math.max(2, scale(bar.minutes))"
        :height="HEIGHT - 10"
        rx="3"
        :class="bar.kind"
      >
        <title>{{ bar.label }}: {{ duration(bar.minutes) }}</title>
      </rect>
      <text
        :x="
          scale(bar.start) > WIDTH * 0.55
            ? scale(bar.start) - 8
            : scale(bar.start + bar.minutes) + 8 > WIDTH * 0.55
              ? scale(bar.start) + 10
              : scale(bar.start + bar.minutes) + 8
        "
        :y="HEIGHT / 2 + 4"
        :text-anchor="scale(bar.start) > WIDTH * 0.55 ? 'end' : 'start'"
        :class="{
          inside:
            scale(bar.start) <= WIDTH * 0.55 &&
            scale(bar.start + bar.minutes) + 8 > WIDTH * 0.55 &&
            bar.kind === 'print',
        }"
      >
        {{ bar.label }},
        <tspan class="figures">{{ duration(bar.minutes) }}</tspan>
      </text>
    </g>
  </svg>
</template>

<style scoped>
.timeline {
  width: 100%;
}

text {
  font-size: 13px;
  fill: rgb(var(--v-theme-on-surface));
}

text.inside {
  fill: #f4efe4;
}

.grid {
  stroke: var(--line);
}

.unit {
  fill: var(--soft);
  transform: translateX(22px);
}

.hands {
  fill: #a58c5c;
}

.print {
  fill: #2d5590;
}

.wait {
  fill: none;
  stroke: #2d5590;
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}
</style>
