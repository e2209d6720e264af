<script setup lang="ts" generic="T extends object">
/** Figures of one thing, each a number with its unit or an amount of money. */
import type { Currency } from '@kyanos/core';
import MoneyField from './MoneyField.vue';
import NumberField from './NumberField.vue';

export interface FigureSpec<Key> {
  readonly key: Key;
  readonly label: string;
  /** Of a number; money has the currency, for each of this where it is said. */
  readonly unit?: string;
  readonly money?: boolean;
  readonly min?: number;
  readonly max?: number;
  readonly precision?: number;
}

const props = defineProps<{
  /** The thing; money in minor units. */
  of: T;
  /** Which figures of it, in the order in which they stand. */
  fields: readonly FigureSpec<keyof T & string>[];
  /** Of the figures that are money. */
  currency: Currency;
}>();
const emit = defineEmits<{ change: [change: Partial<T>] }>();

const value = (key: keyof T & string) => props.of[key] as number;
const set = (key: keyof T & string, next: number) =>
  emit('change', { [key]: next } as unknown as Partial<T>);
</script>

<template>
  <template v-for="field in fields" :key="field.key">
    <money-field
      v-if="field.money"
      :label="field.label"
      :currency="currency"
      v-bind="field.unit ? { per: field.unit } : {}"
      :model-value="value(field.key)"
      @update:model-value="set(field.key, $event)"
    />
    <number-field
      v-else
      :label="field.label"
      v-bind="field.unit ? { unit: field.unit } : {}"
      :min="field.min ?? 0"
      :max="field.max ?? 10000"
      :precision="field.precision ?? 0"
      :model-value="value(field.key)"
      @update:model-value="set(field.key, $event)"
    />
  </template>
</template>
