<script setup lang="ts">
/** Lines that don't print: what each is, and how long. */
import { LINE_NAMES, visibleName, type TechnicalLines } from '@kyanos/core';
import { length } from '../shared/format.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

defineProps<{ lines: readonly TechnicalLines[] }>();
</script>

<template>
  <div class="panel pad">
    <div class="with-help">
      <h2 class="small">{{ t('artwork.linesDontPrint') }}</h2>
      <handbook-link page="separations" :of="t('artwork.linesDontPrint')" />
    </div>
    <ul class="column ga-2">
      <li v-for="line in lines" :key="`${line.from}/${line.name}`">
        <b>{{ visibleName(line.name) }}</b>
        <span class="soft"
          >{{ LINE_NAMES[line.role] }}{{ line.from === 'layer' ? t('artwork.aLayer') : '' }}</span
        >
        <span class="figures">{{ length(line.lengthMm) }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 8px;
}

.soft {
  grid-row: 2;
}
</style>
