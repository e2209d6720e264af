<script setup lang="ts">
/** One ink of a machine: role, key, name for the machine, what it lays and what it costs. */
import { Ink as InkSchema } from '@kyanos/contract';
import {
  CHANNEL_ROLES,
  isSpecialInk,
  newInk,
  PROCESS_CHANNELS,
  toneAt,
  USUAL_SETTLING,
  type ChannelRole,
  type Currency,
  type Ink,
  type Machine,
  type ProcessChannel,
} from '@kyanos/core';
import { computed } from 'vue';
import InkFigures from '../cost/InkFigures.vue';
import NumberField from '../shared/NumberField.vue';
import { without } from '../shared/without.ts';
import { fieldName } from './fieldNames.ts';
import { ROLE_NAMES } from './inkWords.ts';
import { t } from '../texts/texts.ts';

const ink = defineModel<Ink>({ required: true });
const props = defineProps<{
  machine: Machine;
  /** Key of the ink as it was; undefined for a new one. */
  was: string | undefined;
  /** Figures of it that nobody has stated. */
  assumed: readonly string[];
  currency: Currency;
}>();
const emit = defineEmits<{ keep: [ink: Ink]; leave: []; remove: []; right: [] }>();
const set = (change: Partial<Ink>) => (ink.value = { ...ink.value, ...change });

const roles = CHANNEL_ROLES.map((value) => ({ value, title: ROLE_NAMES[value] }));
const special = computed(() => isSpecialInk(ink.value));
const taken = computed(() =>
  props.machine.inks.map(({ channel }) => channel).filter((channel) => channel !== props.was),
);

/** A new role brings what it needs, and keeps what was stated of the ink. */
function setRole(role: ChannelRole) {
  const { laydown, pricePerLitre, lossPerTrip, spitPerHour, container, product: _ } = ink.value;
  const fresh = newInk(role, props.machine, props.was);
  ink.value =
    props.was === undefined
      ? fresh
      : {
          ...fresh,
          laydown,
          pricePerLitre,
          lossPerTrip,
          ...(spitPerHour !== undefined && { spitPerHour }),
          ...(container && { container }),
        };
}

const SETTLING_FIELDS = [
  {
    key: 'diameterNm',
    label: t('shop.pigmentMedianDiameter'),
    unit: 'nm',
    min: 10,
    max: 100_000,
    precision: 0,
  },
  { key: 'spread', label: t('shop.spreadDiameters'), unit: '×', min: 1, max: 5, precision: 2 },
  {
    key: 'pigmentDensity',
    label: t('shop.densityPigment'),
    unit: 'g/cm³',
    min: 0.5,
    max: 25,
    precision: 2,
  },
  {
    key: 'fluidDensity',
    label: t('shop.densityFluid'),
    unit: 'g/cm³',
    min: 0.5,
    max: 5,
    precision: 2,
  },
  {
    key: 'viscosity',
    label: t('shop.viscosityRest'),
    unit: 'mPa·s',
    min: 0.1,
    max: 100_000,
    precision: 1,
  },
  {
    key: 'heightMm',
    label: t('shop.heightInkContainer'),
    unit: 'mm',
    min: 1,
    max: 2000,
    precision: 0,
  },
] as const;
const PAIRS = [
  { value: 'M Y', title: t('shop.magentaYellow') },
  { value: 'C Y', title: t('shop.cyanYellow') },
  { value: 'C M', title: t('shop.cyanMagenta') },
];
const TINTS = [0.2, 0.4, 0.6, 0.8, 1] as const;
function setSplit(at: number, percent: number) {
  const split = ink.value.split!;
  const curve = TINTS.map(
    (tint, i) => [tint, i === at ? percent / 100 : toneAt(split.curve, tint)] as const,
  );
  set({ split: { ...split, curve } });
}
const setOf = (of: readonly ProcessChannel[]) => set({ split: { ...ink.value.split!, of } });

