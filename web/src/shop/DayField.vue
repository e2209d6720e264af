<script setup lang="ts">
/** The first day on which something holds. Empty: always. */
const day = defineModel<string | undefined>({ required: true });
</script>

<template>
  <v-text-field
    label="Holds from"
    type="date"
    clearable
    :model-value="day ?? ''"
    @update:model-value="day = $event || undefined"
    @click:clear="day = undefined"
  />
</template>
