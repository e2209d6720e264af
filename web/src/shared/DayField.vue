<script setup lang="ts">
/** A day. Empty: none. */
const day = defineModel<string | undefined>({ required: true });
defineProps<{
  /** Which day it is. */
  label: string;
}>();
</script>

<template>
  <v-text-field
    :label="label"
    type="date"
    clearable
    :model-value="day ?? ''"
    @update:model-value="day = $event || undefined"
    @click:clear="day = undefined"
  />
</template>
