<script setup lang="ts">
/** A procedure carried out step by step: readable at arm's length, timers by the clock of the server. */
import { API, type RunId, type RunState } from '@kyanos/contract';
import { CAUTIONS, decimal, PROCEDURE_IDS, type MissingNozzle, secondsLeft } from '@kyanos/core';
import { useNow, useWakeLock } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { loadDue } from '../shared/due.ts';
import { useTrying } from '../shared/useTrying.ts';
import PatternGrid from './PatternGrid.vue';
import { useMachines } from './useMachines.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ run: string }>();
const router = useRouter();
const { problem, trying } = useTrying();
const { machines } = useMachines();
const state = shallowRef<RunState>();
/** The server's clock less this one's, ms. */
const ahead = ref(0);
const params = computed(() => ({ run: props.run as RunId }));

function shown(next: RunState | undefined) {
  if (!next) return;
  state.value = next;
  ahead.value = Date.parse(next.now) - Date.now();
}
const load = () => trying(async () => shown(await call(API.getRun, { params: params.value })));
void load();
/** Somebody else may go on with it elsewhere. */
const ASK_MS = 5000;
const asking = setInterval(() => void load(), ASK_MS);
onBeforeUnmount(() => clearInterval(asking));
const { request, release } = useWakeLock();
void request('screen').catch(() => undefined);
onBeforeUnmount(() => void release().catch(() => undefined));

const now = useNow({ interval: 500 });
const machine = computed(() => machines.value?.find(({ id }) => id === state.value?.machine.id));
const step = computed(() => state.value?.procedure.steps[state.value.at]);
const left = computed(() => {
  const { value } = state;
  if (!value || !step.value?.waitMinutes) return undefined;
  return secondsLeft(step.value as never, value.steps[value.at], now.value.getTime() + ahead.value);
});
const clock = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

const wrote = ref<Record<string, string | number>>({});
const missing = ref<readonly MissingNozzle[]>([]);
watch(
  () => state.value?.at,
  () => {
    wrote.value = {};
    missing.value = [];
  },
);
const waits = computed(() => (step.value?.waitMinutes ?? 0) > 0);
const mayTick = computed(() => !waits.value || left.value === 0);

const startTimer = () =>
  trying(async () =>
    shown(await call(API.startTimer, { params: { ...params.value, step: state.value!.at } })),
  );
async function tick() {
  const { at, procedure } = state.value!;
  const pattern = procedure.steps[at].effect === 'pattern';
  await trying(async () =>
    shown(
      await call(API.tickStep, {
        params: { ...params.value, step: at },
        body: {
          wrote: { ...wrote.value },
          ...(pattern && { missing: missing.value.map((one) => ({ ...one })) }),
        },
      }),
    ),
  );
  if (state.value?.at === state.value?.procedure.steps.length) await end();
}
async function end() {
  await trying(async () => shown(await call(API.endRun, { params: params.value })));
  void loadDue();
}
const back = () =>
  router.push({ name: 'care-machines', params: { item: state.value?.machine.id } });
</script>

