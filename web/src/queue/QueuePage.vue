<script setup lang="ts">
/** Who prints what, when: the order of all machines, moved by hand or found. */
import { API } from '@kyanos/contract';
import { dated, dayWords, jobOfTask, spanWords, whyHere, type QueueOrder } from '@kyanos/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { addressIn } from '../shared/api.ts';
import { currency, ml, percent } from '../shared/format.ts';
import { useUndoKeys } from '../shared/keys.ts';
import PressControl from '../press/PressControl.vue';
import PrinterLine from '../press/PrinterLine.vue';
import { usePrinters } from '../press/usePrinters.ts';
import BestOrders from './BestOrders.vue';
import QueuePromise from './QueuePromise.vue';
import QueueTimeline from './QueueTimeline.vue';
import { useBest } from './useBest.ts';
import { useQueue, type Effect } from './useQueue.ts';
import { t } from '../texts/texts.ts';

const PrintersDialog = defineAsyncComponent(() => import('../press/PrintersDialog.vue'));
const HoursDialog = defineAsyncComponent(() => import('./HoursDialog.vue'));

const queue = useQueue();
const {
  state,
  shown,
  queue: asked,
  order,
  effect,
  short,
  aged,
  problem,
  begins,
  tried,
  canUndo,
  closed,
} = queue;
const best = useBest();
const printers = usePrinters(() => void queue.load());
const selected = ref<string>();
const addresses = ref(false);
const hours = ref(false);

const at = (minutes: number) => new Date(begins.value.getTime() + minutes * 60_000);
const time = (minutes: number) => dated(at(minutes), t('queue.dayTime'));

const answer = computed(() => {
  const { value: done } = shown;
  if (!state.value || !done) return t('queue.fetching');
  if (done.bars.length === 0) return t('queue.empty');
  const end = time(done.score.end);
  const change = spanWords(done.score.changeMinutes);
  const n = done.bars.length;
  const { lateJobs } = done.score;
  return lateJobs > 0
    ? t('queue.answerLate', { n, late: lateJobs, change, end })
    : t('queue.answerInTime', { n, change, end });
});

// ---- what a move does ----

const nameOf = (taskId: string) =>
  queue.tasks.value.find(({ id }) => id === taskId)?.name ?? taskId;
const signed = (value: number, words: (size: number) => string) =>
  `${value < 0 ? '−' : '+'}${words(Math.abs(value))}`;
/** Late jobs that are listed one by one. */
const MOST_TOLD = 3;
function effectWords({ change, ml: ink, money, late }: Effect): string {
  const code = state.value!.currency;
  const parts = [
    ...(Math.abs(change) >= 1
      ? [t('queue.effectChange', { minutes: signed(change, spanWords) })]
      : []),
    ...(Math.abs(ink) >= 0.1 ? [t('queue.effectMl', { ml: signed(ink, ml) })] : []),
    ...(Math.abs(money) >= 1
      ? [signed(money, (minor) => currency({ minor: Math.round(minor), currency: code as never }))]
      : []),
    ...late.slice(0, MOST_TOLD).map(({ taskId, was, now }) =>
      now < 1
        ? t('queue.effectInTime', { job: nameOf(taskId) })
        : was < 1
          ? t('queue.effectLate', { job: nameOf(taskId), late: spanWords(now) })
          : t('queue.effectLater', {
              job: nameOf(taskId),
              late: spanWords(now),
              was: spanWords(was),
            }),
    ),
    ...(late.length > MOST_TOLD ? [t('queue.effectMore', { n: late.length - MOST_TOLD })] : []),
  ];
  return parts.length > 0 ? parts.join(', ') : t('queue.noEffect');
}
const moved = computed(() => {
  if (!effect.value) return '';
  const what = effectWords(effect.value);
  return tried.value ? t('queue.movesEffect', { what }) : t('queue.lastMove', { what });
});
useUndoKeys(queue);

// ---- the best order ----

const find = () => asked.value && void best.search(asked.value, order.value);
function take(wanted: QueueOrder) {
  queue.adopt(wanted);
  best.forget();
}

// ---- the chosen job ----

