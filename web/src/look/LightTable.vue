<script setup lang="ts">
/** The print on its ground, or two of them with a wipe between: tilted by dragging, read by a click or by key. */
import { refDebounced, useElementSize } from '@vueuse/core';
import { computed, reactive, ref, watchEffect } from 'vue';
import type { PrintBitmap } from './look.worker.ts';
import PrintCanvas from './PrintCanvas.vue';
import type { ViewControl } from './useView.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  viewing: ViewControl;
  picture: PrintBitmap | undefined;
  /** What it is wiped against. */
  against: PrintBitmap | undefined;
  /** How it is seen, in words. */
  caption: string;
  /** Share of the width at which the wipe stands, percent. */
  wipe: number;
  /** Stripes over colours that the screen can't show. */
  marked: boolean;
  busy: boolean;
}>();
/** Room for the print, CSS pixels. */
const emit = defineEmits<{ room: [room: { readonly width: number; readonly height: number }] }>();
const at = reactive(props.viewing);

const table = ref<HTMLElement>();
const { width, height } = useElementSize(table);
watchEffect(() => emit('room', { width: width.value, height: height.value }));

/** Dragging sideways tilts the print into the lamp. */
const drag = ref<{ x: number; tilt: number; moved: boolean }>();
const print = ref<HTMLElement>();
const MOVED = 4;
function grab(event: PointerEvent) {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drag.value = { x: event.clientX, tilt: at.tilt, moved: false };
}
function pull(event: PointerEvent) {
  if (!drag.value) return;
  if (Math.abs(event.clientX - drag.value.x) > MOVED) drag.value.moved = true;
  if (!tilts.value || !drag.value.moved) return;
  const by = (event.clientX - drag.value.x) / Math.max(200, width.value * 0.6);
  at.tilt = Math.min(1, Math.max(0, drag.value.tilt + by));
}

/** A click reads the point. */
function drop(event: PointerEvent) {
  const held = drag.value;
  drag.value = undefined;
  if (!held || held.moved || !print.value || !props.picture) return;
  const { left, top, width: wide, height: high } = print.value.getBoundingClientRect();
  const spot = { x: (event.clientX - left) / wide, y: (event.clientY - top) / high };
  if (spot.x >= 0 && spot.x <= 1 && spot.y >= 0 && spot.y <= 1) at.pin(spot);
}
/** By key: arrows move a cross over the print, Enter reads the point under it. */
const cross = ref<{ x: number; y: number }>();
const STEP = 0.02;
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};
function key(event: KeyboardEvent) {
  const step = STEPS[event.key];
  const here = cross.value ?? { x: 0.5, y: 0.5 };
  if (step) {
    const within = (value: number) => Math.min(1, Math.max(0, value));
    cross.value = { x: within(here.x + step[0]), y: within(here.y + step[1]) };
  } else if (event.key === 'Enter') at.pin(here);
  else return;
  event.preventDefault();
}

/** A picture that comes at once is not announced: what appears and goes at every tick of a slider costs more than it says. */
const SLOW_MS = 250;
const slow = refDebounced(
  computed(() => props.busy),
  SLOW_MS,
);

const tilts = computed(() => !!props.picture?.shines || at.glossy);
const texture = computed(() => at.texture ?? (at.view.place === 'wood' ? 'grain' : undefined));
/** What both pictures are seen by. */
const seen = computed(() => ({
  texture: texture.value,
  tilt: at.tilt,
  marked: props.marked,
  behind: at.behind,
  scene: at.scene,
  gloss: at.gloss,
}));
/** What stands beside it, where it is not wiped. */
const second = computed(() => (at.beside && at.other ? props.against : undefined));
const ground = computed(() => (at.behind ? 'held' : at.seeThrough ? at.view.place : 'booth'));
</script>

