<script setup lang="ts">
/** Leads from a part of a screen to the page of the handbook that explains its fields. */
import { mdiHelpCircleOutline } from '@mdi/js';
import { t } from '../texts/texts.ts';

defineProps<{
  /** Page of the handbook, with a place on it behind a number sign where it has one. */
  page: string;
  /** What it explains, as it stands beside it. */
  of: string;
}>();
</script>

<template>
  <router-link class="help" :to="`/handbook/${page}`" :aria-label="t('shared.explains', { of })">
    <v-icon :icon="mdiHelpCircleOutline" size="18" />
  </router-link>
</template>

<style scoped>
.help {
  display: grid;
  flex: none;
  place-content: center;
  min-width: 32px;
  min-height: 32px;
  color: var(--soft);
  border-radius: 50%;
}
</style>
