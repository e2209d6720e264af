<script setup lang="ts">
/** Keep white in, park it, flush it out or send it out: by the jobs that are coming and what care has cost. */
import { API, type Answered } from '@kyanos/contract';
import { computed, shallowRef, watch } from 'vue';
import { call } from '../shared/api.ts';
import FigureValue from '../shared/FigureValue.vue';
import { currency, duration, ml } from '../shared/format.ts';
import MachineTabs from './MachineTabs.vue';
import { useMachines } from './useMachines.ts';
import { t } from '../texts/texts.ts';
import { decimal } from '@kyanos/core';

const { machines, machine, problem, trying, choose } = useMachines();
const white = computed(() => machines.value?.filter((one) => one.white) ?? []);
const found = shallowRef<Answered<typeof API.getWhiteForecast>>();
watch(
  () => machine.value?.id,
  (id) => {
    found.value = undefined;
    if (id !== undefined && machine.value?.white)
      void trying(async () => {
        const answer = await call(API.getWhiteForecast, { params: { machine: id } });
        if (machine.value?.id === id) found.value = answer;
      });
  },
  { immediate: true },
);

const answer = computed(() => {
  if (machine.value && !machine.value.white)
    return t('care.hasNoWhiteInk', { machine: machine.value.name });
  return found.value?.says ?? t('care.workingOutFromJobs');
});
const dearest = computed(() =>
  Math.max(1, ...(found.value?.choices.map(({ total }) => total.minor) ?? [])),
);
const bars = computed(() => {
  const past = found.value?.past ?? [];
  const weeks = found.value?.weeks ?? [];
  const most = Math.max(1, ...past.map((week) => week.ml), ...weeks.map((week) => week.ml));
  return [
    ...past.map((week, i) => ({
      ...week,
      label: t('care.wkAgo', { n: past.length - i }),
      coming: false,
      share: week.ml / most,
    })),
    ...weeks.map((week, i) => ({
      ...week,
      label: i === 0 ? t('care.week') : t('care.wk', { i }),
      coming: true,
      share: week.ml / most,
    })),
  ];
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('care.keepWhiteFlushOut') }}</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <machine-tabs v-if="machines" :machines="white" :selected="machine?.id" @select="choose" />
    <template v-if="found">
      <div class="panel pad">
        <table class="table choices">
          <thead>
            <tr>
              <th scope="col">{{ t('care.overComing12Weeks') }}</th>
              <th scope="col"></th>
              <th scope="col" class="right">{{ t('care.costs') }}</th>
              <th scope="col" class="right">{{ t('care.cheapest') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="choice in found.choices" :key="choice.id">
              <td>
                <b>{{ choice.name }}</b>
                <span class="soft small d-block">{{ choice.says }}</span>
              </td>
              <td class="track">
                <span :style="{ width: `${(choice.total.minor / dearest) * 100}%` }"></span>
              </td>
              <td class="right">
                <figure-value :text="currency(choice.total)" :working="choice.working" />
              </td>
              <td class="right figures">
                {{ t('care.n10', { cheapestIn: Math.round(choice.cheapestIn / 10) }) }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="soft small">
          {{ t('care.whatCareCostsHow') }}
          <router-link :to="{ name: 'shop-white' }">{{ t('care.shopWhiteInk') }}</router-link>
          {{ t('care.and') }}
          <router-link :to="{ name: 'stock-order' }">{{ t('care.stockOrder') }}</router-link>.
        </p>
      </div>
      <div class="panel pad">
        <h2 class="label">{{ t('care.whiteWeekPrintedExpected') }}</h2>
        <div
          class="weeks"
          role="img"
          :aria-label="
            t('care.printed12WeeksMl', {
              past: found.past.map((week) => decimal(week.ml, 0)).join(', '),
              weeks: found.weeks.map((week) => decimal(week.ml, 0)).join(', '),
            })
          "
        >
          <div
            v-for="(bar, i) in bars"
            :key="i"
            class="d-flex flex-1-1-0 align-end"
            :class="{ coming: bar.coming }"
            :title="t('care.mlBar', { bar: bar.label, ml: decimal(bar.ml, 0) })"
          >
            <span class="bar" :style="{ height: `${Math.max(1, bar.share * 100)}%` }"></span>
          </div>
        </div>
        <div class="small soft d-flex justify-space-between">
          <span>{{ t('care.n12WeeksAgo') }}</span><span>{{ t('care.today') }}</span
          ><span>{{ t('care.n12Weeks') }}</span>
        </div>
      </div>
      <div class="two">
        <div class="panel pad">
          <h2 class="label">{{ t('care.jobsWantWhite') }}</h2>
          <table v-if="found.jobs.length" class="table">
            <tbody>
              <tr v-for="job in found.jobs" :key="job.name">
                <td>{{ job.name }}</td>
                <td class="right figures">{{ ml(job.ml) }}</td>
                <td class="soft">
                  {{ job.due ?? t('care.noDueTime')
                  }}{{
                    job.chance < 1 ? t('care.quoted', { chance: Math.round(job.chance * 100) }) : ''
                  }}
                </td>
              </tr>
            </tbody>
          </table>
          <p v-else class="soft">{{ t('care.noneBoardMachine') }}</p>
          <p v-if="found.notCounted.length" class="small soft">
            {{
              t('care.notCountedPlatesNot', {
                notCounted: found.notCounted.slice(0, 5).join(', '),
                rest: found.notCounted.length > 5 ? ' …' : '',
              })
            }}
          </p>
        </div>
        <div class="panel pad">
          <h2 class="label">{{ t('care.whatCareCostWeeks', { weeks: found.spent.weeks }) }}</h2>
          <p class="text-title">
            <figure-value :text="currency(found.spent.cost)" :working="found.spent.working" />
          </p>
          <p>
            {{
              t('care.inkWorkLogbook', {
                ml: ml(found.spent.ml),
                minutes: duration(found.spent.minutes),
              })
            }}
          </p>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.track {
  width: 26%;
  vertical-align: middle !important;
}

.track span {
  display: block;
  height: 14px;
  background: #a9bfe0;
  border-radius: 3px;
}

.choices tbody tr:first-child .track span {
  background: #4d6da8;
}

.weeks {
  display: flex;
  gap: 4px;
  height: 120px;
  margin-top: 8px;
  border-bottom: 1px solid var(--soft);
}

.bar {
  width: 100%;
  background: #8aa5d6;
  border-radius: 2px 2px 0 0;
}

.coming .bar {
  background: repeating-linear-gradient(45deg, #8aa5d6 0 3px, transparent 3px 6px);
  border: 1px solid #4d6da8;
}
</style>
