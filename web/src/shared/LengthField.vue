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

const shown = (mm: number) => shownLength(mm, units.value);
const value = computed(() => shown(model.value));
const STEPS = { mm: 1, cm: 0.1, in: 0.125 };
const PRECISION = { mm: 1, cm: 2, in: 3 };
const limit = computed(() => ({
  min: shown(props.min ?? 0),
  max: props.max === undefined ? Infinity : shown(props.max),
}));
</script>

<template>
  <number-field
    :label="label"
    :unit="units"
    :min="limit.min"
    :max="limit.max"
    :step="STEPS[units]"
    :precision="PRECISION[units]"
    :model-value="value"
    @update:model-value="model = typedLength($event, model, units)"
  />
</template>
