<script setup lang="ts">
/** A number with its unit. While the field is empty the last number stands. */
const model = defineModel<number>({ required: true });
defineProps<{
  label: string;
  unit?: string;
  min?: number;
  max?: number;
  step?: number;
  /** Digits after the point. */
  precision?: number;
}>();
</script>

<template>
  <v-number-input
    :label="label"
    :suffix="unit"
    :min="min ?? 0"
    :max="max"
    :step="step ?? 1"
    :precision="precision ?? 0"
    :model-value="model"
    @update:model-value="$event !== null && (model = $event)"
  />
</template>
