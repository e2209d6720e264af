<script setup lang="ts">
import {
  inSentence,
  findingsAt,
  layerName,
  middleOpacity,
  questionsOf,
  changed,
  tripOptionsOf,
  type Careful,
  type DriftRisk,
  type PrintPlan,
  type TripOption,
} from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import AssumedHere from '../job/AssumedHere.vue';
import { useJob } from '../job/useJob.ts';
import FigureValue from '../shared/FigureValue.vue';
import FindingList from '../shared/FindingList.vue';
import LengthField from '../shared/LengthField.vue';
import NumberField from '../shared/NumberField.vue';
import { currency, duration, length, percent } from '../shared/format.ts';
import { without } from '../shared/without.ts';
import TripTimeline from './TripTimeline.vue';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const work = computed(() => job.shown?.work);
const mode = computed(() => plan.value.machine.modes.find(({ id }) => id === plan.value.modeId)!);

const setLayout = (change: Partial<PrintPlan['layout']>) =>
  job.update({ layout: { ...plan.value.layout, ...change } });
const setTrips = (change: Partial<PrintPlan['trips']>) =>
  job.update({ trips: { ...plan.value.trips, ...change } });

/** The trip whose care is set. */
const cared = ref(1);
const careful = computed<Careful>(
  () =>
    plan.value.trips.careful?.findLast((one) => (one.trip ?? cared.value) === cared.value) ?? {},
);
const setCareful = (change: Partial<Careful>) =>
  setTrips({
    careful: [
      ...(plan.value.trips.careful ?? []).filter((one) => one.trip !== cared.value),
      { ...careful.value, ...change, trip: cared.value },
    ],
  });
const tripNames = computed(() =>
  (work.value?.trips ?? []).map(({ number, layers }) => ({
    value: number,
    title: `${number}: ${inSentence(layers.map((layer) => layerName(layer, plan.value.machine)).join(t('trips.then')))}`,
  })),
);
const chosen = computed(() => work.value?.trips.find(({ number }) => number === cared.value));
watch(
  () => tripNames.value.length,
  (count) => (cared.value = Math.min(cared.value, Math.max(1, count))),
);
const asTheMode = () => job.update({ trips: without(plan.value.trips, 'careful') });

/** Paths of the blade; none at all where both are nothing. */
function setCutting(change: { cutMm?: number; creaseMm?: number }) {
  const cutting = { cutMm: 0, creaseMm: 0, ...plan.value.cutting, ...change };
  job.update({ cutting });
}
const around = computed(() => {
  const page = job.info?.pages.find(({ number }) => number === plan.value.artwork.page);
  return page ? 2 * (page.trimMm.width + page.trimMm.height) : 0;
});

/** The ways of printing this stack, worked out on the same plates. */
const options = computed(() => {
  const { info, measures } = job;
  return info && measures ? tripOptionsOf(plan.value, info, measures, job.state) : [];
});
const choose = ({ plan: { trips, stack } }: TripOption) => job.update({ trips, stack });
const waiting = ({ result: { work: done } }: TripOption) =>
  done!.trips.reduce((sum, trip) => sum + trip.waitMinutes, 0);

const RISK: Record<DriftRisk, string> = {
  none: t('trips.cannotDrift'),
  low: t('trips.littleRisk'),
  some: t('trips.someRisk'),
  high: t('trips.willDrift'),
};
const questions = computed(() => questionsOf(plan.value).filter(({ about }) => about === 'drying'));

