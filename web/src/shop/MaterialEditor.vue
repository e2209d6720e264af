<script setup lang="ts">
/** What a data sheet gives of a material: class, form, size, light, price. */
import { confirmedMaterial, withMaterial, type Currency, type Material } from '@kyanos/core';
import AssumedFigures from '../material/AssumedFigures.vue';
import { computed } from 'vue';
import MaterialSwatch from '../material/MaterialSwatch.vue';
import MeasuredOptics from '../material/MeasuredOptics.vue';
import LengthField from '../shared/LengthField.vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { without } from '../shared/without.ts';
import { t } from '../texts/texts.ts';

const material = defineModel<Material>({ required: true });
defineProps<{ currency: Currency }>();
const set = (change: Partial<Material>) => (material.value = withMaterial(material.value, change));

const CLASSES = [
  { value: 'white', title: t('shop.whiteWithin') },
  { value: 'clear', title: t('shop.clear') },
  { value: 'dark', title: t('shop.darkColoured') },
  { value: 'metallic', title: t('shop.metallic') },
  { value: 'natural', title: t('shop.naturalWoodKraftCloth') },
];
const FORMS = [
  { value: 'roll', title: t('shop.roll') },
  { value: 'sheet', title: t('shop.sheets') },
  { value: 'board', title: t('shop.boards') },
];
const GRAINS = [
  { value: 'none', title: t('shop.none') },
  { value: 'along', title: t('shop.alongFeed') },
  { value: 'across', title: t('shop.acrossFeed') },
];
const setGrain = (grain: string) =>
  grain === 'along' || grain === 'across'
    ? set({ grain })
    : (material.value = without(material.value, 'grain'));
const setShelfLife = (months: number) =>
  months > 0
    ? set({ shelfLifeMonths: months })
    : (material.value = without(material.value, 'shelfLifeMonths'));
const isRoll = computed(() => material.value.form === 'roll');
const label = computed(() => material.value.label);
</script>

<template>
  <div class="stage">
    <assumed-figures :material="material" @right="material = confirmedMaterial(material)" />
    <div class="panel pad looks">
      <div class="piece"><material-swatch :material="material" /></div>
      <div class="field-grid">
        <v-text-field
          class="wide"
          :label="t('shop.name')"
          maxlength="200"
          :model-value="material.name"
          @update:model-value="$event.trim() && set({ name: $event })"
        />
        <v-select
          :label="t('shop.class')"
          :items="CLASSES"
          :model-value="material.class"
          @update:model-value="set({ class: $event })"
        />
        <v-select
          :label="t('shop.comes')"
          :items="FORMS"
          :model-value="material.form"
          @update:model-value="set({ form: $event })"
        />
        <length-field
          :label="t('shop.width')"
          :min="1"
          :max="200000"
          :model-value="material.width"
          @update:model-value="set({ width: $event })"
        />
        <length-field
          :label="isRoll ? t('shop.leastDrawnOffLoad') : t('shop.length')"
          :min="1"
          :max="200000"
          :model-value="material.length"
          @update:model-value="set({ length: $event })"
        />
        <number-field
          :label="t('shop.thickness')"
          unit="mm"
          :min="0.01"
          :max="500"
          :precision="3"
          :model-value="material.thickness"
          @update:model-value="set({ thickness: $event })"
        />
        <money-field
          :label="t('shop.priceHeading')"
          :currency="currency"
          per="m²"
          :model-value="material.pricePerM2"
          @update:model-value="set({ pricePerM2: $event })"
        />
        <v-select
          :label="t('shop.grainBrushFibre')"
          :items="GRAINS"
          :model-value="material.grain ?? 'none'"
          @update:model-value="setGrain"
        />
        <number-field
          :label="t('shop.shelfLife0Not')"
          :unit="t('fields.months')"
          :max="600"
          :model-value="material.shelfLifeMonths ?? 0"
          @update:model-value="setShelfLife"
        />
        <v-checkbox
          :label="t('shop.adhesiveStuckSomething')"
          hide-details
          density="compact"
          :model-value="material.adhesive"
          @update:model-value="set({ adhesive: !!$event })"
        />
        <v-checkbox
          :label="t('shop.bothSidesCanPrinted')"
          hide-details
          density="compact"
          :model-value="material.printableBack"
          @update:model-value="set({ printableBack: !!$event })"
        />
        <v-checkbox
          :label="t('shop.labelsCutAlready')"
          hide-details
          density="compact"
          :model-value="label !== null"
          @update:model-value="set({ label: $event ? { width: 100, height: 60 } : null })"
        />
        <template v-if="label">
          <length-field
            :label="t('shop.labelWidth')"
            :min="1"
            :max="200000"
            :model-value="label.width"
            @update:model-value="set({ label: { ...label, width: $event } })"
          />
          <length-field
            :label="t('shop.labelHeight')"
            :min="1"
            :max="200000"
            :model-value="label.height"
            @update:model-value="set({ label: { ...label, height: $event } })"
          />
        </template>
      </div>
    </div>
    <measured-optics v-model="material" />
  </div>
</template>

<style scoped>
.looks {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 16px;
}

.piece {
  overflow: hidden;
  height: 150px;
  border: 1px solid var(--line);
  border-radius: 8px;
}

@media (max-width: 700px) {
  .looks {
    grid-template-columns: 1fr;
  }
}
</style>
