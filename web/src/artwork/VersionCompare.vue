<script setup lang="ts">
/** What a corrected file changed: sizes, separations, coverage, and where. */
import { API, type ArtworkId, type ArtworkSummary, type ArtworkVersion } from '@kyanos/contract';
import { compareArtwork, type ArtworkPage } from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import { call, Refused } from '../shared/api.ts';
import { percent, size } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { Difference } from './page.worker.ts';
import { pageWorker } from './pageWorker.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ page: ArtworkPage }>();
const job = useJob();

const versions = shallowRef<readonly ArtworkVersion[]>([]);
const chosen = ref<ArtworkId>();
const other = shallowRef<ArtworkSummary>();
const problem = ref<string>();

async function attempt(work: () => Promise<void>): Promise<void> {
  problem.value = undefined;
  try {
    await work();
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.problem.message;
  }
}

// The version that holds a new file exists once it is saved.
watch(
  () => [job.id, job.artworkId, job.saveState === 'saved'] as const,
  ([id, artworkId, saved]) =>
    void attempt(async () => {
      if (!id || !saved) return;
      const all = await call(API.listJobArtworks, { params: { id } });
      versions.value = all.filter((version) => version.artworkId !== artworkId);
      chosen.value = versions.value.at(-1)?.artworkId;
    }),
  { immediate: true },
);
watch(chosen, (id) =>
  attempt(async () => {
    other.value = id === undefined ? undefined : await call(API.getArtwork, { params: { id } });
  }),
);

const before = computed(
  () =>
    other.value?.info?.pages.find(({ number }) => number === props.page.number) ??
    other.value?.info?.pages[0],
);
const change = computed(() => before.value && compareArtwork(before.value, props.page));
const same = computed(
  () =>
    change.value &&
    !change.value.size &&
    change.value.added.length + change.value.removed.length + change.value.cover.length === 0,
);

const map = shallowRef<Difference>();
const { ask } = useLatest(
  ([was, is]: readonly [
    { artworkId: ArtworkId; page: ArtworkPage },
    { artworkId: ArtworkId; page: ArtworkPage },
  ]) => pageWorker().difference(was, is),
  (drawn) => (map.value = drawn),
);
watch(
  () => [before.value, props.page, job.artworkId] as const,
  ([was, is, artworkId]) => {
    map.value = undefined;
    if (was && artworkId && other.value)
      void ask([
        { artworkId: other.value.id, page: was },
        { artworkId, page: is },
      ]);
  },
);
const quoted = (names: readonly string[]) => names.map((name) => `“${name}”`).join(', ');
</script>

<template>
  <div v-if="versions.length" class="panel pad compare" data-testid="versions">
    <div>
      <h2 class="label">{{ t('artwork.whatCorrectedFileChanged') }}</h2>
      <v-select
        v-model="chosen"
        class="mt-2"
        :label="t('artwork.compared')"
        :items="
          versions.map(({ artworkId, fileName, since }) => ({
            value: artworkId,
            title: t('artwork.fromVersion', { fileName, since }),
          }))
        "
      />
      <p v-if="problem" role="alert" class="mt-2">{{ problem }}</p>
      <dl v-if="change" class="facts mt-3">
        <template v-if="change.size">
          <dt>{{ t('artwork.finished') }}</dt>
          <dd class="figures">
            {{ size(...change.size.before).text }} → {{ size(...change.size.now).text }}
          </dd>
        </template>
        <template v-if="change.added.length">
          <dt>{{ t('artwork.new') }}</dt>
          <dd>{{ quoted(change.added) }}</dd>
        </template>
        <template v-if="change.removed.length">
          <dt>{{ t('artwork.gone') }}</dt>
          <dd>{{ quoted(change.removed) }}</dd>
        </template>
        <template v-for="entry in change.cover" :key="entry.name">
          <dt>{{ entry.name }}</dt>
          <dd class="figures">{{ percent(entry.before) }} → {{ percent(entry.now) }}</dd>
        </template>
        <template v-if="same">
          <dt>{{ t('artwork.numbers') }}</dt>
          <dd>{{ t('artwork.sameSizeSeparationsCoverage') }}</dd>
        </template>
        <dt>{{ t('artwork.place') }}</dt>
        <dd v-if="map" class="figures">
          {{
            map.changed === 0
              ? t('artwork.noPixelDiffers')
              : t('artwork.pageDiffers', { changed: percent(map.changed) })
          }}
        </dd>
        <dd v-else>{{ t('artwork.beingCompared') }}</dd>
      </dl>
    </div>
    <figure>
      <pixel-canvas :picture="map" :label="t('artwork.mapWhatDiffersBetween')" />
      <figcaption class="soft">{{ t('artwork.darkDiffersMostPaper') }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.compare {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 220px);
  gap: 16px;
}

figure {
  display: grid;
  gap: 8px;
  justify-items: center;
  font-size: var(--size-small);
}

figure :deep(canvas) {
  max-height: 240px;
  border: 1px solid var(--line);
}
</style>
