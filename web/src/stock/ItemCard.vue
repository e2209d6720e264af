<script setup lang="ts">
/** A lot or a container: what is known of it, and what can be done with it. */
import { API, type LaterAct, type StockHistoryEntry } from '@kyanos/contract';
import { amountText, freeIn, reservedIn, type Machine, dayWords } from '@kyanos/core';
import { mdiTagOutline } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import { addressIn, call } from '../shared/api.ts';
import NumberField from '../shared/NumberField.vue';
import { unitText, actWords, AGE_LOOK, AGE_WORDS, timeWords } from './stockWords.ts';
import type { ShelfEntry } from './useShelf.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ entry: ShelfEntry; machines: readonly Machine[] }>();
const emit = defineEmits<{ act: [what: LaterAct]; undo: [event: StockHistoryEntry['id']] }>();

const item = computed(() => props.entry.item);
const age = computed(() => props.entry.age);
const events = shallowRef<readonly StockHistoryEntry[]>([]);
watch(
  item,
  async ({ id }) => {
    const found = await call(API.listStockEvents, { query: { item: id, limit: 12 } });
    if (props.entry.item.id === id) events.value = found;
  },
  { immediate: true },
);

/** What is being written down, and its figures. */
const asking = ref<'drawn' | 'counted' | 'moved' | 'discarded' | 'fitted'>();
const amount = ref(0);
const words = ref('');
const place = ref<string>();
function ask(what: NonNullable<typeof asking.value>) {
  asking.value = what;
  place.value = undefined;
  amount.value = what === 'counted' ? item.value.left : 0;
  words.value = what === 'moved' ? item.value.place : '';
}
watch(
  () => item.value.id,
  () => (asking.value = undefined),
);
const seats = computed(() =>
  props.entry.product.fits.map(({ machineId, channel }) => ({
    value: `${machineId} ${channel}`,
    title: `${props.machines.find(({ id }) => id === machineId)?.name ?? machineId}, ${channel}`,
  })),
);
const ready = computed(() => {
  switch (asking.value) {
    case 'drawn':
      return amount.value > 0;
    case 'counted':
      return Math.abs(amount.value - item.value.left) < 0.005 || words.value.trim() !== '';
    case 'discarded':
      return words.value.trim() !== '';
    case 'fitted':
      return (place.value ?? seats.value[0]?.value) !== undefined;
    default:
      return true;
  }
});
function tell() {
  const text = words.value.trim();
  const [machineId, channel] = (place.value ?? seats.value[0]?.value ?? ' ').split(' ');
  const acts: Record<NonNullable<typeof asking.value>, LaterAct> = {
    drawn: { act: 'drawn', amount: amount.value, source: 'hand' },
    counted: { act: 'counted', left: amount.value, reason: text },
    moved: { act: 'moved', place: text },
    discarded: { act: 'discarded', reason: text },
    fitted: { act: 'fitted', machineId, channel },
  };
  emit('act', acts[asking.value!]);
  asking.value = undefined;
}
const label = computed(() => addressIn(API.getLabels, { query: { codes: item.value.code } }));
const LABELS = {
  drawn: t('stock.howMuchUsed'),
  counted: t('stock.howMuchLeft'),
  moved: t('stock.whereDoesLieNow'),
  discarded: t('stock.whyThrownAway'),
  fitted: t('stock.whereFitted'),
} as const;
</script>

