<script setup lang="ts">
/** One ink of the machine: how much a solid lays and where that is known from, what is lost of it, its price and its container. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import {
  ASSUMED_DROPS,
  calibrateWhite,
  contrastRatio,
  fitDrops,
  inkOf,
  isSpecialInk,
  laydownOf,
  mostContrast,
  WHITE_INK,
  whiteLayer,
  type Channel,
  type Ink,
  type LaydownSource,
  type Machine,
} from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { call, callRevised, Refused } from '../shared/api.ts';
import NumberField from '../shared/NumberField.vue';
import WorkingBody from '../shared/WorkingBody.vue';
import { without } from '../shared/without.ts';
import MoneyField from '../shared/MoneyField.vue';

const channel = defineModel<Channel | undefined>({ required: true });
const job = useJob();
const machine = computed(() => job.plan!.machine);
const currency = computed(() => job.plan!.prices.currency);

const ink = ref<Ink>();
/** True today, and of no plan: told to the shop. */
const leftMl = ref<number>();
watch(channel, (wanted) => {
  ink.value = wanted === undefined ? undefined : inkOf(machine.value, wanted);
  leftMl.value = wanted === undefined ? undefined : job.state.leftMl[wanted];
});
const set = (change: Partial<Ink>) => (ink.value = { ...ink.value!, ...change });

type LaydownKind = LaydownSource['kind'] | 'typed';
const SEPARATION_KINDS: { value: LaydownKind; title: string }[] = [
  { value: 'typed', title: 'as stated or learnt' },
  { value: 'drops', title: 'from drops and resolution' },
  { value: 'job', title: 'from a measured job' },
];
/** Of white it is known what such machines usually lay. */
const kinds = computed(() => [
  ...SEPARATION_KINDS,
  ...(channel.value === 'W'
    ? [{ value: 'usual' as const, title: 'assumed, usual for such a machine' }]
    : []),
]);
/** A sheet of 16 × 24 in, full white: the bench's own example. */
const FIRST = computed<Record<LaydownSource['kind'], LaydownSource>>(() => ({
  usual: { kind: 'usual', cure: machine.value.cure },
  drops: { kind: 'drops', picolitres: 7, dpiAcross: 1440, dpiAlong: 720 },
  job: { kind: 'job', ml: 6.94, areaMm2: 247_741, cover: 1 },
}));
const kind = computed<LaydownKind>(() => ink.value?.laydownFrom?.kind ?? 'typed');
function take(source: LaydownSource | undefined) {
  const rest = without(ink.value!, 'laydownFrom');
  ink.value = source ? { ...rest, laydownFrom: source, laydown: laydownOf(source).value } : rest;
}
const source = computed(() => ink.value?.laydownFrom);
const working = computed(() => source.value && laydownOf(source.value));

/** What a quarter, half and three quarters of the solid lay; in proportion where there is no curve. */
const TINTS = [0.25, 0.5, 0.75];
const tone = computed(() =>
  TINTS.map((tint) => ink.value?.tone?.find(([x]) => x === tint)?.[1] ?? tint),
);
function setTone(at: number, percent: number) {
  const values = tone.value.map((value, i) => (i === at ? percent / 100 : value));
  // A curve never falls.
  const rising = values.map((_, i) => Math.max(...values.slice(0, i + 1)));
  const straight = rising.every((value, i) => Math.abs(value - TINTS[i]) < 1e-9);
  const rest = without(ink.value!, 'tone');
  ink.value = straight
    ? rest
    : { ...rest, tone: [...TINTS.map((x, i) => [x, rising[i]] as const), [1, 1]] };
}

/** What the tints of a wedge hide: as worked out, until they are typed over. */
const typed = ref<(number | undefined)[]>([]);
watch(channel, () => (typed.value = []));
const wedge = computed(() => {
  const { contrastRatio: ratio = 0.7, laydown = 11, drops = ASSUMED_DROPS } = ink.value ?? {};
  if (ratio >= mostContrast(drops)) return TINTS.map(() => 0);
  const white = calibrateWhite(ratio, laydown, drops, WHITE_INK);
  return TINTS.map((tint, i) => typed.value[i] ?? contrastRatio(whiteLayer(white, tint)));
});
function fit(at: number, ratio: number) {
  typed.value = TINTS.map((_, i) => (i === at ? ratio : typed.value[i]));
  const known = typed.value.flatMap((hides, i) =>
    hides === undefined ? [] : [[TINTS[i], hides] as const],
  );
  const { contrastRatio: solid = 0.7, laydown } = ink.value!;
  set({ drops: Math.round(10 * fitDrops(known, { ratio: solid, laydown })) / 10 });
}

