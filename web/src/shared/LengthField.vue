<script setup lang="ts">
/** A length, kept in mm and typed in the preferred unit. */
import { computed } from 'vue';
import { units } from './format.ts';
import NumberField from './NumberField.vue';
import { shownLength, typedLength } from './typedLength.ts';

const model = defineModel<number>({ required: true });
const props = defineProps<{
  /** What is long, without its unit. */
  label: string;
  /** Least, mm; 0 if absent. */
  min?: number;
  /** Most, mm; no limit if absent. */
  max?: number;
}>();

const metric = computed(() => units.value === 'metric');
const shown = (mm: number) => shownLength(mm, metric.value);
const value = computed(() => shown(model.value));
const step = computed(() => (metric.value ? 1 : 0.125));
const limit = computed(() => ({
  min: shown(props.min ?? 0),
  max: props.max === undefined ? Infinity : shown(props.max),
}));
</script>

<template>
  <number-field
    :label="label"
    :unit="metric ? 'mm' : 'in'"
    :min="limit.min"
    :max="limit.max"
    :step="step"
    :precision="metric ? 1 : 3"
    :model-value="value"
    @update:model-value="model = typedLength($event, model, metric)"
  />
</template>
