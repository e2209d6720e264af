<script setup lang="ts">
/** The steps of a run sheet, with boxes to tick. */
import type { RunStep } from '@kyanos/core';
import { t } from '../texts/texts.ts';

defineProps<{
  steps: readonly RunStep[];
  /** Whether a check of a step is ticked; both from 0. */
  ticked: (step: number, check: number) => boolean;
}>();
const emit = defineEmits<{ tick: [step: number, check: number, on: boolean] }>();
</script>

<template>
  <ol class="column steps">
    <li v-for="(step, i) in steps" :key="step.title" class="panel column step">
      <h2>
        <span class="figures number">{{ i + 1 }}</span> {{ step.title }}
      </h2>
      <dl v-if="step.settings.length" class="facts">
        <template v-for="setting in step.settings" :key="setting.label + setting.value">
          <dt>{{ setting.label }}</dt>
          <dd class="figures font-weight-semibold">{{ setting.value }}</dd>
        </template>
      </dl>
      <label v-for="(check, k) in step.checks" :key="check" class="check">
        <input
          type="checkbox"
          :checked="ticked(i, k)"
          @change="emit('tick', i, k, ($event.target as HTMLInputElement).checked)"
        />
        <span>{{ check }}</span>
      </label>
      <p v-for="caution in step.cautions" :key="caution" class="caution">
        <strong>{{ t('runsheet.caution') }}</strong> {{ caution }}
      </p>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  max-width: 860px;
}

.step {
  padding: 16px 20px;
  break-inside: avoid;
}

h2 {
  font-size: 1.2rem;
  line-height: 1.25;
}

.number {
  display: inline-grid;
  place-items: center;
  width: 32px;
  height: 32px;
  margin-right: 6px;
  border-radius: 50%;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: var(--size-body);
}

.check {
  display: grid;
  grid-template-columns: 26px 1fr;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  font-size: 1.02rem;
  cursor: pointer;
}

.check input {
  width: 24px;
  height: 24px;
  accent-color: rgb(var(--v-theme-primary));
}

.check input:checked + span {
  color: var(--soft);
}
</style>
