<script setup lang="ts">
/** A printer: what it does, what it has left, and how to stop it. */
import type { PrinterStatus } from '@kyanos/contract';
import { computed } from 'vue';
import { ml, percent } from '../shared/format.ts';
import { printerWords, reasonsOf } from './pressWords.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ printer: PrinterStatus }>();
const emit = defineEmits<{ act: [act: 'pause' | 'resume'] }>();

const LOW = 0.1;
const NEARLY_FULL = 0.9;
const gone = computed(() => props.printer.goneSince !== null);
const stands = computed(() => props.printer.state === 'stopped');
const supplies = computed(() =>
  props.printer.supplies
    .filter(({ kind, share }) => kind !== 'other' && share !== null)
    .map(({ channel, name, kind, leftMl, share }) => ({
      name: kind === 'waste' ? t('press.waste') : (channel ?? name),
      share: share!,
      bad: kind === 'waste' ? share! > NEARLY_FULL : share! < LOW,
      says: leftMl === null ? percent(share!, 0) : ml(leftMl),
    })),
);
</script>

<template>
  <div class="row printer" :class="{ gone, stands }" data-testid="printer">
    <p class="d-flex flex-wrap align-baseline state">
      <b>{{ printerWords(printer) }}</b>
      <span v-for="reason in gone ? [] : reasonsOf(printer)" :key="reason">{{ reason }}</span>
      <span v-if="printer.simulated" class="soft small">{{ t('press.simulated') }}</span>
    </p>
    <ul
      v-if="supplies.length > 0"
      class="d-flex flex-wrap supplies"
      :aria-label="t('press.supplies')"
    >
      <li
        v-for="one in supplies"
        :key="one.name"
        class="d-flex align-center ga-2"
        :class="{ bad: one.bad }"
      >
        <span class="figures">{{ one.name }}</span>
        <span class="level" aria-hidden="true"
          ><i :style="{ width: `${100 * one.share}%` }"></i
        ></span>
        <span class="figures small">{{ one.says }}</span>
      </li>
    </ul>
    <v-btn v-if="!gone && stands" size="small" variant="tonal" @click="emit('act', 'resume')">{{
      t('press.goOn')
    }}</v-btn>
    <v-btn v-else-if="!gone" size="small" variant="text" @click="emit('act', 'pause')">{{
      t('press.pause')
    }}</v-btn>
  </div>
</template>

<style scoped>
.printer {
  gap: 6px 18px;
}

.state {
  gap: 2px 10px;
}

.gone b,
.stands b,
.bad {
  color: rgb(var(--v-theme-error));
}

.supplies {
  gap: 4px 14px;
}

.level {
  width: 44px;
  height: 8px;
  border: 1px solid currentcolor;
  border-radius: 4px;
  overflow: hidden;
}

.level i {
  display: block;
  height: 100%;
  background: currentcolor;
}
</style>
