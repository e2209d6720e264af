<script setup lang="ts">
/** Where a layer lies. A component of its own: it is drawn anew when its rule changes, not at every tick of the density. */
import { t } from '../texts/texts.ts';

defineProps<{
  rules: readonly { readonly title: string; readonly value: string }[];
  rule: string;
}>();
const emit = defineEmits<{ choose: [rule: string] }>();
</script>

<template>
  <v-select
    :label="t('stack.lies')"
    :items="rules"
    :model-value="rule"
    @update:model-value="emit('choose', $event)"
  />
</template>
