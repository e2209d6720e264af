<script setup lang="ts">
/** The print as it will look on this material in this light. */
import { PREVIEW_PX } from '@kyanos/contract';
import { CATALOGUE, PLACES, type PrintPlan, type View } from '@kyanos/core';
import { onKeyStroke, useElementSize } from '@vueuse/core';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import { useLatest } from '../shared/useLatest.ts';
import type { PrintPicture, Subject } from './look.worker.ts';
import PrintCanvas from './PrintCanvas.vue';
import type { Viewing } from './useView.ts';
import { lookWorker } from './worker.ts';

const props = defineProps<{ viewing: Viewing }>();
const job = useJob();
const at = reactive(props.viewing);

const SIDES = { front: 'Front', back: 'Back' };
const HELD = 'held';
const placeItems = computed(() => [
  ...at.places.map((value) => ({ value: value as string, title: PLACES[value].name })),
  ...(at.seeThrough ? [{ value: HELD, title: 'in the hand, over a picture…' }] : []),
]);
const file = ref<HTMLInputElement>();
function choosePlace(value: string) {
  if (value === HELD) file.value?.click();
  else at.setPlace(value as View['place']);
}
function choosePicture(event: Event) {
  const [chosen] = (event.target as HTMLInputElement).files ?? [];
  if (chosen) at.behind = chosen;
}

onKeyStroke(['f', 'l', 'b', 'x'], (event) => {
  if (typing(event)) return;
  if (event.key === 'x') at.nextMistake();
  else if (!at.seeThrough) return;
  else if (event.key === 'f') at.turnOver();
  else if (event.key === 'l') at.moveLamp();
  else at.nextPlace();
});

/** As many pixels as are shown, in steps, so that a small change of the window draws nothing anew. */
const table = ref<HTMLElement>();
const { width, height } = useElementSize(table);
const pixels = computed(() => {
  const wanted = Math.max(width.value, height.value, 200) * window.devicePixelRatio;
  return Math.min(PREVIEW_PX, Math.ceil(wanted / 200) * 200);
});

interface Asked {
  readonly subject: Subject;
  readonly view: View;
  readonly held: boolean;
}
const draw = ({ subject, view, held }: Asked) =>
  lookWorker().look(subject, view, pixels.value, held);
const picture = shallowRef<PrintPicture>();
const { ask, busy, failed } = useLatest(draw, (drawn) => (picture.value = drawn), { all: true });
const against = shallowRef<PrintPicture>();
const { ask: askOther, failed: otherFailed } = useLatest(draw, (drawn) => (against.value = drawn));

const asked = (plan: PrintPlan): Asked | undefined =>
  job.subject && { subject: { ...job.subject, plan }, view: at.view, held: !!at.behind };
watch(
  () => [job.subject, at.shown, at.view, at.behind, pixels.value] as const,
  () => {
    const what = asked(at.shown.plan);
    if (what) void ask(what);
  },
  { immediate: true },
);
watch(
  () => [job.subject, at.other, at.view, at.behind, pixels.value] as const,
  () => {
    const what = at.other && asked(at.other.plan);
    if (what) void askOther(what);
    else against.value = undefined;
  },
);

const wipe = ref(50);
const marked = ref(false);

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
  if (!picture.value?.shine || !drag.value.moved) return;
  const by = (event.clientX - drag.value.x) / Math.max(200, width.value * 0.6);
  at.tilt = Math.min(1, Math.max(0, drag.value.tilt + by));
}

