<script setup lang="ts">
/** How the price is made, and what belongs to it. */
import { CURRENCIES, DAY_HOURS, type Prices, type Pricing } from '@kyanos/core';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const prices = defineModel<Prices>({ required: true });
const set = (change: Partial<Prices>) => (prices.value = { ...prices.value, ...change });

const WAYS: { value: Pricing; title: string }[] = [
  { value: 'markup', title: t('cost.markupCost') },
  { value: 'margin', title: t('cost.targetMargin') },
  { value: 'market', title: t('cost.marketRateWithin') },
];
const PER = [
  { value: 'piece', title: t('cost.piece') },
  { value: 'm2', title: 'm²' },
  { value: 'ft2', title: 'ft²' },
];
const market = () => prices.value.market ?? { minor: 0, per: 'piece' as const };
const breaks = () => prices.value.breaks ?? [];
const setBreak = (at: number, change: Partial<NonNullable<Prices['breaks']>[number]>) =>
  set({ breaks: breaks().map((one, i) => (i === at ? { ...one, ...change } : one)) });
</script>

<template>
  <div class="two">
    <div class="with-help wide">
      <h2 class="label wide">{{ t('cost.price') }}</h2>
      <handbook-link page="estimating" :of="t('cost.price')" />
    </div>
    <v-select
      class="wide"
      :label="t('cost.priceBy')"
      :items="WAYS"
      :model-value="prices.pricing ?? 'markup'"
      @update:model-value="set({ pricing: $event })"
    />
    <number-field
      v-if="(prices.pricing ?? 'markup') === 'markup'"
      :label="t('cost.markup')"
      unit="%"
      :max="10000"
      :model-value="prices.markupPercent"
      @update:model-value="set({ markupPercent: $event })"
    />
    <number-field
      v-else-if="prices.pricing === 'margin'"
      :label="t('cost.margin')"
      unit="%"
      :max="99"
      :model-value="prices.marginPercent ?? 0"
      @update:model-value="set({ marginPercent: $event })"
    />
    <template v-else>
      <money-field
        :label="t('cost.marketRate')"
        :currency="prices.currency"
        :model-value="market().minor"
        @update:model-value="set({ market: { ...market(), minor: $event } })"
      />
      <v-select
        :label="t('cost.per')"
        :items="PER"
        :model-value="market().per"
        @update:model-value="set({ market: { ...market(), per: $event } })"
      />
    </template>
    <money-field
      :label="t('cost.minimumCharge')"
      :currency="prices.currency"
      :model-value="prices.minimum"
      @update:model-value="set({ minimum: $event })"
    />
    <number-field
      :label="t('cost.tax')"
      unit="%"
      :max="100"
      :step="0.5"
      :precision="2"
      :model-value="prices.taxPercent ?? 0"
      @update:model-value="set({ taxPercent: $event })"
    />
    <number-field
      :label="t('cost.spoilage')"
      unit="%"
      :max="90"
      :step="0.5"
      :precision="1"
      :model-value="prices.spoilagePercent ?? 0"
      @update:model-value="set({ spoilagePercent: $event })"
    />
    <money-field
      :label="t('cost.labourRate')"
      :currency="prices.currency"
      per="h"
      :model-value="prices.labourRate"
      @update:model-value="set({ labourRate: $event })"
    />
    <number-field
      :label="t('cost.hoursPerDay')"
      unit="h"
      :min="1"
      :max="24"
      :model-value="prices.dayHours ?? DAY_HOURS"
      @update:model-value="set({ dayHours: $event })"
    />
    <v-select
      :label="t('cost.currency')"
      :items="[...CURRENCIES]"
      :model-value="prices.currency"
      @update:model-value="set({ currency: $event })"
    />
    <h2 class="label wide">{{ t('cost.quantityBreaks') }}</h2>
    <template v-for="(step, i) in breaks()" :key="i">
      <number-field
        :label="t('cost.fromCopies')"
        :min="1"
        :max="1000000"
        :model-value="step.copies"
        @update:model-value="setBreak(i, { copies: $event })"
      />
      <div class="d-flex align-center">
        <number-field
          :label="t('cost.discount')"
          unit="%"
          :max="100"
          :precision="1"
          :model-value="step.percentOff"
          @update:model-value="setBreak(i, { percentOff: $event })"
        />
        <remove-button
          :label="t('cost.removeBreakFromCopies', { copies: step.copies })"
          @click="set({ breaks: breaks().filter((_, k) => k !== i) })"
        />
      </div>
    </template>
    <v-btn
      class="wide"
      @click="set({ breaks: [...breaks(), { copies: 100, percentOff: 5 }].slice(0, 20) })"
      >{{ t('cost.addQuantityBreak') }}</v-btn
    >
  </div>
</template>
