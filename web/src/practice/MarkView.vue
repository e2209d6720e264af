<script setup lang="ts">
/** What an answer was worth: the print as it would have come out beside the right one, what it would have cost, and why. */
import type { GivenExercise, PracticePrint } from '@kyanos/contract';
import { computed } from 'vue';
import { currency, percent } from '../shared/format.ts';
import NozzleAnswer from './NozzleAnswer.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ given: GivenExercise; print: (which: PracticePrint) => string }>();
const mark = computed(() => props.given.mark!);
/** Half a line's width off its place, or not there at all. */
const SEEN = 0.5;
/** Lines of a pattern that are not as they should be. */
const pattern = computed(() => {
  const { exercise } = props.given;
  if (exercise.kind !== 'nozzles') return undefined;
  const marks = exercise.rows.flatMap(({ off }, row) =>
    off.flatMap((one, nozzle) => (one === null || Math.abs(one) > SEEN ? [{ row, nozzle }] : [])),
  );
  return { rows: exercise.rows, marks };
});
const TITLES: Readonly<Record<PracticePrint, string>> = {
  asked: props.given.exercise.kind === 'estimate' ? t('practice.theJob') : t('practice.asItCame'),
  own: props.given.exercise.kind === 'find' ? t('practice.asItCame') : t('practice.asYouHandedIn'),
  right: t('practice.asItShould'),
};
</script>

<template>
  <section class="column">
    <div
      class="panel pad d-flex flex-wrap align-baseline ga-3 score"
      :class="mark.passed ? 'passed' : 'failed'"
      role="status"
    >
      <b class="figures">{{ percent(mark.score, 0) }}</b>
      <span>{{ mark.passed ? t('practice.passed') : t('practice.notPassed') }}</span>
      <span v-if="mark.cost">{{
        t('practice.wouldHaveCost', {
          n: mark.cost.copies,
          minutes: Math.round(mark.cost.minutes),
          money: currency(mark.cost.money),
        })
      }}</span>
    </div>
    <div v-if="given.prints.length" class="prints">
      <figure v-for="which in given.prints" :key="which" class="panel pad">
        <figcaption class="label">{{ TITLES[which] }}</figcaption>
        <img :src="print(which)" :alt="TITLES[which]" />
      </figure>
    </div>
    <nozzle-answer v-if="pattern" :rows="pattern.rows" :marks="pattern.marks" />
    <ul class="panel pad column ga-2">
      <li v-for="point in mark.points" :key="point.says" class="d-flex ga-3 justify-space-between">
        <span>{{ point.says }}</span>
        <router-link
          v-if="point.page"
          :to="{ name: 'handbook', params: { page: point.page } }"
          class="small"
          >{{ t('practice.readOn') }}</router-link
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.score .figures {
  font-size: var(--size-figure);
}

.passed {
  border-left: 5px solid rgb(var(--v-theme-success));
}

.failed {
  border-left: 5px solid rgb(var(--v-theme-error));
}

.prints {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 12px;
}

img {
  display: block;
  max-width: 100%;
  max-height: 42vh;
  margin: 8px auto 0;
}
</style>
