<script setup lang="ts">
/** Every version of a job: who saved it, what it changed, and back again; and between them what became of it beside its plan. */
import {
  API,
  type JobEvent,
  type JobId,
  type JobVersion,
  type PlanChanges,
} from '@kyanos/contract';
import { dated } from '@kyanos/core';
import { ref, shallowRef, watch } from 'vue';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { jobEventWords } from './jobEventWords.ts';
import { planChangeWords } from './planChangeWords.ts';
import { useJob } from './useJob.ts';

const open = defineModel<boolean>({ required: true });
const job = useJob();
const versions = shallowRef<readonly JobVersion[]>([]);
const events = shallowRef<readonly JobEvent[]>([]);
const total = ref(0);
const { problem, trying } = useTrying();
const busy = ref(false);
/** What differs from a version to the present one, once it was asked for. */
const compared = shallowRef<{ readonly version: number; readonly changes: PlanChanges }>();

const id = () => job.id as JobId;
async function load(before?: number) {
  const query = before === undefined ? {} : { before };
  const found = await trying(() => call(API.listVersions, { params: { id: id() }, query }));
  if (!found) return;
  const first = before === undefined;
  versions.value = first ? found.versions : [...versions.value, ...found.versions];
  events.value = first ? found.events : [...events.value, ...found.events];
  total.value = found.total;
}
// What is being changed now is a version too: it is listed once it is saved.
watch(
  () => open.value && job.saveState,
  async (state) => {
    if (state !== 'saved') return;
    compared.value = undefined;
    await load();
  },
  { immediate: true },
);

async function compare(version: number) {
  const params = { id: id(), from: version, to: versions.value[0].version };
  const changes = await trying(() => call(API.compareVersions, { params }));
  if (changes) compared.value = { version, changes };
}
async function bringBack(version: number) {
  busy.value = true;
  const body = { base: versions.value[0].version };
  const saved = await trying(() =>
    call(API.bringBackVersion, { params: { id: id(), version }, body }),
  );
  busy.value = false;
  if (!saved) return;
  open.value = false;
  job.take(saved);
}

/** What became of the job while a version was the newest, the last first. */
const beside = (i: number) =>
  events.value.filter(
    ({ at }) =>
      (at >= versions.value[i].savedAt || i === versions.value.length - 1) &&
      (i === 0 || at < versions.value[i - 1].savedAt),
  );

const MOST = 6;
function wordsOf({ fields, more }: PlanChanges) {
  const words = [...new Set(fields.flatMap((field) => planChangeWords(field as never) ?? []))];
  return { words: words.slice(0, MOST), more: Math.max(0, words.length - MOST) + more };
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-labelledby="dialog-title">
    <div class="panel dialog-form">
      <h2 id="dialog-title" class="question">
        {{ t('shop.historyOf', { name: job.plan?.name ?? '' }) }}
      </h2>
      <p class="soft">{{ t('shop.historyIs') }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ol class="versions">
        <li v-for="(row, i) in versions" :key="row.version">
          <ul v-if="beside(i).length > 0" class="column ga-1 beside">
            <li v-for="(event, k) in beside(i)" :key="k" class="small">
              <b class="font-weight-medium text-break">{{ jobEventWords(event) }}</b>
              <span class="soft">{{
                t('shop.by', {
                  when: dated(new Date(event.at), t('shared.dayYearTime')),
                  savedBy: event.by,
                })
              }}</span>
            </li>
          </ul>
          <span class="figures font-weight-semibold">{{ row.version }}</span>
          <div>
            <p>
              {{
                t('shop.by', {
                  when: dated(new Date(row.savedAt), t('shared.dayYearTime')),
                  savedBy: row.savedBy,
                })
              }}
            </p>
            <p
              v-if="row.artworkId !== versions[i + 1]?.artworkId && row.fileName"
              class="soft small"
            >
              {{ t('shop.planFile', { name: row.fileName }) }}
            </p>
            <template v-if="compared?.version === row.version">
              <p class="small label">{{ t('shop.sinceThen') }}</p>
              <p v-for="word in wordsOf(compared.changes).words" :key="word" class="small">
                {{ word }}
              </p>
              <p v-if="compared.changes.fields.length === 0" class="small">
                {{ t('shop.sameAsNow') }}
              </p>
              <p v-if="wordsOf(compared.changes).more" class="small">
                {{ t('shop.andMore', { more: wordsOf(compared.changes).more }) }}
              </p>
            </template>
            <template v-else-if="row.changes">
              <p v-for="word in wordsOf(row.changes).words" :key="word" class="soft small">
                {{ word }}
              </p>
              <p v-if="wordsOf(row.changes).more" class="soft small">
                {{ t('shop.andMore', { more: wordsOf(row.changes).more }) }}
              </p>
            </template>
          </div>
          <span v-if="i === 0" class="soft small">{{ t('shop.now') }}</span>
          <div v-else class="d-flex ga-2">
            <v-btn size="small" variant="text" @click="compare(row.version)">{{
              t('shop.compareNow')
            }}</v-btn>
            <v-btn
              size="small"
              variant="tonal"
              :disabled="busy || job.saveState !== 'saved'"
              @click="bringBack(row.version)"
              >{{ t('shop.bringBack') }}</v-btn
            >
          </div>
        </li>
      </ol>
      <div class="dialog-buttons">
        <v-btn
          v-if="versions.length < total"
          variant="text"
          @click="load(versions.at(-1)!.version)"
          >{{ t('shop.earlier') }}</v-btn
        >
        <v-btn @click="open = false">{{ t('shop.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.versions > li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: start;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}

.beside {
  grid-column: 2 / -1;
  padding-bottom: 8px;
}

.beside li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 16px;
}
</style>
