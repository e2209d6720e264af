<script setup lang="ts">
/** What a plate comes to. */
import { inkFor, inkName, keyOf, type Machine, type Part, type PlateMeasure } from '@kyanos/core';
import { computed } from 'vue';
import { area, length, ml, percent } from '../shared/format.ts';

const props = defineProps<{
  measure: PlateMeasure;
  part: Part;
  hits: number;
  machine: Machine;
}>();

/** Laydown is mL for each m² at full cover. */
const millilitres = computed(() => {
  const ink = inkFor(props.machine, keyOf(props.part));
  return (
    ink && (props.measure.areaMm2 / 1e6) * ink.laydown * (props.part.density / 100) * props.hits
  );
});
const figures = computed(() => {
  const { coverage, areaMm2, islands, strokeMm, own } = props.measure;
  return [
    ['Cover of the print', percent(coverage)],
    ['Area', area(areaMm2)],
    ...(millilitres.value === undefined
      ? []
      : [[`${inkName(props.part, props.machine)} in each copy`, drops(millilitres.value)]]),
    ['Islands', islands.toLocaleString('en')],
    ['Thinnest strokes', strokeMm === null ? 'over 2 mm' : fine(strokeMm)],
    ...(own.addedMm2 > 1 ? [['Added by the artist’s own', area(own.addedMm2)]] : []),
    ...(own.lostMm2 > 1 ? [['Taken from the artist’s own', area(own.lostMm2)]] : []),
  ];
});
/** A copy often takes less than a tenth of a millilitre. */
const drops = (value: number) => (value < 1 ? `${value.toFixed(2)} mL` : ml(value));
const fine = (mm: number) => (mm < 2 ? `${mm.toFixed(2)} mm` : length(mm));
</script>

<template>
  <dl class="panel figures-box">
    <div v-for="[name, value] in figures" :key="name">
      <dt class="label">{{ name }}</dt>
      <dd class="figures">{{ value }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.figures-box {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  padding: 12px 16px;
}

dd {
  font-size: 1.15rem;
  font-weight: 600;
}
</style>
