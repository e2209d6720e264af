<script setup lang="ts">
/** A rule as text, to be read, copied and typed. */
import { DomainError, formatRule, parseRule, type PlateRule } from '@kyanos/core';
import { ref, watch } from 'vue';
import { t } from '../texts/texts.ts';

const rule = defineModel<PlateRule>({ required: true });
const text = ref('');
const problem = ref('');
watch(
  rule,
  (now) => {
    text.value = formatRule(now);
    problem.value = '';
  },
  { immediate: true },
);

function take() {
  try {
    const typed = parseRule(text.value);
    if (formatRule(typed) !== formatRule(rule.value)) rule.value = typed;
    problem.value = '';
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    problem.value = error.message;
  }
}
</script>

<template>
  <v-textarea
    v-model="text"
    class="figures text"
    :label="t('plates.ruleText')"
    rows="1"
    auto-grow
    max-rows="6"
    spellcheck="false"
    :error-messages="problem"
    @blur="take"
    @keydown.enter.prevent="take"
  />
</template>

<style scoped>
.text :deep(textarea) {
  font-family: var(--figures);
  font-size: 0.82rem;
}
</style>
