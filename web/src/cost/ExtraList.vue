<script setup lang="ts">
/** Work and goods beside printing, each with what it takes. */
import type { Currency, Extra } from '@kyanos/core';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import MoneyField from '../shared/MoneyField.vue';
import { t } from '../texts/texts.ts';

const extras = defineModel<readonly Extra[]>({ required: true });
defineProps<{ currency: Currency }>();

const SEPARATION_KINDS = [
  { value: 'labour', title: t('cost.workHand') },
  { value: 'finishing', title: t('cost.finishingWithin') },
  { value: 'part', title: t('cost.boughtIn') },
];
const PER = [
  { value: 'job', title: t('cost.perJob') },
  { value: 'load', title: t('cost.perLoad') },
  { value: 'piece', title: t('cost.perPieceWithin') },
  { value: 'm2', title: t('cost.perMWithin') },
];
const change = (at: number, part: Partial<Extra>) => {
  extras.value = extras.value.map((one, i) => (i === at ? { ...one, ...part } : one));
};
const add = () => {
  extras.value = [
    ...extras.value,
    { name: t('cost.packing'), kind: 'labour', minutes: 10, minor: 0, per: 'job' },
  ];
};
</script>

<template>
  <div class="column">
    <h2 class="label">{{ t('cost.finishingExtras') }}</h2>
    <div v-for="(extra, i) in extras" :key="i" class="line">
      <div class="wide d-flex align-center">
        <v-text-field
          :label="t('cost.what')"
          maxlength="200"
          :model-value="extra.name"
          @change="change(i, { name: ($event.target as HTMLInputElement).value || extra.name })"
        />
        <remove-button
          :label="t('cost.remove', { extra: extra.name })"
          @click="extras = extras.filter((_, k) => k !== i)"
        />
      </div>
      <v-select
        :label="t('cost.kind')"
        :items="SEPARATION_KINDS"
        :model-value="extra.kind"
        @update:model-value="change(i, { kind: $event })"
      />
      <v-select
        :label="t('cost.needed')"
        :items="PER"
        :model-value="extra.per"
        @update:model-value="change(i, { per: $event })"
      />
      <number-field
        :label="t('cost.operator')"
        unit="min"
        :max="10000"
        :precision="1"
        :model-value="extra.minutes"
        @update:model-value="change(i, { minutes: $event })"
      />
      <money-field
        :label="t('cost.toPay')"
        :currency="currency"
        :model-value="extra.minor"
        @update:model-value="change(i, { minor: $event })"
      />
    </div>
    <v-btn @click="add">{{ t('cost.addWorkGoods') }}</v-btn>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--line);
}
</style>
