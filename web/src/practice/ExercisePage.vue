<script setup lang="ts">
/** An exercise: what is asked, where it is answered, and what came of it. */
import {
  PRACTICE_API,
  type ExerciseId,
  type GivenExercise,
  type PracticePrint,
} from '@kyanos/contract';
import type { Answers, ExerciseKind } from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { addressIn, call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import ChoiceAnswer from './ChoiceAnswer.vue';
import EstimateAnswer from './EstimateAnswer.vue';
import MarkView from './MarkView.vue';
import NozzleAnswer from './NozzleAnswer.vue';
import ProcedureAnswer from './ProcedureAnswer.vue';
import { KIND_WORDS } from './practiceWords.ts';
import { useExercises } from './useExercises.ts';

const props = defineProps<{ id: string }>();
const given = shallowRef<GivenExercise>();
const answer = shallowRef<Answers[ExerciseKind]>();
const busy = ref(false);
const { problem, trying } = useTrying();
const next = useExercises();
const id = computed(() => props.id as ExerciseId);

watch(
  id,
  async (wanted) => {
    given.value = undefined;
    answer.value = undefined;
    const found = await trying(() => call(PRACTICE_API.getExercise, { params: { id: wanted } }));
    if (found && id.value === wanted) given.value = found;
  },
  { immediate: true },
);

const worked = computed(() => {
  const kind = given.value?.exercise.kind;
  return kind === 'stack' || kind === 'repair';
});
const ready = computed(() => worked.value || answer.value !== undefined);
async function handIn() {
  busy.value = true;
  const body = worked.value ? {} : answer.value!;
  const marked = await trying(() =>
    call(PRACTICE_API.handInExercise, { params: { id: id.value }, body: body as never }),
  );
  busy.value = false;
  if (marked) given.value = marked;
}
const print = (which: PracticePrint) =>
  addressIn(PRACTICE_API.getPracticePrint, { params: { id: id.value, print: which } });
</script>

<template>
  <main class="room-content stage">
    <p v-if="problem || next.problem.value" class="problem" role="alert">
      {{ problem || next.problem.value }}
    </p>
    <template v-if="given">
      <header>
        <p class="label">
          {{ KIND_WORDS[given.exercise.kind] }} ·
          {{ t('practice.level', { level: given.exercise.level }) }}
        </p>
        <h1 class="question">{{ given.exercise.brief.at(-1) }}</h1>
        <p v-for="line in given.exercise.brief.slice(0, -1)" :key="line" class="answer">
          {{ line }}
        </p>
      </header>

      <mark-view v-if="given.mark" :given="given" :print="print" />
      <template v-else>
        <div v-if="given.jobId" class="notice">
          <span>{{ t('practice.workInJob') }}</span>
          <v-btn
            color="primary"
            variant="flat"
            :to="{
              name: given.exercise.kind === 'stack' ? 'stack' : 'artwork',
              params: { id: given.jobId },
            }"
            >{{ t('practice.openJob') }}</v-btn
          >
        </div>
        <figure v-if="given.prints.includes('asked')" class="panel pad">
          <img :src="print('asked')" :alt="t('practice.askedPrint')" />
        </figure>
        <choice-answer
          v-if="given.exercise.kind === 'find' || given.exercise.kind === 'mistake'"
          :options="given.exercise.options"
          :single="given.exercise.kind === 'mistake'"
          @answered="answer = $event"
        />
        <estimate-answer
          v-else-if="given.exercise.kind === 'estimate'"
          :inks="given.exercise.inks"
          :currency="given.exercise.currency"
          @answered="answer = $event"
        />
        <nozzle-answer
          v-else-if="given.exercise.kind === 'nozzles'"
          :rows="given.exercise.rows"
          @answered="answer = $event"
        />
        <procedure-answer
          v-else-if="given.exercise.kind === 'procedure'"
          :steps="given.exercise.steps"
          @answered="answer = $event"
        />
      </template>
      <footer class="d-flex ga-2">
        <v-btn
          v-if="!given.mark"
          color="primary"
          variant="flat"
          size="large"
          :loading="busy"
          :disabled="!ready"
          @click="handIn"
          >{{ t('practice.handIn') }}</v-btn
        >
        <v-btn
          v-else
          color="primary"
          variant="flat"
          :loading="next.busy.value"
          @click="next.begin({ kind: given.exercise.kind })"
          >{{ t('practice.another') }}</v-btn
        >
        <v-btn variant="text" :to="{ name: 'practice-own' }">{{ t('practice.backToOwn') }}</v-btn>
      </footer>
    </template>
  </main>
</template>

<style scoped>
img {
  display: block;
  max-width: 100%;
  max-height: 46vh;
  margin: 0 auto;
}
</style>