const wrong = computed(() => {
  if (taken.value.includes(ink.value.channel))
    return t('shop.machineHasInkKey', { channel: ink.value.channel });
  const issue = InkSchema.safeParse(ink.value).error?.issues[0];
  return issue ? `${issue.path.join('.')} ${issue.message}.` : undefined;
});
/** A first guess to type over: a pale gold. */
const OTHER_METAL = [62, 6, 42] as const;
const setLab = (at: number, value: number) => {
  const lab: [number, number, number] = [...(ink.value.lab ?? OTHER_METAL)];
  lab[at] = value;
  set({ lab });
};
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="700"
    aria-labelledby="dialog-title"
    @update:model-value="emit('leave')"
  >
    <form class="panel dialog-form" @submit.prevent="!wrong && emit('keep', ink)">
      <h2 id="dialog-title" class="question">{{ was ? ink.name : t('shop.newInk') }}</h2>
      <p v-if="assumed.length" class="small">
        <b class="text-warning">{{ t('shop.assumedLead') }}</b>
        {{ t('shop.machinesDataSheetInks', { assumed: assumed.map(fieldName).join(', ') }) }}
        <button type="button" class="link-button" @click="emit('right')">
          {{ t('shop.allRight') }}
        </button>
      </p>
      <div class="field-grid">
        <v-select
          :label="t('shop.role')"
          :items="roles"
          :model-value="ink.role"
          @update:model-value="setRole"
        />
        <v-text-field
          :label="t('shop.name')"
          maxlength="200"
          :model-value="ink.name"
          @update:model-value="set({ name: $event })"
        />
        <v-text-field
          :label="t('shop.keyStacksReports')"
          maxlength="4"
          :model-value="ink.channel"
          @update:model-value="set({ channel: $event.trim() })"
        />
        <v-text-field
          v-if="special"
          :label="t('shop.spotNameMachineWants')"
          :hint="t('shop.letterLetterCapitalsBlanks')"
          persistent-hint
          maxlength="200"
          :model-value="ink.spotName ?? ''"
          @update:model-value="set({ spotName: $event || null })"
        />
        <v-select
          v-if="ink.role === 'clear'"
          :label="t('shop.surface')"
          :items="[
            { value: 'gloss', title: t('shop.finishGloss') },
            { value: 'matt', title: t('shop.finishMatt') },
          ]"
          :model-value="ink.finish ?? 'gloss'"
          @update:model-value="set({ finish: $event })"
        />
        <v-checkbox
          v-if="ink.role === 'metallic'"
          :label="t('shop.hasColourOwnNo')"
          hide-details
          density="compact"
          :model-value="ink.lab !== undefined"
          @update:model-value="$event ? set({ lab: OTHER_METAL }) : (ink = without(ink, 'lab'))"
        />
        <template v-if="ink.lab">
          <number-field
            v-for="(name, at) in ['L*', 'a*', 'b*']"
            :key="name"
            :label="t('shop.solidAwayFromGloss', { name })"
            :min="at === 0 ? 5 : -100"
            :max="100"
            :precision="1"
            :model-value="ink.lab[at]"
            @update:model-value="setLab(at, $event)"
          />
        </template>
        <number-field
          v-if="special"
          :label="t('shop.rowsNozzles')"
          :min="1"
          :max="12"
          :model-value="ink.rows ?? 1"
          @update:model-value="set({ rows: $event })"
        />
      </div>
      <template v-if="ink.split">
        <h3 class="label">{{ t('shop.whatLaysWhereArtwork') }}</h3>
        <div class="field-grid">
          <v-select
            v-if="ink.role === 'extra'"
            :label="t('shop.stands')"
            :items="PAIRS"
            :model-value="ink.split.of.join(' ')"
            @update:model-value="setOf($event.split(' ') as ProcessChannel[])"
          />
          <v-select
            v-else
            :label="t('shop.laid')"
            :items="[...PROCESS_CHANNELS]"
            :model-value="ink.split.of[0]"
            @update:model-value="setOf([$event])"
          />
          <number-field
            v-for="(tint, at) in TINTS"
            :key="tint"
            :label="t('shop.lays', { tint: tint * 100 })"
            unit="%"
            :max="100"
            :model-value="Math.round(toneAt(ink.split.curve, tint) * 100)"
            @update:model-value="setSplit(at, $event)"
          />
          <number-field
            v-if="ink.role === 'extra'"
            :label="t('shop.eachTwoLaysLess')"
            unit="%"
            :max="100"
            :model-value="Math.round((ink.split.saves ?? 0) * 100)"
            @update:model-value="set({ split: { ...ink.split, saves: $event / 100 } })"
          />
        </div>
      </template>
      <div class="field-grid">
        <ink-figures v-model="ink" :cure="machine.cure" :currency="currency" />
      </div>
      <template v-if="ink.role === 'white'">
        <v-checkbox
          :label="t('shop.ownFiguresHowFast')"
          hide-details
          density="compact"
          :model-value="ink.settling !== undefined"
          @update:model-value="
            $event ? set({ settling: USUAL_SETTLING }) : (ink = without(ink, 'settling'))
          "
        />
        <div v-if="ink.settling" class="field-grid">
          <number-field
            v-for="field in SETTLING_FIELDS"
            :key="field.key"
            :label="field.label"
            :unit="field.unit"
            :min="field.min"
            :max="field.max"
            :precision="field.precision"
            :model-value="ink.settling[field.key]"
            @update:model-value="set({ settling: { ...ink.settling, [field.key]: $event } })"
          />
        </div>
      </template>
      <p v-if="wrong" class="problem" role="alert">{{ wrong }}</p>
      <div class="dialog-buttons">
        <v-btn v-if="was && machine.inks.length > 1" variant="text" @click="emit('remove')">
          {{ t('shop.takeOut') }}
        </v-btn>
        <v-btn variant="text" @click="emit('leave')">{{ t('shop.cancel') }}</v-btn>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!!wrong">{{
          t('shop.done')
        }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>
