<script setup lang="ts">
/** What somebody knows, what is shaky, and what is next: ten minutes a day. */
import { PRACTICE_API, type Learner } from '@kyanos/contract';
import { ago, EXERCISE_KINDS, type ExerciseKind } from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { call } from '../shared/api.ts';
import { percent } from '../shared/format.ts';
import { me } from '../shared/me.ts';
import { operator } from '../shared/operator.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { KIND_WORDS } from './practiceWords.ts';
import { useExercises } from './useExercises.ts';

const learner = shallowRef<Learner>();
const { problem, trying } = useTrying();
const { begin, busy, problem: refused } = useExercises();

async function load() {
  const name = operator.value;
  const found = await trying(() => call(PRACTICE_API.getLearner, {}));
  if (found && name === operator.value) learner.value = found;
}
watch(operator, load, { immediate: true });

const minutes = computed(() =>
  Math.round(learner.value?.session.reduce((sum, one) => sum + one.minutes, 0) ?? 0),
);
const answer = computed(() => {
  const { value: own } = learner;
  if (!own) return '';
  const n = own.session.length;
  const due = own.skills.filter(({ standing }) => standing === 'due').length;
  return due > 0
    ? t('practice.answerDue', { n, minutes: minutes.value, due })
    : t('practice.answerNew', { n, minutes: minutes.value });
});
const STANDINGS = ['due', 'shaky', 'sure'] as const;
const LOOK = { due: 'text-warning', shaky: '', sure: 'text-success' } as const;
const WORDS = {
  due: t('practice.due'),
  shaky: t('practice.shaky'),
  sure: t('practice.sure'),
} as const;
const standing = (of: (typeof STANDINGS)[number]) =>
  learner.value?.skills.filter((skill) => skill.standing === of) ?? [];
const kind = ref<ExerciseKind>('find');
const nextOf = (one: Learner['session'][number]) =>
  begin({ kind: one.kind, ...(one.topic !== null && { topic: one.topic }) });
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('practice.whatNext') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <v-text-field
        v-if="!me?.signIn"
        v-model="operator"
        class="who"
        :label="t('practice.whoPractises')"
        maxlength="80"
        hide-details
      />
    </header>
    <p v-if="problem || refused" class="problem" role="alert">{{ problem || refused }}</p>

    <div v-if="learner" class="columns">
      <section class="panel pad column">
        <h2>{{ t('practice.today') }}</h2>
        <ol class="column ga-0 lines">
          <li v-for="(one, i) in learner.session" :key="i">
            <span class="column ga-0"
              ><b>{{ KIND_WORDS[one.kind] }}</b>
              <span v-if="one.topic" class="soft small">{{
                learner.skills.find(({ topic }) => topic === one.topic)?.name
              }}</span></span
            >
            <v-btn
              size="small"
              :color="i === 0 ? 'primary' : undefined"
              :variant="i === 0 ? 'flat' : 'tonal'"
              :loading="busy && i === 0"
              :disabled="busy"
              @click="nextOf(one)"
              >{{ t('practice.begin') }}</v-btn
            >
          </li>
        </ol>
        <div class="free">
          <v-select
            v-model="kind"
            :label="t('practice.orAnother')"
            :items="EXERCISE_KINDS.map((one) => ({ title: KIND_WORDS[one], value: one }))"
            hide-details
          />
          <v-btn variant="tonal" :disabled="busy" @click="begin({ kind })">{{
            t('practice.begin')
          }}</v-btn>
        </div>
      </section>

      <section class="panel pad column">
        <h2>{{ t('practice.known') }}</h2>
        <p v-if="learner.skills.length === 0" class="soft">{{ t('practice.nothingYet') }}</p>
        <template v-for="of in STANDINGS" :key="of">
          <h3 v-if="standing(of).length" class="label">
            {{ WORDS[of] }} · {{ standing(of).length }}
          </h3>
          <ul v-if="standing(of).length" class="column ga-0 lines" :class="LOOK[of]">
            <li v-for="skill in standing(of)" :key="skill.topic">
              <span>{{ skill.name }}</span>
              <span class="figures small">{{ percent(skill.last, 0) }}</span>
            </li>
          </ul>
        </template>
        <p class="soft small">{{ t('practice.unseen', { n: learner.unseen }) }}</p>
      </section>

      <section v-for="course in learner.courses" :key="course.id" class="panel pad column">
        <h2>{{ course.name }}</h2>
        <p class="soft small">{{ t('practice.setBy', { by: course.by }) }}</p>
        <ol class="column ga-0 lines">
          <li v-for="(line, i) in course.lines" :key="i">
            <span class="column ga-0">
              <b>{{ KIND_WORDS[line.kind] }}</b>
              <span class="soft small">{{ line.job }}</span>
            </span>
            <span v-if="course.people[0]?.lines[i]?.passed" class="good small">{{
              t('practice.passedWith', { score: percent(course.people[0].lines[i].score ?? 0, 0) })
            }}</span>
            <v-btn
              v-else
              size="small"
              variant="tonal"
              :disabled="busy"
              @click="begin({ kind: line.kind, course: { id: course.id, line: i } })"
              >{{ t('practice.begin') }}</v-btn
            >
          </li>
        </ol>
      </section>

      <section v-if="learner.open.length || learner.recent.length" class="panel pad column">
        <h2>{{ t('practice.latest') }}</h2>
        <ul class="column ga-0 lines">
          <li v-for="one in [...learner.open, ...learner.recent].slice(0, 12)" :key="one.id">
            <router-link :to="{ name: 'exercise', params: { id: one.id } }">{{
              KIND_WORDS[one.kind]
            }}</router-link>
            <span class="soft small flex-1-1-0">{{ one.job }}</span>
            <span class="small soft">{{ ago(new Date(one.at)) }}</span>
            <span class="figures small" :class="{ problem: one.passed === false }">{{
              one.score === null ? t('practice.open') : percent(one.score, 0)
            }}</span>
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.who {
  flex: 0 0 220px;
}

.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
  gap: 12px;
  align-items: start;
}

.free {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 12px;
  align-items: center;
}
</style>
