<script setup lang="ts">
/** A course: what it certifies, whom it is set to, and its exercises out of jobs of the shop. */
import { PRACTICE_API, type JobId } from '@kyanos/contract';
import { EXERCISE_KINDS, LEVELS, type ExerciseKind, type Level } from '@kyanos/core';
import { computed, ref } from 'vue';
import { call } from '../shared/api.ts';
import JobPicker from '../shared/JobPicker.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { KIND_WORDS } from './practiceWords.ts';

const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ made: [] }>();

interface Line {
  kind: ExerciseKind;
  level: Level;
  jobId: string | undefined;
}
const name = ref('');
const people = ref<string[]>([]);
const lines = ref<Line[]>([{ kind: 'stack', level: 1, jobId: undefined }]);
const { problem, trying } = useTrying();
const busy = ref(false);

const ready = computed(
  () =>
    name.value.trim() !== '' &&
    people.value.length > 0 &&
    lines.value.length > 0 &&
    lines.value.every(({ jobId }) => jobId),
);
async function save() {
  busy.value = true;
  const done = await trying(() =>
    call(PRACTICE_API.setCourse, {
      body: {
        name: name.value.trim(),
        people: people.value.map((one) => one.trim()).filter(Boolean),
        lines: lines.value.map(({ kind, level, jobId }) => ({
          kind,
          level,
          jobId: jobId as JobId,
        })),
      },
    }),
  );
  busy.value = false;
  if (!done) return;
  emit('made');
  open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-labelledby="dialog-title">
    <div class="panel dialog-form">
      <h2 id="dialog-title" class="question">{{ t('practice.newCourse') }}</h2>
      <v-text-field v-model="name" :label="t('practice.certifies')" maxlength="80" />
      <v-combobox
        v-model="people"
        :label="t('practice.people')"
        :hint="t('practice.peopleHint')"
        persistent-hint
        multiple
        chips
        closable-chips
      />
      <div v-for="(line, i) in lines" :key="i" class="line">
        <v-select
          v-model="line.kind"
          :label="t('practice.kind')"
          :items="EXERCISE_KINDS.map((one) => ({ title: KIND_WORDS[one], value: one }))"
          hide-details
        />
        <v-select
          v-model="line.level"
          :label="t('practice.levelLabel')"
          :items="LEVELS"
          hide-details
        />
        <job-picker v-model="line.jobId" :label="t('practice.ofJob')" />
        <remove-button
          :label="t('practice.removeLine', { n: i + 1 })"
          @click="lines.splice(i, 1)"
        />
      </div>
      <v-btn variant="tonal" @click="lines.push({ kind: 'repair', level: 1, jobId: undefined })">{{
        t('practice.addLine')
      }}</v-btn>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('practice.cancel') }}</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!ready" :loading="busy" @click="save">{{
          t('practice.setIt')
        }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 1.2fr 90px 1.6fr auto;
  gap: 12px;
  align-items: center;
}
</style>
