<script setup lang="ts">
/** From where and in which light the print is looked at, with which mistake, and what it is wiped against. */
import { PLACES, type View } from '@kyanos/core';
import { reactive, ref } from 'vue';
import { steady } from '../shared/steady.ts';
import type { ViewControl } from './useView.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ viewing: ViewControl }>();
const at = reactive(props.viewing);

const SIDES = { front: t('look.frontTitle'), back: t('look.backTitle') };
const HELD = 'held';
const PLANNED = 'planned';
const placeItems = steady(() => [
  ...at.places.map((value) => ({ value: value as string, title: PLACES[value].name })),
  ...(at.seeThrough ? [{ value: HELD, title: t('look.handOverPicture') }] : []),
]);
const ABOUT = {
  stack: t('look.anotherStack'),
  density: t('look.anotherDensity'),
  material: t('look.anotherMaterial'),
};
const compared = steady(() =>
  at.comparisons.map(({ id, name, about }) => ({ id, name, props: { subtitle: ABOUT[about] } })),
);
const mistakes = steady(() => [
  { value: PLANNED, title: t('look.planned') },
  ...at.mistakes.map(({ id, name }) => ({ value: id, title: name })),
]);
const chooseMistake = (id: NonNullable<typeof at.mistake> | typeof PLANNED) =>
  (at.mistake = id === PLANNED ? undefined : id);
const compare = (id: string | null) => (at.wiped = id ?? undefined);
const WIDE = { minWidth: 280 };
const file = ref<HTMLInputElement>();
function choosePlace(value: string) {
  if (value === HELD) file.value?.click();
  else at.setPlace(value as View['place']);
}
function choosePicture(event: Event) {
  const [chosen] = (event.target as HTMLInputElement).files ?? [];
  if (chosen) at.behind = chosen;
}
</script>

<template>
  <div class="controls d-flex ga-2 align-center">
    <v-btn-toggle
      v-if="at.seeThrough"
      v-model="at.side"
      mandatory
      density="compact"
      variant="outlined"
      :aria-label="t('look.side')"
    >
      <v-btn v-for="(name, one) in SIDES" :key="one" :value="one">{{ name }}</v-btn>
    </v-btn-toggle>
    <v-select
      v-if="at.seeThrough"
      class="choice"
      :label="t('look.seen')"
      :items="placeItems"
      :model-value="at.behind ? HELD : at.place"
      @update:model-value="choosePlace"
    />
    <input
      ref="file"
      type="file"
      accept="image/png,image/jpeg,image/webp"
      hidden
      @change="choosePicture"
    />
    <v-autocomplete
      :model-value="at.wiped"
      class="choice compared"
      :label="t('look.compare')"
      :placeholder="t('look.nothingCompared')"
      persistent-placeholder
      clearable
      auto-select-first
      :items="compared"
      item-value="id"
      item-title="name"
      item-props="props"
      :menu-props="WIDE"
      @update:model-value="compare"
    />
    <v-select
      v-if="mistakes.length > 1"
      class="choice"
      :label="t('look.shown')"
      :items="mistakes"
      :model-value="at.mistake ?? PLANNED"
      @update:model-value="chooseMistake"
    />
  </div>
</template>

<style scoped>
.choice {
  width: 148px;
}

.compared {
  width: 180px;
}

@media (max-width: 900px) {
  .controls {
    flex-wrap: wrap;
  }
}
</style>
