<script setup lang="ts">
/** State and due time of a job, told; they are changed on a panel that comes when it is opened. */
import { dated, lateness } from '@kyanos/core';
import type { JobOrder, JobSummary, Problem } from '@kyanos/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import { DUE_WORDS, PRIORITY_WORDS, STATE_WORDS } from './orderWords.ts';
import { t, withTexts } from '../texts/texts.ts';

const JobOrderPanel = defineAsyncComponent(withTexts(() => import('./JobOrderPanel.vue')));

const props = defineProps<{ job: JobSummary }>();
defineEmits<{
  changed: [order: JobOrder];
  noted: [notes: string];
  /** It was put away, or taken back. */
  away: [];
  /** What the change did to the stock, in sentences. */
  stock: [said: readonly string[]];
  refused: [problem: Problem];
  /** A job like it is wanted. */
  again: [];
}>();

const open = ref(false);
const due = computed(() => (props.job.due === null ? null : new Date(props.job.due)));
const near = computed(() => lateness({ state: props.job.state, due: due.value }, new Date()));
const told = computed(() =>
  due.value
    ? `${near.value ? DUE_WORDS[near.value] : t('board.due')} ${dated(due.value, t('shared.dayAndTime'))}`
    : '',
);
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <button
        v-bind="activator"
        type="button"
        class="order"
        :class="near"
        :aria-label="
          t('board.change', {
            job: job.name,
            state: STATE_WORDS[job.state],
            rest: told ? `, ${told}` : '',
          })
        "
      >
        <b>{{ STATE_WORDS[job.state] }}</b>
        <b v-if="job.priority !== 'usual'" class="pressing">{{ PRIORITY_WORDS[job.priority] }}</b>
        <span class="figures">{{ told || t('board.noDueTime') }}</span>
      </button>
    </template>
    <job-order-panel
      :job="job"
      @changed="$emit('changed', $event)"
      @noted="$emit('noted', $event)"
      @away="$emit('away')"
      @stock="$emit('stock', $event)"
      @refused="$emit('refused', $event)"
      @again="$emit('again')"
      @left="open = false"
    />
  </v-menu>
</template>

<style scoped>
.order {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  min-height: 44px;
  padding: 8px 14px;
  border-top: 1px solid var(--line);
  font-size: var(--size-small);
  text-align: left;
}

.order:hover {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 8%, transparent);
}

.late .figures {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}

.soon .figures {
  color: rgb(var(--v-theme-warning));
  font-weight: 700;
}

.pressing {
  color: rgb(var(--v-theme-warning));
}
</style>
