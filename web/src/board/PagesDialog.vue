<script setup lang="ts">
/** Asks once what the pages of a file are, and how many of each are wanted. */
import { type ArtworkInfo, jobsOf, type PageJob, type PageUse, pageUsesOf } from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { length } from '../shared/format.ts';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ info: ArtworkInfo | undefined; fileName: string }>();
const emit = defineEmits<{ choose: [jobs: readonly PageJob[]]; leave: [] }>();

const use = ref<PageUse>('each');
const copies = ref<number[]>([]);
watch(
  () => props.info,
  (info) => {
    if (!info) return;
    [use.value] = pageUsesOf(info);
    copies.value = info.pages.map(() => 1);
  },
  { immediate: true },
);

const uses = computed(() => (props.info ? pageUsesOf(props.info) : []));
const WORDS: Readonly<Record<PageUse, string>> = {
  versions: t('board.oneJobEveryPage'),
  both: t('board.oneJobPage1'),
  each: t('board.jobEachPageQuantity'),
  front: t('board.oneJobPage1Alone'),
};
const counted = computed(() =>
  use.value === 'each' || use.value === 'versions'
    ? (props.info?.pages ?? [])
    : (props.info?.pages.slice(0, 1) ?? []),
);
const jobs = computed(() => (props.info ? jobsOf(props.info, use.value, copies.value) : []));
</script>

<template>
  <v-dialog
    :model-value="info !== undefined"
    max-width="560"
    aria-labelledby="dialog-title"
    @update:model-value="emit('leave')"
  >
    <form v-if="info" class="panel dialog-form" @submit.prevent="emit('choose', jobs)">
      <h2 id="dialog-title" class="question">
        {{ t('board.whatPages', { n: info.pages.length, fileName }) }}
      </h2>
      <v-radio-group :model-value="use" hide-details @update:model-value="$event && (use = $event)">
        <v-radio v-for="one in uses" :key="one" :value="one" :label="WORDS[one]" />
      </v-radio-group>
      <ul class="column ga-2 counts">
        <li v-for="(page, i) in counted" :key="page.number">
          <span>{{
            t('board.pageNumber', {
              number: page.number,
              width: length(page.trimMm.width),
              height: length(page.trimMm.height),
            })
          }}</span>
          <number-field
            v-model="copies[i]"
            :label="t('board.copies')"
            :min="counted.length > 1 ? 0 : 1"
            :max="1_000_000"
          />
        </li>
      </ul>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="emit('leave')">{{ t('board.leave') }}</v-btn>
        <v-btn type="submit" color="primary" variant="flat" :disabled="jobs.length === 0">
          {{ jobs.length === 1 ? t('board.beginJob') : t('board.beginJobs', { n: jobs.length }) }}
        </v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.counts {
  max-height: 44vh;
  overflow-y: auto;
  padding: 6px 0;
}

.counts li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  align-items: center;
  gap: 12px;
}
</style>
