<script setup lang="ts">
/** What was done to the stock, the newest first; any of it can be undone. */
import { API, type StockHistoryEntry } from '@kyanos/contract';
import { shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';
import { actWords, timeWords } from './stockWords.ts';
import { t } from '../texts/texts.ts';

const { problem, trying } = useTrying();
const events = shallowRef<readonly StockHistoryEntry[]>();
const more = shallowRef(true);
const PAGE = 100;

async function load(before?: StockHistoryEntry['id']) {
  const found = await trying(() =>
    call(API.listStockEvents, { query: { limit: PAGE, ...(before && { before }) } }),
  );
  if (!found) return;
  events.value = before ? [...(events.value ?? []), ...found] : found;
  more.value = found.length === PAGE;
}
async function undo({ id }: StockHistoryEntry) {
  await trying(() => call(API.undoStock, { params: { id } }));
  if (!problem.value) await load();
}
void load();
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('stock.whatDoneStock') }}</h1>
      <p class="answer">{{ t('stock.nothingOverwrittenEntryUndone') }}</p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="events" class="panel pad">
      <table class="table">
        <thead>
          <tr>
            <th scope="col">{{ t('stock.when') }}</th>
            <th scope="col">{{ t('stock.who') }}</th>
            <th scope="col">{{ t('stock.what') }}</th>
            <th scope="col">{{ t('stock.lotContainer') }}</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in events" :key="event.id">
            <td class="figures">{{ timeWords(event.at) }}</td>
            <td>{{ event.by }}</td>
            <td :class="{ 'text-decoration-line-through': !event.holds }">
              {{ actWords(event.what, event.unit) }}
            </td>
            <td>
              <router-link :to="{ name: 'stock-shelf', params: { item: event.code } }"
                >{{ event.name }}
                <span class="figures">{{ event.lot || event.code }}</span></router-link
              >
            </td>
            <td class="right">
              <v-btn
                v-if="event.holds"
                size="small"
                variant="text"
                :aria-label="
                  t('stock.undoCode', { what: actWords(event.what, event.unit), code: event.code })
                "
                @click="undo(event)"
                >{{ t('stock.undo') }}</v-btn
              >
              <span v-else class="soft small">{{ t('stock.undone') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <v-btn
        v-if="more && events.length"
        class="mt-3"
        @click="load(events[events.length - 1].id)"
        >{{ t('stock.showOlder') }}</v-btn
      >
      <p v-if="events.length === 0" class="soft">{{ t('stock.nothingYet') }}</p>
    </div>
  </section>
</template>
