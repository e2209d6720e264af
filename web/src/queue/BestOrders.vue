<script setup lang="ts">
/** The orders worth choosing between, beside the one that stands. */
import { type Objective, type QueueOrder, type Score, spanWords } from '@kyanos/core';
import { percent, ml } from '../shared/format.ts';
import type { Found } from './queue.worker.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  found: readonly Found[];
  /** Of the order that stands. */
  now: Score;
  order: QueueOrder;
  /** Who may take one; undefined where whoever sits here may. */
  closed: string | undefined;
}>();
const emit = defineEmits<{ take: [order: QueueOrder] }>();

const WORDS: Readonly<Record<Objective, { readonly name: string; readonly about: string }>> = {
  'least-late': { name: t('queue.leastLate'), about: t('queue.leastLateAbout') },
  'least-changeover': { name: t('queue.leastChange'), about: t('queue.leastChangeAbout') },
  'white-together': { name: t('queue.whiteTogether'), about: t('queue.whiteTogetherAbout') },
};
const rows = (score: Score) => [
  {
    name: t('queue.lateSum'),
    text: t('queue.lateTold', { n: score.lateJobs, late: spanWords(score.lateMinutes) }),
  },
  { name: t('queue.changeSum'), text: spanWords(score.changeMinutes) },
  { name: t('queue.inkLost'), text: ml(score.changeMl) },
  { name: t('queue.whiteRuns'), text: String(score.whiteRuns) },
];
const same = (order: QueueOrder) =>
  Object.entries(order).every(([id, tasks]) => tasks.join() === (props.order[id] ?? []).join());
</script>

<template>
  <div class="orders">
    <section class="panel pad column ga-2">
      <h3>{{ t('queue.asItIs') }}</h3>
      <dl class="facts">
        <template v-for="row in rows(now)" :key="row.name">
          <dt>{{ row.name }}</dt>
          <dd class="figures">{{ row.text }}</dd>
        </template>
      </dl>
    </section>
    <section v-for="one in found" :key="one.objective" class="panel pad column ga-2">
      <h3>{{ WORDS[one.objective].name }}</h3>
      <p class="small soft">{{ WORDS[one.objective].about }}</p>
      <dl class="facts">
        <template v-for="row in rows(one.score)" :key="row.name">
          <dt>{{ row.name }}</dt>
          <dd class="figures">{{ row.text }}</dd>
        </template>
      </dl>
      <p class="small soft">
        {{ one.exact ? t('queue.proved') : t('queue.within', { gap: percent(one.gap, 1) }) }}
      </p>
      <p v-if="same(one.order)" class="small">{{ t('queue.sameOrder') }}</p>
      <p v-else-if="closed" class="small">{{ closed }}</p>
      <v-btn v-else size="small" variant="tonal" @click="emit('take', one.order)">{{
        t('queue.takeOrder')
      }}</v-btn>
    </section>
  </div>
</template>

<style scoped>
.orders {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 12px;
}

.orders section {
  align-content: start;
}
</style>
