<script setup lang="ts">
/** Exercises that a master sets to people, and how far they are. */
import { PRACTICE_API, type Course } from '@kyanos/contract';
import { defineAsyncComponent, ref, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { percent } from '../shared/format.ts';
import { may, only } from '../shared/me.ts';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { KIND_WORDS } from './practiceWords.ts';

const CourseDialog = defineAsyncComponent(() => import('./CourseDialog.vue'));

const courses = shallowRef<readonly Course[]>();
const making = ref(false);
const { problem, trying } = useTrying();

async function load() {
  const found = await trying(() => call(PRACTICE_API.listCourses, {}));
  if (found) courses.value = found;
}
void load();
async function end(id: Course['id']) {
  await trying(() => call(PRACTICE_API.endCourse, { params: { id } }));
  await load();
}
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('practice.whoCanWhat') }}</h1>
        <p class="answer">{{ t('practice.coursesAre') }}</p>
      </div>
      <v-btn
        color="primary"
        variant="flat"
        v-bind="only(PRACTICE_API.setCourse)"
        @click="making = true"
        >{{ t('practice.newCourse') }}</v-btn
      >
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="courses?.length === 0" class="soft">{{ t('practice.noCourses') }}</p>
    <section v-for="course in courses ?? []" :key="course.id" class="panel pad">
      <header class="page-head">
        <h2>{{ course.name }}</h2>
        <span class="soft small">{{ t('practice.setBy', { by: course.by }) }}</span>
        <remove-button
          v-if="may(PRACTICE_API.endCourse)"
          :label="t('practice.endCourse', { course: course.name })"
          @click="end(course.id)"
        />
      </header>
      <div class="overflow-x-auto">
        <table class="table">
          <thead>
            <tr>
              <th>{{ t('practice.who') }}</th>
              <th v-for="(line, i) in course.lines" :key="i">
                {{ KIND_WORDS[line.kind] }}
                <span class="soft small d-block font-weight-regular">{{ line.job }}</span>
              </th>
              <th>{{ t('practice.certificate') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in course.people" :key="one.learner">
              <th scope="row">{{ one.learner }}</th>
              <td v-for="(line, i) in one.lines" :key="i" class="figures">
                <router-link
                  v-if="line.id"
                  :class="line.passed ? 'text-success' : 'text-warning'"
                  :to="{ name: 'exercise', params: { id: line.id } }"
                  >{{
                    line.score === null ? t('practice.open') : percent(line.score, 0)
                  }}</router-link
                >
                <span v-else class="soft">–</span>
              </td>
              <td>
                <router-link
                  v-if="one.certifiedAt"
                  :to="{
                    name: 'certificate',
                    params: { course: course.id, learner: one.learner },
                  }"
                  >{{ t('practice.seeCertificate') }}</router-link
                >
                <span v-else class="soft">–</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <course-dialog v-if="making" v-model="making" @made="load" />
  </section>
</template>
