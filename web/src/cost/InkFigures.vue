<script setup lang="ts">
/** What an ink lays, how it covers, what is lost of it and what it costs: the figures of its own dialog in a job and of the shop's. */
import {
  ASSUMED_DROPS,
  calibrateWhite,
  contrastRatio,
  fitDrops,
  isSpecialInk,
  laydownOf,
  mostContrast,
  WHITE_INK,
  whiteLayer,
  type Currency,
  type Ink,
  type LaydownSource,
  type Machine,
} from '@kyanos/core';
import { computed, ref, watch } from 'vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { without } from '../shared/without.ts';
import WorkingBody from '../shared/WorkingBody.vue';
import { t } from '../texts/texts.ts';

const ink = defineModel<Ink>({ required: true });
const props = defineProps<{
  /** How the machine's ink cures: it decides what white usually lays. */
  cure: Machine['cure'];
  currency: Currency;
}>();
const set = (change: Partial<Ink>) => (ink.value = { ...ink.value, ...change });

type LaydownKind = LaydownSource['kind'] | 'typed';
const LAYDOWN_KINDS: { value: LaydownKind; title: string }[] = [
  { value: 'typed', title: t('cost.statedLearnt') },
  { value: 'drops', title: t('cost.fromDropsResolution') },
  { value: 'job', title: t('cost.fromMeasuredJob') },
];
/** Of white it is known what such machines usually lay. */
const kinds = computed(() => [
  ...LAYDOWN_KINDS,
  ...(ink.value.role === 'white'
    ? [{ value: 'usual' as const, title: t('cost.assumedUsualSuchMachine') }]
    : []),
]);
/** A sheet of 16 × 24 in, full white: the bench's own example. */
const FIRST = computed<Record<LaydownSource['kind'], LaydownSource>>(() => ({
  usual: { kind: 'usual', cure: props.cure },
  drops: { kind: 'drops', picolitres: 7, dpiAcross: 1440, dpiAlong: 720 },
  job: { kind: 'job', ml: 6.94, areaMm2: 247_741, cover: 1 },
}));
const kind = computed<LaydownKind>(() => ink.value.laydownFrom?.kind ?? 'typed');
function take(source: LaydownSource | undefined) {
  const rest = without(ink.value, 'laydownFrom');
  ink.value = source ? { ...rest, laydownFrom: source, laydown: laydownOf(source).value } : rest;
}
const source = computed(() => ink.value.laydownFrom);
const working = computed(() => source.value && laydownOf(source.value));

/** What a quarter, half and three quarters of the solid lay; in proportion where there is no curve. */
const TINTS = [0.25, 0.5, 0.75];
const tone = computed(() =>
  TINTS.map((tint) => ink.value.tone?.find(([x]) => x === tint)?.[1] ?? tint),
);
function setTone(at: number, percent: number) {
  const values = tone.value.map((value, i) => (i === at ? percent / 100 : value));
  // A curve never falls.
  const rising = values.map((_, i) => Math.max(...values.slice(0, i + 1)));
  const straight = rising.every((value, i) => Math.abs(value - TINTS[i]) < 1e-9);
  const rest = without(ink.value, 'tone');
  ink.value = straight
    ? rest
    : { ...rest, tone: [...TINTS.map((x, i) => [x, rising[i]] as const), [1, 1]] };
}

/** What the tints of a wedge hide: as worked out, until they are typed over. */
const typed = ref<(number | undefined)[]>([]);
watch(
  () => ink.value.channel,
  () => (typed.value = []),
);
const wedge = computed(() => {
  const { contrastRatio: ratio = 0.7, laydown = 11, drops = ASSUMED_DROPS } = ink.value;
  if (ratio >= mostContrast(drops)) return TINTS.map(() => 0);
  const white = calibrateWhite(ratio, laydown, drops, WHITE_INK);
  return TINTS.map((tint, i) => typed.value[i] ?? contrastRatio(whiteLayer(white, tint)));
});
function fit(at: number, ratio: number) {
  typed.value = TINTS.map((_, i) => (i === at ? ratio : typed.value[i]));
  const known = typed.value.flatMap((hides, i) =>
    hides === undefined ? [] : [[TINTS[i], hides] as const],
  );
  const { contrastRatio: solid = 0.7, laydown } = ink.value;
  set({ drops: Math.round(10 * fitDrops(known, { ratio: solid, laydown })) / 10 });
}
</script>

