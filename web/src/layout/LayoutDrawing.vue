<script setup lang="ts">
/** One load, drawn to scale, its longer side lying: material, what can't be printed, and pieces that can be dragged where they are few enough. */
import {
  decimal,
  type Layout,
  type Load,
  type Machine,
  type Material,
  type PlacedPiece,
  type Rectangle,
  rectanglesOf,
} from '@kyanos/core';
import { computed, ref, useTemplateRef } from 'vue';
import { length } from '../shared/format.ts';
import { clashes, isDrag, movedPieces, onGrid, pieceKey, type PieceChange } from './pieces.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  layout: Layout;
  load: Load;
  /** One copy as printed, not turned, mm. */
  piece: { readonly width: number; readonly height: number };
  machine: Machine;
  material: Material;
  /** Pieces of this load may be moved. */
  movable: boolean;
  name: string;
  /** Page of each piece, where they differ. */
  pages: readonly number[];
  /** A picture of the print as a data URL, for pieces that are drawn one by one. */
  art?: string | undefined;
}>();
const emit = defineEmits<{ move: [places: readonly PlacedPiece[]] }>();

/** Pieces that are drawn one by one and can be moved; more are drawn as one shape. */
const MOST_PIECES = 400;
const roll = computed(() => props.material.form === 'roll');
const sheet = computed(() => ({
  width: props.material.width,
  height: roll.value ? props.load.length + 2 * props.layout.room.top : props.material.length,
}));
const bed = computed(() => ({
  width: Math.min(props.machine.maxWidth, sheet.value.width),
  height: Math.min(props.machine.maxLength, sheet.value.height),
}));
const room = computed(() => ({
  ...props.layout.room,
  height: roll.value ? props.load.length : props.layout.room.height,
}));

const boxes = computed(() => rectanglesOf(props.load.strips, props.piece, props.layout.gap));
const few = computed(() => boxes.value.length <= MOST_PIECES);
const outline = ({
  left,
  top,
  width,
  height,
}: {
  left: number;
  top: number;
  width: number;
  height: number;
}) => `M${left} ${top}h${width}v${height}h${-width}z`;
/** Pieces too many to be drawn one by one: those of one version are one shape. */
const many = computed(() => {
  const groups = new Map<number | undefined, Rectangle[]>();
  boxes.value.forEach((box, i) => {
    const group = groups.get(props.pages[i]);
    if (group) group.push(box);
    else groups.set(props.pages[i], [box]);
  });
  return [...groups].map(([page, group]) => ({
    page,
    shape: group.map(outline).join(''),
    x: group.reduce((sum, { left, width }) => sum + left + width / 2, 0) / group.length,
    y: group.reduce((sum, { top, height }) => sum + top + height / 2, 0) / group.length,
  }));
});

/** The feed runs from left to right where the material is longer than wide; turned, not mirrored: its left edge is below. */
const lying = computed(() => sheet.value.height > sheet.value.width);
const shown = computed(() =>
  lying.value
    ? { width: sheet.value.height, height: sheet.value.width }
    : { width: sheet.value.width, height: sheet.value.height },
);
/** Pieces that lie on another one. */
const clashing = computed(() =>
  props.movable && few.value ? clashes(boxes.value) : new Set<number>(),
);

const around = computed(() => shown.value.width * 0.032);
const text = computed(() => around.value * 0.68);

const ground = useTemplateRef<SVGGElement>('ground');
const dragged = ref<{ index: number; dx: number; dy: number; x: number; y: number }>();

function millimetres(event: PointerEvent): { x: number; y: number } {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    ground.value!.getScreenCTM()!.inverse(),
  );
  return { x: point.x, y: point.y };
}

function grab(index: number, event: PointerEvent) {
  if (!props.movable) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const { x, y } = millimetres(event);
  dragged.value = { index, dx: 0, dy: 0, x, y };
}

function drag(event: PointerEvent) {
  if (!dragged.value) return;
  const { x, y } = millimetres(event);
  dragged.value = { ...dragged.value, dx: x - dragged.value.x, dy: y - dragged.value.y };
}

