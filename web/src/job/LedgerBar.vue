<script setup lang="ts">
/** Minutes, millilitres, cost and price, and what the last change did to each. Always in sight. */
import type { PlanResult } from '@kyanos/core';
import { computed } from 'vue';
import FindingList from '../shared/FindingList.vue';
import { currency, duration, ml } from '../shared/format.ts';
import { useJob } from './useJob.ts';
import { t } from '../texts/texts.ts';

const job = useJob();

interface Entry {
  readonly label: string;
  readonly text: string;
  readonly change: string;
  readonly more: boolean;
}

const values = (result: PlanResult | undefined) =>
  result?.work && {
    minutes: result.work.minutes,
    ml: result.work.inks.reduce((total, ink) => total + ink.ml, 0),
    cost: result.work.cost.total,
    price: result.work.cost.price,
  };

const entries = computed<Entry[]>(() => {
  const now = values(job.shown);
  if (!now) return [];
  const was = values(job.before) ?? now;
  const entry = (
    label: string,
    text: string,
    difference: number,
    show: (size: number) => string,
  ): Entry => ({
    label,
    text,
    change:
      Math.abs(difference) < 0.05
        ? ''
        : `${difference > 0 ? '+' : '−'}${show(Math.abs(difference))}`,
    more: difference > 0,
  });
  const money = (minor: number) => currency({ minor, currency: now.cost.currency });
  return [
    entry(t('job.time'), duration(now.minutes), now.minutes - was.minutes, duration),
    entry(t('job.ink'), ml(now.ml), now.ml - was.ml, ml),
    entry(t('job.cost'), currency(now.cost), now.cost.minor - was.cost.minor, money),
    entry(t('job.price'), currency(now.price), now.price.minor - was.price.minor, money),
  ];
});
const worst = computed(() => {
  const findings = job.shown?.findings ?? [];
  const count = (severity: string) =>
    findings.filter((finding) => finding.severity === severity).length;
  return { errors: count('error'), warnings: count('warning') };
});
</script>

<template>
  <footer class="ledger" :aria-label="t('job.ledger')" data-testid="ledger">
    <template v-if="entries.length">
      <div
        v-for="entry in entries"
        :key="entry.label"
        class="d-flex align-baseline ga-2"
        role="group"
        :aria-label="entry.label"
      >
        <span class="label">{{ entry.label }}</span>
        <span class="figures value">{{ entry.text }}</span>
        <span
          v-if="entry.change"
          class="figures small"
          :class="entry.more ? 'text-warning' : 'text-success'"
          >{{ entry.change }}</span
        >
      </div>
    </template>
    <p v-else class="soft">
      {{ job.shown ? t('job.printCantMadePlanned') : t('job.timeInkMoneyAppear') }}
    </p>
    <div class="d-flex align-center ga-3 ml-auto small">
      <v-menu v-if="worst.errors || worst.warnings" location="top end" max-width="520">
        <template #activator="{ props: activator }">
          <button v-bind="activator" type="button" class="flag" :class="{ error: worst.errors }">
            <template v-if="worst.errors">{{
              t('job.willFail', { errors: worst.errors })
            }}</template>
            <template v-if="worst.errors && worst.warnings">, </template>
            <template v-if="worst.warnings">{{
              t('job.decide', { warnings: worst.warnings })
            }}</template>
          </button>
        </template>
        <div class="panel findings">
          <finding-list :findings="job.shown?.findings ?? []" @repair="job.repair" />
        </div>
      </v-menu>
      <span v-if="entries.length" class="soft">{{
        job.fullSize || !job.build ? t('job.measuredFullSize') : t('job.fromScreenPictureFull')
      }}</span>
    </div>
  </footer>
</template>

<style scoped>
.ledger {
  display: flex;
  align-items: center;
  gap: 34px;
  min-height: 48px;
  padding: 3px 16px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid var(--line);
}

.value {
  font-size: 1.15rem;
  font-weight: 600;
  white-space: nowrap;
}

.findings {
  padding: 14px;
  max-height: 60vh;
  overflow-y: auto;
}

.flag {
  min-height: 40px;
  padding: 3px 12px;
  border-radius: 6px;
  font-weight: 600;
  color: rgb(var(--v-theme-warning));
  border: 1.5px solid currentcolor;
}

.flag.error {
  color: rgb(var(--v-theme-error));
}

@media (max-width: 900px) {
  .ledger {
    flex-wrap: wrap;
    gap: 2px 18px;
  }
}

@media print {
  .ledger {
    display: none;
  }
}
</style>
