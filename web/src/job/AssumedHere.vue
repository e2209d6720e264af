<script setup lang="ts">
/** Figures that this job's time or cost stands on and nobody has stated; nothing where all are. */
import { assumedIn, listed } from '@kyanos/core';
import { computed } from 'vue';
import { fieldName } from '../shop/fieldNames.ts';
import { useJob } from './useJob.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  /** Which answer stands on them. */
  of: 'time' | 'cost';
}>();
const job = useJob();
const MOST = 4;
const names = computed(() => {
  const { machine, modeId } = job.plan!;
  const inks = job.shown?.work?.inks.map(({ channel }) => channel) ?? [];
  return assumedIn(machine, modeId, inks)[props.of].map(fieldName);
});
const text = computed(() =>
  listed(
    names.value.length > MOST
      ? [...names.value.slice(0, MOST), t('job.moreN', { n: names.value.length - MOST })]
      : names.value,
  ),
);
</script>

<template>
  <p v-if="names.length" class="assumed small" data-testid="assumed">
    <b class="text-warning">{{ t('job.assumed') }}</b> {{ text }}.
    <router-link :to="{ name: 'shop-machines', params: { item: job.plan!.machine.id } }">{{
      t('job.setThemShop')
    }}</router-link>
  </p>
</template>
