<script setup lang="ts">
/** A lot or a container: what is known of it, and what can be done with it. */
import { API, type LaterAct, type ToldStock } from '@kyanos/contract';
import { amountText, freeIn, reservedIn, type Machine, dayWords } from '@kyanos/core';
import { mdiTagOutline } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import { addressIn, call } from '../shared/api.ts';
import NumberField from '../shared/NumberField.vue';
import { actWords, AGE_WORDS, timeWords } from './stockWords.ts';
import type { ShelfEntry } from './useShelf.ts';

const props = defineProps<{ entry: ShelfEntry; machines: readonly Machine[] }>();
const emit = defineEmits<{ act: [what: LaterAct]; undo: [event: ToldStock['id']] }>();

const item = computed(() => props.entry.item);
const age = computed(() => props.entry.age);
const events = shallowRef<readonly ToldStock[]>([]);
watch(
  item,
  async ({ id }) => {
    const found = await call(API.listStockEvents, { query: { item: id, limit: 12 } });
    if (props.entry.item.id === id) events.value = found;
  },
  { immediate: true },
);

/** What is being told, and its figures. */
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
  drawn: 'How much was used?',
  counted: 'How much is left?',
  moved: 'Where does it lie now?',
  discarded: 'Why is it thrown away?',
  fitted: 'Where is it fitted?',
} as const;
</script>

<template>
  <div class="panel pad card" data-testid="stock-item">
    <div>
      <h2 class="title">{{ item.name }}</h2>
      <p class="figures soft">
        {{ item.code }}<template v-if="item.lot"> · lot {{ item.lot }}</template>
      </p>
    </div>
    <p class="big figures">
      {{ amountText(item.left, item.unit) }}
      <span class="soft small">of {{ amountText(item.size, item.unit) }}</span>
    </p>
    <p v-if="item.overdrawn > 0" class="problem">
      {{ amountText(item.overdrawn, item.unit) }} more were drawn than the books had. Count it.
    </p>
    <dl class="facts">
      <dt>Age</dt>
      <dd :class="age.age">
        {{ AGE_WORDS[age.age]
        }}<template v-if="age.until">, good until {{ dayWords(age.until) }}</template>
        <span class="soft small block">{{ age.from }}</span>
      </dd>
      <dt>Lies at</dt>
      <dd>{{ item.fitted ? `fitted as ${item.fitted.channel}` : item.place || 'not said' }}</dd>
      <template v-if="reservedIn(item) > 0">
        <dt>Reserved</dt>
        <dd>
          {{ amountText(reservedIn(item), item.unit) }};
          {{ amountText(freeIn(item), item.unit) }} free
        </dd>
      </template>
      <dt>Received</dt>
      <dd>{{ dayWords(item.receivedOn) }}</dd>
      <dt>Counted</dt>
      <dd>{{ item.countedOn ? dayWords(item.countedOn) : 'never' }}</dd>
    </dl>
    <form v-if="asking" class="asked" @submit.prevent="tell">
      <b>{{ LABELS[asking] }}</b>
      <number-field
        v-if="asking === 'drawn' || asking === 'counted'"
        v-model="amount"
        :label="asking === 'drawn' ? 'Used' : 'Left'"
        :unit="item.unit"
        :precision="item.unit === 'sheets' ? 0 : 1"
        :max="1000000"
      />
      <v-text-field
        v-if="asking === 'moved' || asking === 'discarded' || asking === 'counted'"
        v-model="words"
        :label="asking === 'moved' ? 'Place' : asking === 'counted' ? 'Why it differs' : 'Reason'"
        maxlength="200"
      />
      <v-select
        v-if="asking === 'fitted'"
        label="Machine and slot"
        :items="seats"
        :model-value="place ?? seats[0]?.value"
        @update:model-value="place = $event"
      />
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat" :disabled="!ready">Save</v-btn>
        <v-btn variant="text" @click="asking = undefined">Cancel</v-btn>
      </div>
    </form>
    <div v-else class="row">
      <v-btn @click="ask('drawn')">Draw</v-btn>
      <v-btn @click="ask('counted')">Count</v-btn>
      <v-btn v-if="!item.fitted" @click="ask('moved')">Move</v-btn>
      <v-btn v-if="item.fitted" @click="emit('act', { act: 'taken-out' })">Take out</v-btn>
      <v-btn v-else-if="item.kind === 'ink'" @click="ask('fitted')">Fit</v-btn>
      <v-btn v-if="item.sealed" @click="emit('act', { act: 'opened' })">Open</v-btn>
      <v-btn v-else-if="!item.fitted" @click="emit('act', { act: 'sealed' })">Seal</v-btn>
      <v-btn v-if="!item.fitted" @click="ask('discarded')">Throw away</v-btn>
      <v-btn :prepend-icon="mdiTagOutline" :href="label" target="_blank">Label</v-btn>
    </div>
    <ol class="events small">
      <li v-for="event in events" :key="event.id" :class="{ gone: !event.holds }">
        <span>{{ actWords(event.what, item.unit) }}</span>
        <span class="soft">{{ timeWords(event.at) }}, {{ event.by }}</span>
        <v-btn
          v-if="event.holds && event.what.act !== 'received'"
          size="small"
          variant="text"
          :aria-label="`Undo: ${actWords(event.what, item.unit)}`"
          @click="emit('undo', event.id)"
          >Undo</v-btn
        >
      </li>
    </ol>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  gap: 12px;
}

.title {
  font-size: var(--size-lead);
  font-weight: 650;
}

.big {
  font-size: var(--size-figure);
  font-weight: 600;
  line-height: 1.1;
}

.facts {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 4px 10px;
}

dt {
  color: var(--soft);
}

dd.over {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}

dd.soon {
  color: rgb(var(--v-theme-warning));
  font-weight: 650;
}

.block {
  display: block;
  font-weight: 400;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.asked {
  display: grid;
  gap: 10px;
}

.events {
  list-style: none;
  display: grid;
}

.events li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid var(--line);
}

.gone span:first-child {
  text-decoration: line-through;
}
</style>
