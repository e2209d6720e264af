<script setup lang="ts">
/** The finished size, set: the file is read anew at the scale that makes it so. */
import { type ArtworkPage, decimal } from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { length } from '../shared/format.ts';
import LengthField from '../shared/LengthField.vue';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  page: ArtworkPage;
  /** How many times larger it is printed than it is drawn, as it was read. */
  scale: number;
}>();
const emit = defineEmits<{
  /** So many times as large as it is now. */
  rescale: [factor: number];
}>();

/** To the tenth that is shown, so that what is typed is what counts. */
const tenth = (mm: number) => Math.round(mm * 10) / 10;
const width = ref(tenth(props.page.trimMm.width));
watch(
  () => props.page.trimMm.width,
  (now) => (width.value = tenth(now)),
);
const factor = computed(() =>
  width.value === tenth(props.page.trimMm.width) ? 1 : width.value / props.page.trimMm.width,
);
const height = computed(() => props.page.trimMm.height * factor.value);
const changed = computed(
  () =>
    Math.abs(factor.value - 1) > 0.0005 &&
    props.scale * factor.value >= 0.01 &&
    props.scale * factor.value <= 100,
);
const drawnAt = computed(() =>
  Math.abs(props.scale - 1) < 0.0005
    ? t('artwork.drawn')
    : t('artwork.timesLargeDrawn', { scale: Number(decimal(props.scale, 4)) }),
);
</script>

<template>
  <form class="panel finished" @submit.prevent="emit('rescale', factor)">
    <div class="with-help">
      <h2 class="small">{{ t('artwork.finishedSize') }}</h2>
      <handbook-link page="size-and-bleed" :of="t('artwork.finishedSize')" />
    </div>
    <length-field v-model="width" :label="t('artwork.width')" :min="1" :max="20000" />
    <p class="figures">× {{ length(height) }}</p>
    <p class="soft">{{ t('artwork.printedDrawnAt', { drawnAt }) }}</p>
    <v-btn type="submit" :disabled="!changed">{{ t('artwork.readSize') }}</v-btn>
  </form>
</template>

<style scoped>
.finished {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) 1fr;
  align-items: center;
  gap: 6px 10px;
  padding: 14px 16px;
}
</style>
