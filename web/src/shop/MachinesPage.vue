<script setup lang="ts">
/** The machines of the shop: listed, made, copied, changed, retired, compared. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { contradictionsOf, newMachine, type Machine, type MachineAnswers } from '@kyanos/core';
import { mdiCompareHorizontal, mdiPlus } from '@mdi/js';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { length } from '../shared/format.ts';
import { only } from '../shared/me.ts';
import OnlySome from '../shared/OnlySome.vue';
import CompareDialog from './CompareDialog.vue';
import BehindNotice from './BehindNotice.vue';
import ItemBar from './ItemBar.vue';
import ItemList from './ItemList.vue';
import MachineEditor from './MachineEditor.vue';
import NewMachineDialog from './NewMachineDialog.vue';
import ShopFileButtons from './ShopFileButtons.vue';
import { useCurrency } from './useCurrency.ts';
import { useShopPage } from './useShopPage.ts';
import { t } from '../texts/texts.ts';

const { items, problem, chosen, select, editing, inUse, create, copy, stand } = useShopPage(
  'machine',
  'machines',
);
const currency = useCurrency();
const route = useRoute();
const machine = computed(() => editing.edited.value);
const contradictions = computed(() => (machine.value ? contradictionsOf(machine.value) : []));

const KIND: Record<Machine['kind'], string> = {
  roll: t('shop.roll'),
  flatbed: t('shop.flatbed'),
  label: t('shop.labels'),
};
const listed = computed(() =>
  (items.value ?? []).map(({ id, standing, data }) => ({
    id,
    standing,
    name: data.name,
    about: t('shop.inksKind', {
      kind: KIND[data.kind],
      maxWidth: length(data.maxWidth),
      n: data.inks.length,
    }),
  })),
);
const answer = computed(() => {
  if (!items.value) return t('shop.fetchingMachines');
  const assumed = machine.value?.assumed?.length ?? 0;
  if (items.value.length === 0) return t('shop.noneYetSetUp');
  return t('shop.inUse', {
    inUse: inUse.value,
    rest: assumed
      ? t('shop.figuresAssumedLookThose', { assumed, machine: machine.value!.name })
      : '',
  });
});

const making = ref(false);
const comparing = ref(false);
async function setUp(answers: Omit<MachineAnswers, 'id'>) {
  if (await create(answers.name, (id) => newMachine({ ...answers, id }))) making.value = false;
}
/** A first machine is made from the link of the first steps. */
watch(
  () => route.query.make,
  (wanted) => (making.value = wanted !== undefined),
  { immediate: true },
);
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('shop.whichMachinesDoesShop') }}</h1>
        <p class="answer">{{ answer }}</p>
      </div>
      <div class="d-flex ga-2">
        <v-btn
          v-if="(items?.length ?? 0) > 1"
          :prepend-icon="mdiCompareHorizontal"
          @click="comparing = true"
          >{{ t('shop.compare') }}</v-btn
        >
        <v-btn
          color="primary"
          variant="flat"
          :prepend-icon="mdiPlus"
          v-bind="only(SHOP_ENDPOINTS.machine.make)"
          @click="making = true"
          >{{ t('shop.newMachine') }}</v-btn
        >
      </div>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="chosen && machine" class="list-columns">
      <item-list
        :label="t('shop.machines')"
        :items="listed"
        :selected="chosen.id"
        @select="select"
      />
      <div class="stage">
        <item-bar
          kind="machine"
          :item="chosen"
          :name="machine.name"
          :editing="editing"
          :contradictions="contradictions"
          @copy="copy"
          @stand="stand(chosen.id, $event)"
        >
          <shop-file-buttons :machine="{ id: chosen.id, name: machine.name }" />
        </item-bar>
        <behind-notice :id="chosen.id" part="machine" :revision="chosen.revision" />
        <only-some :by="SHOP_ENDPOINTS.machine.save">
          <machine-editor
            :model-value="machine"
            :currency="currency"
            @update:model-value="editing.set"
          />
        </only-some>
      </div>
    </div>
    <new-machine-dialog v-model="making" :currency="currency" :problem="problem" @make="setUp" />
    <compare-dialog
      v-model="comparing"
      :machines="(items ?? []).map(({ data }) => data)"
      :currency="currency"
    />
  </section>
</template>
