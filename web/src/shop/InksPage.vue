<script setup lang="ts">
/** Inks as they are bought: whatever changes here changes in every machine in which they are fitted. */
import {
  CHANNEL_ROLES,
  fitted,
  newProduct,
  productOf,
  type Ink,
  type InkProduct,
  type Machine,
} from '@kyanos/core';
import { mdiPlus } from '@mdi/js';
import { computed, shallowRef } from 'vue';
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { call, callRevised, Refused } from '../shared/api.ts';
import { currency as money } from '../shared/format.ts';
import { may, only } from '../shared/me.ts';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import OnlySome from '../shared/OnlySome.vue';
import { without } from '../shared/without.ts';
import { listItems, type ShopItem } from '../shared/shopItems.ts';
import { ROLE_NAMES } from './inkWords.ts';
import ItemBar from './ItemBar.vue';
import ItemList from './ItemList.vue';
import { useCurrency } from './useCurrency.ts';
import { useShopPage } from './useShopPage.ts';
import { t } from '../texts/texts.ts';

const machines = shallowRef<readonly ShopItem<'machine'>[]>([]);
const loadMachines = async () => (machines.value = await listItems('machine'));
void loadMachines();
const { items, problem, chosen, select, editing, create, copy, stand } = useShopPage(
  'ink',
  'inks',
  { saved: loadMachines },
);
const currency = useCurrency();
const ink = computed(() => editing.edited.value);
const set = (change: Partial<InkProduct>) => editing.set({ ...ink.value!, ...change });

const price = (minor: number) => money({ minor, currency: currency.value });
const listed = computed(() =>
  (items.value ?? []).map(({ id, standing, data }) => ({
    id,
    standing,
    name: data.name,
    about: t('shop.litreRolenames', {
      role: ROLE_NAMES[data.role],
      pricePerLitre: price(data.pricePerLitre),
    }),
  })),
);
const roles = CHANNEL_ROLES.map((value) => ({ value, title: ROLE_NAMES[value] }));

/** Places of the machines that an ink of this role can go into. */
const places = computed(() =>
  machines.value
    .filter(({ standing }) => standing !== 'retired')
    .flatMap(({ data }) =>
      data.inks
        .filter(({ role }) => role === ink.value?.role)
        .map((one) => ({ machine: data, ink: one, fitted: one.product === ink.value?.id })),
    ),
);
const refused = shallowRef<string>();
/** Fits the ink, with its figures, in the machine as it is now; or takes its link away. */
async function fit({ id }: Machine, channel: string, on: boolean) {
  refused.value = undefined;
  try {
    const params = { id };
    const now = await callRevised(SHOP_ENDPOINTS.machine.get, { params });
    await call(
      SHOP_ENDPOINTS.machine.save,
      { params, body: fitted(now.value, channel, on ? ink.value! : undefined) as never },
      { ifMatch: now.revision },
    );
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    refused.value = error.message;
  }
  await loadMachines();
}

/** Inks as the machines in use have them. */
const own = computed(() =>
  machines.value
    .filter(({ standing }) => standing === 'active')
    .flatMap(({ data }) => data.inks.map((one) => ({ machine: data, ink: one }))),
);
const begin = (one: Ink) => create(one.name, (id) => productOf(one, id));
const add = () =>
  create(t('shop.addInkButton'), (id) => ({
    ...newProduct('white'),
    id,
    name: t('shop.addInkButton'),
  }));
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('shop.whichInksDoesShop') }}</h1>
        <p class="answer">
          {{ t('shop.inkFittedSeveralMachines') }}
        </p>
      </div>
      <v-btn
        color="primary"
        variant="flat"
        :prepend-icon="mdiPlus"
        v-bind="only(SHOP_ENDPOINTS.ink.make)"
        @click="add"
        >{{ t('shop.addInkButton') }}</v-btn
      >
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="items?.length === 0" class="panel pad">
      <p class="soft">
        {{ t('shop.noneYetEachMachine') }}
      </p>
      <table class="table mt-3">
        <thead>
          <tr>
            <th scope="col">{{ t('shop.ink') }}</th>
            <th scope="col">{{ t('shop.role') }}</th>
            <th scope="col">{{ t('shop.machine') }}</th>
            <th scope="col" class="right">{{ t('shop.litre') }}</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ machine, ink: one } in own" :key="`${machine.id} ${one.channel}`">
            <th scope="row">{{ one.name }}</th>
            <td>{{ ROLE_NAMES[one.role] }}</td>
            <td>{{ machine.name }}</td>
            <td class="figures right">{{ price(one.pricePerLitre) }}</td>
            <td class="right">
              <v-btn
                size="small"
                :aria-label="t('shop.buyShop', { one: one.name, machine: machine.name })"
                v-bind="only(SHOP_ENDPOINTS.ink.make)"
                @click="begin(one)"
                >{{ t('shop.begin') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="chosen && ink" class="list-columns">
      <item-list :label="t('shop.inks')" :items="listed" :selected="chosen.id" @select="select" />
      <div class="stage">
        <item-bar
          kind="ink"
          :item="chosen"
          :name="ink.name"
          :editing="editing"
          @copy="copy"
          @stand="stand(chosen.id, $event)"
        />
        <only-some :by="SHOP_ENDPOINTS.ink.save">
          <div class="panel pad field-grid">
            <v-text-field
              class="wide"
              :label="t('shop.name')"
              maxlength="200"
              :model-value="ink.name"
              @update:model-value="$event.trim() && set({ name: $event })"
            />
            <v-select
              :label="t('shop.role')"
              :items="roles"
              :model-value="ink.role"
              @update:model-value="
                editing.set({ ...newProduct($event), id: ink.id, name: ink.name })
              "
            />
            <money-field
              :label="t('shop.priceHeading')"
              :currency="currency"
              per="L"
              :model-value="ink.pricePerLitre"
              @update:model-value="set({ pricePerLitre: $event })"
            />
            <number-field
              :label="t('shop.container')"
              unit="mL"
              :max="1000000"
              :model-value="ink.container?.ml ?? 0"
              @update:model-value="
                editing.set(
                  $event > 0 ? { ...ink, container: { ml: $event } } : without(ink, 'container'),
                )
              "
            />
            <number-field
              v-if="ink.contrastRatio !== undefined"
              :label="t('shop.contrastRatioSolid')"
              unit="%"
              :min="5"
              :max="99.5"
              :precision="1"
              :model-value="Math.round(ink.contrastRatio * 1000) / 10"
              @update:model-value="set({ contrastRatio: $event / 100 })"
            />
          </div>
        </only-some>
        <div class="panel pad">
          <h2 class="label">{{ t('shop.fitted') }}</h2>
          <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
          <p v-if="places.length === 0" class="soft">{{ t('shop.noMachineHasInk') }}</p>
          <v-checkbox
            v-for="place in places"
            :key="`${place.machine.id} ${place.ink.channel}`"
            :label="
              t('shop.aLitre', {
                machine: place.machine.name,
                channel: place.ink.channel,
                ink: place.ink.name,
                pricePerLitre: price(place.ink.pricePerLitre),
              })
            "
            hide-details
            density="compact"
            :disabled="editing.dirty.value || !may(SHOP_ENDPOINTS.machine.save)"
            :model-value="place.fitted"
            @update:model-value="fit(place.machine, place.ink.channel, !!$event)"
          />
          <p v-if="editing.dirty.value" class="soft small">{{ t('shop.saveInkFirst') }}</p>
        </div>
      </div>
    </div>
  </section>
</template>
