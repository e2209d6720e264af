<script setup lang="ts">
/** The logbook of a machine: weeks as a strip, and every entry. */
import { API, type CareDay, type FileId, type LogbookEntry } from '@kyanos/contract';
import { computed, ref, shallowRef, watch } from 'vue';
import { addressIn, call } from '../shared/api.ts';
import { loadDue } from '../shared/due.ts';
import { duration, ml } from '../shared/format.ts';
import { timeWords } from '../stock/stockWords.ts';
import { careWords } from './careWords.ts';
import MachineTabs from './MachineTabs.vue';
import PatternGrid from './PatternGrid.vue';
import LogbookButton from './LogbookButton.vue';
import { useMachines } from './useMachines.ts';
import WeekStrip from './WeekStrip.vue';
import { t } from '../texts/texts.ts';

const { machines, machine, problem, trying, load, choose, record } = useMachines();
const WEEKS = 26;
const PAGE = 60;
const days = shallowRef<readonly CareDay[]>([]);
const events = shallowRef<readonly LogbookEntry[]>([]);
const more = ref(false);
const what = ref('');

async function read(before?: LogbookEntry['id']) {
  const id = machine.value?.id;
  if (id === undefined) return;
  await trying(async () => {
    const params = { machine: id };
    const found = await call(API.listCareEvents, {
      params,
      query: { limit: PAGE, ...(before && { before }) },
    });
    if (machine.value?.id !== id) return;
    events.value = before ? [...events.value, ...found] : found;
    more.value = found.length === PAGE;
    if (!before) days.value = await call(API.getCareWeeks, { params, query: { weeks: WEEKS } });
  });
}
watch(
  () => machine.value?.id,
  () => void read(),
  { immediate: true },
);

const answer = computed(() => {
  const white = days.value.reduce((sum, one) => sum + one.whiteMl, 0);
  const care = days.value.reduce((sum, one) => sum + one.careMl, 0);
  const minutes = days.value.reduce((sum, one) => sum + one.careMinutes, 0);
  return machine.value
    ? t('care.weeksWhitePrintedSpent', {
        machine: machine.value.name,
        weeks: WEEKS,
        white: ml(white),
        care: ml(care),
        minutes: duration(minutes),
      })
    : t('care.lookingMachines');
});

async function undo({ id }: LogbookEntry) {
  await trying(() => call(API.undoCare, { params: { id } }));
  if (problem.value) return;
  await load();
  await read();
  void loadDue();
}
const looked = shallowRef<LogbookEntry>();
const picture = (id: string) => addressIn(API.getCarePicture, { params: { id: id as FileId } });
const shown = computed(() =>
  events.value.filter((event) =>
    careWords(event.what).toLowerCase().includes(what.value.toLowerCase()),
  ),
);
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('care.whatDoneMachine') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <logbook-button
        v-if="machine"
        :machine="machine"
        :problem="problem"
        :record="record"
        @written="read()"
      />
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <machine-tabs v-if="machines" :machines="machines" :selected="machine?.id" @select="choose" />
    <div v-if="machine" class="panel pad">
      <week-strip :days="days" :weeks="WEEKS" />
    </div>
    <div v-if="machine" class="panel pad">
      <v-text-field
        v-model="what"
        class="find mb-2"
        :label="t('care.findEntry')"
        clearable
        @click:clear="what = ''"
      />
      <table class="table">
        <tbody>
          <tr v-for="event in shown" :key="event.id">
            <td class="figures text-no-wrap">{{ timeWords(event.at) }}</td>
            <td>{{ event.by }}</td>
            <td :class="{ 'text-decoration-line-through': !event.holds }">
              {{ careWords(event.what) }}
              <img
                v-if="event.what.act === 'note' && event.what.picture"
                :src="picture(event.what.picture)"
                :alt="t('care.pictureBesideNote')"
                loading="lazy"
              />
            </td>
            <td class="right">
              <v-btn
                v-if="event.what.act === 'pattern' && event.what.missing.length"
                size="small"
                variant="text"
                @click="looked = event"
                >{{ t('care.look') }}</v-btn
              >
              <v-btn
                v-if="event.holds && !event.what.act.startsWith('run-')"
                size="small"
                variant="text"
                :aria-label="t('care.undo', { what: careWords(event.what) })"
                @click="undo(event)"
                >{{ t('care.undoEntry') }}</v-btn
              >
              <span v-else-if="!event.holds" class="soft small">{{ t('care.undone') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <v-btn v-if="more" class="mt-3" @click="read(events[events.length - 1].id)">{{
        t('care.showOlder')
      }}</v-btn>
    </div>
    <v-dialog
      :model-value="looked !== undefined"
      max-width="860"
      aria-labelledby="dialog-title"
      @update:model-value="looked = undefined"
    >
      <div v-if="looked?.what.act === 'pattern' && machine" class="panel dialog-form">
        <h2 id="dialog-title" class="question">
          {{ t('care.nozzlePattern', { at: timeWords(looked.at) }) }}
        </h2>
        <pattern-grid :model-value="looked.what.missing" :machine="machine" fixed />
        <div class="dialog-buttons">
          <v-btn @click="looked = undefined">{{ t('care.close') }}</v-btn>
        </div>
      </div>
    </v-dialog>
  </section>
</template>

<style scoped>
.find {
  max-width: 320px;
}

img {
  display: block;
  max-width: 260px;
  margin-top: 8px;
  border-radius: 6px;
}
</style>
