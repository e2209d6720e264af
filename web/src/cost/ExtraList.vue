<script setup lang="ts">
/** Work and goods beside printing, each with what it takes. */
import type { Currency, Extra } from '@kyanos/core';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import MoneyField from '../shared/MoneyField.vue';

const extras = defineModel<readonly Extra[]>({ required: true });
defineProps<{ currency: Currency }>();

const SEPARATION_KINDS = [
  { value: 'labour', title: 'work by hand' },
  { value: 'finishing', title: 'finishing' },
  { value: 'part', title: 'bought in' },
];
const PER = [
  { value: 'job', title: 'per job' },
  { value: 'load', title: 'per load' },
  { value: 'piece', title: 'per piece' },
  { value: 'm2', title: 'per m²' },
];
const change = (at: number, part: Partial<Extra>) => {
  extras.value = extras.value.map((one, i) => (i === at ? { ...one, ...part } : one));
};
const add = () => {
  extras.value = [
    ...extras.value,
    { name: 'Packing', kind: 'labour', minutes: 10, minor: 0, per: 'job' },
  ];
};
</script>

<template>
  <div class="list">
    <h2 class="label">Finishing and extras</h2>
    <div v-for="(extra, i) in extras" :key="i" class="row">
      <div class="name">
        <v-text-field
          label="What"
          maxlength="200"
          :model-value="extra.name"
          @change="change(i, { name: ($event.target as HTMLInputElement).value || extra.name })"
        />
        <remove-button
          :label="`Remove ${extra.name}`"
          @click="extras = extras.filter((_, k) => k !== i)"
        />
      </div>
      <v-select
        label="Kind"
        :items="SEPARATION_KINDS"
        :model-value="extra.kind"
        @update:model-value="change(i, { kind: $event })"
      />
      <v-select
        label="Needed"
        :items="PER"
        :model-value="extra.per"
        @update:model-value="change(i, { per: $event })"
      />
      <number-field
        label="Operator"
        unit="min"
        :max="10000"
        :precision="1"
        :model-value="extra.minutes"
        @update:model-value="change(i, { minutes: $event })"
      />
      <money-field
        label="To pay"
        :currency="currency"
        :model-value="extra.minor"
        @update:model-value="change(i, { minor: $event })"
      />
    </div>
    <v-btn @click="add">Add work or goods</v-btn>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 12px;
}

.name {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
}

.row {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--line);
}
</style>
