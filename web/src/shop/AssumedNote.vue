<script setup lang="ts">
/** Under a figure: what it changes, and, while nobody has stated it, that it is assumed and where to look it up. */
import { t } from '../texts/texts.ts';
defineProps<{
  assumed: boolean;
  changes: string;
  lookUp: string;
}>();
const emit = defineEmits<{ right: [] }>();
</script>

<template>
  <p class="note">
    <template v-if="assumed">
      <b>{{ t('shop.assumed') }}</b> {{ lookUp }}
      <button type="button" class="right" @click="emit('right')">{{ t('shop.right') }}</button>
    </template>
    <span v-else class="soft">{{ changes }}</span>
  </p>
</template>

<style scoped>
.note {
  margin-top: 2px;
  font-size: var(--size-small);
  line-height: 1.35;
}

b {
  color: rgb(var(--v-theme-warning));
}

.right {
  min-height: 24px;
  text-decoration: underline;
}
</style>
