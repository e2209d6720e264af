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
  { value: 'C', title: 'Cyan' },
  { value: 'M', title: 'Magenta' },
  { value: 'Y', title: 'Yellow' },
  { value: 'K', title: 'Black' },
];
const plateInks = computed(() =>
  [...new Set([...SPECIALS, ...specialKeys(machine.value)])].map((value) => ({
    value,
    title: inkName(partOf(value), machine.value),
  })),
);

const shapeWords = (shape: Shape) =>
  'points' in shape
    ? `${shape.shape === 'brush' ? `Brush ${shape.width} mm` : 'Outline'}, ${shape.points.length} point${shape.points.length === 1 ? '' : 's'}. Draw it anew on the picture.`
    : '';
const setBox = (change: Partial<Extract<Shape, { left: number }>>) => {
  if (source.value.kind === 'shape' && !('points' in source.value.shape))
    source.value = { kind: 'shape', shape: { ...source.value.shape, ...change } };
};
const SIDES = [
  ['left', 'Left'],
  ['top', 'Top'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const;
</script>

<template>
  <div class="source">
    <v-select
      :label="label"
      :items="offered"
      :model-value="source.kind"
      @update:model-value="choose"
    />
    <number-field
      v-if="'haze' in source"
      label="Haze: a tint up to this is blank"
      unit="%"
      :max="50"
      :step="0.5"
      :precision="1"
      :model-value="source.haze"
      @update:model-value="'haze' in source && (source = { ...source, haze: $event })"
    />
    <template v-if="source.kind === 'cleaned'">
      <number-field
        label="Highlights and dirt up to"
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
      <p v-if="source.white.length + source.bare.length" class="soft small said">
        Said by you: {{ source.white.length }} × white, {{ source.bare.length }} × bare.
        <v-btn size="small" @click="source = { ...source, white: [], bare: [] }">Forget</v-btn>
      </p>
    </template>
    <number-field
      v-else-if="source.kind === 'match'"
      label="As near the art on white as"
      unit="L*"
      :min="0.5"
      :max="50"
      :step="0.5"
      :precision="1"
      :model-value="source.within"
      @update:model-value="source = { kind: 'match', within: $event }"
    />
    <template v-else-if="source.kind === 'ink'">
      <v-select
        label="Ink"
        :items="INKS"
        :model-value="source.ink"
        @update:model-value="source.kind === 'ink' && (source = { ...source, ink: $event })"
      />
      <number-field
        label="Above"
        unit="%"
        :max="100"
        :model-value="source.above"
        @update:model-value="source.kind === 'ink' && (source = { ...source, above: $event })"
      />
    </template>
    <v-select
      v-else-if="source.kind === 'separation'"
      label="Separation of the file"
      :items="separations"
      :model-value="source.name"
      @update:model-value="source = { kind: 'separation', name: $event }"
    />
    <number-field
      v-else-if="source.kind === 'codes'"
      label="Around their quiet zones"
      unit="mm"
      :max="20"
      :step="0.5"
      :precision="1"
      :model-value="source.margin"
      @update:model-value="source = { kind: 'codes', margin: $event }"
    />
    <template v-else-if="source.kind === 'shape'">
      <div v-if="!('points' in source.shape)" class="box">
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
        label="Job"
        :items="jobs"
        item-value="id"
        item-title="name"
        :model-value="source.job"
        @update:model-value="source.kind === 'plate' && (source = { ...source, job: $event })"
      />
      <v-select
        label="Its plate"
        :items="plateInks"
        :model-value="source.inkKey"
        @update:model-value="source.kind === 'plate' && (source = { ...source, inkKey: $event })"
      />
    </template>
  </div>
</template>

<style scoped>
.source {
  display: grid;
  gap: 10px;
}

.box {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}

.said {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
</style>
