<script setup lang="ts">
/** What to do with white ink that is not wanted every day. */
import {
  inSentence,
  inkFor,
  WHITE_USE,
  whiteChoices,
  type Machine,
  type Prices,
  type WhiteUse,
} from '@kyanos/core';
import type { WhiteSettings } from '@kyanos/contract';
import { computed } from 'vue';
import FigureValue from '../shared/FigureValue.vue';
import { currency } from '../shared/format.ts';
import FigureFields, { type FigureSpec } from '../shared/FigureFields.vue';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { useSetting } from '../shared/useSetting.ts';
import MoneyField from '../shared/MoneyField.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ machines: readonly Machine[]; prices: Prices }>();
const code = computed(() => props.prices.currency);

const WEEKS = 12;
const white = props.machines.flatMap((machine) => inkFor(machine, 'W') ?? [])[0];
/** A container and one four times as large that is a fifth cheaper by the mL. */
const first = white?.container?.ml ?? 220;
const perMl = (white?.pricePerLitre ?? 17_500) / 1000;
const {
  value: settings,
  set,
  problem,
} = useSetting('white-use', {
  ...WHITE_USE,
  weeks: Array.from({ length: WEEKS }, () => ({ ml: 0, jobs: 0 })),
  containers: [
    { ml: first, price: Math.round(first * perMl) },
    { ml: 4 * first, price: Math.round(4 * first * perMl * 0.8) },
  ],
});
const change = (part: Partial<WhiteSettings>) => set({ ...settings.value, ...part });
const setWeek = (at: number, part: Partial<WhiteSettings['weeks'][number]>) =>
  change({
    weeks: settings.value.weeks.map((week, i) => (i === at ? { ...week, ...part } : week)),
  });
const setContainer = (at: number, part: Partial<WhiteSettings['containers'][number]>) =>
  change({
    containers: settings.value.containers.map((one, i) => (i === at ? { ...one, ...part } : one)),
  });

