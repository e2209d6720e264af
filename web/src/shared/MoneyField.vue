<script setup lang="ts">
/** Money is typed in whole units and kept in hundredths. */
import type { Currency } from '@kyanos/core';
import NumberField from './NumberField.vue';

const model = defineModel<number>({ required: true });
defineProps<{
  /** What is paid for. */
  label: string;
  /** Shown as its unit. */
  currency: Currency;
  /** For each of what: h, L, m². The whole amount if absent. */
  per?: string;
}>();
</script>

<template>
  <number-field
    :label="label"
    :unit="per ? `${currency}/${per}` : currency"
    :precision="2"
    :max="10000000"
    :model-value="model / 100"
    @update:model-value="model = Math.round($event * 100)"
  />
</template>
