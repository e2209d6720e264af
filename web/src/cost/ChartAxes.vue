<script setup lang="ts">
/** The two axes of a chart with what they count. */
import { axisBottom, axisLeft, select, type AxisScale } from 'd3';
import { useTemplateRef, watchEffect } from 'vue';

const props = defineProps<{
  x: AxisScale<number>;
  y: AxisScale<number>;
  xName: string;
  yName: string;
  width: number;
  height: number;
  edge: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  };
  /** How numbers are written. */
  format?: readonly [x: string, y: string];
}>();

const bottom = useTemplateRef<SVGGElement>('bottom');
const side = useTemplateRef<SVGGElement>('side');
watchEffect(() => {
  const [x, y] = [axisBottom(props.x), axisLeft(props.y)];
  const [forX, forY] = props.format ?? [];
  if (bottom.value) select(bottom.value).call(forX ? x.ticks(6, forX) : x.ticks(8));
  if (side.value) select(side.value).call(forY ? y.ticks(6, forY) : y.ticks(6));
});
</script>

<template>
  <g>
    <g ref="bottom" class="axis" :transform="`translate(0 ${height - edge.bottom})`"></g>
    <g ref="side" class="axis" :transform="`translate(${edge.left} 0)`"></g>
    <text :x="width - edge.right" :y="height - 6" text-anchor="end">{{ xName }}</text>
    <text :transform="`translate(14 ${edge.top}) rotate(-90)`" text-anchor="end">{{ yName }}</text>
  </g>
</template>

<style scoped>
.axis :deep(text) {
  font-family: var(--figures);
  font-size: 12px;
  fill: var(--soft);
}

.axis :deep(line),
.axis :deep(path) {
  stroke: var(--line);
}

text {
  font-size: 13px;
  fill: var(--soft);
}
</style>
