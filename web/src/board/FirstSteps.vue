<script setup lang="ts">
/** An empty shop: ten answers, then the first file can be dropped. Everything else is usual and can be stated later. */
import { API } from '@kyanos/contract';
import {
  CURRENCIES,
  freeId,
  INK_CHOICES,
  newMachine,
  SHOP_FILE_FORMAT,
  USUAL_KINDS,
  USUAL_MATERIAL_NAMES,
  usualMaterial,
  type Currency,
  type InkChoice,
  type Machine,
  type ShopFile,
} from '@kyanos/core';
import { ref } from 'vue';
import { call, newKey, Refused } from '../shared/api.ts';
import { only } from '../shared/me.ts';
import LengthField from '../shared/LengthField.vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { vFirstField } from '../shared/firstField.ts';
import { t } from '../texts/texts.ts';

const emit = defineEmits<{ ready: [] }>();

const shopName = ref('');
const currency = ref<Currency>('USD');
const machineName = ref('');
const kind = ref<Machine['kind']>('roll');
const maxWidth = ref<number>(USUAL_KINDS.roll.maxWidth);
const inks = ref<InkChoice[]>(['colour', 'white']);
const hourRate = ref(2500);
const labourRate = ref(3000);
const markupPercent = ref(100);
const materials = ref<string[]>([t('board.whiteVinyl'), t('board.clearFilm')]);

const CURES = {
  uv: t('board.uvInk'),
  solvent: t('board.solventInk'),
  water: t('board.waterBasedInk'),
} as const;
const KINDS = Object.entries(USUAL_KINDS).map(([value, { title, cure }]) => ({
  value,
  title: `${title}, ${CURES[cure]}`,
}));

const busy = ref(false);
let key = '';
const problem = ref<string>();
async function begin() {
  busy.value = true;
  problem.value = undefined;
  try {
    const name = machineName.value.trim();
    const id = freeId(name, []);
    const machine = newMachine({
      id,
      name,
      kind: kind.value,
      maxWidth: maxWidth.value,
      inks: inks.value,
      hourRate: hourRate.value,
    });
    const { prices } = await call(API.getShop, {});
    const standing = 'active';
    const file: ShopFile = {
      kyanosShop: SHOP_FILE_FORMAT,
      name: shopName.value.trim(),
      machines: [{ id, standing, data: machine }],
      materials: materials.value.map((material) => {
        const own = freeId(material, []);
        return { id: own, standing, data: usualMaterial(material, own, maxWidth.value) };
      }),
      inks: [],
      presets: [],
      procedures: [],
      prices: {
        prices: {
          ...prices,
          currency: currency.value,
          labourRate: labourRate.value,
          markupPercent: markupPercent.value,
        },
      },
    };
    // All of it or nothing, however often it is sent.
    await call(API.importShop, { body: { file } }, { key: (key ||= newKey()) });
    emit('ready');
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.message;
    // What may have been carried out all the same is asked for under the same name.
    if (!error.mayPass) key = '';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="panel column pa-6 first" @submit.prevent="begin">
    <h2 class="question">{{ t('board.firstYourShopTen') }}</h2>
    <p class="soft">
      {{ t('board.theyEnoughPlanPrice') }}
    </p>
    <div class="field-grid">
      <v-text-field v-model="shopName" v-first-field :label="t('board.nameShop')" maxlength="200" />
      <v-select v-model="currency" :label="t('board.currency')" :items="[...CURRENCIES]" />
      <v-text-field v-model="machineName" :label="t('board.nameMachine')" maxlength="120" />
      <v-select v-model="kind" :label="t('board.kindMachine')" :items="KINDS" />
      <length-field v-model="maxWidth" :label="t('board.printWidth')" :min="10" :max="200000" />
      <v-select
        v-model="inks"
        :label="t('board.inks')"
        multiple
        chips
        :items="[...INK_CHOICES]"
        item-value="id"
        item-title="name"
      />
      <money-field
        v-model="hourRate"
        :label="t('board.machineRate')"
        :currency="currency"
        per="h"
      />
      <money-field v-model="labourRate" :label="t('board.labour')" :currency="currency" per="h" />
      <number-field v-model="markupPercent" :label="t('board.markupCost')" unit="%" :max="10000" />
      <v-select
        v-model="materials"
        :label="t('board.materialsBegin')"
        multiple
        chips
        :items="[...USUAL_MATERIAL_NAMES]"
      />
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="dialog-buttons">
      <v-btn to="/shop/machines?make">{{ t('board.setUpHand') }}</v-btn>
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :loading="busy"
        :disabled="
          !shopName.trim() || !machineName.trim() || inks.length === 0 || materials.length === 0
        "
        v-bind="only(API.importShop)"
        >{{ t('board.begin') }}</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.first {
  max-width: 860px;
}

.first :deep(.field-grid) {
  grid-template-columns: 1fr 1fr;
}

@media (max-width: 700px) {
  .first :deep(.field-grid) {
    grid-template-columns: 1fr;
  }
}
</style>
