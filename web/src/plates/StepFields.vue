<script setup lang="ts">
/** The numbers of one step of a rule, but for a rule inside it. */
import type { Length, Small, Step } from '@kyanos/core';
import NumberField from '../shared/NumberField.vue';
import CurveField from './CurveField.vue';
import { t } from '../texts/texts.ts';

const step = defineModel<Step>({ required: true });

const UNITS: { value: Length['unit']; title: string }[] = [
  { value: 'mm', title: 'mm' },
  { value: 'px', title: t('plates.pixels') },
];
const SMALL: { value: Small['unit']; title: string }[] = [
  { value: 'mm2', title: t('plates.areaMm') },
  { value: 'mm', title: t('plates.widthMm') },
];
const setLength = (by: Length) => {
  if ('by' in step.value) step.value = { ...step.value, by };
};
/** A figure that is usual in the other unit. */
const inUnit = (unit: Length['unit']): Length =>
  unit === 'px' ? { value: 3, unit } : { value: 0.2, unit };
</script>

<template>
  <div v-if="step.do === 'close' || step.do === 'drop'" class="two">
    <number-field
      :label="t('plates.up')"
      :min="0.01"
      :max="step.upTo.unit === 'mm' ? 5 : 100"
      :step="0.1"
      :precision="2"
      :model-value="step.upTo.value"
      @update:model-value="
        'upTo' in step && (step = { ...step, upTo: { ...step.upTo, value: $event } })
      "
    />
    <v-select
      :label="t('plates.measured')"
      :items="SMALL"
      :model-value="step.upTo.unit"
      @update:model-value="
        'upTo' in step && (step = { ...step, upTo: { value: 0.5, unit: $event } })
      "
    />
  </div>
  <div v-else-if="step.do === 'choke' || step.do === 'spread'" class="two">
    <number-field
      :label="step.do === 'choke' ? t('plates.choke') : t('plates.spread')"
      :min="0.01"
      :max="step.by.unit === 'mm' ? 5 : 100"
      :step="step.by.unit === 'mm' ? 0.05 : 1"
      :precision="step.by.unit === 'mm' ? 2 : 0"
      :model-value="step.by.value"
      @update:model-value="'by' in step && setLength({ ...step.by, value: $event })"
    />
    <v-select
      :label="t('plates.unit')"
      :items="UNITS"
      :model-value="step.by.unit"
      @update:model-value="setLength(inUnit($event))"
    />
    <number-field
      v-if="step.do === 'choke'"
      class="wide"
      :label="t('plates.spareStrokesUnder0')"
      unit="mm"
      :max="5"
      :step="0.05"
      :precision="2"
      :model-value="step.least"
      @update:model-value="step.do === 'choke' && (step = { ...step, least: $event })"
    />
  </div>
  <div v-else-if="step.do === 'skipUnderBlack'" class="two">
    <number-field
      :label="t('plates.blackFrom')"
      unit="%"
      :min="50"
      :max="100"
      :model-value="step.above"
      @update:model-value="step.do === 'skipUnderBlack' && (step = { ...step, above: $event })"
    />
    <number-field
      :label="t('plates.keepUnderEdge')"
      unit="mm"
      :max="5"
      :step="0.05"
      :precision="2"
      :model-value="step.inner"
      @update:model-value="step.do === 'skipUnderBlack' && (step = { ...step, inner: $event })"
    />
  </div>
  <number-field
    v-else-if="step.do === 'feather'"
    :label="t('plates.featherWidth')"
    unit="mm"
    :min="0.05"
    :max="5"
    :step="0.1"
    :precision="2"
    :model-value="step.mm"
    @update:model-value="step = { do: 'feather', mm: $event }"
  />
  <number-field
    v-else-if="step.do === 'density'"
    :label="t('plates.density')"
    unit="%"
    :min="1"
    :max="100"
    :model-value="step.percent"
    @update:model-value="step = { do: 'density', percent: $event }"
  />
  <curve-field
    v-else-if="step.do === 'curve'"
    :model-value="step.points"
    @update:model-value="step = { do: 'curve', points: $event }"
  />
</template>
