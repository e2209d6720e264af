<script setup lang="ts">
/** What somebody can do, by which exercises, with their marks and a date: to be printed. */
import { PRACTICE_API, type Course } from '@kyanos/contract';
import { dated } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { percent } from '../shared/format.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { KIND_WORDS } from './practiceWords.ts';

const props = defineProps<{ course: string; learner: string }>();
const courses = shallowRef<readonly Course[]>();
const { problem, trying } = useTrying();
void trying(() => call(PRACTICE_API.listCourses, {})).then(
  (found) => (courses.value = found ?? []),
);

const course = computed(() => courses.value?.find(({ id }) => id === props.course));
const own = computed(() => course.value?.people.find((one) => one.learner === props.learner));
const day = (at: string) => dated(new Date(at), t('practice.day'));
const print = () => window.print();
</script>

<template>
  <main class="sheet">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="courses && !own?.certifiedAt" class="answer">{{ t('practice.noCertificate') }}</p>
    <article v-else-if="course && own?.certifiedAt" class="panel pad">
      <h1 class="question">{{ own.learner }}</h1>
      <p class="answer">{{ course.name }}</p>
      <table class="table">
        <tbody>
          <tr v-for="(line, i) in course.lines" :key="i">
            <td>{{ KIND_WORDS[line.kind] }}, {{ t('practice.level', { level: line.level }) }}</td>
            <td>{{ line.job }}</td>
            <td class="figures">{{ percent(own.lines[i].score ?? 0, 0) }}</td>
            <td class="figures">{{ day(own.lines[i].at!) }}</td>
          </tr>
        </tbody>
      </table>
      <p>{{ t('practice.certifiedOn', { day: day(own.certifiedAt), by: course.by }) }}</p>
      <v-btn class="no-print" variant="tonal" @click="print">{{ t('practice.print') }}</v-btn>
    </article>
  </main>
</template>

<style scoped>
.sheet {
  overflow-y: auto;
  padding: 32px 20px;
}

article {
  display: grid;
  gap: 16px;
  max-width: 760px;
  margin: 0 auto;
  padding: 32px;
  justify-items: start;
}

@media print {
  .no-print {
    display: none;
  }
}
</style>
