<script setup lang="ts">
/** Cost of a piece by quantity, both in even ratio, one curve a process, and where they cross. */
import { grouped } from '@kyanos/core';
import { line, scaleLog } from 'd3';
import { computed } from 'vue';
import ChartAxes from './ChartAxes.vue';
import { t } from '../texts/texts.ts';

export interface Curve {
  readonly id: string;
  readonly name: string;
  /** The process is not for this job. */
  readonly against: boolean;
  readonly points: readonly { readonly copies: number; readonly each: number }[];
}

const props = defineProps<{
  curves: readonly Curve[];
  copies: number;
  crossings: readonly { readonly copies: number; readonly each: number }[];
  currency: string;
}>();

const WIDTH = 860;
const HEIGHT = 380;
/** Height of a name. */
const NAME = 17;
const EDGE = { left: 70, right: 172, top: 14, bottom: 44 };
/** Distinguished by dashes as well as by colour. */
const LOOKS = [
  { stroke: '#12284d', dash: '' },
  { stroke: '#a5521f', dash: '9 4' },
  { stroke: '#3c7a57', dash: '2 4' },
  { stroke: '#7b5ea7', dash: '12 3 2 3' },
  { stroke: '#8a6d1c', dash: '5 5' },
  { stroke: '#4d5b78', dash: '1 5' },
  { stroke: '#a3281b', dash: '14 5' },
  { stroke: '#2c7a86', dash: '6 2 1 2' },
];

const all = computed(() => props.curves.flatMap(({ points }) => points));
const range = (of: (point: { copies: number; each: number }) => number): [number, number] => {
  const values = all.value.map(of).filter((value) => value > 0);
  return [Math.min(...values, 1e9), Math.max(...values, 1)];
};
const x = computed(() =>
  scaleLog(
    range(({ copies }) => copies),
    [EDGE.left, WIDTH - EDGE.right],
  ),
);
const y = computed(() =>
  scaleLog(
    range(({ each }) => each),
    [HEIGHT - EDGE.bottom, EDGE.top],
  ).nice(),
);

/** Names at the end of their curves, pushed apart where they would lie on one another. */
const drawn = computed(() => {
  const path = line<{ copies: number; each: number }>(
    ({ copies }) => x.value(copies),
    ({ each }) => y.value(each),
  );
  const list = props.curves.map((curve, i) => ({
    ...curve,
    ...LOOKS[i % LOOKS.length],
    d: path(curve.points.filter(({ each }) => each > 0)) ?? '',
    label: y.value(Math.max(1e-6, curve.points.at(-1)?.each ?? 1)),
  }));
  // Names keep apart, and none goes below the axis.
  const down = list.toSorted((a, b) => a.label - b.label);
  down.forEach((one, i) => {
    one.label = Math.max(one.label, (down[i - 1]?.label ?? -Infinity) + NAME);
  });
  let most = HEIGHT - EDGE.bottom - NAME / 2;
  for (const one of down.toReversed()) {
    one.label = Math.min(one.label, most);
    most = one.label - NAME;
  }
  return list;
});
</script>

<template>
  <svg
    class="chart"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="t('cost.costPieceQuantity')"
    data-testid="curves"
  >
    <chart-axes
      :x="x"
      :y="y"
      :x-name="t('cost.piecesAxis')"
      :y-name="t('cost.costPiece', { currency })"
      :width="WIDTH"
      :height="HEIGHT"
      :edge="EDGE"
      :format="['~s', '~g']"
    />
    <line :x1="x(copies)" :x2="x(copies)" :y1="EDGE.top" :y2="HEIGHT - EDGE.bottom" class="here" />
    <text :x="x(copies) + 5" :y="EDGE.top + 12" class="unit figures">{{ copies }}</text>
    <g v-for="curve in drawn" :key="curve.id" :class="{ against: curve.against }">
      <path :d="curve.d" :stroke="curve.stroke" :stroke-dasharray="curve.dash" class="curve" />
      <text :x="WIDTH - EDGE.right + 8" :y="curve.label + 4" :fill="curve.stroke" class="name">
        {{ curve.name }}
      </text>
    </g>
    <g v-for="crossing in crossings" :key="crossing.copies">
      <circle :cx="x(crossing.copies)" :cy="y(crossing.each)" r="6" class="crossing" />
      <text :x="x(crossing.copies)" :y="y(crossing.each) - 11" text-anchor="middle" class="figures">
        {{ grouped(Number(crossing.copies.toPrecision(3)), 0) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.unit {
  fill: var(--soft);
}

.curve {
  fill: none;
  stroke-width: 2.4;
}

.against .curve {
  stroke-width: 1.2;
  opacity: 0.45;
}

.name {
  font-size: 12.5px;
  font-weight: 600;
}

.against .name {
  font-weight: 400;
  opacity: 0.7;
}

.here {
  stroke: #e2763c;
  stroke-width: 2;
  stroke-dasharray: 3 3;
}

.crossing {
  fill: rgb(var(--v-theme-surface));
  stroke: #e2763c;
  stroke-width: 2.5;
}

text.figures {
  font-size: 12.5px;
  fill: rgb(var(--v-theme-on-surface));
}
</style>
