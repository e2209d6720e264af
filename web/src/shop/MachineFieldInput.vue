<script setup lang="ts">
/** One figure of a machine by its kind, with what it changes and where to look it up; marked while it is assumed. */
import {
  machineValue,
  stated,
  withMachineValue,
  type Currency,
  type Machine,
  type MachineField,
} from '@kyanos/core';
import { computed } from 'vue';
import LengthField from '../shared/LengthField.vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import AssumedNote from './AssumedNote.vue';

const machine = defineModel<Machine>({ required: true });
const props = defineProps<{ field: MachineField; currency: Currency }>();

const value = computed(() => machineValue(machine.value, props.field.path) ?? props.field.absent);
const assumed = computed(() => machine.value.assumed?.includes(props.field.path) ?? false);
const set = (next: string | number | boolean) =>
  (machine.value = withMachineValue(machine.value, props.field.path, next));
const limits = computed(() => ({
  min: props.field.min ?? 0,
  ...(props.field.max !== undefined && { max: props.field.max }),
}));
</script>

<template>
  <div>
    <v-select
      v-if="field.kind === 'choice'"
      :label="field.label"
      :items="[...(field.choices ?? [])]"
      :model-value="value"
      @update:model-value="set($event as string)"
    />
    <v-checkbox
      v-else-if="field.kind === 'switch'"
      :label="field.label"
      hide-details
      density="compact"
      :model-value="value === true"
      @update:model-value="set(!!$event)"
    />
    <length-field
      v-else-if="field.kind === 'length'"
      :label="field.label"
      v-bind="limits"
      :model-value="value as number"
      @update:model-value="set"
    />
    <money-field
      v-else-if="field.kind === 'money'"
      :label="field.label"
      :currency="currency"
      v-bind="field.unit ? { per: field.unit } : {}"
      :model-value="value as number"
      @update:model-value="set"
    />
    <number-field
      v-else
      :label="field.label"
      v-bind="{ ...limits, ...(field.unit && { unit: field.unit }) }"
      :precision="field.precision ?? 0"
      :model-value="value as number"
      @update:model-value="set"
    />
    <assumed-note
      :assumed="assumed"
      :changes="field.changes"
      :look-up="field.lookUp"
      @right="machine = stated(machine, field.path)"
    />
  </div>
</template>
