<script setup lang="ts">
/** A page to be looked at closely: it is drawn in tiles as one zooms, down to single pixels. */
import { PREVIEW_PX, TILE_PX, tileLevels } from '@kyanos/contract';
import { cellLevels, levelSize, type MmBox, type Place } from '@kyanos/core';
import { mdiFitToScreenOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js';
import { useElementSize, useEventListener } from '@vueuse/core';
import { select, zoom, zoomIdentity, type ZoomTransform } from 'd3';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import type { Picture } from '../look/look.worker.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { PageSubject } from './page.worker.ts';
import { pageWorker } from './pageWorker.ts';
import type { Pin, Spot } from './useProbe.ts';

const props = defineProps<{
  subject: PageSubject | undefined;
  point: Spot | undefined;
  pins: readonly Pin[];
  /** Where the finding is that is being looked at. */
  place?: Place | undefined;
  label: string;
}>();
const emit = defineEmits<{ probe: [spot: Spot]; pin: [] }>();

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
const left = computed(() => view.value.applyX(origin.value.x));
const top = computed(() => view.value.applyY(origin.value.y));

// ---- pictures ----

const toCanvas = ({ width: w, height: h, pixels }: Picture): HTMLCanvasElement => {
  const out = document.createElement('canvas');
  out.width = w;
  out.height = h;
  out.getContext('2d')!.putImageData(new ImageData(pixels, w, h), 0, 0);
  return out;
};

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

/** Tiles of the separations that are shown now; `undefined` while one is on its way. */
const tiles = new Map<string, HTMLCanvasElement | undefined>();
const MOST_TILES = 160;
let generation = 0;

watch(
  () => props.subject,
  (now, before) => {
    generation++;
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

async function fetchTile(
  key: string,
  level: number,
  column: number,
  row: number,
  textured: boolean,
): Promise<void> {
  const asked = generation;
  tiles.set(key, undefined);
  try {
    const picture = await pageWorker().tile(props.subject!, level, column, row, textured);
    if (asked !== generation) return;
    tiles.set(key, toCanvas(picture));
    for (const oldest of tiles.keys()) {
      if (tiles.size <= MOST_TILES) break;
      tiles.delete(oldest);
    }
    draw();
  } catch {
    if (asked === generation) tiles.delete(key);
  }
}

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
watch([view, width, height, () => props.point, () => props.pins, () => props.place, fit], draw);

function paint(): void {
  const target = canvas.value;
  const current = page.value;
  if (!target || !current || width.value < 1) return;
  const ratio = window.devicePixelRatio;
  target.width = Math.round(width.value * ratio);
  target.height = Math.round(height.value * ratio);
  const pen = target.getContext('2d')!;
  pen.scale(ratio, ratio);
  const [w, h] = [current.widthPx * scale.value, current.heightPx * scale.value];
  if (!whole.value) return;
  pen.imageSmoothingEnabled = scale.value < 1.5;
  pen.shadowColor = 'rgb(10 20 40 / 35%)';
  pen.shadowBlur = 14;
  pen.drawImage(whole.value, left.value, top.value, w, h);
  pen.shadowBlur = 0;
  paintTiles(pen, ratio);
  if (props.place) paintPlace(pen, props.place);
  props.pins.forEach((pin, i) => paintPin(pen, pin, i));
  if (props.point) paintPoint(pen, props.point);
}

/** Pixels on screen for each of the page, from which on single ones are looked at. */
const SINGLE = 3;

/** The level nearest to the screen's own resolution; none while the whole picture is fine enough. */
function paintTiles(pen: CanvasRenderingContext2D, ratio: number): void {
  const current = page.value!;
  const device = scale.value * ratio;
  if (device * Math.max(current.widthPx, current.heightPx) <= PREVIEW_PX) return;
  const levels = tileLevels(current.widthPx, current.heightPx);
  const level = Math.min(levels - 1, Math.max(0, Math.round(Math.log2(1 / device))));
  const size = TILE_PX * 2 ** level * scale.value;
  const last = (length: number) => Math.ceil(levelSize(length, level) / TILE_PX) - 1;
  const range = (from: number, shown: number, most: number) => [
    Math.max(0, Math.floor(-from / size)),
    Math.min(most, Math.floor((shown - from) / size)),
  ];
  const [firstColumn, lastColumn] = range(left.value, width.value, last(current.widthPx));
  const textured = device < SINGLE;
  const [firstRow, lastRow] = range(top.value, height.value, last(current.heightPx));
  for (let row = firstRow; row <= lastRow; row++)
    for (let column = firstColumn; column <= lastColumn; column++) {
      const key = `${level}/${column}/${row}${textured ? '' : '/plain'}`;
      const tile = tiles.get(key);
      if (!tile) {
        if (!tiles.has(key)) void fetchTile(key, level, column, row, textured);
        continue;
      }
      const each = 2 ** level * scale.value;
      // A hair larger, so that no seam shows.
      pen.drawImage(
        tile,
        left.value + column * size,
        top.value + row * size,
        tile.width * each + 0.5,
        tile.height * each + 0.5,
      );
    }
}

const SIGNAL = '#e2560f';

function mmBox({ left: l, top: t, width: w, height: h }: MmBox) {
  const perMm = (page.value!.widthPx / page.value!.widthMm) * scale.value;
  return { x: left.value + l * perMm, y: top.value + t * perMm, w: w * perMm, h: h * perMm };
}

function paintPlace(pen: CanvasRenderingContext2D, place: Place): void {
  pen.strokeStyle = SIGNAL;
  pen.lineWidth = 2;
  if (place.kind === 'boxes') {
    for (const entry of place.boxes) {
      const { x, y, w, h } = mmBox(entry);
      // Small things are ringed, or they would be hidden by their own mark.
      const room = Math.max(3, 9 - Math.min(w, h) / 2);
      pen.strokeRect(x - room, y - room, w + 2 * room, h + 2 * room);
    }
    return;
  }
  const { columns, rows } = place.cells;
  const levels = cellLevels(place.cells);
  const current = page.value!;
  const [cw, ch] = [
    (current.widthPx * scale.value) / columns,
    (current.heightPx * scale.value) / rows,
  ];
  const on = (c: number, r: number) =>
    c >= 0 && r >= 0 && c < columns && r < rows && levels[r * columns + c] > 0;
  pen.fillStyle = 'rgb(226 86 15 / 22%)';
  pen.beginPath();
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      if (!on(c, r)) continue;
      const [x, y] = [left.value + c * cw, top.value + r * ch];
      pen.fillRect(x, y, cw + 0.5, ch + 0.5);
      for (const [dc, dr, x0, y0, x1, y1] of [
        [-1, 0, x, y, x, y + ch],
        [1, 0, x + cw, y, x + cw, y + ch],
        [0, -1, x, y, x + cw, y],
        [0, 1, x, y + ch, x + cw, y + ch],
      ])
        if (!on(c + dc, r + dr)) {
          pen.moveTo(x0, y0);
          pen.lineTo(x1, y1);
        }
    }
  pen.stroke();
}

const screen = ({ x, y }: Spot) => ({
  x: left.value + (x + 0.5) * scale.value,
  y: top.value + (y + 0.5) * scale.value,
});

function paintPin(pen: CanvasRenderingContext2D, pin: Pin, index: number): void {
  const { x, y } = screen(pin);
  pen.beginPath();
  pen.arc(x, y, 10, 0, 2 * Math.PI);
  pen.fillStyle = '#1b3158';
  pen.fill();
  pen.strokeStyle = '#faf7f0';
  pen.lineWidth = 2;
  pen.stroke();
  pen.fillStyle = '#faf7f0';
  pen.font = '600 12px "Instrument Sans Variable", sans-serif';
  pen.textAlign = 'center';
  pen.textBaseline = 'middle';
  pen.fillText(String(index + 1), x, y + 0.5);
}

function paintPoint(pen: CanvasRenderingContext2D, point: Spot): void {
  const { x, y } = screen(point);
  for (const [colour, thick] of [
    ['#faf7f0', 4],
    ['#14213d', 2],
  ] as const) {
    pen.strokeStyle = colour;
    pen.lineWidth = thick;
    pen.beginPath();
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ]) {
      pen.moveTo(x + 5 * dx, y + 5 * dy);
      pen.lineTo(x + 14 * dx, y + 14 * dy);
    }
    pen.stroke();
  }
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
    const { widthMm, heightMm } = page.value;
    const area = place.kind === 'boxes' ? place.boxes : cellBoxes(place, widthMm, heightMm);
    if (area.length === 0) return;
    const x0 = Math.min(...area.map((b) => b.left));
    const y0 = Math.min(...area.map((b) => b.top));
    const x1 = Math.max(...area.map((b) => b.left + b.width));
    const y1 = Math.max(...area.map((b) => b.top + b.height));
    const perMm = (page.value.widthPx / widthMm) * fit.value;
    const k = Math.min(
      deepest.value,
      Math.max(
        1,
        0.5 *
          Math.min(
            width.value / Math.max(8, (x1 - x0) * perMm),
            height.value / Math.max(8, (y1 - y0) * perMm),
          ),
      ),
    );
    const [cx, cy] = [
      origin.value.x + ((x0 + x1) / 2) * perMm,
      origin.value.y + ((y0 + y1) / 2) * perMm,
    ];
    const to = zoomIdentity
      .translate(width.value / 2, height.value / 2)
      .scale(k)
      .translate(-cx, -cy);
    mount().call(behaviour.transform, to);
  },
);

