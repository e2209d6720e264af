<script setup lang="ts">
/** Small jobs that share the loads: chosen from the board, or typed in. */
import type { JobSummary } from '@kyanos/contract';
import type { Companion } from '@kyanos/core';
import { shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import LengthField from '../shared/LengthField.vue';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { companionOf, possibleCompanions } from './companions.ts';
import { t } from '../texts/texts.ts';

const companions = defineModel<readonly Companion[]>({ required: true });
const job = useJob();
const possible = shallowRef<readonly JobSummary[]>([]);
watch(
  () => [job.plan?.machine, job.plan?.material, job.plan?.stack],
  async () => {
    if (job.plan && job.id) possible.value = await possibleCompanions(job.plan, job.id);
  },
  { immediate: true },
);

async function add(found: JobSummary) {
  companions.value = [...companions.value, await companionOf(found)];
}
const addByHand = () => {
  companions.value = [
    ...companions.value,
    {
      name: t('layout.job', { n: companions.value.length + 2 }),
      width: 50,
      height: 50,
      copies: 10,
    },
  ];
};
const change = (at: number, part: Partial<Companion>) => {
  companions.value = companions.value.map((one, i) => (i === at ? { ...one, ...part } : one));
};
const remove = (at: number) => {
  companions.value = companions.value.filter((_, i) => i !== at);
};
</script>

<template>
  <div class="column">
    <h2 class="label">{{ t('layout.gangedJobs') }}</h2>
    <p v-if="companions.length === 0" class="soft small">
      {{ t('layout.smallJobsSameStack') }}
    </p>
    <div v-for="(companion, i) in companions" :key="i" class="line pb-3">
      <v-text-field
        :label="t('layout.name')"
        maxlength="200"
        :model-value="companion.name"
        @change="change(i, { name: ($event.target as HTMLInputElement).value || companion.name })"
      />
      <number-field
        :label="t('layout.copies')"
        :min="1"
        :max="100000"
        :model-value="companion.copies"
        @update:model-value="change(i, { copies: $event })"
      />
      <length-field
        :label="t('layout.width')"
        :min="1"
        :max="5000"
        :model-value="companion.width"
        @update:model-value="change(i, { width: $event })"
      />
      <length-field
        :label="t('layout.height')"
        :min="1"
        :max="5000"
        :model-value="companion.height"
        @update:model-value="change(i, { height: $event })"
      />
      <remove-button
        :label="t('layout.takeOffLoads', { companion: companion.name })"
        @click="remove(i)"
      />
    </div>
    <div class="column">
      <v-btn
        v-for="found in possible.filter((one) => companions.every(({ name }) => name !== one.name))"
        :key="found.id"
        @click="add(found)"
        >{{ t('layout.addCopies', { found: found.name, copies: found.copies }) }}</v-btn
      >
      <v-btn @click="addByHand">{{ t('layout.addOneSize') }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 1fr 92px;
  gap: 8px;
  border-bottom: 1px solid var(--line);
}
</style>