/** A click reads the point. */
function drop(event: PointerEvent) {
  const held = drag.value;
  drag.value = undefined;
  if (!held || held.moved || !print.value || !picture.value) return;
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

const caption = computed(() =>
  at.seeThrough
    ? `${SIDES[at.view.side].toLowerCase()}, ${at.behind ? 'in the hand' : PLACES[at.view.place].name}`
    : 'front, lit from the front',
);
const texture = computed(() => at.texture ?? (at.view.place === 'wood' ? 'grain' : undefined));
const ground = computed(() => (at.behind ? 'held' : at.seeThrough ? at.view.place : 'booth'));
</script>

<template>
  <div class="panel viewer">
    <div class="controls">
      <v-btn-toggle
        v-if="at.seeThrough"
        v-model="at.side"
        mandatory
        density="compact"
        variant="outlined"
        aria-label="Side"
      >
        <v-btn v-for="(name, one) in SIDES" :key="one" :value="one">{{ name }}</v-btn>
      </v-btn-toggle>
      <v-select
        v-if="at.seeThrough"
        class="choice"
        label="Seen"
        :items="placeItems"
        :model-value="at.behind ? HELD : at.place"
        @update:model-value="choosePlace"
      />
      <input
        ref="file"
        type="file"
        accept="image/png,image/jpeg,image/webp"
        hidden
        @change="choosePicture"
      />
      <v-select
        v-model="at.wiped"
        class="choice"
        label="Wipe against"
        clearable
        :items="CATALOGUE.map(({ id, name }) => ({ value: id, title: name }))"
      />
      <v-slider
        v-if="at.view.place === 'box'"
        v-model="at.luminance"
        class="lamp"
        aria-label="Luminance of the light box, candela per square metre"
        :min="50"
        :max="2000"
        :step="50"
        thumb-label
      >
        <template #append>
          <span class="figures small">{{ at.luminance }} cd/m²</span>
        </template>
      </v-slider>
    </div>
    <div
      ref="table"
      class="light-table"
      :class="[ground, { tilts: picture?.shine }]"
      @pointerdown="grab"
      @pointermove="pull"
      @pointerup="drop"
      @pointercancel="drag = undefined"
    >
      <div
        ref="print"
        class="print"
        role="group"
        tabindex="0"
        aria-label="The print: arrow keys move a cross, Enter reads the point"
        @keydown="key"
        @blur="cross = undefined"
      >
        <print-canvas
          :picture="picture"
          :label="`${at.shown.name}, the print from the ${caption}`"
          :texture="texture"
          :tilt="at.tilt"
          :marked="marked"
          :behind="at.behind"
          data-testid="look"
        />
        <print-canvas
          v-if="at.other && against"
          class="other"
          :picture="against"
          :label="`${at.other.name}, from the ${caption}`"
          :texture="texture"
          :tilt="at.tilt"
          :marked="marked"
          :behind="at.behind"
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
        <span v-if="at.other && against" class="edge" :style="{ left: `${wipe}%` }"></span>
      </div>
      <p v-if="failed ?? otherFailed" role="alert">{{ failed ?? otherFailed }}</p>
      <p v-else-if="!picture">
        {{ job.artwork && job.artwork.state !== 'done' ? 'Making plates…' : 'Drawing…' }}
      </p>
      <span v-if="at.mistake" class="flag">{{ at.shown.name }}: a mistake, not the plan</span>
      <v-progress-linear
        v-if="busy && picture"
        class="busy"
        indeterminate
        color="primary"
        height="3"
        aria-label="Drawing"
      />
    </div>
    <div v-if="at.other" class="wiping">
      <span>{{ at.shown.name }}</span>
      <v-slider v-model="wipe" aria-label="Wipe" :min="0" :max="100" :step="1" />
      <span>{{ at.other.name }}</span>
    </div>
    <div v-if="picture?.shine" class="wiping">
      <span>Away from the lamp</span>
      <v-slider v-model="at.tilt" aria-label="Tilt into the lamp" :min="0" :max="1" :step="0.01" />
      <span>into it</span>
    </div>
    <div class="foot">
      <div
        v-if="at.mistakes.length"
        class="mistakes"
        role="radiogroup"
        aria-label="Classic mistakes"
      >
        <button
          v-for="{ id, name } in [{ id: undefined, name: 'As planned' }, ...at.mistakes]"
          :key="name"
          type="button"
          role="radio"
          :aria-checked="at.mistake === id"
          @click="at.mistake = id"
        >
          {{ name }}
        </button>
      </div>
      <p class="soft note">
        Seen from the {{ caption }}. Simulation, not a contract proof; make a test print.
        <button
          v-if="picture && picture.outOfGamut > 0.001"
          type="button"
          class="gamut"
          :aria-pressed="marked"
          @click="marked = !marked"
        >
          {{ percent(picture.outOfGamut) }} of the picture is more colourful than this screen shows:
          {{ marked ? 'hide where' : 'show where' }}
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.viewer {
  display: grid;
  gap: 8px;
  padding: 12px;
}

.controls {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.choice {
  flex: 1 1 170px;
  min-width: 0;
}

.lamp {
  flex: 1 1 100%;
}

.small {
  font-size: var(--size-small);
  white-space: nowrap;
}

.light-table {
  position: relative;
  display: grid;
  place-items: center;
  height: min(46vh, 440px);
  padding: 18px;
  border-radius: 8px;
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
  max-height: calc(min(46vh, 440px) - 36px);
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
  font-weight: 650;
}

.busy {
  position: absolute;
  inset: auto 0 0;
}

.wiping {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 14px;
  align-items: center;
  padding: 0 6px;
  font-size: var(--size-small);
}

.wiping :deep(.v-slider) {
  margin: 0;
}

.foot {
  display: grid;
  gap: 6px;
}

.mistakes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.mistakes button {
  min-height: 36px;
  padding: 0 12px;
  border: 1px solid var(--line);
  border-radius: 18px;
  font-size: var(--size-small);
  font-weight: 600;
}

.mistakes [aria-checked='true'] {
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
}

.note {
  font-size: var(--size-small);
}

.gamut {
  font-weight: 650;
  text-decoration: underline dotted;
}
</style>
