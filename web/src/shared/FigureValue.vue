<script setup lang="ts">
/** A number that opens into how it was come by. */
import type { Working } from '@kyanos/core';
import WorkingBody from './WorkingBody.vue';
import { t } from '../texts/texts.ts';

defineProps<{
  /** The value with its unit. */
  text: string;
  /** What is shown when it is opened. */
  working: Working;
}>();
</script>

<template>
  <v-menu location="bottom" max-width="460">
    <template #activator="{ props: activator }">
      <button
        v-bind="activator"
        type="button"
        class="figure figures"
        :aria-label="t('shared.showHowCalculated', { working: working.label, text })"
      >
        {{ text }}
      </button>
    </template>
    <working-body :working="working" />
  </v-menu>
</template>

<style scoped>
.figure {
  padding: 0;
  font-weight: 500;
  min-height: 26px;
  border-bottom: 1px dotted var(--soft);
  white-space: nowrap;
}
</style>
