<script setup lang="ts">
import { layerName, reckon, type PrintPlan } from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import FigureValue from '../shared/FigureValue.vue';
import FindingList from '../shared/FindingList.vue';
import { duration, length, size } from '../shared/format.ts';
import TripTimeline from './TripTimeline.vue';
import NumberField from '../shared/NumberField.vue';

const job = useJob();
const plan = computed(() => job.plan!);
const work = computed(() => job.shown?.work);

const setLayout = (change: Partial<PrintPlan['layout']>) =>
  job.update({ layout: { ...plan.value.layout, ...change } });
const setTrips = (change: Partial<PrintPlan['trips']>) =>
  job.update({ trips: { ...plan.value.trips, ...change } });

/** Both ways of going, reckoned on the same plates. */
const ways = computed(() => {
  const { info, measures } = job;
  if (!info || !measures) return [];
  return (['together', 'apart'] as const).map((split) => {
    const result = reckon({ ...plan.value, trips: { ...plan.value.trips, split } }, info, measures);
    return {
      split,
      work: result.work,
      reason: result.findings.find(({ severity }) => severity === 'error')?.message,
    };
  });
});
const LAYOUT_CODES = [
  'LAYOUT_TOO_LARGE',
  'TOO_NARROW',
  'TWO_TRIP_LENGTH',
  'WHITE_WET',
  'NO_SECOND_TRIP',
  'SILVER_WET',
  'MODE_MATERIAL',
  'MODE_SPECIALS',
];
const findings = computed(() =>
  (job.shown?.findings ?? []).filter(({ code }) => LAYOUT_CODES.includes(code)),
);
const answer = computed(() => {
  if (!work.value) return 'This print can’t be made as planned.';
  const { trips, layout, minutes } = work.value;
  return `${trips.length} trip${trips.length > 1 ? 's' : ''}, ${duration(minutes)} in all, ${layout.columns} across in ${layout.loads.length} load${layout.loads.length > 1 ? 's' : ''}.`;
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">How many trips, and how long?</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>

    <div class="ways" role="radiogroup" aria-label="Trips">
      <button
        v-for="way in ways"
        :key="way.split"
        type="button"
        role="radio"
        class="panel way"
        :aria-checked="plan.trips.split === way.split"
        @click="setTrips({ split: way.split })"
      >
        <span class="name">{{
          way.split === 'together' ? 'As few trips as the machine can' : 'One trip for each layer'
        }}</span>
        <template v-if="way.work">
          <span class="figures big">{{ duration(way.work.minutes) }}</span>
          <span class="soft">
            {{ way.work.trips.length }} trip{{ way.work.trips.length > 1 ? 's' : '' }},
            {{ duration(way.work.trips.reduce((sum, trip) => sum + trip.waitMinutes, 0)) }} waiting,
            {{ duration(way.work.operatorMinutes) }} of the operator
          </span>
        </template>
        <span v-else class="reason">{{ way.reason }}</span>
      </button>
    </div>

    <div v-if="work" class="panel pad">
      <trip-timeline :work="work" :setup-minutes="plan.machine.setupMinutes" />
    </div>

    <div class="two">
      <div class="panel pad fields">
        <h2 class="label">On the machine</h2>
        <number-field
          label="Copies"
          :min="1"
          :max="1000000"
          :model-value="plan.layout.copies"
          @update:model-value="setLayout({ copies: $event })"
        />
        <number-field
          label="Drying between trips"
          unit="min"
          :max="600"
          :model-value="plan.trips.waitMinutes"
          @update:model-value="setTrips({ waitMinutes: $event })"
        />
        <number-field
          label="Gap between copies"
          unit="mm"
          :max="200"
          :model-value="plan.layout.gap"
          @update:model-value="setLayout({ gap: $event })"
        />
        <number-field
          label="Free margin"
          unit="mm"
          :max="200"
          :model-value="plan.layout.margin"
          @update:model-value="setLayout({ margin: $event })"
        />
        <v-switch
          label="Turned by a quarter"
          :model-value="plan.layout.turned"
          @update:model-value="setLayout({ turned: !!$event })"
        />
        <v-switch
          label="Test print first"
          :model-value="plan.trips.testPrint"
          @update:model-value="setTrips({ testPrint: !!$event })"
        />
      </div>
      <div class="panel pad">
        <h2 class="label">Trips</h2>
        <table v-if="work">
          <tbody>
            <tr v-for="trip in work.trips" :key="trip.number">
              <th scope="row">
                {{ trip.number }}. {{ trip.layers.map(layerName).join(', then ') }}
              </th>
              <td><figure-value :text="duration(trip.minutes)" :working="trip.working" /></td>
            </tr>
            <tr>
              <th scope="row">Time in all</th>
              <td>
                <figure-value :text="duration(work.minutes)" :working="work.workings.minutes" />
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="work" class="soft small">
          One copy prints {{ size(work.layout.pieceWidth, work.layout.pieceHeight).text }}; a load
          is {{ length(work.layout.loads[0].length) }} long. Drying: 3 min is one school, 15 min
          another; common practice.
        </p>
        <finding-list class="mt-4" :findings="findings" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.ways,
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}

.way {
  display: grid;
  gap: 2px;
  padding: 14px 16px;
  text-align: left;
}

.way[aria-checked='true'] {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: -1px;
}

.name {
  font-weight: 650;
}

.big {
  font-size: var(--size-title);
  font-weight: 600;
}

.reason {
  color: rgb(var(--v-theme-warning));
}

.pad {
  padding: 14px 16px;
}

.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-content: start;
}

.fields h2 {
  grid-column: 1 / -1;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  text-align: left;
  font-weight: 500;
  padding: 7px 0;
  border-bottom: 1px solid var(--line);
}

td {
  text-align: right;
}

.small {
  margin-top: 10px;
  font-size: var(--size-small);
}
</style>
