<script setup lang="ts">
import { addressIn } from '../shared/api.ts';
import { API } from '@kyanos/contract';
import { mdiFilePdfBox, mdiPrinterOutline } from '@mdi/js';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import FindingList from '../shared/FindingList.vue';
import { duration } from '../shared/format.ts';
import RunSteps from './RunSteps.vue';
import { useTicks } from './useTicks.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const work = computed(() => job.shown?.work);
const { ticked, tick, problem } = useTicks();
const ready = computed(
  () => job.saveState === 'saved' && (job.fullSize || job.shown?.plates.length === 0),
);
const print = () => window.print();
</script>

<template>
  <section class="stage">
    <header class="d-flex justify-space-between align-end ga-4">
      <div>
        <h1 class="question">{{ t('runsheet.whatDoesPersonMachine') }}</h1>
        <p v-if="work" class="answer">
          {{
            t('runsheet.stepsFromSettingUp', {
              n: work.runSheet.length,
              minutes: duration(work.minutes),
            })
          }}
        </p>
        <p v-else class="answer">
          {{ job.shown ? t('runsheet.thereNoRunSheet') : t('job.timeInkMoneyAppear') }}
        </p>
      </div>
      <div v-if="work" class="actions d-flex ga-2">
        <v-btn
          :to="{
            name: 'shop-use',
            params: { item: job.plan!.machine.id },
            query: { job: job.id },
          }"
          >{{ t('runsheet.typeWhatUsed') }}</v-btn
        >
        <v-btn :prepend-icon="mdiPrinterOutline" @click="print">{{ t('runsheet.print') }}</v-btn>
        <v-btn
          color="primary"
          variant="flat"
          :prepend-icon="mdiFilePdfBox"
          :disabled="!ready"
          :href="
            ready
              ? addressIn(API.getPaper, { params: { id: job.id!, paper: 'run-sheet' } })
              : undefined
          "
          target="_blank"
        >
          {{ ready ? 'PDF' : t('runsheet.pdfWaitingFullSize') }}
        </v-btn>
      </div>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <run-steps v-if="work" :steps="work.runSheet" :ticked="ticked" @tick="tick" />
    <finding-list v-else :findings="job.shown?.findings ?? []" @repair="job.repair" />
  </section>
</template>

<style scoped>
@media print {
  .actions {
    display: none;
  }
}
</style>
