<script setup lang="ts">
/** The files that go to the machine: made at full resolution on the server, then fetched. */
import { API, encodePlan, type PlateExport, type Problem } from '@kyanos/contract';
import { decimal, printFiles, type PrintFile } from '@kyanos/core';
import { mdiDownloadOutline, mdiFileExportOutline } from '@mdi/js';
import { computed, onScopeDispose, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { addressIn, call, Refused } from '../shared/api.ts';
import { follow, isGoing } from '../shared/follow.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const files = computed(() => (job.plan ? printFiles(job.plan) : []));
const named = ({ plates, mirrored, hits }: PrintFile) =>
  [
    plates
      .map(({ name, density }) => (density === 100 ? name : t('plates.at', { name, density })))
      .join(' + '),
    ...(hits > 1 ? [t('plates.hits', { hits })] : []),
    ...(mirrored ? [t('plates.mirroredMachine')] : []),
  ].join(', ');

const made = shallowRef<PlateExport>();
const problem = shallowRef<Problem>();
let gone = false;
onScopeDispose(() => (gone = true));

/** What was made belongs to the plan it was made for. */
const subject = computed(() => job.plan && JSON.stringify([job.artworkId, encodePlan(job.plan)]));
watch(subject, () => {
  made.value = undefined;
  problem.value = undefined;
});

const going = computed(() => isGoing(made.value));
const cancelled = ({ id, attempt }: PlateExport) =>
  call(API.cancelExport, { params: { id }, body: { attempt } });

async function make() {
  const { artworkId, plan } = job;
  const wanted = subject.value;
  if (!artworkId || !plan || going.value) return;
  problem.value = undefined;
  try {
    const ended = await follow(
      () => call(API.makeExport, { params: { id: artworkId }, body: { plan } }),
      {
        again: ({ id }) => call(API.getExport, { params: { id } }),
        onState: (now) => (made.value = now),
        wanted: () => !gone && subject.value === wanted,
        giveUp: cancelled,
      },
    );
    if (ended?.problem) problem.value = ended.problem;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    made.value = undefined;
    problem.value = error.problem;
  }
}
const cancel = () => made.value && cancelled(made.value);
const megabytes = (bytes: number) => decimal(bytes / 1024 / 1024, 1);
</script>

<template>
  <div class="panel column pad">
    <h2 class="label">{{ t('plates.filesMachineOrderPrinting') }}</h2>
    <ol class="marked">
      <li v-for="file in files" :key="file.number">
        {{ named(file)
        }}<span v-if="file.picture === 'rear'" class="soft"
          >{{ ' ' }}{{ t('plates.rearPicture') }}</span
        >
      </li>
    </ol>
    <p class="soft small">
      {{ t('plates.eachPdfNamesWants', { machine: job.plan?.machine.name ?? '' }) }}
    </p>
    <div v-if="going" class="going" role="status">
      <v-progress-linear
        :model-value="(made?.progress ?? 0) * 100"
        color="primary"
        height="8"
        rounded
        :aria-label="t('plates.makingFiles')"
      />
      <span class="figures">{{ Math.round((made?.progress ?? 0) * 100) }} %</span>
      <v-btn @click="cancel">{{ t('plates.cancel') }}</v-btn>
    </div>
    <v-btn
      v-else-if="made?.state === 'done' && made.bytes !== null"
      color="primary"
      variant="flat"
      :prepend-icon="mdiDownloadOutline"
      :href="addressIn(API.getExported, { params: { id: made.id } })"
      data-testid="download"
    >
      {{ t('plates.downloadMb', { bytes: megabytes(made.bytes) }) }}
    </v-btn>
    <v-btn
      v-else
      color="primary"
      variant="flat"
      :prepend-icon="mdiFileExportOutline"
      :disabled="!job.info"
      @click="make"
    >
      {{ t('plates.makeFiles') }}
    </v-btn>
    <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
  </div>
</template>

<style scoped>
.going {
  display: grid;
  grid-template-columns: minmax(60px, 1fr) 52px auto;
  align-items: center;
  gap: 12px;
}
</style>
