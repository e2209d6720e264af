<script setup lang="ts">
/** What a rule begins with or takes in, and the numbers that belong to it. */
import {
  inkName,
  newSource,
  partOf,
  type Shape,
  type Source,
  specialKeys,
  SPECIALS,
} from '@kyanos/core';
import { computed } from 'vue';
import NumberField from '../shared/NumberField.vue';
import { SOURCES } from './edit.ts';
import { useRuleContext } from './ruleContext.ts';
import { t } from '../texts/texts.ts';

const source = defineModel<Source>({ required: true });
defineProps<{ label: string }>();
const { separations, page, machine, jobs } = useRuleContext();

const choose = (kind: Source['kind']) =>
  (source.value = newSource(
    kind,
    separations.value,
    page.value,
    jobs.value.map(({ id }) => id),
  ));
const offered = computed(() =>
  SOURCES.filter(
    ({ value }) => value !== 'plate' || jobs.value.length > 0 || source.value.kind === 'plate',
  ),
);

const INKS = [
  { value: 'C', title: t('plates.cyan') },
  { value: 'M', title: t('plates.magenta') },
  { value: 'Y', title: t('plates.yellow') },
  { value: 'K', title: t('plates.black') },
];
const plateInks = computed(() =>
  [...new Set([...SPECIALS, ...specialKeys(machine.value)])].map((value) => ({
    value,
    title: inkName(partOf(value), machine.value),
  })),
);

const shapeWords = (shape: Shape) =>
  'points' in shape
    ? t('plates.pointDrawAnewPicture', {
        n: shape.points.length,
        rest:
          shape.shape === 'brush'
            ? t('plates.brushMm', { width: shape.width })
            : t('plates.outline'),
      })
    : '';
const setBox = (change: Partial<Extract<Shape, { left: number }>>) => {
  if (source.value.kind === 'shape' && !('points' in source.value.shape))
    source.value = { kind: 'shape', shape: { ...source.value.shape, ...change } };
};
const SIDES = [
  ['left', t('plates.left')],
  ['top', t('plates.top')],
  ['width', t('plates.width')],
  ['height', t('plates.height')],
] as const;
</script>

<template>
  <div class="column">
    <v-select
      :label="label"
      :items="offered"
      :model-value="source.kind"
      @update:model-value="choose"
    />
    <number-field
      v-if="'haze' in source"
      :label="t('plates.hazeTintUpBlank')"
      unit="%"
      :max="50"
      :step="0.5"
      :precision="1"
      :model-value="source.haze"
      @update:model-value="'haze' in source && (source = { ...source, haze: $event })"
    />
    <template v-if="source.kind === 'cleaned'">
      <number-field
        :label="t('plates.highlightsDirtUp')"
        unit="mm²"
        :min="0.05"
        :max="100"
        :step="0.1"
        :precision="2"
        :model-value="source.highlight"
        @update:model-value="
          source.kind === 'cleaned' && (source = { ...source, highlight: $event })
        "
      />
      <p
        v-if="source.white.length + source.bare.length"
        class="soft small d-flex align-center justify-space-between"
      >
        {{ t('plates.saidYouWhiteBare', { n: source.white.length, n2: source.bare.length }) }}
        <v-btn size="small" @click="source = { ...source, white: [], bare: [] }">{{
          t('plates.forget')
        }}</v-btn>
      </p>
    </template>
    <number-field
      v-else-if="source.kind === 'solveForLightness'"
      :label="t('plates.nearArtWhite')"
      unit="L*"
      :min="0.5"
      :max="50"
      :step="0.5"
      :precision="1"
      :model-value="source.within"
      @update:model-value="source = { kind: 'solveForLightness', within: $event }"
    />
    <template v-else-if="source.kind === 'ink'">
      <v-select
        :label="t('plates.ink')"
        :items="INKS"
        :model-value="source.ink"
        @update:model-value="source.kind === 'ink' && (source = { ...source, ink: $event })"
      />
      <number-field
        :label="t('plates.above')"
        unit="%"
        :max="100"
        :model-value="source.above"
        @update:model-value="source.kind === 'ink' && (source = { ...source, above: $event })"
      />
    </template>
    <v-select
      v-else-if="source.kind === 'separation'"
      :label="t('plates.separationFile')"
      :items="separations"
      :model-value="source.name"
      @update:model-value="source = { kind: 'separation', name: $event }"
    />
    <number-field
      v-else-if="source.kind === 'codes'"
      :label="t('plates.aroundTheirQuietZones')"
      unit="mm"
      :max="20"
      :step="0.5"
      :precision="1"
      :model-value="source.margin"
      @update:model-value="source = { kind: 'codes', margin: $event }"
    />
    <template v-else-if="source.kind === 'shape'">
      <div v-if="!('points' in source.shape)" class="two">
        <number-field
          v-for="[side, name] in SIDES"
          :key="side"
          :label="name"
          unit="mm"
          :min="side === 'width' || side === 'height' ? 0.1 : -1000"
          :max="20000"
          :step="1"
          :precision="1"
          :model-value="source.shape[side]"
          @update:model-value="setBox({ [side]: $event })"
        />
      </div>
      <p v-else class="soft small">{{ shapeWords(source.shape) }}</p>
    </template>
    <template v-else-if="source.kind === 'plate'">
      <v-select
        :label="t('plates.job')"
        :items="jobs"
        item-value="id"
        item-title="name"
        :model-value="source.job"
        @update:model-value="source.kind === 'plate' && (source = { ...source, job: $event })"
      />
      <v-select
        :label="t('plates.itsPlate')"
        :items="plateInks"
        :model-value="source.inkKey"
        @update:model-value="source.kind === 'plate' && (source = { ...source, inkKey: $event })"
      />
    </template>
  </div>
</template>