const findings = computed(() => findingsAt(job.shown?.findings ?? [], 'trips'));
const answer = computed(() => {
  if (!job.shown) return t('job.timeInkMoneyAppear');
  if (!work.value) return t('trips.printCantMadePlanned');
  const { trips, layout, minutes, interval } = work.value;
  return t('trips.tripAll810', {
    trips: t('trips.trip', { n: trips.length }),
    minutes: duration(minutes),
    low: duration(interval.minutes.low),
    high: duration(interval.minutes.high),
    columns: layout.columns,
    loads: t('trips.loads', { n: layout.loadCount }),
  });
});
const special = computed(() =>
  work.value?.trips.some(({ layers }) =>
    layers.some(({ parts }) => parts.some(({ inkRole }) => inkRole !== 'CMYK')),
  ),
);
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('trips.howManyTripsHow') }}</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
      <assumed-here of="time" />
    </header>

    <div class="ways" role="radiogroup" :aria-label="t('trips.trips')">
      <button
        v-for="option in options"
        :key="option.name"
        type="button"
        role="radio"
        class="panel pad way text-left"
        :aria-checked="option.chosen"
        @click="choose(option)"
      >
        <span class="font-weight-semibold">{{ option.name }}</span>
        <template v-if="option.result.work">
          <span class="figures text-title font-weight-semibold">{{
            duration(option.result.work.minutes)
          }}</span>
          <span class="column ga-0 small soft">
            <span>{{ t('trips.trip', { n: option.result.work.trips.length }) }}</span>
            <span>{{
              waiting(option)
                ? t('trips.drying', { time: duration(waiting(option)) })
                : t('trips.noDrying')
            }}</span>
            <span>{{
              t('trips.operatorWhoComes', {
                operatorMinutes: duration(option.result.work.operatorMinutes),
                rest: t('trips.times', { n: option.result.work.visits }),
              })
            }}</span>
            <span :class="{ warn: ['some', 'high'].includes(option.result.work.drift) }"
              >{{ t('trips.registration', { risk: RISK[option.result.work.drift] })
              }}<template v-if="option.result.work.drift !== 'none'"
                >{{ ' '
                }}{{
                  t('trips.over', { longest: length(option.result.work.layout.longest) })
                }}</template
              ></span
            >
            <span>{{
              t('trips.opaque', { opacity: percent(middleOpacity(option.result.opacity), 0) })
            }}</span>
            <span class="figures">{{ currency(option.result.work.cost.total) }}</span>
          </span>
        </template>
        <span v-else class="warn">{{ option.reason }}</span>
      </button>
    </div>

    <div v-if="work" class="panel pad">
      <trip-timeline :phases="work.phases" :minutes="work.minutes" />
    </div>
    <finding-list v-if="findings.length" :findings="findings" @repair="job.repair" />

    <div>
      <div class="panel pad">
        <div class="with-help">
          <h2 class="label">{{ t('trips.trips') }}</h2>
          <handbook-link page="stages/trips" :of="t('trips.trips')" />
        </div>
        <table v-if="work" class="table numbers">
          <thead>
            <tr>
              <th scope="col">{{ t('trips.layers') }}</th>
              <th scope="col">{{ t('trips.passesHits') }}</th>
              <th scope="col">{{ t('trips.carriage') }}</th>
              <th scope="col">{{ t('trips.takes') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="trip in work.trips" :key="trip.number">
              <th scope="row">
                {{ trip.number }}.
                {{
                  trip.layers.map((layer) => layerName(layer, plan.machine)).join(t('trips.then'))
                }}
              </th>
              <td class="figures">{{ trip.passes }} × {{ trip.hits }}</td>
              <td class="figures">
                {{ Math.round(trip.speed) }} mm/s {{ trip.bidirectional ? '⇄' : '→' }}
              </td>
              <td><figure-value :text="duration(trip.minutes)" :working="trip.working" /></td>
            </tr>
            <tr>
              <th scope="row" colspan="3">{{ t('trips.operator') }}</th>
              <td>
                <figure-value
                  :text="duration(work.operatorMinutes)"
                  :working="work.workings.operatorMinutes"
                />
              </td>
            </tr>
            <tr>
              <th scope="row" colspan="3">{{ t('trips.timeAll') }}</th>
              <td>
                <figure-value :text="duration(work.minutes)" :working="work.workings.minutes" />
              </td>
            </tr>
          </tbody>
        </table>
        <p class="soft small mt-3">
          {{ t('trips.bothDirectionsOneDirection') }}
        </p>
      </div>
    </div>
    <teleport defer to="#job-side">
      <div class="panel pad field-grid">
        <h2 class="label wide">{{ t('trips.machine') }}</h2>
        <number-field
          v-if="!plan.versions"
          :label="t('trips.copies')"
          :min="1"
          :max="1000000"
          :model-value="plan.layout.copies"
          @update:model-value="setLayout({ copies: $event })"
        />
        <number-field
          :label="t('trips.dryingBetweenTrips')"
          unit="min"
          :max="600"
          :model-value="plan.trips.waitMinutes"
          @update:model-value="setTrips({ waitMinutes: $event })"
        />
        <div v-for="{ asks, options: both } in questions" :key="asks" class="wide column ga-2">
          <span class="label">{{ t('trips.practiceDiffers', { asks }) }}</span>
          <v-btn
            v-for="practice in both"
            :key="practice.name"
            :variant="practice.change ? 'tonal' : 'flat'"
            :color="practice.change ? undefined : 'primary'"
            @click="practice.change && job.update(changed(plan, practice.change))"
            >{{ practice.name }}: {{ practice.says.split(':')[0] }}</v-btn
          >
        </div>
        <v-switch
          :label="t('trips.testPrintFirst')"
          :model-value="plan.trips.testPrint"
          @update:model-value="setTrips({ testPrint: !!$event })"
        />
        <number-field
          v-if="plan.machine.fitting"
          :label="t('trips.jobsPerFittingSpecial')"
          :max="1000"
          :model-value="plan.trips.fittedFor ?? 0"
          @update:model-value="setTrips({ fittedFor: $event })"
        />
        <template v-if="special">
          <div class="with-help">
            <h2 class="label">{{ t('trips.slowerOneTrip') }}</h2>
            <handbook-link page="drying" :of="t('trips.slowerOneTrip')" />
          </div>
          <v-select
            v-if="tripNames.length > 1"
            class="wide"
            :label="t('trips.tripField')"
            :items="tripNames"
            :model-value="cared"
            @update:model-value="cared = $event"
          />
          <number-field
            :label="t('trips.carriage')"
            unit="mm/s"
            :min="1"
            :max="10000"
            :model-value="careful.speed ?? chosen?.speed ?? mode.specialSpeed"
            @update:model-value="setCareful({ speed: $event })"
          />
          <number-field
            :label="t('trips.passes')"
            :min="1"
            :max="64"
            :model-value="careful.passes ?? chosen?.passes ?? mode.passes"
            @update:model-value="setCareful({ passes: $event })"
          />
          <v-switch
            :label="t('trips.oneDirectionOnly')"
            :model-value="careful.oneDirection ?? !mode.bidirectional"
            :disabled="!mode.bidirectional"
            @update:model-value="setCareful({ oneDirection: !!$event })"
          />
          <v-btn v-if="plan.trips.careful?.length" @click="asTheMode">{{
            t('trips.modeSays')
          }}</v-btn>
        </template>
        <template v-if="plan.machine.cutter">
          <h2 class="label wide">{{ t('trips.creaseCutPerCopy') }}</h2>
          <length-field
            :label="t('trips.crease')"
            :max="1000000"
            :model-value="plan.cutting?.creaseMm ?? 0"
            @update:model-value="setCutting({ creaseMm: $event })"
          />
          <length-field
            :label="t('trips.cut')"
            :max="1000000"
            :model-value="plan.cutting?.cutMm ?? 0"
            @update:model-value="setCutting({ cutMm: $event })"
          />
          <v-btn
            v-if="!plan.cutting?.cutMm"
            class="wide"
            @click="setCutting({ cutMm: Math.round(around) })"
            >{{ t('trips.cutRoundEachPiece', { around: length(around) }) }}</v-btn
          >
          <p v-if="plan.cutting?.cutMm || plan.cutting?.creaseMm" class="wide caution">
            <strong>{{ t('trips.caution') }}</strong> {{ t('trips.bladesSharpCarriageMoves') }}
          </p>
        </template>
      </div>
    </teleport>
  </section>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 12px;
}

.way {
  display: grid;
  gap: 2px;
  align-content: start;
}
</style>
