<script setup lang="ts">
/** The print as it will look, small. */
import { API, THUMBNAIL_PX, type JobSummary } from '@kyanos/contract';
import { viewsOf } from '@kyanos/core';
import { shallowRef, watch } from 'vue';
import PixelCanvas from '../look/PixelCanvas.vue';
import { thumbnailWorker } from '../look/worker.ts';
import type { Bitmap } from '../look/look.worker.ts';
import { call } from '../shared/api.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ job: JobSummary }>();

const picture = shallowRef<Bitmap>();
const failed = shallowRef(false);

watch(
  () => props.job.artworkState,
  async (state) => {
    const { artworkId, id } = props.job;
    if (state !== 'done' || !artworkId || props.job.problem) return;
    try {
      const [{ plan }, artwork] = await Promise.all([
        call(API.getJob, { params: { id } }),
        call(API.getArtwork, { params: { id: artworkId } }),
      ]);
      const subject = { artworkId, info: artwork.info!, plan };
      const { day: view } = viewsOf(plan.viewing);
      picture.value = await thumbnailWorker().look(subject, view, THUMBNAIL_PX);
    } catch {
      failed.value = true;
    }
  },
  { immediate: true },
);
</script>

<template>
  <div class="picture">
    <pixel-canvas :picture="picture" :label="t('board.simulated', { job: job.name })" />
    <span v-if="job.artworkState === 'failed' || failed || job.problem" class="soft">{{
      t('board.noPictureArtwork')
    }}</span>
    <span v-else-if="!picture" class="soft">{{
      job.artworkState === 'done' ? t('board.drawing') : t('board.makingPlates')
    }}</span>
  </div>
</template>

<style scoped>
.picture {
  display: grid;
  place-items: center;
  min-height: 0;
  padding: 12px;
  background: rgb(var(--v-theme-surface-variant));
}

.picture :deep(canvas) {
  min-height: 0;
  max-height: 154px;
  box-shadow: 0 2px 10px rgb(10 20 40 / 28%);
}
</style>
