<script setup lang="ts">
/** The machines to choose from, each with how much is due on it. */
import type { MachineCare } from '@kyanos/contract';
import { t } from '../texts/texts.ts';

defineProps<{ machines: readonly MachineCare[]; selected: string | undefined }>();
const emit = defineEmits<{ select: [id: string] }>();
</script>

<template>
  <div class="d-flex flex-wrap ga-2" role="radiogroup" :aria-label="t('care.machine')">
    <button
      v-for="machine in machines"
      :key="machine.id"
      type="button"
      role="radio"
      class="panel tab text-left"
      :aria-checked="machine.id === selected"
      @click="emit('select', machine.id)"
    >
      <b>{{ machine.name }}</b>
      <span
        class="small"
        :class="machine.due.some(({ when }) => when === 'now') ? 'warn' : 'soft'"
        >{{
          machine.due.length === 0
            ? t('care.nothingDueWithin')
            : machine.due.some(({ when }) => when === 'now')
              ? t('care.dueNow', { n: machine.due.length })
              : t('care.dueSoon', { n: machine.due.length })
        }}</span
      >
    </button>
  </div>
</template>

<style scoped>
.tab {
  display: grid;
  min-width: 180px;
  min-height: 52px;
  padding: 6px 14px;
}
</style>
