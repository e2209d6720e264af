<script setup lang="ts">
/** How a product is bought: days of delivery, sizes and their prices, weeks that open ink keeps. */
import type { ReorderLineOnWire } from '@kyanos/contract';
import type { Currency, ProductSupply } from '@kyanos/core';
import { ref } from 'vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { t } from '../texts/texts.ts';
import { unitText } from './stockWords.ts';

const props = defineProps<{ line: ReorderLineOnWire; currency: Currency }>();
const emit = defineEmits<{ save: [supply: ProductSupply]; leave: [] }>();

const deliveryDays = ref(props.line.deliveryDays);
const openWeeks = ref(props.line.openWeeks ?? 0);
const sizes = ref(props.line.sizes.map((size) => ({ ...size })));
const save = () =>
  emit('save', {
    deliveryDays: deliveryDays.value,
    sizes: sizes.value,
    ...(props.line.openWeeks !== null && { openWeeks: openWeeks.value }),
  });
</script>

<template>
  <v-dialog :model-value="true" aria-labelledby="dialog-title" @update:model-value="emit('leave')">
    <form class="panel dialog-form" @submit.prevent="save">
      <h2 id="dialog-title" class="question">{{ t('stock.howBought', { line: line.name }) }}</h2>
      <div class="two">
        <number-field
          v-model="deliveryDays"
          :label="t('stock.deliveryTakes')"
          :unit="t('fields.days')"
          :max="365"
        />
        <number-field
          v-if="line.openWeeks !== null"
          v-model="openWeeks"
          :label="t('stock.keepsOnceOpen')"
          :unit="t('fields.weeks')"
          :min="1"
          :max="520"
        />
      </div>
      <h3 class="label">{{ t('stock.sizesSale') }}</h3>
      <div v-for="(size, i) in sizes" :key="i" class="size">
        <number-field
          v-model="size.amount"
          :label="t('stock.holds')"
          :unit="unitText(line.unit)"
          :min="0.1"
          :precision="line.unit === 'm' ? 1 : 0"
          :max="1000000"
        />
        <money-field v-model="size.price" :label="t('stock.costs')" :currency="currency" />
        <remove-button
          :label="t('stock.removeSize', { amount: size.amount, unit: line.unit })"
          @click="sizes.splice(i, 1)"
        />
      </div>
      <v-btn
        v-if="sizes.length < 6"
        @click="sizes.push({ amount: line.sizes[0]?.amount ?? 100, price: 0 })"
        >{{ t('stock.addSize') }}</v-btn
      >
      <div class="dialog-buttons">
        <v-btn variant="text" @click="emit('leave')">{{ t('stock.cancel') }}</v-btn>
        <v-btn type="submit" color="primary" variant="flat">{{ t('stock.save') }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.size {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 8px;
  align-items: center;
}
</style>
