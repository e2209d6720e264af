<script setup lang="ts">
/** Marks a job that is an exercise: what is asked, and where it is handed in. */
import { PRACTICE_API, type ExerciseId } from '@kyanos/contract';
import { ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { useJob } from './useJob.ts';

const props = defineProps<{ exercise: ExerciseId }>();
const job = useJob();
const router = useRouter();
const brief = shallowRef<readonly string[]>([]);
/** It is answered on its own page, and only looked at here. */
const elsewhere = ref(false);
const busy = ref(false);
const { problem, trying } = useTrying();

watch(
  () => props.exercise,
  async (id) => {
    const given = await trying(() => call(PRACTICE_API.getExercise, { params: { id } }));
    if (!given) return;
    brief.value = given.exercise.brief;
    elsewhere.value = given.exercise.kind === 'find';
    if ('state' in given.exercise) job.practised = given.exercise.state;
  },
  { immediate: true },
);

async function handIn() {
  busy.value = true;
  const id = props.exercise;
  const done =
    elsewhere.value ||
    (await trying(() => call(PRACTICE_API.handInExercise, { params: { id }, body: {} })));
  busy.value = false;
  if (done) await router.push({ name: 'exercise', params: { id } });
}
</script>

<template>
  <div class="notice practising" role="note" data-testid="practice">
    <div>
      <b>{{ t('job.practice') }}</b>
      <p v-for="line in brief" :key="line">{{ line }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
    <v-btn
      color="primary"
      variant="flat"
      :loading="busy"
      :disabled="job.saveState !== 'saved'"
      @click="handIn"
      >{{ elsewhere ? t('job.backToExercise') : t('job.handIn') }}</v-btn
    >
  </div>
</template>

<style scoped>
.practising {
  margin-bottom: 12px;
  border-left: 8px solid rgb(var(--v-theme-warning));
}

p {
  max-width: 90ch;
}
</style>