<template>
  <div
    ref="table"
    class="light-table"
    :class="[ground, { tilts }]"
    :style="{ '--room': `${height}px` }"
    @pointerdown="grab"
    @pointermove="pull"
    @pointerup="drop"
    @pointercancel="drag = undefined"
  >
    <div class="pair" :class="{ beside: second }">
      <div
        ref="print"
        class="print"
        role="group"
        tabindex="0"
        :aria-label="t('look.printArrowKeysMove')"
        @keydown="key"
        @blur="cross = undefined"
      >
        <print-canvas
          :picture="picture"
          :label="t('look.printFrom', { shown: at.shown.name, caption })"
          v-bind="seen"
          data-testid="look"
        />
        <print-canvas
          v-if="at.other && against && !second"
          :picture="against"
          :label="t('look.from', { other: at.other.name, caption })"
          v-bind="seen"
          :style="{ clipPath: `inset(0 0 0 ${wipe}%)` }"
          data-testid="other-look"
        />
        <span
          v-for="(spot, i) in at.points"
          :key="i"
          class="pin figures"
          :style="{ left: `${spot.x * 100}%`, top: `${spot.y * 100}%` }"
          >{{ i + 1 }}</span
        >
        <span
          v-if="cross"
          class="cross"
          :style="{ left: `${cross.x * 100}%`, top: `${cross.y * 100}%` }"
        ></span>
        <span
          v-if="at.other && against && !second"
          class="edge"
          :style="{ left: `${wipe}%` }"
        ></span>
      </div>
      <div v-if="at.other && second" class="print">
        <print-canvas
          :picture="second"
          :label="t('look.from', { other: at.other.name, caption })"
          v-bind="seen"
          data-testid="other-look"
        />
      </div>
    </div>
    <slot></slot>
    <span v-if="at.mistake" class="flag">{{
      t('look.mistakeNotPlan', { shown: at.shown.name })
    }}</span>
    <v-progress-linear
      v-if="slow && busy && picture"
      class="busy"
      indeterminate
      color="primary"
      height="3"
      :aria-label="t('look.drawing')"
    />
  </div>
</template>

<style scoped>
.light-table {
  position: relative;
  display: grid;
  place-items: center;
  height: 100%;
  /* What is said and moved at its foot covers nothing of the print. */
  padding: 14px 16px calc(var(--foot, 0px) + 16px);
  border-radius: 10px;
  background: #8d8f92;
  color: #14213d;
  transition: background 0.2s;
}

.light-table.white {
  background: #e9e7e1;
}

.light-table.wood {
  background: #ac8260;
}

.light-table.black,
.light-table.behind,
.light-table.box,
.light-table.night {
  background: #1d1f24;
  color: #f4efe4;
}

.light-table.indoors {
  background: #5d6068;
}

.light-table.daylight {
  background: #62625f;
}

.light-table.tilts {
  cursor: ew-resize;
  touch-action: pan-y;
}

.pair {
  display: grid;
  min-width: 0;
  min-height: 0;
  max-width: 100%;
  max-height: 100%;
}

.beside {
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  place-items: center;
  width: 100%;
}

.print {
  position: relative;
  display: grid;
  min-width: 0;
  min-height: 0;
  max-width: 100%;
  max-height: 100%;
}

.print :deep(canvas) {
  grid-area: 1 / 1;
  min-height: 0;
  min-width: 0;
  max-height: var(--room);
  box-shadow: 0 4px 22px rgb(0 0 0 / 35%);
}

.pin {
  position: absolute;
  display: grid;
  place-items: center;
  width: 20px;
  height: 20px;
  margin: -10px;
  border-radius: 50%;
  color: #14213d;
  background: #fdfbf5;
  border: 2px solid #14213d;
  font-size: 11px;
  font-weight: 700;
  pointer-events: none;
}

.cross {
  position: absolute;
  width: 22px;
  height: 22px;
  margin: -11px;
  border: 2px solid #fdfbf5;
  outline: 2px solid #14213d;
  border-radius: 50%;
  pointer-events: none;
}

.edge {
  position: absolute;
  top: -6px;
  bottom: -6px;
  width: 2px;
  margin-left: -1px;
  background: rgb(var(--v-theme-warning));
}

.flag {
  position: absolute;
  top: 10px;
  left: 10px;
  padding: 3px 10px;
  border-radius: 6px;
  color: #fff;
  background: rgb(var(--v-theme-warning));
  font-weight: 600;
}

.busy {
  position: absolute;
  inset: auto 0 0;
}
</style>