<template>
  <section v-if="state" class="stage">
    <header class="page-head">
      <div>
        <div class="with-help">
          <h1 class="question">{{ state.procedure.title }}: {{ state.machine.name }}</h1>
          <!-- Of the shop's own there is no page. -->
          <handbook-link
            v-if="PROCEDURE_IDS.some((id) => id === state!.procedureId)"
            :page="`procedures/${state.procedureId}`"
            :of="state.procedure.title"
          />
        </div>
        <p class="answer" data-testid="answer">
          <template v-if="state.ended">{{
            t('care.minMl', {
              rest: state.ended.finished ? t('care.done') : t('care.stopped'),
              minutes: decimal(state.ended.minutes, 0),
              ml: decimal(state.ended.ml, 0),
            })
          }}</template>
          <template v-else>{{
            t('care.stepBegun', {
              at: state.at + 1,
              n: state.procedure.steps.length,
              startedBy: state.startedBy,
            })
          }}</template>
        </p>
      </div>
      <v-btn v-if="!state.ended" variant="text" @click="end">{{ t('care.stopHere') }}</v-btn>
      <v-btn @click="back">{{ t('care.backMachine') }}</v-btn>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="state.at === 0 && state.procedure.have.length" class="notice">
      <span
        ><b>{{ t('care.haveHand') }}</b> {{ state.procedure.have.join(' · ') }}</span
      >
    </p>
    <div class="stage-columns">
      <div v-if="step && !state.ended" class="panel column now" data-testid="step">
        <p class="do">{{ step.do }}</p>
        <p v-if="step.why" class="soft text-lead">{{ step.why }}</p>
        <p v-for="id in step.cautions" :key="id" class="caution">
          <strong>{{ t('care.caution') }}</strong> {{ CAUTIONS[id] }}
        </p>
        <div v-if="waits" class="row ga-4">
          <span
            class="figures clock"
            role="timer"
            :aria-label="t('care.timeLeft', { time: clock(left ?? step.waitMinutes! * 60) })"
            >{{ clock(left ?? step.waitMinutes! * 60) }}</span
          >
          <v-btn
            v-if="left === undefined"
            size="large"
            color="primary"
            variant="flat"
            @click="startTimer"
            >{{ t('care.startTimer') }}</v-btn
          >
          <span v-else-if="left > 0" class="soft">{{ t('care.goesWhenScreenSleeps') }}</span>
          <b v-else>{{ t('care.timeUp') }}</b>
        </div>
        <pattern-grid
          v-if="step.effect === 'pattern' && machine"
          v-model="missing"
          :machine="machine"
        />
        <div v-for="field in step.write" :key="field.id">
          <v-text-field
            :label="field.label"
            :suffix="field.unit"
            :type="field.kind === 'number' ? 'number' : 'text'"
            min="0"
            maxlength="2000"
            :model-value="wrote[field.id] ?? ''"
            @update:model-value="
              wrote = {
                ...wrote,
                [field.id]: field.kind === 'number' && $event !== '' ? Number($event) : $event,
              }
            "
          />
        </div>
        <div class="d-flex ga-3 align-center">
          <v-btn size="x-large" color="primary" variant="flat" :disabled="!mayTick" @click="tick">{{
            t('care.done')
          }}</v-btn>
          <v-btn v-if="waits && !mayTick" variant="text" @click="tick">{{
            t('care.goWithoutWaiting')
          }}</v-btn>
        </div>
      </div>
      <ol class="panel pad column ga-0 steps small" :class="{ wide: state.ended }">
        <li
          v-for="(one, i) in state.procedure.steps"
          :key="i"
          :class="{
            soft: state.steps[i].doneAt,
            'font-weight-semibold': i === state.at && !state.ended,
          }"
        >
          <span class="figures text-center" :class="{ good: state.steps[i].doneAt }">{{
            state.steps[i].doneAt ? '✓' : i + 1
          }}</span>
          <span>
            {{ one.do }}
            <span v-if="state.steps[i].doneAt" class="soft small d-block"
              >{{ state.steps[i].by
              }}<template v-if="Object.keys(state.steps[i].wrote).length"
                >: {{ Object.values(state.steps[i].wrote).join(', ') }}</template
              ></span
            >
          </span>
          <span class="soft small figures">{{
            one.waitMinutes ? `${one.waitMinutes} min` : ''
          }}</span>
        </li>
      </ol>
    </div>
  </section>
  <p v-else-if="problem" class="problem" role="alert">{{ problem }}</p>
</template>

<style scoped>
.now {
  padding: 22px;
  border-left: 6px solid rgb(var(--v-theme-primary));
}

.do {
  font-size: 1.6rem;
  font-weight: 600;
  line-height: 1.25;
}

.clock {
  font-size: 3rem;
  font-weight: 600;
}

.steps li {
  display: grid;
  grid-template-columns: 34px 1fr auto;
  gap: 12px;
  padding: 9px 0;
  border-top: 1px solid var(--line);
}

.steps li:first-child {
  border: 0;
}
</style>
