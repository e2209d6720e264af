<script setup lang="ts">
/** What came in: one lot or container, or several alike. */
import type { ShelfProduct } from '@kyanos/contract';
import type { Currency, Received } from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import DayField from '../shared/DayField.vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';
import { unitText } from './stockWords.ts';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  products: readonly ShelfProduct[];
  today: string;
  currency: Currency;
  problem: string | undefined;
}>();
const emit = defineEmits<{ receive: [received: Received, count: number] }>();

const key = ref<string>();
const product = computed(() => props.products.find((one) => one.key === key.value));
const lot = ref('');
const size = ref(0);
const count = ref(1);
const made = ref<string>();
const expires = ref<string>();
const place = ref('');
const paid = ref(0);
/** What is usual of a product stands there at once. */
watch(product, (chosen) => {
  const usual = chosen?.supply.sizes[0];
  size.value = usual?.amount ?? 0;
  paid.value = usual?.price ?? 0;
  place.value = chosen?.items[0]?.item.place ?? '';
  lot.value = '';
});
watch(open, () => (count.value = 1));
const receive = () =>
  emit(
    'receive',
    {
      kind: product.value!.kind,
      product: product.value!.product,
      name: product.value!.name,
      lot: lot.value.trim(),
      unit: product.value!.unit,
      width: product.value!.width,
      size: size.value,
      receivedOn: props.today,
      madeOn: made.value ?? null,
      expiresOn: expires.value ?? null,
      place: place.value.trim(),
      paid: paid.value,
    },
    count.value,
  );
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="dialog-title">
    <form class="panel dialog-form" @submit.prevent="receive">
      <h2 id="dialog-title" class="question">{{ t('stock.whatCame') }}</h2>
      <v-autocomplete
        v-model="key"
        :label="t('stock.materialInk')"
        :items="products"
        item-value="key"
        item-title="name"
      />
      <template v-if="product">
        <div class="two">
          <v-text-field v-model="lot" :label="t('stock.lotNumber')" maxlength="200" />
          <v-text-field v-model="place" :label="t('stock.place')" maxlength="200" />
          <number-field
            v-model="size"
            :label="t('stock.fullEach')"
            :unit="unitText(product.unit)"
            :precision="product.unit === 'm' ? 1 : 0"
            :max="1000000"
          />
          <number-field v-model="count" :label="t('stock.howManyAlike')" :min="1" :max="200" />
          <day-field v-model="made" :label="t('stock.made')" />
          <day-field v-model="expires" :label="t('stock.goodUntilPrinted')" />
          <money-field v-model="paid" :label="t('stock.paidEach')" :currency="currency" />
        </div>
        <p
          v-if="product.kind === 'material' && product.keeping.shelfLifeMonths === undefined"
          class="notice small"
        >
          {{ t('stock.noShelfLifeKnown') }}
        </p>
      </template>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('stock.cancel') }}</v-btn>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!product || size <= 0">{{
          t('stock.receive')
        }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>
