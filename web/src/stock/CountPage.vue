<script setup lang="ts">
/** A stocktake: place by place, in one walk. What was counted stays on this device until it is handed in. */
import { unitText } from './stockWords.ts';
import { amountText, language, LOCALES } from '@kyanos/core';
import { API, type Stocked } from '@kyanos/contract';
import { useStorage } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { call, newKey } from '../shared/api.ts';
import CodeReader from './CodeReader.vue';
import { countLine, type Count } from './countLine.ts';
import { useShelf } from './useShelf.ts';
import { t } from '../texts/texts.ts';

const { entries, products, problem, trying, load } = useShelf();

const counts = useStorage<Record<string, Count>>('kyanos-stocktake', {});
/** The same walk is handed in once, however often it is sent. */
const walk = useStorage('kyanos-stocktake-key', newKey());
const done = ref<string>();

const lines = computed(() =>
  entries.value.flatMap(({ item }) => countLine(item, counts.value[item.id]) ?? []),
);
const lineOf = computed(() => new Map(lines.value.map((line) => [line.id, line])));
const places = computed(() => {
  const by = new Map<string, Stocked[]>();
  for (const { item } of entries.value) {
    const place = item.fitted ? t('stock.machines') : item.place || t('stock.noPlaceSaid');
    by.set(place, [...(by.get(place) ?? []), item]);
  }
  return [...by]
    .toSorted(([a], [b]) => a.localeCompare(b, LOCALES[language()], { numeric: true }))
    .map(([place, items]) => ({
      place,
      items: items.toSorted((a, b) => a.name.localeCompare(b.name)),
      counted: items.filter(({ id }) => lineOf.value.has(id)).length,
    }));
});
const open = computed(() => lines.value.filter(({ wantsReason }) => wantsReason));
const moved = computed(() => lines.value.filter((line) => line.moved));
const answer = computed(() => {
  if (!products.value) return t('stock.fetchingStock');
  const differing = lines.value.filter(({ differs }) => differs).length;
  return t('stock.ofCounted', {
    n: lines.value.length,
    n2: entries.value.length,
    rest: differing ? t('stock.differFromBooks', { differing }) : '',
  });
});

const set = (id: string, part: Count) =>
  (counts.value = { ...counts.value, [id]: { ...counts.value[id], ...part } });
const typed = (event: Event) => (event.target as HTMLInputElement).value.trim();
function setLeft({ id, left: books }: Stocked, event: Event) {
  const text = typed(event).replace(',', '.');
  const left = Number(text);
  if (text === '') {
    const { [id]: _, ...others } = counts.value;
    counts.value = others;
  } else if (Number.isFinite(left) && left >= 0 && left <= 1_000_000) set(id, { left, books });
}

async function handIn() {
  const sent = await trying(() =>
    call(
      API.countStock,
      {
        body: {
          counts: lines.value.map(({ id, left, reason, books }) => ({ id, left, reason, books })),
        },
      },
      { key: walk.value },
    ),
  );
  if (!sent) {
    // What the books have by now is shown beside what was counted.
    const why = problem.value;
    await load();
    problem.value = why;
    return;
  }
  done.value = t('stock.countedPutRight', { counted: sent.counted, changed: sent.changed });
  counts.value = {};
  walk.value = newKey();
  await load();
}

async function jump(code: string) {
  if (!products.value) await load();
  const entry = entries.value.find(({ item }) => item.code === code);
  if (!entry) {
    problem.value = t('stock.noLotContainerShelf', { code });
    return;
  }
  problem.value = undefined;
  await nextTick();
  const field = document.getElementById(`count-${entry.item.id}`);
  field?.scrollIntoView({ block: 'center' });
  field?.focus();
}
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('stock.whatReallyThere') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <code-reader @code="jump" />
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="done" class="notice" role="status">{{ done }}</p>
    <div v-for="{ place, items, counted } in places" :key="place" class="panel pad">
      <h2>
        {{ place }}
        <span class="soft small figures">{{ t('stock.of', { counted, n: items.length }) }}</span>
      </h2>
      <div
        v-for="item in items"
        :key="item.id"
        class="line"
        :class="{ done: lineOf.get(item.id)?.moved === false }"
      >
        <span>
          <b>{{ item.name }}</b>
          <span class="soft small figures d-block"
            >{{ item.code }}<template v-if="item.lot"> · {{ item.lot }}</template></span
          >
        </span>
        <span class="soft figures">{{
          t('stock.books', { left: amountText(item.left, item.unit) })
        }}</span>
        <label class="d-flex ga-2 align-center count">
          <span class="d-sr-only">{{
            t('stock.counted', { item: item.name, code: item.code, unit: unitText(item.unit) })
          }}</span>
          <input
            :id="`count-${item.id}`"
            class="figures"
            inputmode="decimal"
            autocomplete="off"
            :value="counts[item.id]?.left ?? ''"
            @change="setLeft(item, $event)"
          />
          {{ unitText(item.unit) }}
        </label>
        <v-btn
          size="small"
          variant="text"
          :aria-label="t('stock.booksSay', { item: item.name, code: item.code })"
          @click="set(item.id, { left: item.left, books: item.left })"
          >{{ t('stock.booked') }}</v-btn
        >
        <p v-if="lineOf.get(item.id)?.moved" class="row text-warning moved" role="status">
          {{ t('stock.movedSince', { was: amountText(lineOf.get(item.id)!.books, item.unit) }) }}
          <v-btn
            size="small"
            variant="outlined"
            :aria-label="t('stock.stillRightOf', { item: item.name, code: item.code })"
            @click="set(item.id, { books: item.left })"
            >{{ t('stock.stillRight') }}</v-btn
          >
        </p>
        <input
          v-else-if="lineOf.get(item.id)?.differs"
          class="reason"
          :class="{ wanted: lineOf.get(item.id)?.wantsReason }"
          :placeholder="t('stock.whyDiffers')"
          :aria-label="t('stock.whyItDiffers', { item: item.name, code: item.code })"
          maxlength="200"
          :value="counts[item.id]?.reason ?? ''"
          @change="set(item.id, { reason: typed($event) })"
        />
      </div>
    </div>
    <div v-if="lines.length" class="panel pad row justify-space-between foot">
      <span v-if="moved.length">{{ t('stock.movedN', { n: moved.length }) }}</span>
      <span v-else-if="open.length">{{
        t('stock.differsWithoutReasonUnknown', { n: open.length })
      }}</span>
      <span v-else>{{ t('stock.allDifferHaveReason') }}</span>
      <v-btn
        color="primary"
        variant="flat"
        :disabled="open.length + moved.length > 0"
        @click="handIn"
        >{{ t('stock.handStocktake') }}</v-btn
      >
    </div>
  </section>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(160px, 1fr) 160px 150px auto minmax(0, 220px);
  gap: 12px;
  align-items: center;
  min-height: 52px;
  border-top: 1px solid var(--line);
}

.line.done b::after {
  content: ' ✓';
  color: rgb(var(--v-theme-success));
}

.count input,
.reason {
  min-height: 44px;
  width: 96px;
  padding: 0 10px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--soft);
  border-radius: 6px;
  text-align: right;
}

.reason {
  width: 100%;
  text-align: left;
}

.reason.wanted {
  border-color: rgb(var(--v-theme-warning));
  border-width: 2px;
}

.foot {
  position: sticky;
  bottom: 0;
}

@media (max-width: 900px) {
  .line {
    grid-template-columns: minmax(0, 1fr) 120px 132px auto;
  }

  .moved,
  .reason {
    grid-column: 1 / -1;
    margin-bottom: 8px;
  }
}
</style>
