<script setup lang="ts">
/** The plate that is looked at: as a map, before and after its steps, or as the cleaner sees it; shapes are drawn on it. */
import type { Shape, PagePoint } from '@kyanos/core';
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import type { Bitmap } from '../look/look.worker.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import { drawnShape, thinnedOut } from './edit.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  picture: Bitmap | undefined;
  /** Shown to the left of the wipe. */
  before?: Bitmap | undefined;
  label: string;
  page: { readonly widthMm: number; readonly heightMm: number };
  /** Shapes that the rule holds. */
  shapes: readonly Shape[];
  tool: Shape['shape'] | undefined;
  brushMm: number;
}>();
const emit = defineEmits<{ draw: [shape: Shape]; point: [spot: PagePoint] }>();

const room = ref<HTMLElement>();
const size = useElementSize(room);
/** The picture as large as it fits, in screen pixels. */
const box = computed(() => {
  const scale = Math.min(
    size.width.value / props.page.widthMm,
    size.height.value / props.page.heightMm,
  );
  return { width: props.page.widthMm * scale, height: props.page.heightMm * scale };
});
const sheet = ref<SVGSVGElement>();
const wipe = ref(50);

const points = ref<PagePoint[]>([]);
const going = ref(false);
watch(
  () => props.tool,
  () => (points.value = []),
);
const spotOf = (event: MouseEvent): PagePoint => {
  const { left, top, width, height } = sheet.value!.getBoundingClientRect();
  return {
    x: ((event.clientX - left) / width) * props.page.widthMm,
    y: ((event.clientY - top) / height) * props.page.heightMm,
  };
};

function down(event: PointerEvent) {
  const spot = spotOf(event);
  if (!props.tool) {
    emit('point', spot);
    return;
  }
  if (props.tool === 'polygon') {
    points.value = [...points.value, spot];
    return;
  }
  going.value = true;
  sheet.value!.setPointerCapture(event.pointerId);
  points.value = [spot];
}
function move(event: PointerEvent) {
  if (going.value) points.value = [...points.value, spotOf(event)];
}
function up() {
  if (!going.value) return;
  going.value = false;
  finish();
}
/** An outline ends with a double click or with Enter. */
function finish() {
  if (!props.tool) return;
  const line = props.tool === 'brush' || props.tool === 'polygon';
  // A tenth of a brush is within its own edge; an outline keeps what a plate shows.
  const drawn = line
    ? thinnedOut(points.value, props.tool === 'brush' ? props.brushMm / 10 : 0.02)
    : points.value;
  const shape = drawnShape(props.tool, drawn.slice(0, 2000), props.brushMm);
  points.value = [];
  if (shape) emit('draw', shape);
}
const preview = computed(() =>
  props.tool && points.value.length
    ? drawnShape(props.tool, points.value, props.brushMm)
    : undefined,
);
const path = (spots: readonly PagePoint[]) => spots.map(({ x, y }) => `${x},${y}`).join(' ');
const drawing = computed(() => (props.tool === 'polygon' ? path(points.value) : ''));
</script>

<template>
  <div class="frame">
    <div ref="room" class="room">
      <div
        class="position-relative"
        data-testid="sheet"
        :style="{ width: `${box.width}px`, height: `${box.height}px` }"
      >
        <pixel-canvas class="plane" :picture="picture" :label="label" />
        <pixel-canvas
          v-if="before"
          class="plane"
          :picture="before"
          :label="t('plates.sameBeforeSteps')"
          :style="{ clipPath: `inset(0 ${100 - wipe}% 0 0)` }"
        />
        <svg
          ref="sheet"
          :viewBox="`0 0 ${page.widthMm} ${page.heightMm}`"
          preserveAspectRatio="none"
          :class="{ drawing: tool }"
          aria-hidden="true"
          @pointerdown="down"
          @pointermove="move"
          @pointerup="up"
          @dblclick="finish"
        >
          <g v-for="(shape, i) in preview ? [...shapes, preview] : shapes" :key="i" class="shape">
            <rect
              v-if="shape.shape === 'box'"
              :x="shape.left"
              :y="shape.top"
              :width="shape.width"
              :height="shape.height"
            />
            <ellipse
              v-else-if="shape.shape === 'ellipse'"
              :cx="shape.left + shape.width / 2"
              :cy="shape.top + shape.height / 2"
              :rx="shape.width / 2"
              :ry="shape.height / 2"
            />
            <polygon v-else-if="shape.shape === 'polygon'" :points="path(shape.points)" />
            <polyline
              v-else-if="'points' in shape"
              class="stroke"
              :points="path([...shape.points, shape.points.at(-1)!])"
              :stroke-width="shape.width"
            />
          </g>
          <polyline v-if="drawing" class="line" :points="drawing" />
        </svg>
        <div v-if="before" class="edge" :style="{ left: `${wipe}%` }" aria-hidden="true"></div>
      </div>
    </div>
    <span v-if="before" class="tag left">{{ t('plates.before') }}</span>
    <span v-if="before" class="tag right">{{ t('plates.after') }}</span>
    <input
      v-if="before"
      v-model.number="wipe"
      class="wipe"
      :style="{ width: `${box.width}px` }"
      type="range"
      min="0"
      max="100"
      step="1"
      :aria-label="t('plates.howMuchPictureShows')"
    />
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  place-items: center;
  width: 100%;
  height: 100%;
  overflow: hidden;
}

/* The sheet is as large as the room, which it must not push. */
.room {
  display: grid;
  place-items: center;
  width: 100%;
  height: 100%;
  min-height: 0;
  overflow: hidden;
}

.plane,
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

svg {
  touch-action: none;
}

svg.drawing {
  cursor: crosshair;
}

.shape > * {
  fill: none;
  stroke: #e2560f;
}

.shape > :not(.stroke) {
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

.stroke {
  stroke-opacity: 0.45;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.line {
  fill: none;
  stroke: #e2560f;
  stroke-width: 2;
  stroke-dasharray: 5 4;
  vector-effect: non-scaling-stroke;
}

.edge {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: #e2560f;
  pointer-events: none;
}

.wipe {
  height: 32px;
  accent-color: #e2560f;
}

.tag {
  position: absolute;
  top: 8px;
  padding: 2px 8px;
  border-radius: 4px;
  font-size: var(--size-small);
  font-weight: 600;
  color: #faf7f0;
  background: #14213d;
}

.left {
  left: 8px;
}

.right {
  right: 8px;
}
</style>
