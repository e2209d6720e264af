<script setup lang="ts">
/** A tone curve by what becomes of a few tints, typed or measured. */
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import NumberField from '../shared/NumberField.vue';
import WedgeDialog from './WedgeDialog.vue';
import { t } from '../texts/texts.ts';

type Points = readonly (readonly [number, number])[];
const points = defineModel<Points>({ required: true });

const measuring = ref(false);

const SIZE = 120;
const at = scaleLinear([0, 100], [0, SIZE]);
const line = computed(() => {
  const [first, last] = [points.value[0], points.value.at(-1)!];
  const all = [[0, first[1]], ...points.value, [100, last[1]]];
  return all.map(([x, y]) => `${at(x)},${SIZE - at(y)}`).join(' ');
});
const set = (i: number, out: number) =>
  (points.value = points.value.map((point, k) => (k === i ? [point[0], out] : point)));
</script>

<template>
  <div class="column curve">
    <svg :width="SIZE" :height="SIZE" role="img" :aria-label="t('plates.toneCurveTintTint')">
      <path :d="`M0 ${SIZE} L${SIZE} 0`" class="straight" />
      <polyline :points="line" />
      <circle v-for="[x, y] in points" :key="x" :cx="at(x)" :cy="SIZE - at(y)" r="3.5" />
    </svg>
    <div class="column ga-2">
      <number-field
        v-for="([x, y], i) in points"
        :key="x"
        :label="t('plates.tintBecomes', { tint: x })"
        unit="%"
        :max="100"
        :model-value="y"
        @update:model-value="set(i, $event)"
      />
      <v-btn variant="tonal" @click="measuring = true">{{ t('plates.fromMeasuredWedge') }}</v-btn>
    </div>
    <wedge-dialog v-model="measuring" @curve="points = $event" />
  </div>
</template>

<style scoped>
.curve {
  grid-template-columns: auto 1fr;
  align-items: start;
}

svg {
  overflow: visible;
  border: 1px solid var(--line);
  border-radius: 4px;
}

.straight {
  stroke: var(--line);
  stroke-dasharray: 3 3;
}

polyline {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2;
}

circle {
  fill: rgb(var(--v-theme-primary));
}
</style>
