<script setup lang="ts">
/** The operator's own page at a machine: what is printed now, its run sheet, what comes next. */
import { API, type Bench, type BenchState } from '@kyanos/contract';
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
async function read(id: string | undefined) {
  if (bench.value?.jobId !== id) bench.value = undefined;
  if (id === undefined) return;
  const found = await trying(() => call(API.getBench, { params: { id: id as Bench['jobId'] } }));
  if (found && id === current.value) bench.value = found;
}
watch(current, read, { immediate: true });
async function again() {
  await queue.load();
  await read(current.value);
}

// ---- what the operator says ----

type Change = Parameters<typeof call<typeof API.changeBench>>[1]['body'];
async function change(what: Omit<Change, 'version'>): Promise<boolean> {
  const { value: before } = bench;
  if (!before) return false;
  const now = await trying(() =>
    call(API.changeBench, {
      params: { id: before.jobId },
      body: { version: before.version, ...what },
    }),
  );
  if (now) show(now);
  // The plan is another by now, or somebody was faster.
  else await read(before.jobId);
  return now !== undefined;
}
function show(now: BenchState) {
  if (bench.value) bench.value = { ...bench.value, ...now };
}
const ticked = (step: number, check: number) =>
  bench.value?.ticks.includes(`${step}.${check}`) ?? false;
const tick = (step: number, check: number, on: boolean) =>
  change({ tick: { check: `${step}.${check}`, on } });
async function begin() {
  if (await change({ begins: true })) await queue.load();
}

const finishing = ref(false);
const spoilt = ref(0);
const minutes = ref<number | null>(null);
const used = ref<Readonly<Partial<Record<Channel, number>>>>({});
const stock = ref<readonly string[]>([]);
function askWhatItTook() {
  spoilt.value = bench.value?.spoilt ?? 0;
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
const byHand = computed(() => bench.value?.state === 'printing' && !sent.value);
const left = computed(() => {
  const { value } = bench;
  if (!value) return 0;
  return value.steps.reduce(
    (sum, { checks }, i) => sum + checks.filter((_, k) => !ticked(i, k)).length,
    0,
  );
});
</script>

<template>
  <main class="bench">
    <header class="head">
      <div class="machines" role="group" :aria-label="t('press.machine')">
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
    <p v-if="problem || printers.problem.value || queue.problem.value" class="problem" role="alert">
      {{ problem || printers.problem.value || queue.problem.value }}
    </p>
    <v-snackbar
      v-if="stock.length > 0"
      model-value
      :timeout="9000"
      @update:model-value="stock = []"
    >
      <p v-for="one in stock" :key="one">{{ one }}</p>
    </v-snackbar>

    <div class="sides">
      <div class="stage">
        <section v-if="bench" class="panel pad now" data-testid="now">
          <h1 class="question">
            <span class="soft figures">{{ bench.number }}</span> {{ bench.name }}
          </h1>
          <p class="lead">
            {{ t('press.copiesOn', { n: bench.copies, material: bench.material }) }}
          </p>
          <p v-if="bench.customer" class="soft">{{ bench.customer }}</p>
          <p v-if="bench.due">
            {{ t('press.due', { time: dated(new Date(bench.due), t('shared.dayAndTime')) }) }}
          </p>
          <p v-if="bench.notes" class="notes">{{ bench.notes }}</p>
          <p v-if="left > 0" class="caution">{{ t('press.toTick', { n: left }) }}</p>
          <p v-if="bench.restsSince" role="status">
            {{
              t('press.restsSince', {
                time: dated(new Date(bench.restsSince), t('shared.dayAndTime')),
              })
            }}
          </p>

          <press-control
            v-if="sent || (printer && bench.state !== 'printing')"
            :at="sent"
            :barred="
              elsewhere || bench.why || (printer && printer.goneSince ? t('press.isGone') : '')
            "
            @send="printers.send(bench.jobId).then(again)"
            @want="sent && printers.want(sent.id, $event)"
          />
          <div v-if="!sent" class="buttons">
            <v-btn
              v-if="bench.state !== 'printing'"
              :variant="printer ? 'text' : 'flat'"
              :color="printer ? undefined : 'primary'"
              @click="begin"
              >{{ t('press.beginByHand') }}</v-btn
            >
            <template v-else-if="byHand && !finishing">
              <v-btn color="primary" variant="flat" @click="askWhatItTook">{{
                t('press.isPrinted')
              }}</v-btn>
              <v-btn variant="tonal" @click="change({ rests: !bench.restsSince })">{{
                bench.restsSince ? t('press.goOn') : t('press.rest')
              }}</v-btn>
              <v-btn variant="text" @click="change({ spoilt: bench.spoilt + 1 })">{{
                t('press.oneSpoilt', { n: bench.spoilt })
              }}</v-btn>
            </template>
          </div>
          <form v-if="byHand && finishing" class="took" @submit.prevent="finish">
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
                v-for="ink in bench.inks"
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
            <div class="buttons">
              <v-btn type="submit" color="primary" variant="flat">{{ t('press.isPrinted') }}</v-btn>
              <v-btn variant="text" @click="finishing = false">{{ t('press.notYet') }}</v-btn>
            </div>
          </form>
        </section>
        <p v-else-if="standing && jobs.length === 0" class="panel pad">{{ t('press.nothing') }}</p>

        <section v-if="jobs.length > 1" class="panel pad stage">
          <h2 class="label">{{ t('press.next') }}</h2>
          <ol class="list">
            <li v-for="{ job, from, late } in jobs" :key="job.id">
              <button
                type="button"
                class="entry"
                :aria-current="job.id === current ? 'true' : undefined"
                @click="picked = job.id"
              >
                <span class="figures soft">{{ dated(from, t('queue.dayTime')) }}</span>
                <b>{{ job.name }}</b>
                <span v-if="late" class="late">{{ t('press.late') }}</span>
              </button>
            </li>
          </ol>
        </section>
      </div>
      <run-steps
        v-if="bench && bench.steps.length > 0"
        :steps="bench.steps"
        :ticked="ticked"
        @tick="tick"
      />
      <p v-else-if="bench" class="panel pad">{{ bench.why }}</p>
    </div>
  </main>
</template>

<style scoped>
.bench {
  display: grid;
  grid-auto-rows: max-content;
  gap: 12px;
  align-content: start;
  overflow-y: auto;
  padding: 18px 20px 32px;
}

.head,
.machines,
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.head {
  justify-content: space-between;
}

.sides {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  gap: 12px;
  align-items: start;
}

.now {
  display: grid;
  gap: 8px;
}

.lead {
  font-size: var(--size-lead);
}

.notes {
  padding: 8px 12px;
  border-left: 4px solid rgb(var(--v-theme-primary));
  white-space: pre-line;
}

.took {
  display: grid;
  gap: 10px;
}

.list {
  list-style: none;
  display: grid;
  gap: 2px;
}

.entry {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) auto;
  gap: 10px;
  width: 100%;
  min-height: 48px;
  align-items: center;
  padding: 4px 10px;
  border-radius: 8px;
  text-align: left;
}

.entry[aria-current] {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 12%, transparent);
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}

.late {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}

@media (max-width: 1000px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
