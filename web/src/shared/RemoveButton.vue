<script setup lang="ts">
/** Takes an entry of a list away. */
import { mdiClose } from '@mdi/js';

defineProps<{
  /** What is taken away, as it is spoken. */
  label: string;
}>();
</script>

<template>
  <v-btn icon variant="text" :aria-label="label"><v-icon :icon="mdiClose" /></v-btn>
</template>