function put(index: number, change: PieceChange) {
  const { piece, machine, layout } = props;
  const tall = roll.value ? machine.maxLength : layout.room.height;
  emit('move', movedPieces(boxes.value, index, change, { piece, room: layout.room, tall }));
}

function drop() {
  const done = dragged.value;
  dragged.value = undefined;
  if (done && isDrag(done)) put(done.index, { dx: done.dx, dy: done.dy });
}

function press(index: number, event: KeyboardEvent) {
  const change = props.movable ? pieceKey(event, lying.value) : undefined;
  if (!change) return;
  event.preventDefault();
  put(index, change);
}

/** How far the piece that is dragged is from the left and from the leading edge. */
const held = computed(() => {
  if (!dragged.value) return [];
  const { index, dx, dy } = dragged.value;
  const box = boxes.value[index];
  const [left, top] = [onGrid(box.left + dx), onGrid(box.top + dy)];
  const [x, y] = [left + box.width / 2, top + box.height / 2];
  return [
    { x1: 0, x2: left, y1: y, y2: y, text: length(Math.max(0, left)) },
    { x1: x, x2: x, y1: 0, y2: top, text: length(Math.max(0, top)) },
  ];
});
/** A piece that is turned has its head on the left. */
const drawn = (box: Rectangle & { readonly turned: boolean }) =>
  box.turned
    ? {
        width: box.height,
        height: box.width,
        transform: `translate(${box.left} ${box.top + box.height}) rotate(-90)`,
      }
    : { width: box.width, height: box.height, transform: `translate(${box.left} ${box.top})` };

const shift = (index: number) =>
  dragged.value?.index === index ? `translate(${dragged.value.dx} ${dragged.value.dy})` : undefined;
</script>

