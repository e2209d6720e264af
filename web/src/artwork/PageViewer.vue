<script setup lang="ts">
/** A page to be looked at closely: it is drawn in tiles as one zooms, down to single pixels. */
import { PREVIEW_PX } from '@kyanos/contract';
import type { Place, TechnicalLines } from '@kyanos/core';
import { mdiFitToScreenOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js';
import { useElementSize, useEventListener } from '@vueuse/core';
import { select, zoom, zoomIdentity, type ZoomTransform } from 'd3';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useLatest } from '../shared/useLatest.ts';
import { toCanvas } from '../look/canvas.ts';
import { drawLines, drawPin, drawPlace, drawProbe, placeBounds, type OnScreen } from './marks.ts';
import type { PageSubject } from './page.worker.ts';
import { pageWorker } from './pageWorker.ts';
import type { Pin, PagePoint } from './useProbe.ts';
import { useTiles } from './useTiles.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  subject: PageSubject | undefined;
  point: PagePoint | undefined;
  pins: readonly Pin[];
  /** Where the finding is that is being looked at. */
  place?: Place | undefined;
  /** Lines for a blade, a fold or a jig, which don't print. */
  lines?: readonly TechnicalLines[];
  label: string;
}>();
const emit = defineEmits<{ probe: [spot: PagePoint]; pin: [] }>();

const box = ref<HTMLElement>();
const canvas = ref<HTMLCanvasElement>();
const { width, height } = useElementSize(box);
const view = shallowRef<ZoomTransform>(zoomIdentity);
const page = computed(() => props.subject?.page);

/** Screen pixels for a pixel of the page, when it fits. */
const fit = computed(() =>
  page.value
    ? Math.min((width.value - 32) / page.value.widthPx, (height.value - 32) / page.value.heightPx)
    : 1,
);
/** Largest zoom: a pixel of the page is 24 on screen. */
const deepest = computed(() => Math.max(2, 24 / fit.value));
const origin = computed(() => ({
  x: (width.value - (page.value?.widthPx ?? 0) * fit.value) / 2,
  y: (height.value - (page.value?.heightPx ?? 0) * fit.value) / 2,
}));
const scale = computed(() => fit.value * view.value.k);
const onScreen = computed(
  (): OnScreen | undefined =>
    page.value && {
      ...page.value,
      left: view.value.applyX(origin.value.x),
      top: view.value.applyY(origin.value.y),
      scale: scale.value,
    },
);

// ---- pictures ----

const tiles = useTiles(draw);
const whole = shallowRef<HTMLCanvasElement>();
const { ask, failed } = useLatest(
  ({ subject, longest }: { subject: PageSubject; longest: number }) =>
    pageWorker().whole(subject, longest),
  (picture) => {
    whole.value = toCanvas(picture);
    draw();
  },
);

/**
 * As many pixels as the page has on screen, in steps, so that textures are drawn for the screen. Beyond the resolution of the
 * preview tiles take over.
 */
const STEP = 1.3;
const longest = computed(() => {
  const { widthPx = 0, heightPx = 0 } = page.value ?? {};
  const exact = Math.max(widthPx, heightPx) * scale.value * window.devicePixelRatio;
  return Math.min(
    PREVIEW_PX,
    Math.ceil(STEP ** Math.ceil(Math.log(Math.max(100, exact)) / Math.log(STEP))),
  );
});

watch(
  () => props.subject,
  (now, before) => {
    tiles.clear();
    if (now?.artworkId !== before?.artworkId || now?.page.number !== before?.page.number) {
      whole.value = undefined;
      reset();
    }
  },
  { immediate: true },
);
watch(
  () => [props.subject, longest.value] as const,
  ([subject, pixels]) => {
    if (subject && width.value > 0) void ask({ subject, longest: pixels });
  },
  { immediate: true },
);

// ---- drawing ----

let scheduled = false;
function draw(): void {
  if (scheduled) return;
  scheduled = true;
  requestAnimationFrame(() => {
    scheduled = false;
    paint();
  });
}
watch(
  [
    view,
    width,
    height,
    () => props.point,
    () => props.pins,
    () => props.place,
    () => props.lines,
    fit,
  ],
  draw,
);

function paint(): void {
  const target = canvas.value;
  const current = onScreen.value;
  if (!target || !current || width.value < 1) return;
  const ratio = window.devicePixelRatio;
  target.width = Math.round(width.value * ratio);
  target.height = Math.round(height.value * ratio);
  if (!whole.value) return;
  const pen = target.getContext('2d')!;
  pen.scale(ratio, ratio);
  pen.imageSmoothingEnabled = current.scale < 1.5;
  pen.shadowColor = 'rgb(10 20 40 / 35%)';
  pen.shadowBlur = 14;
  pen.drawImage(
    whole.value,
    current.left,
    current.top,
    current.widthPx * current.scale,
    current.heightPx * current.scale,
  );
  pen.shadowBlur = 0;
  const shown = { width: width.value, height: height.value };
  tiles.draw(pen, props.subject!, current, shown, ratio);
  if (props.lines?.length) drawLines(pen, props.lines, current);
  if (props.place) drawPlace(pen, props.place, current);
  props.pins.forEach((pin, i) => drawPin(pen, pin, i, current));
  if (props.point) drawProbe(pen, props.point, current);
}

