<script setup lang="ts">
/** What jobs really took, and what the machine's figures become when that is believed. */
import {
  API,
  type JobId,
  type ReportId,
  type ReportsTaken,
  type StoredReport,
} from '@kyanos/contract';
import {
  inSentence,
  learn,
  type Channel,
  type Learning,
  type Lesson,
  type Machine,
  type Outlier,
} from '@kyanos/core';
import { mdiFileUploadOutline } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { plain } from '../shared/format.ts';
import { may, only } from '../shared/me.ts';
import JobPicker from '../shared/JobPicker.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { useItems } from './useItems.ts';
import { t } from '../texts/texts.ts';

const route = useRoute();
const router = useRouter();
const { items: machines, load: loadMachines } = useItems('machine');
const machine = computed<Machine | undefined>(
  () => (machines.value?.find(({ id }) => id === route.params.item) ?? machines.value?.[0])?.data,
);
const choose = (id: string) => router.replace({ name: 'shop-use', params: { item: id } });

const stored = shallowRef<readonly StoredReport[]>([]);
const { problem, trying } = useTrying();
const taken = shallowRef<ReportsTaken>();

const load = () =>
  trying(async () => {
    if (!machine.value) return;
    stored.value = await call(API.listReports, { params: { machine: machine.value.id } });
  });
watch(() => machine.value?.id, load, { immediate: true });

const learning = computed<Learning>(() =>
  machine.value
    ? learn(
        machine.value,
        stored.value.map(({ report }) => report),
      )
    : { lessons: [], outliers: [] },
);

async function send(text: string) {
  const { id } = machine.value!;
  taken.value = await trying(() =>
    call(API.takeReports, { params: { machine: id }, body: { text } }),
  );
  await load();
}
async function fromFile(event: Event) {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  if (file) await send(await file.text());
  input.value = '';
}

/** The report of one job, typed in. */
const typed = ref<Partial<Record<Channel, number>>>({});
const minutes = ref<number>();
const jobId = ref<string | undefined>(
  typeof route.query.job === 'string' ? route.query.job : undefined,
);
const jobName = ref<string>();
watch(
  jobId,
  async (id) => {
    jobName.value = undefined;
    if (id)
      jobName.value = (await trying(() => call(API.getJob, { params: { id: id as JobId } })))?.plan
        .name;
  },
  { immediate: true },
);
const complete = computed(
  () =>
    jobName.value !== undefined &&
    (minutes.value !== undefined || Object.values(typed.value).some((ml) => ml !== undefined)),
);
async function sendTyped() {
  const inks = Object.fromEntries(
    Object.entries(typed.value).filter(([, ml]) => (ml as number | null) !== null),
  );
  await send(
    JSON.stringify([
      {
        job: jobName.value,
        finished: new Date().toISOString().slice(0, 10),
        ...(minutes.value !== undefined && { minutes: minutes.value }),
        ...inks,
      },
    ]),
  );
  if (problem.value) return;
  typed.value = {};
  minutes.value = undefined;
}

const decide = async ({ report }: Outlier, use: boolean) => {
  await trying(() =>
    call(API.useReport, { params: { id: stored.value[report].id }, body: { use } }),
  );
  await load();
};
const forget = async (id: ReportId) => {
  await trying(() => call(API.removeReport, { params: { id } }));
  await load();
};

async function takeOver(lessons: readonly Lesson[]) {
  const subjects = lessons.map(({ about: what }) => what);
  const { id } = machine.value!;
  await trying(() => call(API.takeOverLearnt, { params: { machine: id }, body: { subjects } }));
  await loadMachines();
  await load();
}

const about = ({ about: what }: Outlier) =>
  what === 'time' ? t('shop.minPrinting') : t('shop.mlOf', { what });