<template>
  <svg
    class="drawing"
    :viewBox="`${-around * 1.6} ${-around * 1.5} ${shown.width + around * 2.2} ${shown.height + around * 2.9}`"
    role="group"
    :aria-label="t('layout.piecesDrawnScale', { n: boxes.length, material: material.name })"
    data-testid="layout"
  >
    <defs>
      <pattern
        id="not-printed"
        :width="around / 3"
        :height="around / 3"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect :width="around / 18" :height="around / 3" class="hatch" />
      </pattern>
    </defs>
    <g ref="ground" :transform="lying ? `matrix(0 -1 1 0 0 ${sheet.width})` : undefined">
      <rect :width="sheet.width" :height="sheet.height" class="sheet" />
      <path
        :d="`M0 0h${sheet.width}v${sheet.height}h${-sheet.width}zM${room.left} ${room.top}v${room.height}h${room.width}v${-room.height}z`"
        fill="url(#not-printed)"
      />
      <path
        v-if="bed.width < sheet.width || bed.height < sheet.height"
        :d="`M0 0h${bed.width}v${bed.height}h${-bed.width}z`"
        class="bed"
      />
      <rect :x="room.left" :y="room.top" :width="room.width" :height="room.height" class="room" />
      <template v-if="few">
        <g
          v-for="(box, i) in boxes"
          :key="i"
          :transform="shift(i)"
          :tabindex="movable ? 0 : undefined"
          :role="movable ? 'button' : undefined"
          :aria-label="
            movable
              ? t('layout.pieceMmFromLeft', {
                  i: i + 1,
                  left: decimal(box.left, 1),
                  top: decimal(box.top, 1),
                })
              : undefined
          "
          :class="{ movable, clash: clashing.has(i) }"
          @pointerdown="grab(i, $event)"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="dragged = undefined"
          @keydown="press(i, $event)"
        >
          <rect :x="box.left" :y="box.top" :width="box.width" :height="box.height" class="piece" />
          <image v-if="art" :href="art" preserveAspectRatio="none" v-bind="drawn(box)" />
          <!-- The head of the piece: where its top edge lies. -->
          <rect
            :x="box.left"
            :y="box.top"
            :width="box.turned ? Math.min(box.width, box.height) * 0.09 : box.width"
            :height="box.turned ? box.height : Math.min(box.width, box.height) * 0.09"
            class="head"
          />
          <text
            v-if="pages[i] !== undefined"
            :transform="`translate(${box.left + box.width / 2} ${box.top + box.height / 2})${lying ? ' rotate(90)' : ''}`"
            text-anchor="middle"
            dominant-baseline="central"
            :font-size="Math.min(box.width, box.height) * 0.34"
            class="page"
          >
            p{{ pages[i] }}
          </text>
        </g>
      </template>
      <template v-else>
        <path
          v-for="({ page: number, shape }, i) in many"
          :key="number"
          :d="shape"
          class="piece"
          :class="{ other: i % 2 }"
        />
        <template v-for="{ page: number, x, y } in many" :key="`label ${number}`">
          <text
            v-if="number !== undefined"
            :transform="`translate(${x} ${y})${lying ? ' rotate(90)' : ''}`"
            text-anchor="middle"
            dominant-baseline="central"
            :font-size="around * 1.4"
            class="page many"
          >
            p{{ number }}
          </text>
        </template>
      </template>
      <g v-for="({ text: words, ...line }, i) in held" :key="i" class="distances figures">
        <line v-bind="line" />
        <text
          :transform="`translate(${(line.x1 + line.x2) / 2} ${(line.y1 + line.y2) / 2})${lying ? ' rotate(90)' : ''}`"
          text-anchor="middle"
          dy="-0.4em"
          :font-size="text"
        >
          {{ words }}
        </text>
      </g>
      <g v-for="(box, i) in load.others" :key="`other ${i}`">
        <title>{{ box.name }}</title>
        <rect :x="box.left" :y="box.top" :width="box.width" :height="box.height" class="other" />
      </g>
    </g>
    <g class="figures">
      <text :x="shown.width / 2" :y="-around * 0.45" text-anchor="middle" :font-size="text">
        {{
          roll && lying
            ? t('layout.drawnOff', { length: length(shown.width) })
            : length(shown.width)
        }}
      </text>
      <text
        :transform="`translate(${-around * 0.5} ${shown.height / 2}) rotate(-90)`"
        text-anchor="middle"
        :font-size="text"
      >
        {{
          roll && !lying
            ? t('layout.drawnOff', { length: length(shown.height) })
            : length(shown.height)
        }}
      </text>
      <text :x="0" :y="shown.height + around * 0.95" :font-size="text * 0.85" class="edge">
        {{ lying ? t('layout.leadingEdgeLeftLeft') : t('layout.leadingEdgeAbove') }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.drawing {
  width: 100%;
  height: 100%;
  min-height: 0;
  touch-action: none;
}

.sheet {
  fill: #fffdf7;
  stroke: #6b5f45;
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}

.hatch {
  fill: #cbb98e;
}

.room {
  fill: none;
  stroke: #6b5f45;
  stroke-dasharray: 5 4;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}

.bed {
  fill: none;
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}

.piece {
  fill: #c9d8ee;
  stroke: #1b3158;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}

.head {
  fill: #1b3158;
  fill-opacity: 0.8;
}

image {
  pointer-events: none;
}

.distances line {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}

.distances text {
  font-weight: 700;
  stroke: #fffdf7;
  stroke-width: 4px;
  paint-order: stroke;
  vector-effect: non-scaling-stroke;
}

.clash image {
  opacity: 0.45;
}

.movable {
  cursor: grab;
}

.movable:focus-visible .piece {
  stroke-width: 3px;
}

.clash .piece {
  fill: #f3cdb8;
  stroke: #a3281b;
  stroke-width: 2px;
}

.other {
  fill: #ead9b0;
  stroke: #6b5f45;
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}

text {
  fill: rgb(var(--v-theme-on-surface));
}

.page {
  fill: #1b3158;
  pointer-events: none;
}

.page.many {
  font-weight: 700;
  stroke: #fffdf7;
  stroke-width: 5px;
  paint-order: stroke;
  vector-effect: non-scaling-stroke;
}

.piece.other {
  fill: #9db8de;
}

.edge {
  fill: var(--soft);
}
</style>
