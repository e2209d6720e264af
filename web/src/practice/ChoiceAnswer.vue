<script setup lang="ts">
/** Mistakes to choose from: one, or all that are there. */
import type { Answers, Option } from '@kyanos/core';
import { ref } from 'vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  options: readonly Option[];
  /** One of them is right. */
  single: boolean;
}>();
const emit = defineEmits<{ answered: [answer: Answers['find']] }>();

const chosen = ref<ReadonlySet<Option['id']>>(new Set());
function toggle(id: Option['id']) {
  const next = new Set(props.single ? [] : chosen.value);
  if (chosen.value.has(id)) next.delete(id);
  else next.add(id);
  chosen.value = next;
  emit('answered', { faults: [...next] });
}
</script>

<template>
  <div class="options" :role="single ? 'radiogroup' : 'group'" :aria-label="t('practice.choices')">
    <button
      v-for="{ id, name } in options"
      :key="id"
      type="button"
      class="option text-left"
      :role="single ? 'radio' : 'checkbox'"
      :aria-checked="chosen.has(id)"
      @click="toggle(id)"
    >
      {{ name }}
    </button>
  </div>
</template>

<style scoped>
.options {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(340px, 100%), 1fr));
  gap: 12px;
}
</style>