const use = computed<WhiteUse>(() => ({
  ...settings.value,
  labourRate: props.prices.labourRate,
  currency: code.value,
}));
const choices = computed(() => whiteChoices(use.value));
const wanted = computed(() => settings.value.weeks.reduce((sum, week) => sum + week.ml, 0));
const dearest = computed(() => Math.max(1, ...choices.value.map(({ total }) => total.minor)));
const answer = computed(() => {
  if (wanted.value === 0) return t('shop.putHowMuchWhite');
  const [best, next] = choices.value;
  return t('shop.overWeeksLessThan', {
    best: best.name,
    total: currency(best.total),
    n: settings.value.weeks.length,
    currency: currency({ minor: next.total.minor - best.total.minor, currency: code.value }),
    next: inSentence(next.name),
  });
});
const CARE: readonly FigureSpec<keyof WhiteSettings>[] = [
  {
    key: 'openWeeks',
    label: t('shop.openContainerKeeps'),
    unit: t('shop.weeks'),
    min: 1,
    max: 520,
  },
  { key: 'movingMl', label: t('shop.mustCirculatePerWeek'), unit: 'mL' },
  { key: 'careMinutes', label: t('shop.agitateCheckPerWeek'), unit: 'min' },
  { key: 'fitMinutes', label: t('shop.fitParkedHeads'), unit: 'min' },
  { key: 'takeOutMinutes', label: t('shop.takeHeadsOutCooled'), unit: 'min' },
  { key: 'swapMinutes', label: t('shop.oneSwapFluid'), unit: 'min' },
  { key: 'swapMl', label: t('shop.lostLines'), unit: 'mL' },
  { key: 'swapFluid', label: t('shop.fluidOneSwap'), money: true },
  { key: 'gatherWeeks', label: t('shop.whiteJobsCanWait'), unit: t('shop.weeks'), min: 1, max: 26 },
  { key: 'outsideJob', label: t('shop.subcontractedJobCosts'), money: true },
];
const CAUTIONS = t('shop.wasteInkCleaningFluid');
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('shop.keepWhiteFlushOut') }}</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <div v-if="wanted > 0" class="panel pad" data-testid="white-choices">
      <div
        v-for="(choice, i) in choices"
        :key="choice.id"
        class="choice"
        :class="{ best: i === 0 }"
      >
        <div>
          <b>{{ choice.name }}</b>
          <span class="soft small">{{ choice.says }}</span>
        </div>
        <div class="bar" aria-hidden="true">
          <span :style="{ width: `${(choice.total.minor / dearest) * 100}%` }"></span>
        </div>
        <figure-value class="sum" :text="currency(choice.total)" :working="choice.working" />
        <span class="soft small figures text-right">
          <template v-if="choice.container"
            >{{ t('shop.mlLost', { lostMl: Math.round(choice.lostMl) }) }}
            <template v-if="choice.expiredMl > 0">{{
              t('shop.mlTooOld', { expiredMl: Math.round(choice.expiredMl) })
            }}</template>
            {{ t('shop.fromMl', { ml: choice.container.ml }) }}</template
          >
          <template v-else>{{ t('shop.noWhiteBought') }}</template>
        </span>
      </div>
    </div>
    <div class="panel pad">
      <h2 class="label">{{ t('shop.whiteNeededComingWeeks') }}</h2>
      <div class="weeks">
        <div v-for="(week, i) in settings.weeks" :key="i" class="week">
          <number-field
            :label="t('shop.week', { i: i + 1 })"
            unit="mL"
            :max="100000"
            :precision="1"
            :model-value="week.ml"
            @update:model-value="
              setWeek(i, { ml: $event, jobs: Math.max(week.jobs, $event > 0 ? 1 : 0) })
            "
          />
          <number-field
            :label="t('shop.jobs')"
            :max="1000"
            :model-value="week.jobs"
            @update:model-value="setWeek(i, { jobs: $event })"
          />
        </div>
      </div>
      <p class="soft small">{{ t('shop.costStageJobSays') }}</p>
    </div>
    <div class="two">
      <div class="panel pad two">
        <h2 class="label wide">{{ t('shop.lookingAfterCommonPractice') }}</h2>
        <figure-fields :of="settings" :fields="CARE" :currency="code" @change="change" />
      </div>
      <div class="stage">
        <div class="panel pad two">
          <h2 class="label wide">{{ t('shop.containersSale') }}</h2>
          <template v-for="(container, i) in settings.containers" :key="i">
            <number-field
              :label="t('shop.holds')"
              unit="mL"
              :min="1"
              :max="1000000"
              :model-value="container.ml"
              @update:model-value="setContainer(i, { ml: $event })"
            />
            <div class="d-flex align-center">
              <money-field
                :label="t('shop.costs')"
                :currency="code"
                :model-value="container.price"
                @update:model-value="setContainer(i, { price: $event })"
              />
              <remove-button
                :label="t('shop.removeContainerMl', { ml: container.ml })"
                @click="change({ containers: settings.containers.filter((_, k) => k !== i) })"
              />
            </div>
          </template>
          <v-btn
            class="wide"
            @click="
              change({ containers: [...settings.containers, { ml: 500, price: 8000 }].slice(0, 6) })
            "
            >{{ t('shop.addSize') }}</v-btn
          >
        </div>
        <p class="caution">
          <strong>{{ t('shop.caution') }}</strong> {{ CAUTIONS }}
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.weeks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 10px 18px;
  margin: 10px 0 6px;
}

.week {
  display: grid;
  grid-template-columns: 1fr 84px;
  align-items: center;
  gap: 8px;
}

.choice {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 0.8fr) 100px 244px;
  gap: 12px;
  align-items: center;
  padding: 9px 0;
  border-bottom: 1px solid var(--line);
}

.choice:last-child {
  border: 0;
}

.choice b,
.choice .small {
  display: block;
}

.bar span {
  display: block;
  height: 14px;
  border-radius: 3px;
  background: #a9bfe0;
}

.best .bar span {
  background: #2d5590;
}

.best b,
.best .sum {
  font-weight: 700;
}
</style>
