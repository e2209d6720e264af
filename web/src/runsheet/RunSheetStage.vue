<script setup lang="ts">
import { addressIn } from '../shared/api.ts';
import { API } from '@kyanos/contract';
import { mdiFilePdfBox, mdiPrinterOutline } from '@mdi/js';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import FindingList from '../shared/FindingList.vue';
import { duration } from '../shared/format.ts';
import { useTicks } from './useTicks.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const work = computed(() => job.shown?.work);
const { ticked, tick } = useTicks();
const ready = computed(
  () => job.saveState === 'saved' && (job.fullSize || job.shown?.plates.length === 0),
);
const print = () => window.print();
</script>

<template>
  <section class="stage">
    <header class="head">
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
      <div v-if="work" class="actions">
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
    <ol v-if="work" class="steps">
      <li v-for="(step, i) in work.runSheet" :key="step.title" class="panel step">
        <h2>
          <span class="figures number">{{ i + 1 }}</span> {{ step.title }}
        </h2>
        <dl v-if="step.settings.length">
          <template v-for="setting in step.settings" :key="setting.label + setting.value">
            <dt>{{ setting.label }}</dt>
            <dd class="figures">{{ setting.value }}</dd>
          </template>
        </dl>
        <label v-for="(check, k) in step.checks" :key="check" class="check">
          <input
            type="checkbox"
            :checked="ticked(i, k)"
            @change="tick(i, k, ($event.target as HTMLInputElement).checked)"
          />
          <span>{{ check }}</span>
        </label>
        <p v-for="caution in step.cautions" :key="caution" class="caution">
          <strong>{{ t('runsheet.caution') }}</strong> {{ caution }}
        </p>
      </li>
    </ol>
    <finding-list v-else :findings="job.shown?.findings ?? []" @repair="job.repair" />
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 16px;
}

.actions {
  display: flex;
  gap: 10px;
}

.steps {
  list-style: none;
  display: grid;
  gap: 12px;
  max-width: 860px;
}

.step {
  padding: 16px 20px;
  display: grid;
  gap: 10px;
  break-inside: avoid;
}

h2 {
  font-size: 1.2rem;
  line-height: 1.25;
}

.number {
  display: inline-grid;
  place-items: center;
  width: 32px;
  height: 32px;
  margin-right: 6px;
  border-radius: 50%;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: var(--size-body);
}

dl {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 3px 14px;
}

dt {
  color: var(--soft);
}

dd {
  font-weight: 550;
}

.check {
  display: grid;
  grid-template-columns: 26px 1fr;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  font-size: 1.02rem;
  cursor: pointer;
}

.check input {
  width: 24px;
  height: 24px;
  accent-color: rgb(var(--v-theme-primary));
}

.check input:checked + span {
  color: var(--soft);
}

@media print {
  .actions {
    display: none;
  }
}
</style>
