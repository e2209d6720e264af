<script setup lang="ts">
/** What takes the room, how long it is kept, and what would go. */
import { API, USUAL_KEEPING, type Keeping, type Sizes } from '@kyanos/contract';
import { decimal } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import NumberField from '../shared/NumberField.vue';
import { useSetting } from '../shared/useSetting.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';

const { value: keeping, set, problem: notKept } = useSetting('keeping', USUAL_KEEPING);
const sizes = shallowRef<Sizes>();
const { problem, trying } = useTrying();
async function load() {
  sizes.value = (await trying(() => call(API.getSizes, {}))) ?? sizes.value;
}
void load();

const KINDS: Readonly<Record<string, string>> = {
  jobs: t('people.kindJobs'),
  files: t('people.kindFiles'),
  artwork: t('people.kindArtwork'),
  plates: t('people.kindPlates'),
  exports: t('people.kindExports'),
  versions: t('people.kindVersions'),
  exercises: t('people.kindExercises'),
  stock: t('people.kindStock'),
  care: t('people.kindCare'),
  reports: t('people.kindReports'),
  answers: t('people.kindAnswers'),
};
const mb = (bytes: number) => `${decimal(bytes / 1e6, 1)} MB`;

/** What would go, or has gone. */
const gone = shallowRef<{ readonly dry: boolean; readonly kinds: Sizes['kinds'] }>();
const total = computed(() => gone.value?.kinds.reduce((sum, { bytes }) => sum + bytes, 0) ?? 0);
const any = computed(() => gone.value?.kinds.some(({ n }) => n > 0) ?? false);
async function clean(dry: boolean) {
  const kinds = await trying(() => call(API.cleanUp, { body: { dry } }));
  if (!kinds) return;
  gone.value = { dry, kinds };
  if (!dry) await load();
}
async function keep(change: Partial<Keeping>) {
  gone.value = undefined;
  await set({ ...keeping.value, ...change });
}
const DAYS = [
  ['awayDays', t('people.awayDays')],
  ['thinDays', t('people.thinDays')],
  ['plateDays', t('people.plateDays')],
  ['exportDays', t('people.exportDays')],
  ['practiceDays', t('people.practiceDays')],
] as const;
</script>

<template>
  <main class="room-content">
    <section class="stage">
      <header>
        <h1 class="question">{{ t('people.whatKept') }}</h1>
        <p v-if="sizes" class="answer" data-testid="answer">
          {{ t('people.keepsNow', { size: mb(sizes.bytes) }) }}
        </p>
      </header>
      <p v-if="problem || notKept" class="problem" role="alert">{{ problem || notKept }}</p>
      <div class="columns">
        <div v-if="sizes" class="panel">
          <table class="table">
            <thead>
              <tr>
                <th>{{ t('people.kind') }}</th>
                <th class="right">{{ t('people.howMany') }}</th>
                <th class="right">{{ t('people.room') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in sizes.kinds" :key="one.what">
                <th scope="row">{{ KINDS[one.what] }}</th>
                <td class="figures right">{{ one.n }}</td>
                <td class="figures right">{{ mb(one.bytes) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <section class="panel pad column">
          <h2>{{ t('people.howLong') }}</h2>
          <number-field
            v-for="[field, label] in DAYS"
            :key="field"
            :label="label"
            :unit="t('people.days')"
            :min="1"
            :max="3650"
            :model-value="keeping[field]"
            @update:model-value="keep({ [field]: $event })"
          />
          <v-switch
            :model-value="keeping.daily"
            :label="t('people.daily')"
            color="primary"
            hide-details
            @update:model-value="keep({ daily: Boolean($event) })"
          />
          <p class="soft small">{{ t('people.neverGoes') }}</p>
          <div class="d-flex ga-2">
            <v-btn variant="tonal" @click="clean(true)">{{ t('people.whatWouldGo') }}</v-btn>
            <v-btn v-if="gone?.dry && any" color="primary" variant="flat" @click="clean(false)">{{
              t('people.takeAway')
            }}</v-btn>
          </div>
          <template v-if="gone">
            <p role="status">
              {{
                !any
                  ? t('people.nothingGoes')
                  : gone.dry
                    ? t('people.wouldFree', { size: mb(total) })
                    : t('people.freed', { size: mb(total) })
              }}
            </p>
            <ul>
              <li v-for="one in gone.kinds.filter(({ n }) => n > 0)" :key="one.what">
                <span class="figures">{{ one.n }}</span> {{ KINDS[one.what] }}
              </li>
            </ul>
          </template>
        </section>
      </div>
    </section>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(320px, 2fr);
  gap: 16px;
  align-items: start;
}
</style>