const answer = computed(() => {
  const count = stored.value.length;
  if (count === 0) return t('shop.noReportYetUntil');
  const doubts = learning.value.outliers.length;
  return t('shop.report', {
    n: count,
    machine: machine.value?.name ?? '',
    rest: doubts ? t('shop.whichWantsDecision', { n: doubts }) : '',
  });
});
const EXAMPLE = 'job,finished,minutes,C,M,Y,K,W';
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('shop.howMuchDidReally') }}</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <v-select
      v-if="machines"
      class="machine"
      :label="t('shop.machine')"
      :items="machines"
      item-value="id"
      item-title="data.name"
      :model-value="machine?.id"
      @update:model-value="choose"
    />
    <v-alert
      v-if="problem"
      type="warning"
      closable
      :text="problem"
      @click:close="problem = undefined"
    />
    <v-alert v-if="taken" type="info" closable data-testid="taken" @click:close="taken = undefined">
      {{ t('shop.reportTaken', { n: taken.taken }) }}
      <div v-for="left in taken.left" :key="left.job + left.why">
        <b>{{ left.job }}</b> {{ t('shop.left', { why: left.why }) }}
      </div>
    </v-alert>
    <div
      v-for="outlier in learning.outliers"
      :key="`${outlier.report} ${outlier.about}`"
      class="panel pad row doubt justify-space-between ga-3"
    >
      <span
        ><strong>{{ t('shop.decide') }}</strong>
        {{ t('shop.machineSays', { job: stored[outlier.report]?.report.job }) }}
        <b class="figures">{{ plain(outlier.reported) }}</b>
        {{ t('shop.where', { outlier: about(outlier) }) }}
        <b class="figures">{{ plain(outlier.expected) }}</b>
        {{ t('shop.wereExpectedPrintedTwice') }}</span
      >
      <span class="d-flex ga-2">
        <v-btn @click="decide(outlier, false)">{{ t('shop.leaveOut') }}</v-btn>
        <v-btn @click="decide(outlier, true)">{{ t('shop.counts') }}</v-btn>
      </span>
    </div>

    <div v-if="learning.lessons.length" class="panel pad">
      <h2 class="label">{{ t('shop.whatReportsSayMachines') }}</h2>
      <table class="table numbers">
        <thead>
          <tr>
            <th scope="col">{{ t('shop.figure') }}</th>
            <th scope="col">{{ t('shop.stated') }}</th>
            <th scope="col">{{ t('shop.learnt') }}</th>
            <th scope="col">{{ t('shop.true810Shops') }}</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody v-for="lesson in learning.lessons" :key="lesson.about">
          <tr v-for="(figure, i) in lesson.figures" :key="figure.label">
            <th scope="row">
              <b v-if="i === 0">{{ lesson.name }}: </b>{{ figure.label }}
            </th>
            <td class="figures soft">{{ plain(figure.was) }}</td>
            <td class="figures">
              <b>{{ plain(figure.now) }}</b> {{ figure.unit }}
            </td>
            <td class="figures soft">
              {{ plain(figure.interval.low) }} – {{ plain(figure.interval.high) }}
            </td>
            <td>
              <v-btn
                v-if="i === 0"
                color="primary"
                variant="flat"
                size="small"
                :aria-label="t('shop.takeOverWhatLearnt', { lesson: inSentence(lesson.name) })"
                v-bind="only(API.takeOverLearnt)"
                @click="takeOver([lesson])"
                >{{ t('shop.takeOverShort') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <v-btn
        v-if="learning.lessons.length > 1"
        v-bind="only(API.takeOverLearnt)"
        @click="takeOver(learning.lessons)"
        >{{ t('shop.takeAllOver') }}</v-btn
      >
      <p class="soft small">
        {{ t('shop.nothingChangesUntilYou') }}
      </p>
    </div>

    <div class="two">
      <div class="panel pad stage">
        <h2 class="label">{{ t('shop.oneJobMachineTells') }}</h2>
        <job-picker v-model="jobId" :label="t('shop.job')" :name="jobName" />
        <div class="field-grid">
          <v-number-input
            :label="t('shop.printingMin')"
            :precision="1"
            :min="0"
            :model-value="minutes ?? null"
            @update:model-value="minutes = $event ?? undefined"
          />
          <v-number-input
            v-for="ink in machine?.inks"
            :key="ink.channel"
            :label="t('shop.ml', { ink: ink.name })"
            :precision="2"
            :min="0"
            :model-value="typed[ink.channel] ?? null"
            @update:model-value="typed = { ...typed, [ink.channel]: $event ?? undefined }"
          />
        </div>
        <p class="soft small">{{ t('shop.printingWithoutWaitsWhat') }}</p>
        <v-btn color="primary" variant="flat" :disabled="!complete" @click="sendTyped">{{
          t('shop.keepReport')
        }}</v-btn>
        <h2 class="label">{{ t('shop.reportsFromFile') }}</h2>
        <p class="soft small">
          {{ t('shop.csvLineHeadingsJson') }} <code class="figures">{{ EXAMPLE }}</code>{{
            t('shop.jobFoundNameBoard')
          }}
        </p>
        <v-btn :prepend-icon="mdiFileUploadOutline" tag="label">
          {{ t('shop.chooseFile') }}
          <input
            type="file"
            accept=".csv,.json,text/csv,application/json"
            hidden
            data-testid="reports-file"
            @change="fromFile"
          />
        </v-btn>
      </div>
      <div class="panel pad">
        <h2 class="label">{{ t('shop.reportsKept') }}</h2>
        <p v-if="!stored.length" class="soft">{{ t('shop.noneYet') }}</p>
        <table v-else class="table">
          <tbody>
            <tr v-for="{ id, report } in stored" :key="id">
              <th scope="row">
                {{ report.job }}
                <span class="soft small figures d-block"
                  >{{ report.finished }}
                  {{ report.minutes === undefined ? '' : `${plain(report.minutes)} min` }}
                  <template v-for="(amount, channel) in report.ml" :key="channel"
                    >{{ channel }} {{ plain(amount ?? 0) }}
                  </template></span
                >
              </th>
              <td class="soft small">
                {{
                  report.use === false
                    ? t('shop.leftOut')
                    : report.learnt?.length
                      ? t('shop.learntWithin')
                      : ''
                }}
              </td>
              <td>
                <remove-button
                  v-if="may(API.removeReport)"
                  :label="t('shop.removeReport', { job: report.job })"
                  @click="forget(id)"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </section>
</template>

<style scoped>
.machine {
  max-width: 420px;
}

.doubt {
  border-color: rgb(var(--v-theme-warning));
}
</style>
