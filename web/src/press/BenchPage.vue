<script setup lang="ts">
/** The operator's own page at a machine: what is printed now, its run sheet, what comes next. */
import { API, type Bench } from '@kyanos/contract';
import { dated, jobOfTask, type Channel } from '@kyanos/core';
import { useStorage } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { ml } from '../shared/format.ts';
import NumberField from '../shared/NumberField.vue';
import { useTrying } from '../shared/useTrying.ts';
import { useQueue } from '../queue/useQueue.ts';
import RunSteps from '../runsheet/RunSteps.vue';
import { useBenchState } from '../runsheet/useBenchState.ts';
import PressControl from './PressControl.vue';
import PrinterLine from './PrinterLine.vue';
import { usePrinters } from './usePrinters.ts';
import { t } from '../texts/texts.ts';

const route = useRoute();
const router = useRouter();
const queue = useQueue();
const { state: standing, shown, begins } = queue;
const printers = usePrinters(() => void again());

// ---- the machine ----

const machines = computed(() => standing.value?.machines ?? []);
/** This tablet lies at one machine. */
const own = useStorage('kyanos-bench', '');
const machineId = computed(() => {
  const wanted = String(route.params.machine || own.value);
  const there = machines.value.map(({ id }) => id);
  return there.includes(wanted) ? wanted : there[0];
});
watch(machineId, (id) => {
  if (id) own.value = id;
});
const printer = computed(() => machineId.value && printers.printerOf(machineId.value));

// ---- its jobs ----

const at = (minutes: number) => new Date(begins.value.getTime() + minutes * 60_000);
const bars = computed(() =>
  (shown.value?.bars ?? []).filter((bar) => bar.machineId === machineId.value),
);
const jobs = computed(() => {
  const ids = [...new Set(bars.value.map(({ taskId }) => jobOfTask(taskId)))];
  return ids.flatMap((id) => {
    const job = standing.value?.jobs.find((one) => one.id === id);
    const bar = bars.value.find(({ taskId }) => jobOfTask(taskId) === id)!;
    return job ? [{ job, from: at(bar.from), late: bar.late >= 1 }] : [];
  });
});
/** What prints now, else what comes first; another where the operator chose it. */
const picked = ref<string>();
const current = computed(() => {
  const chosen = jobs.value.find(({ job }) => job.id === picked.value);
  const printing = jobs.value.find(({ job }) => job.state === 'printing');
  return (chosen ?? printing ?? jobs.value.at(0))?.job.id;
});
const elsewhere = computed(() => {
  const home = bench.value?.machineId;
  return home !== undefined && home !== machineId.value
    ? t('press.plannedElsewhere', {
        machine: machines.value.find(({ id }) => id === home)?.name ?? home,
      })
    : '';
});

const bench = shallowRef<Bench>();
const { problem, trying } = useTrying();
/** The sheet of the job before stays until this one's is here, out of reach: what one is about to tap does not move. */
async function read(id: string | undefined) {
  const found =
    id && (await trying(() => call(API.getBench, { params: { id: id as Bench['jobId'] } })));
  if (id !== current.value) return;
  if (found || bench.value?.jobId !== id) bench.value = found || undefined;
}
watch(current, read, { immediate: true });
async function again() {
  await queue.load();
  await read(current.value);
  kept.load();
}

const leaving = computed(() => bench.value?.jobId !== current.value);

// ---- what the operator says ----

const kept = useBenchState(() => {
  const { value: read } = bench;
  return read && { id: read.jobId, version: read.version };
});
const { ticked, tick } = kept;
/** The job as the sheet was read, with what was said of it since. */
const job = computed(() => bench.value && { ...bench.value, ...kept.state.value });
async function change(what: Parameters<typeof kept.change>[0]): Promise<boolean> {
  const done = await kept.change(what);
  // The plan is another by now, or somebody was faster: the sheet is read anew.
  if (!done && bench.value) await read(bench.value.jobId);
  return done;
}
async function begin() {
  if (await change({ begins: true })) await queue.load();
}

const refused = computed(
  () => problem.value ?? kept.problem.value ?? printers.problem.value ?? queue.problem.value,
);
const finishing = ref(false);
const spoilt = ref(0);
const minutes = ref<number | null>(null);
const used = ref<Readonly<Partial<Record<Channel, number>>>>({});
const stock = ref<readonly string[]>([]);
function askWhatItTook() {
  spoilt.value = job.value?.spoilt ?? 0;
  minutes.value = null;
  used.value = {};
  finishing.value = true;
}
function write(channel: Channel, amount: number | null) {
  const { [channel]: _, ...others } = used.value;
  used.value = amount === null ? others : { ...others, [channel]: amount };
}
async function finish() {
  const { jobId } = bench.value!;
  const done = await trying(() =>
    call(API.finishBench, {
      params: { id: jobId },
      body: {
        spoilt: spoilt.value,
        ml: used.value,
        ...(minutes.value !== null && { minutes: minutes.value }),
      },
    }),
  );
  if (!done) return;
  stock.value = done.stock;
  finishing.value = false;
  picked.value = undefined;
  await again();
}
// What was written of one job is not sent for another.
watch(current, () => (finishing.value = false));

const sent = computed(() => bench.value && printers.atPrinter(bench.value.jobId));
const byHand = computed(() => job.value?.state === 'printing' && !sent.value);
const left = computed(() => kept.unticked(bench.value?.steps ?? []));
</script>

