<script setup lang="ts">
/** What somebody thinks that a job takes. */
import type { Answers, Currency, EstimateInk } from '@kyanos/core';
import { reactive, watch } from 'vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ inks: readonly EstimateInk[]; currency: Currency }>();
const emit = defineEmits<{ answered: [answer: Answers['estimate']] }>();

const typed = reactive<{ minutes: number; price: number; ml: Record<string, number> }>({
  minutes: 0,
  price: 0,
  ml: Object.fromEntries(props.inks.map(({ channel }) => [channel, 0])),
});
watch(typed, ({ minutes, price, ml }) => {
  if (minutes > 0 && price > 0) emit('answered', { minutes, price, ml: { ...ml } });
});
</script>

<template>
  <div class="panel pad field-grid">
    <number-field
      :label="t('practice.minutes')"
      unit="min"
      :min="0"
      :model-value="typed.minutes"
      @update:model-value="typed.minutes = $event"
    />
    <money-field
      :label="t('practice.price')"
      :currency="currency"
      :model-value="typed.price"
      @update:model-value="typed.price = $event"
    />
    <number-field
      v-for="{ channel, name } in inks"
      :key="channel"
      :label="name"
      unit="mL"
      :min="0"
      :precision="1"
      :model-value="typed.ml[channel]"
      @update:model-value="typed.ml[channel] = $event"
    />
  </div>
</template>
