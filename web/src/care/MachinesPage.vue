<script setup lang="ts">
/** A machine as it stands, and what is due on it. */
import { decimal } from '@kyanos/core';
import { API } from '@kyanos/contract';
import { mdiCalendarSync } from '@mdi/js';
import { useNow } from '@vueuse/core';
import { computed } from 'vue';
import { addressIn } from '../shared/api.ts';
import FigureValue from '../shared/FigureValue.vue';
import { ml } from '../shared/format.ts';
import { agoWords, SLOT_WORDS } from './careWords.ts';
import CarriageDrawing from './CarriageDrawing.vue';
import DueList from './DueList.vue';
import MachineTabs from './MachineTabs.vue';
import ProcedureButtons from './ProcedureButtons.vue';
import LogbookButton from './LogbookButton.vue';
import { useMachines } from './useMachines.ts';
import { t } from '../texts/texts.ts';

const { machines, machine, problem, choose, record, begin } = useMachines();
const now = useNow({ interval: 30_000 });

const answer = computed(() => {
  if (!machines.value) return t('care.lookingMachines');
  const one = machine.value;
  if (!one) return t('care.noMachineYetSet');
  const [first] = one.due;
  if (!first) return t('care.nothingPrint', { one: one.name });
  const count = one.due.filter(({ when }) => when === 'now').length;
  return count > 0
    ? t('care.thingBeforeNextPrint', { n: count, one: one.name })
    : t('care.nothingNowSoon', { one: one.name, n: one.due.length });
});
const facts = computed(() => {
  const { state } = machine.value!;
  const ago = (time: string | undefined) =>
    time ? agoWords(time, now.value.getTime()) : t('care.notKnown');
  return [
    [t('care.whiteLastMoved'), ago(state.whiteMovedAt)],
    [t('care.whiteLastPrinted'), ago(state.whitePrintedAt)],
    [t('care.agitated'), ago(state.agitatedAt)],
    [
      t('care.lastPattern'),
      state.pattern
        ? `${ago(state.pattern.at)}, ${state.pattern.missing.length === 0 ? t('care.whole') : t('care.missing', { n: state.pattern.missing.length })}`
        : t('care.neverSeen'),
    ],
    ...(machine.value!.movesSlot
      ? [
          [
            t('care.whiteSlot'),
            state.whiteSlot
              ? t('care.for', { slot: SLOT_WORDS[state.whiteSlot] })
              : t('care.notKnown'),
          ],
        ]
      : []),
  ] as const;
});
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('care.whatDoesEachMachine') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <v-btn :prepend-icon="mdiCalendarSync" :href="addressIn(API.getDueCalendar, {})">{{
        t('care.calendar')
      }}</v-btn>
      <logbook-button v-if="machine" :machine="machine" :problem="problem" :record="record" />
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <machine-tabs v-if="machines" :machines="machines" :selected="machine?.id" @select="choose" />
    <div v-if="machine" class="stage-columns">
      <div class="stage">
        <div class="panel pad">
          <carriage-drawing :machine="machine" />
        </div>
        <div class="panel pad sums">
          <div v-for="[label, value] in facts" :key="label">
            <span class="label">{{ label }}</span>
            <span class="d-block">{{ value }}</span>
          </div>
          <div v-if="machine.settling">
            <span class="label">{{ t('care.settledEstimated') }}</span>
            <figure-value
              :text="
                t('care.aboutShare', {
                  share: machine.settling.value < 1 ? '< 1' : decimal(machine.settling.value, 0),
                })
              "
              :working="machine.settling"
            />
          </div>
          <div v-if="machine.white">
            <span class="label">{{ t('care.whiteTwoWeeks') }}</span>
            <span class="figures d-block">{{ ml(machine.whiteTwoWeeksMl) }}</span>
          </div>
        </div>
        <procedure-buttons :ids="machine.procedures" @begin="begin" />
      </div>
      <due-list class="first" :due="machine.due" @begin="begin" />
    </div>
  </section>
</template>

<style scoped>
/* What is due leads where there is one column. */
@media (max-width: 1180px) {
  .first {
    order: -1;
  }
}

.sums {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px 18px;
}
</style>