function cellBoxes(
  { cells }: Extract<Place, { kind: 'cells' }>,
  widthMm: number,
  heightMm: number,
): MmBox[] {
  const levels = cellLevels(cells);
  const [w, h] = [widthMm / cells.columns, heightMm / cells.rows];
  return Array.from(levels).flatMap((level, i) =>
    level > 0
      ? [
          {
            left: (i % cells.columns) * w,
            top: Math.floor(i / cells.columns) * h,
            width: w,
            height: h,
          },
        ]
      : [],
  );
}

function probeAt(event: PointerEvent): void {
  if (event.buttons !== 0 && event.pointerType === 'mouse') return;
  const bounds = canvas.value!.getBoundingClientRect();
  const x = (event.clientX - bounds.left - left.value) / scale.value;
  const y = (event.clientY - bounds.top - top.value) / scale.value;
  if (page.value && x >= 0 && y >= 0 && x < page.value.widthPx && y < page.value.heightPx)
    emit('probe', { x, y });
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
  <div>
    <div ref="box" class="box">
      <canvas
        ref="canvas"
        tabindex="0"
        role="application"
        :aria-label="`${label}. Arrow keys move the probe, Enter pins a point, plus and minus zoom, 0 fits.`"
        data-testid="page"
        :data-drawn="whole ? 'yes' : 'no'"
        @keydown="onKey"
        @click="emit('pin')"
      ></canvas>
      <p v-if="failed" class="words" role="alert">{{ failed }}</p>
      <p v-else-if="!whole" class="words">Drawing…</p>
    </div>
    <div class="below">
      <div class="soft"><slot /></div>
      <div class="zoom">
        <v-btn icon variant="text" size="small" aria-label="Closer" @click="step(1.6)">
          <v-icon :icon="mdiMagnifyPlusOutline" />
        </v-btn>
        <v-btn icon variant="text" size="small" aria-label="Further away" @click="step(1 / 1.6)">
          <v-icon :icon="mdiMagnifyMinusOutline" />
        </v-btn>
        <v-btn icon variant="text" size="small" aria-label="The whole page" @click="reset">
          <v-icon :icon="mdiFitToScreenOutline" />
        </v-btn>
        <span class="figures level" title="Screen pixels for each pixel of the plates">
          {{ percentZoom }} %
        </span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.box {
  position: relative;
  height: clamp(320px, 46vh, 600px);
  overflow: hidden;
  border-radius: 8px;
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

.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  margin-top: 6px;
  font-size: var(--size-small);
}

.zoom {
  display: flex;
  gap: 2px;
  align-items: center;
}

.level {
  padding: 0 8px;
  font-size: var(--size-small);
  min-width: 58px;
  text-align: right;
}
</style>
