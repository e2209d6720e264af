<script setup lang="ts">
/** What would print as the file is, and what was probably meant: the same print with and without the knockout. */
import { keepOverprint, viewsOf, visibleName } from '@kyanos/core';
import { computed, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { Bitmap, Subject } from '../look/look.worker.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import { lookWorker } from '../look/worker.ts';
import { area } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import { t } from '../texts/texts.ts';

/** The separation in question. */
const name = defineModel<string | undefined>();
const job = useJob();

const knockout = computed(() =>
  job.info?.pages
    .find(({ number }) => number === job.plan?.artwork.page)
    ?.knockouts.find(({ separation }) => separation === name.value),
);
const mended = computed(() => !!name.value && !!job.plan?.artwork.overprint.includes(name.value));

const pictures = shallowRef<readonly [now: Bitmap, meant: Bitmap]>();
const { ask, failed } = useLatest(
  async ({ subject, separation }: { subject: Subject; separation: string }) => {
    const { plan } = subject;
    const others = plan.artwork.overprint.filter((other) => other !== separation);
    const look = (overprint: readonly string[]) =>
      lookWorker().look(
        { ...subject, plan: { ...plan, artwork: { ...plan.artwork, overprint } } },
        viewsOf(plan.viewing).day,
        700,
      );
    return [await look(others), await look([...others, separation])] as const;
  },
  (drawn) => (pictures.value = drawn),
);
watch(name, (separation) => {
  pictures.value = undefined;
  if (separation !== undefined && job.subject) void ask({ subject: job.subject, separation });
});

function choose(keep: boolean) {
  if (name.value !== undefined) job.replace(keepOverprint(job.plan!, name.value, keep));
  name.value = undefined;
}
</script>

<template>
  <v-dialog
    :model-value="name !== undefined"
    max-width="1080"
    aria-labelledby="dialog-title"
    @update:model-value="name = undefined"
  >
    <div v-if="knockout" class="panel pa-6 column">
      <h2 id="dialog-title" class="question">
        {{ t('artwork.shouldColourBothPrint', { name: visibleName(name ?? '') }) }}
      </h2>
      <p class="answer">
        {{
          t('artwork.whereTheyMeetFile', {
            name: visibleName(name ?? ''),
            specialLostMm2: area(knockout.specialLostMm2),
            colourLostMm2: area(knockout.colourLostMm2),
          })
        }}
      </p>
      <p v-if="failed" role="alert">{{ failed }}</p>
      <div class="pair">
        <figure>
          <figcaption class="d-flex ga-2">
            <strong>{{ t('artwork.asTheFileIs') }}</strong>
            <span v-if="!mended" class="soft">{{ t('artwork.whatWouldPrintNow') }}</span>
          </figcaption>
          <div class="light-table">
            <pixel-canvas :picture="pictures?.[0]" :label="t('artwork.printFile')" />
          </div>
          <v-btn color="primary" :variant="mended ? 'outlined' : 'flat'" @click="choose(false)">
            {{ t('artwork.leave') }}
          </v-btn>
        </figure>
        <figure>
          <figcaption class="d-flex ga-2">
            <strong>{{ t('artwork.bothKept') }}</strong>
            <span class="soft"
              >–
              {{
                mended ? t('artwork.whatWouldPrintNowWithin') : t('artwork.whatYouProbablyMeant')
              }}</span
            >
          </figcaption>
          <div class="light-table">
            <pixel-canvas :picture="pictures?.[1]" :label="t('artwork.printBothKept')" />
          </div>
          <v-btn color="warning" :variant="mended ? 'outlined' : 'flat'" @click="choose(true)">
            {{ t('artwork.keepBothOurPlates') }}
          </v-btn>
        </figure>
      </div>
      <p class="soft small">
        {{ t('artwork.fileItselfNotTouched', { material: job.plan?.material.name ?? '' }) }}
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}

figure {
  display: grid;
  gap: 12px;
  justify-items: start;
}

.light-table {
  display: grid;
  place-items: center;
  width: 100%;
  height: min(54vh, 440px);
  padding: 14px;
  border-radius: 8px;
  background: #8d8f92;
}

.light-table :deep(canvas) {
  min-width: 0;
  min-height: 0;
}

@media (max-width: 800px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