<template>
  <v-select
    class="wide"
    :label="t('cost.laydownFrom')"
    :items="kinds"
    :model-value="kind"
    @update:model-value="take($event === 'typed' ? undefined : FIRST[$event])"
  />
  <number-field
    v-if="kind === 'typed'"
    :label="t('cost.laydownSolidOneHit')"
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
      :label="t('cost.dropsOnePoint')"
      unit="pL"
      :min="0.1"
      :max="10000"
      :precision="1"
      :model-value="source.picolitres"
      @update:model-value="take({ ...source, picolitres: $event })"
    />
    <number-field
      :label="t('cost.resolutionAcross')"
      unit="dpi"
      :min="1"
      :max="10000"
      :model-value="source.dpiAcross"
      @update:model-value="take({ ...source, dpiAcross: $event })"
    />
    <number-field
      :label="t('cost.resolutionAlong')"
      unit="dpi"
      :min="1"
      :max="10000"
      :model-value="source.dpiAlong"
      @update:model-value="take({ ...source, dpiAlong: $event })"
    />
  </template>
  <template v-else-if="source?.kind === 'job'">
    <number-field
      :label="t('cost.inkUsed')"
      unit="mL"
      :min="0.01"
      :max="100000"
      :precision="2"
      :model-value="source.ml"
      @update:model-value="take({ ...source, ml: $event })"
    />
    <number-field
      :label="t('cost.printedArea')"
      unit="cm²"
      :min="1"
      :max="100000000"
      :model-value="source.areaMm2 / 100"
      @update:model-value="take({ ...source, areaMm2: $event * 100 })"
    />
    <number-field
      :label="t('cost.meanCoverDensityHits')"
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
    <h3 class="label">{{ t('cost.howCovers') }}</h3>
    <number-field
      v-if="ink.contrastRatio !== undefined"
      :label="t('cost.contrastRatioSolid')"
      unit="%"
      :min="5"
      :max="99.5"
      :precision="1"
      :model-value="Math.round(ink.contrastRatio * 1000) / 10"
      @update:model-value="set({ contrastRatio: $event / 100 })"
    />
    <number-field
      :label="ink.drops === undefined ? t('cost.dropsSolidAssumed') : t('cost.dropsSolid')"
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
        :label="t('cost.wedgeHides', { tint: tint * 100 })"
        unit="%"
        :max="99"
        :precision="1"
        :model-value="Math.round(wedge[i] * 1000) / 10"
        @update:model-value="fit(i, $event / 100)"
      />
    </template>
    <p class="wide soft small">
      {{ t('cost.dropsFallRandomFew') }}
    </p>
  </template>
  <h3 class="label">{{ t('cost.inkTintShareSolid') }}</h3>
  <number-field
    v-for="(tint, i) in TINTS"
    :key="tint"
    :label="t('cost.tintLays', { tint: tint * 100 })"
    unit="%"
    :max="100"
    :precision="1"
    :model-value="tone[i] * 100"
    @update:model-value="setTone(i, $event)"
  />
  <h3 class="label">{{ t('cost.lostBought') }}</h3>
  <number-field
    :label="t('cost.purgePerTrip')"
    unit="mL"
    :max="1000"
    :step="0.1"
    :precision="2"
    :model-value="ink.lossPerTrip"
    @update:model-value="set({ lossPerTrip: $event })"
  />
  <number-field
    :label="t('cost.spittingWhilePrinting')"
    unit="mL/h"
    :max="1000"
    :step="0.1"
    :precision="2"
    :model-value="ink.spitPerHour ?? 0"
    @update:model-value="set({ spitPerHour: $event })"
  />
  <money-field
    :label="t('cost.price')"
    :currency="currency"
    per="L"
    :model-value="ink.pricePerLitre"
    @update:model-value="set({ pricePerLitre: $event })"
  />
  <number-field
    :label="t('cost.container')"
    unit="mL"
    :max="1000000"
    :model-value="ink.container?.ml ?? 0"
    @update:model-value="
      $event > 0 ? set({ container: { ml: $event } }) : (ink = without(ink, 'container'))
    "
  />
</template>

<style scoped>
h3 {
  grid-column: 1 / -1;
}
</style>
