<script setup lang="ts">
/** A nozzle pattern as it comes out: white on clear in raking light, the other inks as they are. What is wrong is tapped. */
import {
  lineAt,
  nozzlesIn,
  STEP_NOZZLES,
  type Answers,
  type NozzleMark,
  type NozzleRow,
} from '@kyanos/core';
import { computed, ref } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  rows: readonly NozzleRow[];
  /** What is right, once it was handed in: then nothing can be tapped. */
  marks?: readonly NozzleMark[];
}>();
const emit = defineEmits<{ answered: [answer: Answers['nozzles']] }>();

const [LINE, PITCH, PAD] = [34, 6, 5];
/** A deflected line lies so many pixels off for a width of it. */
const OFF = 2.4;
const tapped = ref<ReadonlySet<string>>(new Set());
const key = (row: number, nozzle: number) => `${row}/${nozzle}`;
const ringed = computed(
  () => new Set(props.marks?.map(({ row, nozzle }) => key(row, nozzle)) ?? tapped.value),
);
const widthOf = ({ off }: NozzleRow) => Math.ceil(off.length / STEP_NOZZLES) * LINE + 2 * PAD;
const HEIGHT = STEP_NOZZLES * PITCH + 2 * PAD;
const place = (nozzle: number) => {
  const { step, down } = lineAt(nozzle);
  return { x: PAD + step * LINE + 2, y: PAD + down * PITCH + PITCH / 2 };
};
const lines = ({ off }: NozzleRow) =>
  off
    .flatMap((one, nozzle) => {
      if (one === null) return [];
      const { x, y } = place(nozzle);
      return [`M${x} ${(y + one * OFF).toFixed(2)}h${LINE - 4}`];
    })
    .join('');

function send(next: ReadonlySet<string>) {
  tapped.value = next;
  emit('answered', {
    marks: [...next].map((one) => {
      const [row, nozzle] = one.split('/').map(Number);
      return { row, nozzle };
    }),
  });
}
function toggle(row: number, nozzles: readonly number[], on?: boolean) {
  if (props.marks) return;
  const next = new Set(tapped.value);
  for (const nozzle of nozzles)
    if (on ?? !next.has(key(row, nozzle))) next.add(key(row, nozzle));
    else next.delete(key(row, nozzle));
  send(next);
}
function tap(event: MouseEvent, row: number) {
  const own = props.rows[row];
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const x = ((event.clientX - box.left) / box.width) * widthOf(own) - PAD;
  const y = ((event.clientY - box.top) / box.height) * HEIGHT - PAD;
  const step = Math.max(0, Math.floor(x / LINE));
  const down = Math.max(0, Math.min(STEP_NOZZLES - 1, Math.floor(y / PITCH)));
  const nozzle = step * STEP_NOZZLES + down;
  if (nozzle < own.off.length) toggle(row, [nozzle]);
}
/** As they are typed, from 1: `3, 17-19`. */
const typedOf = (row: number) =>
  [...ringed.value]
    .filter((one) => one.startsWith(`${row}/`))
    .map((one) => Number(one.split('/')[1]) + 1)
    .toSorted((a, b) => a - b)
    .join(', ');
function setTyped(text: string, row: number) {
  const others = [...tapped.value].filter((one) => !one.startsWith(`${row}/`));
  const own = nozzlesIn(text, props.rows[row].off.length).map((nozzle) => key(row, nozzle));
  send(new Set([...others, ...own]));
}
const all = ({ off }: NozzleRow) => off.map((_, nozzle) => nozzle);
const count = (row: number) => [...ringed.value].filter((one) => one.startsWith(`${row}/`)).length;
/** Nothing is wrong with it: that is an answer too. */
const whole = () => send(new Set());
</script>

<template>
  <div class="column pattern">
    <figure v-for="(row, i) in rows" :key="`${row.channel}${row.row}`" class="panel pad w-100">
      <figcaption class="d-flex ga-3 align-center mb-2">
        <span
          ><b class="figures">{{ row.channel }}</b> {{ row.name }}
          {{ t('practice.row', { row: row.row + 1 }) }}</span
        >
        <span v-if="!marks" class="small soft">{{ t('practice.tapped', { n: count(i) }) }}</span>
        <v-btn
          v-if="!marks"
          size="small"
          variant="text"
          @click="toggle(i, all(row), count(i) < row.off.length)"
          >{{ t('practice.wholeRow') }}</v-btn
        >
      </figcaption>
      <v-text-field
        v-if="!marks"
        class="typed"
        :label="t('practice.orTyped')"
        :model-value="typedOf(i)"
        @change="setTyped(($event.target as HTMLInputElement).value, i)"
      />
      <svg
        class="chart mt-2"
        :viewBox="`0 0 ${widthOf(row)} ${HEIGHT}`"
        role="img"
        :aria-label="t('practice.patternOf', { name: row.name, row: row.row + 1 })"
        :style="{ maxWidth: `${widthOf(row) * 2.4}px` }"
        @click="tap($event, i)"
      >
        <defs>
          <linearGradient :id="`film-${i}`" x1="0" y1="0" x2="1" y2="0.35">
            <stop offset="0" stop-color="#5d6f86" />
            <stop offset="0.55" stop-color="#8b9bb0" />
            <stop offset="1" stop-color="#4f6078" />
          </linearGradient>
        </defs>
        <rect width="100%" height="100%" rx="4" :fill="row.white ? `url(#film-${i})` : '#fbfaf6'" />
        <path :class="['ink', row.white ? 'on-film' : `ink-${row.channel}`]" :d="lines(row)" />
        <template v-for="nozzle in all(row)" :key="nozzle">
          <rect
            v-if="ringed.has(`${i}/${nozzle}`)"
            class="ring"
            :x="place(nozzle).x - 1.5"
            :y="place(nozzle).y - PITCH / 2"
            :width="LINE - 1"
            :height="PITCH"
            rx="2"
          />
        </template>
      </svg>
    </figure>
    <v-btn v-if="!marks" variant="tonal" @click="whole">{{ t('practice.nothingWrong') }}</v-btn>
  </div>
</template>

<style scoped>
.pattern {
  justify-items: start;
}

svg {
  cursor: crosshair;
}

.typed {
  max-width: 360px;
}

.ink {
  fill: none;
  stroke: #333;
  stroke-width: 1.5;
}

.on-film {
  stroke: #f5f4ee;
}

.ink-C {
  stroke: #0093c4;
}

.ink-M {
  stroke: #c2187a;
}

.ink-Y {
  stroke: #cfae00;
}

.ink-K {
  stroke: #1d1d1f;
}

.ink-S {
  stroke: #8a8f96;
}

.ink-V {
  stroke: #b9c4c9;
}

.ring {
  fill: none;
  stroke: #e2763c;
  stroke-width: 1.6;
}
</style>