/** A figure that was set by hand is no longer the one that was learnt. */
function withInk(of: Machine, next: Ink): Machine {
  const inks = of.inks.map((one) => (one.channel === next.channel ? next : one));
  const was = inkOf(of, next.channel);
  if (!of.learnt || (was?.laydown === next.laydown && was.lossPerTrip === next.lossPerTrip))
    return { ...of, inks };
  return {
    ...of,
    inks,
    learnt: { ...of.learnt, inks: without(of.learnt.inks, next.channel) },
  };
}
const problem = ref<string>();
const everyJob = ref(false);
async function done() {
  const next = ink.value!;
  const shop = job.shop?.machines.find(({ id }) => id === machine.value.id);
  if (everyJob.value && shop)
    try {
      // One ink of the machine as it is now: somebody may have changed another.
      const params = { id: shop.id };
      const now = await callRevised(SHOP_ENDPOINTS.machine.get, { params });
      const kept = await call(
        SHOP_ENDPOINTS.machine.save,
        { params, body: withInk(now.value, next) },
        { ifMatch: now.revision },
      );
      job.shop = {
        ...job.shop!,
        machines: job.shop!.machines.map((one) => (one.id === kept.id ? kept : one)),
      };
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem.message;
      return;
    }
  const { [next.channel]: was } = job.state.leftMl;
  if (next.container && leftMl.value !== undefined && leftMl.value !== was)
    await job.tellState({
      ...job.state,
      leftMl: { ...job.state.leftMl, [next.channel]: leftMl.value },
    });
  job.update({ machine: withInk(machine.value, next) });
  channel.value = undefined;
}
</script>

