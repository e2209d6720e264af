<script setup lang="ts">
/** From where and in which light the print is looked at, and what it is wiped against. */
import { CATALOGUE, PLACES, type View } from '@kyanos/core';
import { computed, reactive, ref } from 'vue';
import type { ViewControl } from './useView.ts';

const props = defineProps<{ viewing: ViewControl }>();
const at = reactive(props.viewing);

const SIDES = { front: 'Front', back: 'Back' };
const HELD = 'held';
const placeItems = computed(() => [
  ...at.places.map((value) => ({ value: value as string, title: PLACES[value].name })),
  ...(at.seeThrough ? [{ value: HELD, title: 'in the hand, over a picture…' }] : []),
]);
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
  <div class="controls">
    <v-btn-toggle
      v-if="at.seeThrough"
      v-model="at.side"
      mandatory
      density="compact"
      variant="outlined"
      aria-label="Side"
    >
      <v-btn v-for="(name, one) in SIDES" :key="one" :value="one">{{ name }}</v-btn>
    </v-btn-toggle>
    <v-select
      v-if="at.seeThrough"
      class="choice"
      label="Seen"
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
    <v-select
      v-model="at.wiped"
      class="choice"
      label="Wipe against"
      clearable
      :items="CATALOGUE.map(({ id, name }) => ({ value: id, title: name }))"
    />
    <v-slider
      v-if="at.view.place === 'box'"
      v-model="at.luminance"
      class="lamp"
      aria-label="Luminance of the light box, candela per square metre"
      :min="50"
      :max="2000"
      :step="50"
      thumb-label
    >
      <template #append>
        <span class="figures small">{{ at.luminance }} cd/m²</span>
      </template>
    </v-slider>
  </div>
</template>

<style scoped>
.controls {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.choice {
  flex: 1 1 170px;
  min-width: 0;
}

.lamp {
  flex: 1 1 100%;
}

.small {
  font-size: var(--size-small);
  white-space: nowrap;
}
</style>
