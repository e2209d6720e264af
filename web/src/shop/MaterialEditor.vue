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

const material = defineModel<Material>({ required: true });
defineProps<{ currency: Currency }>();
const set = (change: Partial<Material>) => (material.value = withMaterial(material.value, change));

const CLASSES = [
  { value: 'white', title: 'white' },
  { value: 'clear', title: 'clear' },
  { value: 'dark', title: 'dark or coloured' },
  { value: 'metallic', title: 'metallic' },
  { value: 'natural', title: 'natural: wood, kraft, cloth' },
];
const FORMS = [
  { value: 'roll', title: 'roll' },
  { value: 'sheet', title: 'sheets' },
  { value: 'board', title: 'boards' },
];
const GRAINS = [
  { value: 'none', title: 'none' },
  { value: 'along', title: 'along the feed' },
  { value: 'across', title: 'across the feed' },
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
    <div class="panel pad facts">
      <div class="piece"><material-swatch :material="material" /></div>
      <div class="field-grid">
        <v-text-field
          class="wide"
          label="Name"
          maxlength="200"
          :model-value="material.name"
          @update:model-value="$event.trim() && set({ name: $event })"
        />
        <v-select
          label="Class"
          :items="CLASSES"
          :model-value="material.class"
          @update:model-value="set({ class: $event })"
        />
        <v-select
          label="Comes as"
          :items="FORMS"
          :model-value="material.form"
          @update:model-value="set({ form: $event })"
        />
        <length-field
          label="Width"
          :min="1"
          :max="200000"
          :model-value="material.width"
          @update:model-value="set({ width: $event })"
        />
        <length-field
          :label="isRoll ? 'Least drawn off for a load' : 'Length'"
          :min="1"
          :max="200000"
          :model-value="material.length"
          @update:model-value="set({ length: $event })"
        />
        <number-field
          label="Thickness"
          unit="mm"
          :min="0.01"
          :max="500"
          :precision="3"
          :model-value="material.thickness"
          @update:model-value="set({ thickness: $event })"
        />
        <money-field
          label="Price"
          :currency="currency"
          per="m²"
          :model-value="material.pricePerM2"
          @update:model-value="set({ pricePerM2: $event })"
        />
        <v-select
          label="Grain, brush or fibre"
          :items="GRAINS"
          :model-value="material.grain ?? 'none'"
          @update:model-value="setGrain"
        />
        <number-field
          label="Shelf life (0: not stated)"
          unit="months"
          :max="600"
          :model-value="material.shelfLifeMonths ?? 0"
          @update:model-value="setShelfLife"
        />
        <v-checkbox
          label="Adhesive: it is stuck on something"
          hide-details
          density="compact"
          :model-value="material.adhesive"
          @update:model-value="set({ adhesive: !!$event })"
        />
        <v-checkbox
          label="Both sides can be printed"
          hide-details
          density="compact"
          :model-value="material.printableBack"
          @update:model-value="set({ printableBack: !!$event })"
        />
        <v-checkbox
          label="Labels that are cut already"
          hide-details
          density="compact"
          :model-value="label !== null"
          @update:model-value="set({ label: $event ? { width: 100, height: 60 } : null })"
        />
        <template v-if="label">
          <length-field
            label="Label, width"
            :min="1"
            :max="200000"
            :model-value="label.width"
            @update:model-value="set({ label: { ...label, width: $event } })"
          />
          <length-field
            label="Label, height"
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
.facts {
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
  .facts {
    grid-template-columns: 1fr;
  }
}
</style>
