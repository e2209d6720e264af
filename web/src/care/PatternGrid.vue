<script setup lang="ts">
/** The nozzle pattern as it is printed: stairs of short lines, a row of nozzles beside the other; what is missing is tapped. */
import type { MachineCare } from '@kyanos/contract';
import {
  lineAt,
  nozzlesIn,
  patternRows,
  patternVerdict,
  STEP_NOZZLES,
  type MissingNozzle,
} from '@kyanos/core';
import { computed } from 'vue';
import { t } from '../texts/texts.ts';

const missing = defineModel<readonly MissingNozzle[]>({ required: true });
const props = defineProps<{
  machine: Pick<MachineCare, 'inks' | 'nozzles'>;
  /** Only look, don't change. */
  fixed?: boolean;
}>();

/** White first: it is what is looked for. */
const rows = computed(() => {
  const special = (role: string) => (role === 'white' ? 0 : role === 'process' ? 2 : 1);
  return patternRows(
    props.machine.inks.toSorted((a, b) => special(a.role) - special(b.role)) as never,
    props.machine.nozzles,
  );
});
const steps = computed(() => Math.ceil(props.machine.nozzles / STEP_NOZZLES));
const [LINE, PITCH, PAD] = [26, 5, 4];
const size = computed(() => ({
  width: steps.value * LINE + 2 * PAD,
  height: STEP_NOZZLES * PITCH + 2 * PAD,
}));
const key = ({ channel, row, nozzle }: MissingNozzle) => `${channel}/${row}/${nozzle}`;
const gone = computed(() => new Set(missing.value.map(key)));
const verdict = computed(() => patternVerdict(missing.value, props.machine.nozzles));

function toggle(nozzle: MissingNozzle) {
  if (props.fixed) return;
  missing.value = gone.value.has(key(nozzle))
    ? missing.value.filter((one) => key(one) !== key(nozzle))
    : [...missing.value, nozzle];
}
/** Where on the drawing it was tapped: the nearest line. */
function tapped(event: MouseEvent, channel: string, row: number) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const x = ((event.clientX - box.left) / box.width) * size.value.width - PAD;
  const y = ((event.clientY - box.top) / box.height) * size.value.height - PAD;
  const step = Math.max(0, Math.min(steps.value - 1, Math.floor(x / LINE)));
  const down = Math.max(0, Math.min(STEP_NOZZLES - 1, Math.floor(y / PITCH)));
  const nozzle = step * STEP_NOZZLES + down;
  if (nozzle < props.machine.nozzles) toggle({ channel, row, nozzle });
}
/** Nozzles of a row as they are typed, from 1: `3, 17-19`. */
const typedOf = (channel: string, row: number) =>
  missing.value
    .filter((one) => one.channel === channel && one.row === row)
    .map(({ nozzle }) => nozzle + 1)
    .toSorted((a, b) => a - b)
    .join(', ');
function setTyped(text: string, channel: string, row: number) {
  missing.value = [
    ...missing.value.filter((one) => one.channel !== channel || one.row !== row),
    ...nozzlesIn(text, props.machine.nozzles).map((nozzle) => ({ channel, row, nozzle })),
  ];
}
const linesOf = (channel: string, row: number) =>
  Array.from({ length: props.machine.nozzles }, (_, nozzle) => {
    const { step, down } = lineAt(nozzle);
    return {
      x: PAD + step * LINE + 2,
      y: PAD + down * PITCH + PITCH / 2,
      gone: gone.value.has(`${channel}/${row}/${nozzle}`),
    };
  });
const pathOf = (channel: string, row: number, missed: boolean) =>
  linesOf(channel, row)
    .filter((line) => line.gone === missed)
    .map(({ x, y }) => `M${x} ${y}h${LINE - 4}`)
    .join('');
</script>

<template>
  <div class="column">
    <figure v-for="{ channel, name, row } in rows" :key="`${channel}${row}`">
      <figcaption class="small d-flex ga-2 mb-1">
        <b class="figures">{{ channel }}</b> {{ name
        }}<template v-if="machine.inks.find((ink) => ink.channel === channel)!.rows > 1">{{
          t('care.row', { row: row + 1 })
        }}</template>
        <span
          v-if="missing.some((one) => one.channel === channel && one.row === row)"
          class="ml-auto text-error font-weight-semibold"
        >
          {{
            t('care.missing', {
              n: missing.filter((one) => one.channel === channel && one.row === row).length,
            })
          }}
        </span>
      </figcaption>
      <svg
        :viewBox="`0 0 ${size.width} ${size.height}`"
        role="img"
        :aria-label="
          t('care.patternRowMissing', {
            name,
            row: row + 1,
            n: missing.filter((one) => one.channel === channel && one.row === row).length,
            nozzles: machine.nozzles,
          })
        "
        class="chart"
        :class="{ fixed }"
        @click="tapped($event, channel, row)"
      >
        <rect class="ground" width="100%" height="100%" rx="4" />
        <path class="printed" :d="pathOf(channel, row, false)" />
        <path class="missed" :d="pathOf(channel, row, true)" />
      </svg>
      <v-text-field
        v-if="!fixed"
        class="typed mt-2"
        :label="
          t('care.missingNozzles', { name, rest: row > 0 ? t('care.row', { row: row + 1 }) : '' })
        "
        placeholder="3, 17-19"
        :model-value="typedOf(channel, row)"
        @change="setTyped(($event.target as HTMLInputElement).value, channel, row)"
      />
    </figure>
    <p :class="{ warn: verdict.verdict === 'clean' || verdict.verdict === 'service' }">
      {{ verdict.says }}
    </p>
  </div>
</template>

<style scoped>
svg {
  cursor: crosshair;
}

.typed {
  max-width: 320px;
}

svg.fixed {
  cursor: default;
}

.ground {
  fill: #27436b;
}

.printed {
  stroke: #f4f1e8;
  stroke-width: 1.6;
}

.missed {
  stroke: #ff8a4c;
  stroke-width: 4.4;
  stroke-dasharray: 3 2;
}
</style>
