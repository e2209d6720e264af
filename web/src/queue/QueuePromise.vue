<script setup lang="ts">
/** A time that can be promised for a quote, and the quote made an order for then. */
import { API, type JobSummary } from '@kyanos/contract';
import { dated, type Promised, type QueueOrder, type QueueProblem } from '@kyanos/core';
import { watchDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { only } from '../shared/me.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { useBest } from './useBest.ts';
import type { Queue } from './useQueue.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  queue: Queue;
  best: ReturnType<typeof useBest>;
  machineName: (id: string) => string;
}>();
const emit = defineEmits<{ accepted: [id: string, order: QueueOrder] }>();
const { queue: asked, order, begins } = props.queue;
const at = (minutes: number) => new Date(begins.value.getTime() + minutes * 60_000);

const quotes = shallowRef<readonly JobSummary[]>();
const quoted = ref<string>();
interface Answer {
  readonly promised?: Promised | undefined;
  readonly why: string;
}
const answered = shallowRef<Answer & { readonly of: QueueOrder }>();
async function loadQuotes() {
  const { jobs } = await call(API.listJobs, { query: { state: 'quoted', limit: 200 } });
  quotes.value = jobs;
}
void loadQuotes();
interface Question {
  readonly id: string;
  readonly problem: QueueProblem;
  readonly order: QueueOrder;
}
async function promiseOf({ id, problem: among, order: from }: Question): Promise<Answer> {
  const params = { id: id as JobSummary['id'] };
  const query = { begins: begins.value.toISOString() };
  const { task, why } = await call(API.getQuoted, { params, query });
  if (!task) return { why };
  const { due: _, ...free } = task;
  const promised = await props.best.promise(
    { ...among, tasks: [...among.tasks, free] },
    from,
    task.id,
  );
  return { promised, why };
}
const forecast = useLatest(promiseOf, (answer, { id, order: from }) => {
  if (quoted.value === id) answered.value = { ...answer, of: from };
});
watch(quoted, () => (answered.value = undefined));
// A promise is of the queue as it stands: a move, a minute or a queue that comes later asks again.
watchDebounced(
  [quoted, asked, order],
  () => {
    if (quoted.value && asked.value)
      void forecast.ask({ id: quoted.value, problem: asked.value, order: order.value });
  },
  { debounce: 200 },
);
const refused = ref('');
const promised = computed(() => answered.value?.promised);
const why = computed(() => refused.value || forecast.failed.value || answered.value?.why);
/** Nobody promises minutes: the next half of an hour. */
const HALF_HOUR = 30 * 60_000;
const halfHour = (minutes: number) =>
  new Date(Math.ceil(at(minutes).getTime() / HALF_HOUR) * HALF_HOUR);
const roundUp = (minutes: number) => dated(halfHour(minutes), t('queue.dayTime'));
/** The quote becomes an order, due when it was promised, where it was put to be in time. */
async function accept() {
  const job = quotes.value?.find(({ id }) => id === quoted.value);
  const { value: then } = promised;
  if (!job || !then) return;
  const { id, state: before, due, priority } = job;
  const was = { state: before, due, priority };
  const now = { state: 'accepted' as const, due: halfHour(then.likely).toISOString(), priority };
  refused.value = '';
  try {
    await call(API.setJobOrder, { params: { id }, body: { was, now } });
    quoted.value = undefined;
    emit('accepted', id, then.order);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    refused.value = error.message;
    answered.value = undefined;
  }
  await loadQuotes();
}
</script>

<template>
  <section class="panel pad column ga-2">
    <h2>{{ t('queue.promise') }}</h2>
    <p class="small soft">{{ t('queue.promiseAbout') }}</p>
    <v-autocomplete
      :label="t('queue.quote')"
      :items="quotes ?? []"
      item-title="name"
      item-value="id"
      clearable
      :no-data-text="t('queue.noQuotes')"
      :model-value="quoted ?? null"
      :loading="forecast.busy.value"
      @update:model-value="
        quoted = $event ?? undefined;
        refused = '';
      "
    />
    <template v-if="promised">
      <p class="text-lead font-weight-semibold" data-testid="promise">
        {{ t('queue.promised', { time: roundUp(promised.likely) }) }}
      </p>
      <v-btn
        size="small"
        variant="tonal"
        :disabled="answered?.of !== order"
        v-bind="only(API.setJobOrder)"
        @click="accept"
        >{{ t('queue.acceptThen') }}</v-btn
      >
      <p class="small soft">
        {{
          t('queue.promisedMore', {
            half: roundUp(promised.half),
            sure: roundUp(promised.sure),
            machine: machineName(promised.machineId),
          })
        }}
      </p>
    </template>
    <p v-else-if="why" class="soft">{{ why }}</p>
  </section>
</template>