<template>
  <v-dialog
    :model-value="channel !== undefined"
    max-width="640"
    @update:model-value="channel = undefined"
  >
    <form v-if="ink" class="panel dialog" @submit.prevent="done">
      <h2>{{ ink.name }} on {{ machine.name }}</h2>
      <p v-if="problem" role="alert">{{ problem }}</p>
      <div class="fields">
        <v-select
          class="wide"
          label="The laydown is known"
          :items="kinds"
          :model-value="kind"
          @update:model-value="take($event === 'typed' ? undefined : FIRST[$event])"
        />
        <number-field
          v-if="kind === 'typed'"
          label="Laydown of a solid, one hit"
          unit="mL/m²"
          :min="0.01"
          :max="200"
          :step="0.1"
          :precision="2"
          :model-value="ink.laydown"
          @update:model-value="set({ laydown: $event })"
        />
        <template v-else-if="source?.kind === 'drops'">
          <number-field
            label="Drops on one point"
            unit="pL"
            :min="0.1"
            :max="10000"
            :precision="1"
            :model-value="source.picolitres"
            @update:model-value="take({ ...source, picolitres: $event })"
          />
          <number-field
            label="Resolution across"
            unit="dpi"
            :min="1"
            :max="10000"
            :model-value="source.dpiAcross"
            @update:model-value="take({ ...source, dpiAcross: $event })"
          />
          <number-field
            label="Resolution along"
            unit="dpi"
            :min="1"
            :max="10000"
            :model-value="source.dpiAlong"
            @update:model-value="take({ ...source, dpiAlong: $event })"
          />
        </template>
        <template v-else-if="source?.kind === 'job'">
          <number-field
            label="Ink used"
            unit="mL"
            :min="0.01"
            :max="100000"
            :precision="2"
            :model-value="source.ml"
            @update:model-value="take({ ...source, ml: $event })"
          />
          <number-field
            label="Printed area"
            unit="cm²"
            :min="1"
            :max="100000000"
            :model-value="source.areaMm2 / 100"
            @update:model-value="take({ ...source, areaMm2: $event * 100 })"
          />
          <number-field
            label="Mean cover × density × hits"
            unit="%"
            :min="0.1"
            :max="2000"
            :precision="1"
            :model-value="source.cover * 100"
            @update:model-value="take({ ...source, cover: $event / 100 })"
          />
        </template>
        <working-body v-if="working" class="wide" :working="working" />

        <template v-if="isSpecialInk(ink)">
          <h3 class="label">How it covers</h3>
          <number-field
            v-if="ink.contrastRatio !== undefined"
            label="A solid hides (contrast ratio)"
            unit="%"
            :min="5"
            :max="99.5"
            :precision="1"
            :model-value="Math.round(ink.contrastRatio * 1000) / 10"
            @update:model-value="set({ contrastRatio: $event / 100 })"
          />
          <number-field
            :label="ink.drops === undefined ? 'Drops in a solid, assumed' : 'Drops in a solid'"
            :min="2"
            :max="60"
            :precision="1"
            :model-value="ink.drops ?? ASSUMED_DROPS"
            @update:model-value="set({ drops: $event })"
          />
          <template v-if="ink.contrastRatio !== undefined">
            <number-field
              v-for="(tint, i) in TINTS"
              :key="`wedge ${tint}`"
              :label="`${tint * 100} % of the wedge hides`"
              unit="%"
              :max="99"
              :precision="1"
              :model-value="Math.round(wedge[i] * 1000) / 10"
              @update:model-value="fit(i, $event / 100)"
            />
          </template>
          <p class="wide soft small">
            Drops fall at random: few large ones leave more of the ground bare in a tint than many
            small ones. Print a wedge over a contrast card and type what its tints hide; the number
            follows.
          </p>
        </template>
        <h3 class="label">Ink of a tint, share of the solid</h3>
        <number-field
          v-for="(tint, i) in TINTS"
          :key="tint"
          :label="`${tint * 100} % lays`"
          unit="%"
          :max="100"
          :precision="1"
          :model-value="tone[i] * 100"
          @update:model-value="setTone(i, $event)"
        />
        <h3 class="label">Lost, and bought</h3>
        <number-field
          label="At the start of a trip"
          unit="mL"
          :max="1000"
          :step="0.1"
          :precision="2"
          :model-value="ink.lossPerTrip"
          @update:model-value="set({ lossPerTrip: $event })"
        />
        <number-field
          label="Spat while printing"
          unit="mL/h"
          :max="1000"
          :step="0.1"
          :precision="2"
          :model-value="ink.spitPerHour ?? 0"
          @update:model-value="set({ spitPerHour: $event })"
        />
        <money-field
          label="Price"
          :currency="currency"
          per="L"
          :model-value="ink.pricePerLitre"
          @update:model-value="set({ pricePerLitre: $event })"
        />
        <number-field
          label="A container holds"
          unit="mL"
          :max="1000000"
          :model-value="ink.container?.ml ?? 0"
          @update:model-value="
            $event > 0 ? set({ container: { ml: $event } }) : (ink = without(ink, 'container'))
          "
        />
        <number-field
          v-if="ink.container"
          label="Left in the open one today"
          unit="mL"
          :max="ink.container.ml"
          :model-value="leftMl ?? ink.container.ml"
          @update:model-value="leftMl = $event"
        />
      </div>
      <v-checkbox
        label="For the shop’s next plans too"
        hide-details
        :model-value="everyJob"
        @update:model-value="everyJob = !!$event"
      />
      <div class="buttons">
        <v-btn @click="channel = undefined">Leave it as it was</v-btn>
        <v-btn color="primary" variant="flat" type="submit">Use these figures</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.dialog {
  display: grid;
  gap: 14px;
  padding: 20px 22px;
  max-height: 90vh;
  overflow-y: auto;
}

.dialog h2 {
  font-size: var(--size-lead);
}

.fields {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 12px;
}

.wide,
h3 {
  grid-column: 1 / -1;
}

.buttons {
  position: sticky;
  bottom: -20px;
  padding-block: 10px;
  background: rgb(var(--v-theme-surface));
  display: flex;
  justify-content: flex-end;
  gap: 10px;
}
</style>
