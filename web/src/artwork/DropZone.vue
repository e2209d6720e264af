<script setup lang="ts">
/** Where artwork is dropped or picked, with its progress. */
import { MAX_UPLOAD_BYTES, type ArtworkSummary, type Job } from '@kyanos/contract';
import { ACCEPTED_FILES, formatNames } from '@kyanos/core';
import { mdiFileImagePlusOutline } from '@mdi/js';
import { useDropZone } from '@vueuse/core';
import { ref } from 'vue';
import { useIntake } from './useIntake.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  title: string;
  /** Called with artwork whose plates are made. */
  ready: (artwork: ArtworkSummary) => void | Promise<void>;
  /** Called with a job that came as a file; without it none can. */
  tookJob?: (job: Job) => void | Promise<void>;
}>();

const dpi = ref(300);
const picker = ref<HTMLInputElement>();
const zone = ref<HTMLElement>();
const { take, cancel, phase, share, look, words, problem } = useIntake(
  (artwork) => props.ready(artwork),
  props.tookJob,
);
const { isOverDropZone } = useDropZone(zone, {
  onDrop: (files) => {
    if (files?.[0]) void take(files[0], dpi.value);
  },
});

function picked(event: Event) {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  if (file) void take(file, dpi.value);
  input.value = '';
}
</script>

<template>
  <section ref="zone" class="zone" :class="{ over: isOverDropZone }" :aria-label="title">
    <template v-if="phase === 'idle'">
      <v-icon :icon="mdiFileImagePlusOutline" size="30" color="primary" />
      <div class="words">
        <strong>{{ title }}</strong>
        <span class="soft">{{
          t('shared.upMb', {
            formats: formatNames(),
            most: MAX_UPLOAD_BYTES / 1024 / 1024,
          })
        }}</span>
      </div>
      <v-select
        v-model="dpi"
        class="dpi"
        :label="t('shared.platesPdf')"
        :items="[150, 200, 300, 400, 600, 720]"
        suffix="dpi"
      />
      <v-btn color="primary" variant="flat" @click="picker?.click()">{{
        t('shared.chooseFile')
      }}</v-btn>
      <input
        ref="picker"
        type="file"
        :accept="tookJob ? `${ACCEPTED_FILES},.zip` : ACCEPTED_FILES"
        hidden
        data-testid="file"
        @change="picked"
      />
    </template>
    <div v-else class="going" role="status">
      <img v-if="look" class="look" :src="look" :alt="t('shared.firstRoughLookFile')" />
      <strong>{{ words }}</strong>
      <v-progress-linear
        :model-value="share * 100"
        color="primary"
        height="8"
        rounded
        :indeterminate="phase === 'reading' && share === 0"
        :aria-label="words"
      />
      <span class="figures">{{ Math.round(share * 100) }} %</span>
      <v-btn @click="cancel">{{ t('shared.cancel') }}</v-btn>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
  </section>
</template>

<style scoped>
.zone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 16px;
  padding: 14px 18px;
  border: 2px dashed color-mix(in srgb, rgb(var(--v-theme-primary)) 45%, transparent);
  border-radius: 10px;
}

.zone.over {
  border-style: solid;
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 10%, transparent);
}

.words {
  display: grid;
  flex: 1 1 220px;
}

.dpi {
  flex: 0 0 180px;
}

.going {
  display: grid;
  grid-template-columns: auto minmax(120px, 1fr) 52px auto;
  align-items: center;
  gap: 12px;
  width: 100%;
}

.look {
  grid-column: 1 / -1;
  justify-self: center;
  max-width: 100%;
  max-height: 36vh;
  box-shadow: 0 2px 14px rgb(10 20 40 / 25%);
}

.problem {
  flex-basis: 100%;
}
</style>
