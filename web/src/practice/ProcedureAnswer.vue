<script setup lang="ts">
/** Steps that are put in order. */
import type { Answers } from '@kyanos/core';
import { mdiArrowDown, mdiArrowUp } from '@mdi/js';
import { ref } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ steps: readonly string[] }>();
const emit = defineEmits<{ answered: [answer: Answers['procedure']] }>();

const order = ref(props.steps.map((_, i) => i));
// As they stand is an answer too.
emit('answered', { order: order.value });
function move(at: number, by: -1 | 1) {
  const to = at + by;
  if (to < 0 || to >= order.value.length) return;
  const next = [...order.value];
  [next[at], next[to]] = [next[to], next[at]];
  order.value = next;
  emit('answered', { order: next });
}
</script>

<template>
  <ol class="column ga-2 steps">
    <li v-for="(step, at) in order" :key="step" class="panel">
      <span class="figures soft">{{ at + 1 }}</span>
      <span>{{ steps[step] }}</span>
      <v-btn
        :icon="mdiArrowUp"
        variant="text"
        :disabled="at === 0"
        :aria-label="t('practice.earlier', { step: steps[step] })"
        @click="move(at, -1)"
      />
      <v-btn
        :icon="mdiArrowDown"
        variant="text"
        :disabled="at === order.length - 1"
        :aria-label="t('practice.later', { step: steps[step] })"
        @click="move(at, 1)"
      />
    </li>
  </ol>
</template>

<style scoped>
.steps {
  max-width: 900px;
}

li {
  display: grid;
  grid-template-columns: 28px 1fr auto auto;
  gap: 12px;
  align-items: center;
  padding: 4px 6px 4px 14px;
}
</style>
