<script setup lang="ts">
import { CURRENCIES, type Prices } from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import FigureValue from '../shared/FigureValue.vue';
import FindingList from '../shared/FindingList.vue';
import { currency, ml } from '../shared/format.ts';
import NumberField from '../shared/NumberField.vue';

const job = useJob();
const plan = computed(() => job.plan!);
const work = computed(() => job.shown?.work);
const cost = computed(() => work.value?.cost);
const set = (change: Partial<Prices>) =>
  job.update({ prices: { ...plan.value.prices, ...change } });
/** Money is typed in whole units and kept in hundredths. */
const minor = (amount: number) => Math.round(amount * 100);

const share = computed(() => {
  const total = cost.value?.total.minor ?? 1;
  return (cost.value?.lines ?? []).map(({ amount }) => amount.minor / Math.max(1, total));
});
const answer = computed(() =>
  cost.value
    ? `It costs ${currency(cost.value.total)}; ask ${currency(cost.value.price)}.`
    : 'This print can’t be made as planned, so it has no price.',
);
const summary = computed(() => {
  if (!cost.value) return [];
  const { workings } = cost.value;
  return [
    { label: 'Price', money: cost.value.price, working: workings.price },
    { label: 'Price per piece', money: cost.value.perPiece, working: workings.perPiece },
    { label: 'Price per m²', money: cost.value.perM2, working: workings.perM2 },
    { label: 'Price per ft²', money: cost.value.perFt2, working: workings.perFt2 },
  ];
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">What does it cost, and what to ask?</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <template v-if="work && cost">
      <div class="summary">
        <div v-for="entry in summary" :key="entry.label" class="panel pad">
          <p class="label">{{ entry.label }}</p>
          <figure-value :text="currency(entry.money)" :working="entry.working" large />
        </div>
      </div>
      <div class="stage-columns">
        <div class="panel pad">
          <h2 class="label">Cost, line by line</h2>
          <table>
            <tbody>
              <tr v-for="(line, i) in cost.lines" :key="line.label">
                <th scope="row">{{ line.label }}</th>
                <td class="bar" aria-hidden="true">
                  <span :style="{ width: `${share[i] * 100}%` }"></span>
                </td>
                <td><figure-value :text="currency(line.amount)" :working="line.working" /></td>
              </tr>
              <tr class="total">
                <th scope="row">Cost</th>
                <td></td>
                <td>
                  <figure-value :text="currency(cost.total)" :working="cost.workings.total" />
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="stage">
          <div class="panel pad">
            <h2 class="label">Ink</h2>
            <table>
              <tbody>
                <tr v-for="ink in work.inks" :key="ink.channel">
                  <th scope="row">
                    {{ plan.machine.inks.find(({ channel }) => channel === ink.channel)?.name }}
                  </th>
                  <td><figure-value :text="ml(ink.ml)" :working="ink.working" /></td>
                </tr>
              </tbody>
            </table>
          </div>
          <div class="panel pad fields">
            <h2 class="label">Prices of this job</h2>
            <number-field
              label="Markup"
              unit="%"
              :max="10000"
              :model-value="plan.prices.markupPercent"
              @update:model-value="set({ markupPercent: $event })"
            />
            <number-field
              label="Least price"
              :unit="plan.prices.currency"
              :precision="2"
              :model-value="plan.prices.minimum / 100"
              @update:model-value="set({ minimum: minor($event) })"
            />
            <number-field
              label="Labour an hour"
              :unit="plan.prices.currency"
              :precision="2"
              :model-value="plan.prices.labourRate / 100"
              @update:model-value="set({ labourRate: minor($event) })"
            />
            <v-select
              label="Currency"
              :items="[...CURRENCIES]"
              :model-value="plan.prices.currency"
              @update:model-value="set({ currency: $event })"
            />
          </div>
        </div>
      </div>
    </template>
    <finding-list v-else :findings="job.shown?.findings ?? []" @repair="job.repair" />
  </section>
</template>

<style scoped>
.summary {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 14px;
}

.pad {
  padding: 14px 16px;
}

.fields {
  display: grid;
  gap: 12px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 6px 0;
  text-align: left;
  font-weight: 500;
  border-bottom: 1px solid var(--line);
}

td:last-child {
  text-align: right;
}

.bar {
  width: 38%;
  padding: 0 16px;
}

.bar span {
  display: block;
  height: 9px;
  min-width: 1px;
  border-radius: 2px;
  background: rgb(var(--v-theme-primary));
}

.total th,
.total td {
  font-weight: 700;
  border-bottom: 0;
}
</style>