// ---- moving ----

const behaviour = zoom<HTMLCanvasElement, unknown>().on(
  'zoom',
  (event: { transform: ZoomTransform }) => {
    view.value = event.transform;
  },
);
const mount = () => select<HTMLCanvasElement, unknown>(canvas.value!);
onMounted(() => {
  mount().call(behaviour).on('dblclick.zoom', null);
});
watch([deepest, width, height], () => {
  behaviour
    .scaleExtent([1, deepest.value])
    .translateExtent([
      [0, 0],
      [width.value, height.value],
    ])
    .extent([
      [0, 0],
      [width.value, height.value],
    ]);
});

function reset(): void {
  if (canvas.value) mount().call(behaviour.transform, zoomIdentity);
}
const step = (factor: number) => mount().call(behaviour.scaleBy, factor);

/** Brings a place into view, large enough to be seen in its surroundings. */
watch(
  () => props.place,
  (place) => {
    if (!place || !page.value || !canvas.value) return;
    const area = placeBounds(place, page.value);
    if (!area) return;
    const perMm = (page.value.widthPx / page.value.widthMm) * fit.value;
    const room = Math.min(
      width.value / Math.max(8, area.width * perMm),
      height.value / Math.max(8, area.height * perMm),
    );
    const k = Math.min(deepest.value, Math.max(1, 0.5 * room));
    const cx = origin.value.x + (area.left + area.width / 2) * perMm;
    const cy = origin.value.y + (area.top + area.height / 2) * perMm;
    const to = zoomIdentity
      .translate(width.value / 2, height.value / 2)
      .scale(k)
      .translate(-cx, -cy);
    mount().call(behaviour.transform, to);
  },
);

function probeAt(event: PointerEvent): void {
  if (event.buttons !== 0 && event.pointerType === 'mouse') return;
  const bounds = canvas.value!.getBoundingClientRect();
  const current = onScreen.value;
  if (!current) return;
  const x = (event.clientX - bounds.left - current.left) / current.scale;
  const y = (event.clientY - bounds.top - current.top) / current.scale;
  if (x >= 0 && y >= 0 && x < current.widthPx && y < current.heightPx) emit('probe', { x, y });
}
useEventListener(canvas, 'pointermove', probeAt);
useEventListener(canvas, 'pointerdown', probeAt);

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function onKey(event: KeyboardEvent): void {
  const current = page.value;
  if (!current || event.ctrlKey || event.metaKey || event.altKey) return;
  const arrow = ARROWS[event.key];
  if (arrow) {
    // A screen pixel at least, ten with Shift.
    const far = Math.max(1, Math.round(1 / scale.value)) * (event.shiftKey ? 10 : 1);
    const from = props.point ?? { x: current.widthPx / 2, y: current.heightPx / 2 };
    emit('probe', { x: from.x + arrow[0] * far, y: from.y + arrow[1] * far });
  } else if (event.key === '+' || event.key === '=') step(1.6);
  else if (event.key === '-') step(1 / 1.6);
  else if (event.key === '0') reset();
  else if (event.key === 'Enter') emit('pin');
  else return;
  event.preventDefault();
}

const percentZoom = computed(() => Math.round(scale.value * 100));
</script>

<template>
  <div class="page">
    <div ref="box" class="box">
      <canvas
        ref="canvas"
        tabindex="0"
        role="application"
        :aria-label="t('artwork.arrowKeysMoveProbe', { label })"
        data-testid="page"
        :data-drawn="whole ? 'yes' : 'no'"
        @keydown="onKey"
        @click="emit('pin')"
      ></canvas>
      <p v-if="failed" class="words" role="alert">{{ failed }}</p>
      <p v-else-if="!whole" class="words">{{ t('artwork.drawing') }}</p>
    </div>
    <div class="row justify-space-between small">
      <div class="soft"><slot /></div>
      <div class="d-flex align-center">
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="t('artwork.closer')"
          @click="step(1.6)"
        >
          <v-icon :icon="mdiMagnifyPlusOutline" />
        </v-btn>
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="t('artwork.furtherAway')"
          @click="step(1 / 1.6)"
        >
          <v-icon :icon="mdiMagnifyMinusOutline" />
        </v-btn>
        <v-btn icon variant="text" size="small" :aria-label="t('artwork.wholePage')" @click="reset">
          <v-icon :icon="mdiFitToScreenOutline" />
        </v-btn>
        <span class="figures level small text-right" :title="t('artwork.screenPixelsEachPixel')">
          {{ percentZoom }} %
        </span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  height: 100%;
}

.box {
  position: relative;
  overflow: hidden;
  border-radius: 10px;
  background: #8d8f92;
}

canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}

canvas:focus-visible {
  outline-offset: -3px;
  outline-color: #faf7f0;
}

.words {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  pointer-events: none;
  color: #14213d;
}

.level {
  padding: 0 8px;
  min-width: 58px;
}
</style>