<template>
  <main class="room-content stage">
    <header class="row justify-space-between">
      <div class="row" role="group" :aria-label="t('press.machine')">
        <v-btn
          v-for="{ id, name } in machines"
          :key="id"
          :variant="id === machineId ? 'flat' : 'tonal'"
          :color="id === machineId ? 'primary' : undefined"
          :aria-pressed="id === machineId"
          @click="
            picked = undefined;
            router.replace({ name: 'bench', params: { machine: id } });
          "
          >{{ name }}</v-btn
        >
      </div>
      <v-btn variant="text" :to="{ name: 'queue' }">{{ t('press.wholeQueue') }}</v-btn>
    </header>
    <section v-if="printer" class="panel pad">
      <printer-line :printer="printer" @act="printers.act(machineId, $event)" />
    </section>
    <p v-if="refused" class="problem" role="alert">
      {{ refused }}
    </p>
    <v-snackbar
      v-if="stock.length > 0"
      model-value
      :timeout="9000"
      @update:model-value="stock = []"
    >
      <p v-for="one in stock" :key="one">{{ one }}</p>
    </v-snackbar>

    <div v-if="printers.heard.value && (bench || !current || refused)" class="sides">
      <div class="stage">
        <section
          v-if="job"
          class="panel pad column ga-2"
          :class="{ leaving }"
          :inert="leaving"
          data-testid="now"
        >
          <h1 class="question">
            <span class="soft figures">{{ job.number }}</span> {{ job.name }}
          </h1>
          <p class="text-lead">
            {{ t('press.copiesOn', { n: job.copies, material: job.material }) }}
          </p>
          <p v-if="job.customer" class="soft">{{ job.customer }}</p>
          <p v-if="job.due">
            {{ t('press.due', { time: dated(new Date(job.due), t('shared.dayAndTime')) }) }}
          </p>
          <p v-if="job.notes" class="notice">{{ job.notes }}</p>
          <p v-if="left > 0" class="caution">{{ t('press.toTick', { n: left }) }}</p>
          <p v-if="job.printerFinished && byHand" class="caution" role="status">
            {{ t('press.printerFinished') }}
          </p>
          <p v-if="job.restsSince" role="status">
            {{
              t('press.restsSince', {
                time: dated(new Date(job.restsSince), t('shared.dayAndTime')),
              })
            }}
          </p>

          <press-control
            v-if="sent || (printer && job.state !== 'printing')"
            :at="sent"
            :barred="
              elsewhere || job.why || (printer && printer.goneSince ? t('press.isGone') : '')
            "
            @send="printers.send(job.jobId).then(again)"
            @want="sent && printers.want(sent.id, $event)"
          />
          <div v-if="!sent" class="row">
            <v-btn
              v-if="job.state !== 'printing'"
              :variant="printer ? 'text' : 'flat'"
              :color="printer ? undefined : 'primary'"
              @click="begin"
              >{{ t('press.beginByHand') }}</v-btn
            >
            <template v-else-if="byHand && !finishing">
              <v-btn color="primary" variant="flat" @click="askWhatItTook">{{
                t('press.isPrinted')
              }}</v-btn>
              <v-btn variant="tonal" @click="change({ rests: !job.restsSince })">{{
                job.restsSince ? t('press.goOn') : t('press.rest')
              }}</v-btn>
              <v-btn variant="text" @click="change({ spoilt: job.spoilt + 1 })">{{
                t('press.oneSpoilt', { n: job.spoilt })
              }}</v-btn>
            </template>
          </div>
          <form v-if="byHand && finishing" class="column" @submit.prevent="finish">
            <h2 class="label">{{ t('press.whatItTook') }}</h2>
            <p class="soft small">{{ t('press.leaveOut') }}</p>
            <div class="field-grid">
              <number-field v-model="spoilt" :label="t('press.spoilt')" :min="0" :max="100000" />
              <v-number-input
                v-model="minutes"
                :label="t('press.minutes')"
                suffix="min"
                :min="0"
                :max="100000"
                :precision="null"
              />
              <v-number-input
                v-for="ink in job.inks"
                :key="ink.channel"
                :label="t('press.inkUsed', { name: ink.name })"
                suffix="mL"
                :min="0"
                :max="100000"
                :precision="null"
                :placeholder="ml(ink.ml)"
                persistent-placeholder
                :model-value="used[ink.channel] ?? null"
                @update:model-value="write(ink.channel, $event)"
              />
            </div>
            <div class="row">
              <v-btn type="submit" color="primary" variant="flat">{{ t('press.isPrinted') }}</v-btn>
              <v-btn variant="text" @click="finishing = false">{{ t('press.notYet') }}</v-btn>
            </div>
          </form>
        </section>
        <p v-else-if="standing && jobs.length === 0" class="panel pad">{{ t('press.nothing') }}</p>

        <section v-if="jobs.length > 1" class="panel pad stage">
          <h2 class="label">{{ t('press.next') }}</h2>
          <ol class="column ga-1">
            <li v-for="{ job: one, from, late } in jobs" :key="one.id">
              <button
                type="button"
                class="entry"
                :aria-current="one.id === current ? 'true' : undefined"
                @click="picked = one.id"
              >
                <span class="figures soft">{{ dated(from, t('queue.dayTime')) }}</span>
                <b>{{ one.name }}</b>
                <span v-if="late" class="bad">{{ t('press.late') }}</span>
              </button>
            </li>
          </ol>
        </section>
      </div>
      <run-steps
        v-if="bench && bench.steps.length > 0"
        :class="{ leaving }"
        :inert="leaving"
        :steps="bench.steps"
        :ticked="ticked"
        @tick="tick"
      />
      <p v-else-if="bench" class="panel pad">{{ bench.why }}</p>
    </div>
  </main>
</template>

<style scoped>
.leaving {
  opacity: 0.4;
}

.sides {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  gap: 12px;
  align-items: start;
}

.entry {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
}

@media (max-width: 1000px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
