<script setup lang="ts">
/** State and due time of a job; they are changed on a panel that comes when it is opened. */
import { dated, lateness } from '@kyanos/core';
import { API, type JobOrder, type JobSummary, type Problem } from '@kyanos/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { DUE_WORDS, PRIORITY_WORDS, STATE_WORDS } from './orderWords.ts';
import { t, withTexts } from '../texts/texts.ts';

const JobOrderPanel = defineAsyncComponent(withTexts(() => import('./JobOrderPanel.vue')));

const props = defineProps<{ job: JobSummary }>();
const emit = defineEmits<{
  changed: [order: JobOrder];
  noted: [notes: string];
  /** It was put away, or taken back. */
  away: [];
  /** What the change did to the stock, in sentences. */
  stock: [notices: readonly string[]];
  refused: [problem: Problem];
  /** A job like it is wanted. */
  again: [];
}>();

const open = ref(false);
const due = computed(() => (props.job.due === null ? null : new Date(props.job.due)));
const near = computed(() => lateness({ state: props.job.state, due: due.value }, new Date()));
const summary = computed(() =>
  due.value
    ? `${near.value ? DUE_WORDS[near.value] : t('board.due')} ${dated(due.value, t('shared.dayAndTime'))}`
    : '',
);
async function change(next: Partial<JobOrder>) {
  const was = { state: props.job.state, due: props.job.due, priority: props.job.priority };
  try {
    const { params, body } = {
      params: { id: props.job.id },
      body: { was, now: { ...was, ...next } },
    };
    const { stock, ...order } = await call(API.setJobOrder, { params, body });
    emit('changed', order);
    if (stock.length > 0) emit('stock', stock);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    emit('refused', error.problem);
  }
}
/** What is done with a state is done: the panel closes. */
function asked(next: Partial<JobOrder>) {
  if (next.state !== undefined) open.value = false;
  if (next.state !== props.job.state) void change(next);
}
async function trying(work: () => Promise<unknown>): Promise<boolean> {
  try {
    await work();
    return true;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    emit('refused', error.problem);
    return false;
  }
}
async function note(text: string) {
  const { id, notes: was } = props.job;
  const now = text.trim();
  if (now === was) return;
  const kept = await trying(() =>
    call(API.setJobNotes, { params: { id }, body: { was, now } }, { keepalive: true }),
  );
  if (kept) emit('noted', now);
}
async function putAway() {
  open.value = false;
  const { id, putAway: away } = props.job;
  const done = await trying(() => call(API.putJobAway, { params: { id }, body: { away: !away } }));
  if (done) emit('away');
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <button
        v-bind="activator"
        type="button"
        class="order w-100 small text-left"
        :aria-label="
          t('board.change', {
            job: job.name,
            state: STATE_WORDS[job.state],
            rest: summary ? `, ${summary}` : '',
          })
        "
      >
        <b>{{ STATE_WORDS[job.state] }}</b>
        <b v-if="job.priority !== 'usual'" class="text-warning">{{
          PRIORITY_WORDS[job.priority]
        }}</b>
        <span class="figures" :class="{ bad: near === 'late', warn: near === 'soon' }">{{
          summary || t('board.noDueTime')
        }}</span>
      </button>
    </template>
    <job-order-panel
      :job="job"
      @change="asked"
      @note="note"
      @put-away="putAway"
      @again="emit('again')"
    />
  </v-menu>
</template>

<style scoped>
.order {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  min-height: 44px;
  padding: 8px 14px;
  border-top: 1px solid var(--line);
}

.order:hover {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 8%, transparent);
}
</style>
