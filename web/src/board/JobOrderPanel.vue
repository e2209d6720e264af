<script setup lang="ts">
/** State, due time and notes of a job, changed. */
import { isOrdered, JOB_STATES, PRIORITIES } from '@kyanos/core';
import { API, type JobOrder, type JobSummary } from '@kyanos/contract';
import { format } from 'date-fns';
import { computed } from 'vue';
import { mdiFilePdfBox, mdiZipBoxOutline } from '@mdi/js';
import { addressIn } from '../shared/api.ts';
import { only, whoMay } from '../shared/me.ts';
import { PRIORITY_WORDS, STATE_WORDS } from './orderWords.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ job: JobSummary }>();
const emit = defineEmits<{
  change: [next: Partial<JobOrder>];
  note: [text: string];
  /** It is put away, or taken back. */
  putAway: [];
  /** A job like it is wanted. */
  again: [];
}>();

const due = computed(() => (props.job.due === null ? null : new Date(props.job.due)));
/** As a field of date and time has it, in the time of this place. */
const typed = computed(() => (due.value ? format(due.value, "yyyy-MM-dd'T'HH:mm") : ''));

/** Who moves a job on; undefined where whoever sits here does. */
const closed = computed(() => whoMay(API.setJobOrder));
const confirmation = computed(() =>
  addressIn(API.getPaper, { params: { id: props.job.id, paper: 'order-confirmation' } }),
);
const file = computed(() => addressIn(API.getJobFile, { params: { id: props.job.id } }));
const setDue = (text: string | null) =>
  emit('change', { due: text ? new Date(text).toISOString() : null });
</script>

<template>
  <div class="panel column ga-2 pa-3 choices">
    <p v-if="closed" class="soft small">{{ closed }}</p>
    <v-text-field
      type="datetime-local"
      :label="t('board.due')"
      :model-value="typed"
      :clearable="!closed"
      :readonly="!!closed"
      @change="setDue(($event.target as HTMLInputElement).value)"
      @click:clear="setDue(null)"
    />
    <p v-if="closed">{{ PRIORITY_WORDS[job.priority] }}</p>
    <v-btn-toggle
      v-else
      mandatory
      density="compact"
      variant="outlined"
      :aria-label="t('board.howPressing')"
      :model-value="job.priority"
      @update:model-value="emit('change', { priority: $event })"
    >
      <v-btn v-for="one in PRIORITIES" :key="one" :value="one" size="small">{{
        PRIORITY_WORDS[one]
      }}</v-btn>
    </v-btn-toggle>
    <div role="listbox" :aria-label="t('board.state', { job: job.name })">
      <button
        v-for="state in closed ? [job.state] : JOB_STATES"
        :key="state"
        type="button"
        role="option"
        class="entry"
        :aria-selected="state === job.state"
        :disabled="!!closed"
        @click="emit('change', { state })"
      >
        {{ STATE_WORDS[state] }}
      </button>
    </div>
    <label class="column ga-1">
      <span class="soft small">{{ t('board.notes') }}</span>
      <textarea
        rows="3"
        maxlength="4000"
        :value="job.notes"
        @change="emit('note', ($event.target as HTMLTextAreaElement).value)"
      ></textarea>
    </label>
    <v-btn
      v-if="isOrdered(job.state)"
      size="small"
      variant="text"
      :prepend-icon="mdiFilePdfBox"
      :href="confirmation"
      target="_blank"
      >{{ t('board.confirmation') }}</v-btn
    >
    <v-btn size="small" variant="text" :prepend-icon="mdiZipBoxOutline" :href="file" download>{{
      t('board.asFile')
    }}</v-btn>
    <v-btn size="small" variant="text" v-bind="only(API.putJobAway)" @click="emit('putAway')">{{
      job.putAway ? t('board.takeBack') : t('board.putAway')
    }}</v-btn>
    <v-btn size="small" variant="tonal" @click="emit('again')">{{ t('board.printAgain') }}</v-btn>
  </div>
</template>

<style scoped>
.choices {
  width: 250px;
}

textarea {
  width: 100%;
  padding: 8px 10px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: transparent;
  color: inherit;
  font: inherit;
  resize: vertical;
}
</style>