<template>
  <div class="panel pad column" data-testid="stock-item">
    <div>
      <h2>{{ item.name }}</h2>
      <p class="figures soft">
        {{ item.code
        }}<template v-if="item.lot">{{ ' ' }}{{ t('stock.lot', { lot: item.lot }) }}</template>
      </p>
    </div>
    <p class="big figures">
      {{ amountText(item.left, item.unit) }}
      <span class="soft small">{{
        t('stock.ofSize', { size: amountText(item.size, item.unit) })
      }}</span>
    </p>
    <p v-if="item.overdrawn > 0" class="problem">
      {{ t('stock.moreWereDrawnThan', { overdrawn: amountText(item.overdrawn, item.unit) }) }}
    </p>
    <dl class="facts">
      <dt>{{ t('stock.age') }}</dt>
      <dd :class="AGE_LOOK[age.age]">
        {{ AGE_WORDS[age.age]
        }}<template v-if="age.until">{{
          t('stock.goodUntil', { until: dayWords(age.until) })
        }}</template>
        <span class="soft small d-block font-weight-regular">{{ age.from }}</span>
      </dd>
      <dt>{{ t('stock.lies') }}</dt>
      <dd>
        {{
          item.fitted
            ? t('stock.fitted', { channel: item.fitted.channel })
            : item.place || t('stock.notSaid')
        }}
      </dd>
      <template v-if="reservedIn(item) > 0">
        <dt>{{ t('stock.reserved') }}</dt>
        <dd>
          {{
            t('stock.free', {
              item: amountText(reservedIn(item), item.unit),
              item2: amountText(freeIn(item), item.unit),
            })
          }}
        </dd>
      </template>
      <dt>{{ t('stock.received') }}</dt>
      <dd>{{ dayWords(item.receivedOn) }}</dd>
      <dt>{{ t('stock.countedAct') }}</dt>
      <dd>{{ item.countedOn ? dayWords(item.countedOn) : t('stock.never') }}</dd>
    </dl>
    <form v-if="asking" class="column" @submit.prevent="tell">
      <b>{{ LABELS[asking] }}</b>
      <number-field
        v-if="asking === 'drawn' || asking === 'counted'"
        v-model="amount"
        :label="asking === 'drawn' ? t('stock.used') : t('stock.left')"
        :unit="unitText(item.unit)"
        :precision="item.unit === 'sheets' ? 0 : 1"
        :max="1000000"
      />
      <v-text-field
        v-if="asking === 'moved' || asking === 'discarded' || asking === 'counted'"
        v-model="words"
        :label="
          asking === 'moved'
            ? t('stock.place')
            : asking === 'counted'
              ? t('stock.whyDiffers')
              : t('stock.reason')
        "
        maxlength="200"
      />
      <v-select
        v-if="asking === 'fitted'"
        :label="t('stock.machineSlot')"
        :items="seats"
        :model-value="place ?? seats[0]?.value"
        @update:model-value="place = $event"
      />
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat" :disabled="!ready">{{
          t('stock.save')
        }}</v-btn>
        <v-btn variant="text" @click="asking = undefined">{{ t('stock.cancel') }}</v-btn>
      </div>
    </form>
    <div v-else class="row">
      <v-btn @click="ask('drawn')">{{ t('stock.draw') }}</v-btn>
      <v-btn @click="ask('counted')">{{ t('stock.count') }}</v-btn>
      <v-btn v-if="!item.fitted" @click="ask('moved')">{{ t('stock.move') }}</v-btn>
      <v-btn v-if="item.fitted" @click="emit('act', { act: 'taken-out' })">{{
        t('stock.takeOut')
      }}</v-btn>
      <v-btn v-else-if="item.kind === 'ink'" @click="ask('fitted')">{{ t('stock.fit') }}</v-btn>
      <v-btn v-if="item.sealed" @click="emit('act', { act: 'opened' })">{{
        t('stock.open')
      }}</v-btn>
      <v-btn v-else-if="!item.fitted" @click="emit('act', { act: 'sealed' })">{{
        t('stock.seal')
      }}</v-btn>
      <v-btn v-if="!item.fitted" @click="ask('discarded')">{{ t('stock.throwAway') }}</v-btn>
      <v-btn :prepend-icon="mdiTagOutline" :href="label" target="_blank">{{
        t('stock.label')
      }}</v-btn>
    </div>
    <ol class="events small">
      <li v-for="event in events" :key="event.id">
        <span :class="{ 'text-decoration-line-through': !event.holds }">{{
          actWords(event.what, item.unit)
        }}</span>
        <span class="soft">{{ timeWords(event.at) }}, {{ event.by }}</span>
        <v-btn
          v-if="event.holds && event.what.act !== 'received'"
          size="small"
          variant="text"
          :aria-label="t('stock.undoWhat', { what: actWords(event.what, item.unit) })"
          @click="emit('undo', event.id)"
          >{{ t('stock.undo') }}</v-btn
        >
      </li>
    </ol>
  </div>
</template>

<style scoped>
.big {
  font-size: var(--size-figure);
  font-weight: 600;
  line-height: 1.1;
}

.events li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid var(--line);
}
</style>
