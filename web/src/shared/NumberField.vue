<script setup lang="ts">
/** A number with its unit. While the field is empty the last number stands. */
import { nextTick } from 'vue';

const model = defineModel<number>({ required: true });
defineProps<{
  /** What is counted or measured, without its unit. */
  label: string;
  /** Shown behind the number. */
  unit?: string;
  /** Least; 0 if absent. */
  min?: number;
  /** Most; no limit if absent. */
  max?: number;
  /** What an arrow key changes; 1 if absent. */
  step?: number;
  /** Digits after the point. */
  precision?: number;
}>();

/** Whoever comes into the field types a new number: the field writes the old one anew, and what was selected is not any more. */
async function selectAll(event: FocusEvent): Promise<void> {
  await nextTick();
  (event.target as HTMLInputElement).select();
}
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
    @focusin="selectAll"
    @update:model-value="$event !== null && (model = $event)"
  />
</template>
