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
import JobPicker from '../shared/JobPicker.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { useItems } from './useItems.ts';

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

const about = ({ about: what }: Outlier) => (what === 'time' ? 'min of printing' : `mL of ${what}`);
const answer = computed(() => {
  const count = stored.value.length;
  if (count === 0)
    return 'No report yet. Until one comes, ink and time stand as the machine states them.';
  const doubts = learning.value.outliers.length;
  return `${count} report${count > 1 ? 's' : ''} of ${machine.value?.name}${doubts ? `, ${doubts} of which ${doubts > 1 ? 'want' : 'wants'} a decision` : ''}.`;
});
const EXAMPLE = 'job,finished,minutes,C,M,Y,K,W';
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">How much did it really use?</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <v-select
      v-if="machines"
      class="machine"
      label="Machine"
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
      {{ taken.taken }} report{{ taken.taken === 1 ? '' : 's' }} taken in.
      <div v-for="left in taken.left" :key="left.job + left.why">
        <b>{{ left.job }}</b> was left: {{ left.why }}
      </div>
    </v-alert>
    <div
      v-for="outlier in learning.outliers"
      :key="`${outlier.report} ${outlier.about}`"
      class="panel pad row doubt"
    >
      <span
        ><strong>Decide.</strong> {{ stored[outlier.report]?.report.job }}: the machine says
        <b class="figures">{{ plain(outlier.said) }}</b> {{ about(outlier) }} where
        <b class="figures">{{ plain(outlier.expected) }}</b> were expected. Was it printed twice, or
        a container changed on the way?</span
      >
      <span class="buttons">
        <v-btn @click="decide(outlier, false)">Leave it out</v-btn>
        <v-btn @click="decide(outlier, true)">It counts</v-btn>
      </span>
    </div>

    <div v-if="learning.lessons.length" class="panel pad">
      <h2 class="label">What the reports say of the machine’s figures</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Figure</th>
            <th scope="col">Stated</th>
            <th scope="col">Learnt</th>
            <th scope="col">True in 8 of 10 shops</th>
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
                :aria-label="`Take over what was learnt of ${lesson.name.toLowerCase()}`"
                @click="takeOver([lesson])"
                >Take over</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <v-btn v-if="learning.lessons.length > 1" @click="takeOver(learning.lessons)"
        >Take all of it over</v-btn
      >
      <p class="soft small">
        Nothing changes until you take it over; jobs that are planned already keep their figures.
      </p>
    </div>

    <div class="two">
      <div class="panel pad stage">
        <h2 class="label">One job, as the machine tells it</h2>
        <job-picker v-model="jobId" label="Job" :name="jobName" />
        <div class="fields">
          <v-number-input
            label="Printing, min"
            :precision="1"
            :min="0"
            :model-value="minutes ?? null"
            @update:model-value="minutes = $event ?? undefined"
          />
          <v-number-input
            v-for="ink in machine?.inks"
            :key="ink.channel"
            :label="`${ink.name}, mL`"
            :precision="2"
            :min="0"
            :model-value="typed[ink.channel] ?? null"
            @update:model-value="typed = { ...typed, [ink.channel]: $event ?? undefined }"
          />
        </div>
        <p class="soft small">Printing without waits. What nobody measured stays empty.</p>
        <v-btn color="primary" variant="flat" :disabled="!complete" @click="sendTyped"
          >Keep this report</v-btn
        >
        <h2 class="label">Reports from a file</h2>
        <p class="soft small">
          CSV with a line of headings, or JSON: <code class="figures">{{ EXAMPLE }}</code>. The job
          is found by its name on the board.
        </p>
        <v-btn :prepend-icon="mdiFileUploadOutline" tag="label">
          Choose a file
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
        <h2 class="label">Reports kept</h2>
        <p v-if="!stored.length" class="soft">None yet.</p>
        <table v-else>
          <tbody>
            <tr v-for="{ id, report } in stored" :key="id">
              <th scope="row">
                {{ report.job }}
                <span class="soft small figures"
                  >{{ report.finished }}
                  {{ report.minutes === undefined ? '' : `${plain(report.minutes)} min` }}
                  <template v-for="(amount, channel) in report.ml" :key="channel"
                    >{{ channel }} {{ plain(amount ?? 0) }}
                  </template></span
                >
              </th>
              <td class="soft small">
                {{ report.use === false ? 'left out' : report.learnt?.length ? 'learnt' : '' }}
              </td>
              <td>
                <remove-button :label="`Remove the report of ${report.job}`" @click="forget(id)" />
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

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
}

.doubt {
  border-color: rgb(var(--v-theme-warning));
}

.buttons {
  display: flex;
  gap: 8px;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 12px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 6px 10px 6px 0;
  text-align: right;
  font-weight: 500;
  border-bottom: 1px solid var(--line);
}

th:first-child {
  text-align: left;
}

th span {
  display: block;
}

thead th {
  font-size: var(--size-small);
  color: var(--soft);
}
</style>
