<script setup lang="ts">
/** How the plate is looked at, and what is drawn on it. */
import type { Shape } from '@kyanos/core';
import { mdiBrush, mdiVectorCircle, mdiVectorPolygon, mdiVectorSquare } from '@mdi/js';
import type { Drawing } from './edit.ts';
import type { PlateLook } from './usePlatePictures.ts';
import { t } from '../texts/texts.ts';

defineProps<{
  /** The rule has a cleaner, whose decisions can be looked at. */
  cleaned: boolean;
}>();
const view = defineModel<PlateLook>('view', { required: true });
const drawing = defineModel<Drawing | undefined>('drawing', { required: true });

const TOOLS: { value: Shape['shape']; title: string; icon: string }[] = [
  { value: 'box', title: t('plates.box'), icon: mdiVectorSquare },
  { value: 'ellipse', title: t('plates.ellipse'), icon: mdiVectorCircle },
  { value: 'polygon', title: t('plates.outline'), icon: mdiVectorPolygon },
  { value: 'brush', title: t('plates.brush'), icon: mdiBrush },
];
const choose = (tool: Shape['shape'] | undefined) =>
  (drawing.value = tool && { as: 'subtract', brushMm: 5, ...drawing.value, tool });
</script>

<template>
  <v-btn-toggle v-model="view" mandatory variant="outlined" :aria-label="t('plates.whatShown')">
    <v-btn value="plate">{{ t('plates.plate') }}</v-btn>
    <v-btn value="wipe">{{ t('plates.beforeAfter') }}</v-btn>
    <v-btn v-if="cleaned" value="cleaner">{{ t('plates.cleanersDecisions') }}</v-btn>
  </v-btn-toggle>
  <v-btn-toggle
    v-if="view === 'plate'"
    variant="outlined"
    :aria-label="t('plates.drawPicture')"
    :model-value="drawing?.tool"
    @update:model-value="choose"
  >
    <v-btn
      v-for="{ value, title, icon } in TOOLS"
      :key="value"
      :value="value"
      :aria-label="t('plates.draw', { title })"
    >
      <v-icon :icon="icon" />
    </v-btn>
  </v-btn-toggle>
</template>
