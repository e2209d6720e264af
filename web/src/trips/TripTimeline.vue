<script setup lang="ts">
/** The work from first to last on one axis of minutes. Each bar opens into how long it takes and why. */
import type { Phase, PhaseStep } from '@kyanos/core';
import { axisBottom, scaleLinear, select } from 'd3';
import { computed, ref, useTemplateRef, watchEffect } from 'vue';
import { duration } from '../shared/format.ts';
import WorkingBody from '../shared/WorkingBody.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ phases: readonly Phase[]; minutes: number }>();
const WIDTH = 900;
const ROW = 32;
const LEFT = 4;
/** Beyond this share of the axis a label stands before its bar. */
const LATE = 0.55;

type Look = 'hands' | 'print' | 'wait' | 'blade';
const LOOKS: Record<PhaseStep, Look> = {
  setup: 'hands',
  fitting: 'hands',
  slot: 'hands',
  heads: 'hands',
  check: 'hands',
  loading: 'hands',
  tool: 'hands',
  print: 'print',
  return: 'print',
  wait: 'wait',
  crease: 'blade',
  cut: 'blade',
};

const scale = computed(() => scaleLinear([0, Math.max(1, props.minutes)], [0, WIDTH]));
const height = computed(() => props.phases.length * ROW);
const axis = useTemplateRef<SVGGElement>('axis');
watchEffect(() => {
  if (!axis.value) return;
  const ticks = axisBottom(scale.value)
    .ticks(9)
    .tickSize(-height.value)
    .tickFormat((value) => `${value}`);
  select(axis.value).call(ticks);
});

const rows = computed(() =>
  props.phases.map((phase, i) => {
    const x = scale.value(phase.start);
    const width = Math.max(2.5, scale.value(phase.minutes));
    const before = x > WIDTH * LATE;
    const inside = !before && x + width > WIDTH * LATE && LOOKS[phase.step] === 'print';
    return {
      phase,
      look: LOOKS[phase.step],
      y: i * ROW,
      x,
      width,
      before,
      inside,
      at: before ? x - 8 : inside ? x + 10 : x + width + 8,
    };
  }),
);
const opened = ref<number>();
</script>

<template>
  <div class="column ga-2">
    <svg
      :viewBox="`${-LEFT} 0 ${WIDTH + 44} ${height + 30}`"
      class="timeline w-100"
      role="group"
      :aria-label="t('trips.timelineWorkMinutes')"
      data-testid="timeline"
    >
      <g ref="axis" class="axis" :transform="`translate(0 ${height})`"></g>
      <text :x="WIDTH + 8" :y="height + 20" class="unit">min</text>
      <g v-for="(row, i) in rows" :key="i" :transform="`translate(0 ${row.y})`">
        <v-menu
          :model-value="opened === i"
          location="bottom"
          max-width="460"
          @update:model-value="opened = $event ? i : undefined"
        >
          <template #activator="{ props: activator }">
            <g
              v-bind="activator"
              tabindex="0"
              role="button"
              class="bar cursor-pointer"
              :aria-label="
                t('trips.showHowCalculated', {
                  phase: row.phase.label,
                  minutes: duration(row.phase.minutes),
                })
              "
              @keydown.enter.space.prevent="opened = i"
            >
              <rect x="0" y="0" :width="WIDTH" :height="ROW" class="catch" />
              <rect
                :x="row.x"
                y="6"
                :width="row.width"
                :height="ROW - 12"
                rx="3"
                :class="row.look"
              />
              <text
                :x="row.at"
                :y="ROW / 2 + 4.5"
                :text-anchor="row.before ? 'end' : 'start'"
                :class="{ inside: row.inside }"
              >
                {{ row.phase.label }},
                <tspan class="figures">{{ duration(row.phase.minutes) }}</tspan>
              </text>
            </g>
          </template>
          <working-body :working="row.phase.working" />
        </v-menu>
      </g>
    </svg>
    <ul class="row ga-4 small soft">
      <li><span class="swatch hands"></span>{{ t('trips.operatorThere') }}</li>
      <li><span class="swatch print"></span>{{ t('trips.machinePrints') }}</li>
      <li><span class="swatch wait"></span>{{ t('trips.dries') }}</li>
      <li v-if="rows.some(({ look }) => look === 'blade')">
        <span class="swatch blade"></span>{{ t('trips.bladeWorks') }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.timeline text {
  font-family: var(--text);
  font-size: 13.5px;
  fill: rgb(var(--v-theme-on-surface));
}

.timeline text .figures {
  font-family: var(--figures);
}

.timeline text.inside {
  color: #f4efe4;
  fill: #f4efe4;
}

.axis :deep(.domain) {
  display: none;
}

.axis :deep(line) {
  stroke: var(--line);
}

.axis :deep(text) {
  font-family: var(--figures);
  font-size: 12px;
  fill: var(--soft);
}

.unit {
  fill: var(--soft);
}

.catch {
  fill: transparent;
}

.bar:hover .catch,
.bar:focus-visible .catch {
  fill: rgb(var(--v-theme-surface-variant));
}

.hands {
  fill: #a58c5c;
  background: #a58c5c;
}

.print {
  fill: #2d5590;
  background: #2d5590;
}

.blade {
  fill: #6d7482;
  background: #6d7482;
}

.wait {
  fill: rgb(var(--v-theme-surface));
  stroke: #2d5590;
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
  border: 1.5px dashed #2d5590;
}

.swatch {
  display: inline-block;
  width: 22px;
  height: 12px;
  margin-right: 7px;
  border-radius: 3px;
}
</style>
