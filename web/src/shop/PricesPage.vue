<script setup lang="ts">
/** The price list: how prices are made, and from which day on. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { computed } from 'vue';
import PriceFields from '../cost/PriceFields.vue';
import OnlySome from '../shared/OnlySome.vue';
import { without } from '../shared/without.ts';
import BehindNotice from './BehindNotice.vue';
import DayField from '../shared/DayField.vue';
import ItemBar from './ItemBar.vue';
import { useEditing } from './useEditing.ts';
import { useItems } from './useItems.ts';
import { t } from '../texts/texts.ts';

const { items, problem, load } = useItems('prices');
const chosen = computed(() => items.value?.[0]);
const editing = useEditing('prices', chosen, load);
const list = computed(() => editing.edited.value);
const answer = computed(() => {
  const from = list.value?.holdsFrom;
  return from && from > new Date().toISOString().slice(0, 10)
    ? t('shop.theseHoldFromUntil', { from })
    : t('shop.newJobsBeginThese');
});
function setDay(day: string | undefined) {
  const rest = without(list.value!, 'holdsFrom');
  editing.set(day ? { ...rest, holdsFrom: day } : rest);
}
</script>

<template>
  <section class="stage narrow">
    <header>
      <h1 class="question">{{ t('shop.whatDoesShopCharge') }}</h1>
      <p class="answer">{{ answer }}</p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="chosen && list">
      <item-bar kind="prices" single :item="chosen" :name="t('shop.prices')" :editing="editing" />
      <behind-notice id="standard" part="prices" :revision="chosen.revision" />
      <only-some :by="SHOP_ENDPOINTS.prices.save">
        <div class="panel pad stage">
          <day-field
            :label="t('shop.holdsFrom')"
            :model-value="list.holdsFrom"
            @update:model-value="setDay"
          />
          <price-fields
            :model-value="list.prices"
            @update:model-value="editing.set({ ...list, prices: $event })"
          />
        </div>
      </only-some>
    </template>
  </section>
</template>

<style scoped>
.narrow {
  max-width: 760px;
}
</style>
