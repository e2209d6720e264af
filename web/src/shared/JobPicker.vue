<script setup lang="ts">
/** A job of the board, found by typing. */
import { API, type JobSummary } from '@kyanos/contract';
import { ref, shallowRef, watch } from 'vue';
import { call } from './api.ts';
import { useLatest } from './useLatest.ts';
import { t } from '../texts/texts.ts';

/** Id of the chosen job. */
const model = defineModel<string | undefined>({ required: true });
const props = defineProps<{
  /** What is asked for. */
  label: string;
  /** Name of the chosen job, where it may not be among the newest. */
  name?: string | undefined;
}>();

const MOST = 30;
const jobs = shallowRef<readonly Pick<JobSummary, 'id' | 'name' | 'machine'>[]>([]);
const search = ref('');
const { ask, busy } = useLatest(
  async (words: string) =>
    (await call(API.listJobs, { query: { search: words, limit: MOST } })).jobs,
  (found) => (jobs.value = found),
);
watch(
  search,
  (words) => {
    const chosen = jobs.value.find(({ id }) => id === model.value)?.name ?? props.name;
    // The name of what is chosen stands in the field: that is no search.
    void ask(words === chosen ? '' : words);
  },
  { immediate: true },
);
const items = () => {
  const known = jobs.value.some(({ id }) => id === model.value);
  const chosen =
    model.value && props.name && !known ? [{ id: model.value, name: props.name, machine: '' }] : [];
  return [...chosen, ...jobs.value];
};
</script>

<template>
  <v-autocomplete
    v-model="model"
    v-model:search="search"
    :label="label"
    :items="items()"
    item-value="id"
    item-title="name"
    :item-props="({ machine }) => ({ subtitle: machine })"
    :loading="busy"
    no-filter
    :no-data-text="t('shared.noJobTheseWords')"
  />
</template>