const chosen = computed(() => {
  const bar = shown.value?.bars.find(({ taskId }) => taskId === selected.value);
  const task = queue.tasks.value.find(({ id }) => id === selected.value);
  const job = bar && state.value?.jobs.find(({ id }) => id === jobOfTask(bar.taskId));
  if (!bar || !task || !job || !asked.value || !shown.value) return undefined;
  const works = task.on[bar.machineId];
  return {
    bar,
    task,
    job,
    machine: state.value!.machines.find(({ id }) => id === bar.machineId)!.name,
    why: tried.value ? [] : whyHere(asked.value, order.value, shown.value, task.id),
    short: short.value
      .filter(({ taskId }) => taskId === task.id)
      .map(({ what, missing }) =>
        what.kind === 'ink'
          ? t('queue.shortInk', { channel: what.channel, missing: ml(missing) })
          : t('queue.shortMaterial', {
              material: what.material,
              missing:
                works.material.unit === 'm'
                  ? t('queue.metres', { amount: Math.ceil(missing * 10) / 10 })
                  : t('queue.sheets', { n: Math.ceil(missing) }),
            }),
      ),
    aged: aged.value
      .filter((one) => one.bar.taskId === task.id)
      .map(({ lot: { lot, until } }) => t('queue.agedLot', { lot, until: dayWords(until) })),
    apart: queue.kept.value.apart.includes(job.id),
  };
});

/** The chosen job at its printer; undefined where it has none and was not sent. */
const press = computed(() => {
  if (!chosen.value) return undefined;
  const { job, task, bar } = chosen.value;
  const at = printers.atPrinter(job.id);
  const printer = printers.printerOf(task.home);
  if (!at && (!printer || job.state === 'printing')) return undefined;
  const elsewhere = bar.machineId !== task.home;
  return {
    at,
    barred: elsewhere
      ? t('press.plannedElsewhere', { machine: machineName(task.home) })
      : printer && printer.goneSince !== null
        ? t('press.isGone')
        : '',
  };
});

/** A quote has become an order: it stands where it was promised. */
async function accepted(id: string, wanted: QueueOrder) {
  await queue.load();
  queue.adopt(wanted);
  selected.value = id;
}
const machineName = (id: string) =>
  state.value?.machines.find((machine) => machine.id === id)?.name ?? id;
</script>

