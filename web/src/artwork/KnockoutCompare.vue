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
    @update:model-value="name = undefined"
  >
    <div v-if="knockout" class="panel pa-6 compare" role="dialog" aria-labelledby="compare-title">
      <h2 id="compare-title" class="question">
        Should “{{ visibleName(name ?? '') }}” and colour both print?
      </h2>
      <p class="answer">
        Where they meet in the file one erases the other: “{{ visibleName(name ?? '') }}” is missing
        on {{ area(knockout.specialLostMm2) }}, colour on {{ area(knockout.colourLostMm2) }}.
      </p>
      <p v-if="failed" role="alert">{{ failed }}</p>
      <div class="pair">
        <figure>
          <figcaption>
            <strong>As the file is</strong>
            <span v-if="!mended" class="soft">– what would print now</span>
          </figcaption>
          <div class="light-table">
            <pixel-canvas :picture="pictures?.[0]" label="The print as the file is" />
          </div>
          <v-btn color="primary" :variant="mended ? 'outlined' : 'flat'" @click="choose(false)">
            Leave it as it is
          </v-btn>
        </figure>
        <figure>
          <figcaption>
            <strong>With both kept</strong>
            <span class="soft"
              >– {{ mended ? 'what would print now' : 'what you probably meant' }}</span
            >
          </figcaption>
          <div class="light-table">
            <pixel-canvas :picture="pictures?.[1]" label="The print with both kept" />
          </div>
          <v-btn color="warning" :variant="mended ? 'outlined' : 'flat'" @click="choose(true)">
            Keep both in our plates
          </v-btn>
        </figure>
      </div>
      <p class="soft small">
        The file itself is not touched. Seen as this job plans it, on {{ job.plan?.material.name }};
        simulation, not a contract proof.
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.compare {
  display: grid;
  gap: 14px;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
}

figure {
  display: grid;
  gap: 10px;
  justify-items: start;
}

figcaption {
  display: flex;
  gap: 6px;
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
