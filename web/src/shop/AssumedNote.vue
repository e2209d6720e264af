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
  <p class="small mt-1">
    <template v-if="assumed">
      <b class="text-warning">{{ t('shop.assumed') }}</b> {{ lookUp }}
      <button type="button" class="link-button" @click="emit('right')">
        {{ t('shop.right') }}
      </button>
    </template>
    <span v-else class="soft">{{ changes }}</span>
  </p>
</template>