<template>
  <main class="room-content stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('queue.whoPrints') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <div class="row">
        <v-btn
          v-if="best.share.value === undefined"
          color="primary"
          variant="flat"
          :disabled="!shown || shown.bars.length === 0"
          @click="find"
          >{{ t('queue.bestOrder') }}</v-btn
        >
        <v-btn v-else variant="tonal" @click="best.cancel()"
          >{{ t('queue.searching', { share: percent(best.share.value, 0) }) }} ·
          {{ t('queue.cancel') }}</v-btn
        >
        <v-btn variant="text" :disabled="!canUndo" @click="queue.undo()">{{
          t('queue.undo')
        }}</v-btn>
        <v-btn variant="text" :disabled="!state" @click="hours = true">{{
          t('queue.hours')
        }}</v-btn>
        <v-btn variant="text" :disabled="!state" @click="addresses = true">{{
          t('press.printers')
        }}</v-btn>
        <v-btn variant="text" :to="{ name: 'bench' }">{{ t('press.atTheMachine') }}</v-btn>
        <v-btn variant="text" :href="addressIn(API.getDayList, {})" target="_blank">{{
          t('queue.dayList')
        }}</v-btn>
        <v-btn variant="text" :href="addressIn(API.getQueueCalendar, {})">{{
          t('queue.calendar')
        }}</v-btn>
      </div>
    </header>
    <p v-if="problem || best.failed.value || printers.problem.value" class="problem" role="alert">
      {{ problem || best.failed.value || printers.problem.value }}
    </p>
    <p class="effect" aria-live="polite" data-testid="effect">{{ moved }}</p>

    <best-orders
      v-if="best.found.value.length > 0 && shown"
      :found="best.found.value"
      :now="shown.score"
      :order="order"
      :closed="closed"
      @take="take"
    />
    <v-btn v-if="best.found.value.length > 0" size="small" variant="text" @click="best.forget()">{{
      t('queue.close')
    }}</v-btn>

    <queue-timeline v-if="state && shown" v-model:selected="selected" :queue="queue" />

    <div v-if="state" class="below">
      <section class="panel pad column ga-2" aria-live="polite">
        <p v-if="!chosen" class="soft">{{ t('queue.chooseBar') }}</p>
        <template v-else>
          <h2>
            <span class="soft figures">{{
              t('queue.jobNumber', { number: chosen.job.number })
            }}</span>
            {{ chosen.job.name }}
          </h2>
          <dl class="facts">
            <template v-if="chosen.job.customer">
              <dt>{{ t('queue.customer') }}</dt>
              <dd>{{ chosen.job.customer }}</dd>
            </template>
            <dt>{{ t('queue.due') }}</dt>
            <dd>
              {{
                chosen.job.due
                  ? dated(new Date(chosen.job.due), t('queue.dayTime'))
                  : t('queue.noDue')
              }}
            </dd>
            <dt>{{ t('queue.machine') }}</dt>
            <dd>{{ chosen.machine }}</dd>
            <dt>{{ t('queue.printed') }}</dt>
            <dd class="figures">{{ time(chosen.bar.from) }} – {{ time(chosen.bar.to) }}</dd>
            <template v-if="chosen.bar.finish > chosen.bar.to">
              <dt>{{ t('queue.dryBy') }}</dt>
              <dd class="figures">{{ time(chosen.bar.finish) }}</dd>
            </template>
          </dl>
          <p v-for="one in [...chosen.short, ...chosen.aged]" :key="one" class="caution">
            {{ one }}
          </p>
          <h3 class="label">{{ t('queue.why') }}</h3>
          <ul class="marked">
            <li v-for="one in chosen.why" :key="one">{{ one }}</li>
          </ul>
          <press-control
            v-if="press"
            :at="press.at"
            :barred="press.barred"
            @send="printers.send(chosen.job.id)"
            @want="press.at && printers.want(press.at.id, $event)"
          />
          <div class="row">
            <v-btn
              v-if="!chosen.task.printing && !closed"
              size="small"
              variant="tonal"
              @click="queue.pin(chosen.bar)"
              >{{ chosen.task.pinned ? t('queue.unpin') : t('queue.pinHere') }}</v-btn
            >
            <v-btn
              v-if="!closed && (chosen.apart || chosen.job.apartOn.includes(chosen.bar.machineId))"
              size="small"
              variant="tonal"
              @click="queue.apart(chosen.job.id)"
              >{{ chosen.apart ? t('queue.together') : t('queue.apart') }}</v-btn
            >
            <v-btn
              size="small"
              variant="text"
              :to="{ name: 'run-sheet', params: { id: chosen.job.id } }"
              >{{ t('queue.openJob') }}</v-btn
            >
          </div>
        </template>
      </section>
      <queue-promise :queue="queue" :best="best" :machine-name="machineName" @accepted="accepted" />
      <section v-if="printers.printers.value.length > 0" class="panel pad column ga-2 wide">
        <h2>{{ t('press.printers') }}</h2>
        <div v-for="one in printers.printers.value" :key="one.machineId" class="of-machine">
          <router-link :to="{ name: 'bench', params: { machine: one.machineId } }">{{
            machineName(one.machineId)
          }}</router-link>
          <printer-line :printer="one" @act="printers.act(one.machineId, $event)" />
        </div>
      </section>
      <section v-if="state.left.length > 0" class="panel pad column ga-2">
        <h2>{{ t('queue.leftOut') }}</h2>
        <ul class="marked">
          <li v-for="one in state.left" :key="one.id">
            <router-link :to="{ name: 'plates', params: { id: one.id } }">{{
              one.name
            }}</router-link>
            <span class="soft">: {{ one.why }}</span>
          </li>
        </ul>
      </section>
    </div>
    <printers-dialog v-if="addresses && state" v-model="addresses" :machines="state.machines" />
    <hours-dialog
      v-if="hours && state"
      v-model="hours"
      :hours="state.hours"
      @saved="queue.load()"
    />
  </main>
</template>

<style scoped>
.effect {
  min-height: 1.45em;
  font-weight: 600;
}

.below {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 12px;
  align-items: start;
}

.of-machine {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  align-items: center;
  gap: 12px;
  min-height: 44px;
  border-top: 1px solid var(--line);
}

.of-machine a {
  color: inherit;
  font-weight: 600;
}

@media (max-width: 900px) {
  .of-machine {
    grid-template-columns: minmax(0, 1fr);
  }

  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
