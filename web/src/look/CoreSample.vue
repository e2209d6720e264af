<script setup lang="ts">
/**
 * A cut through the print, thickness exaggerated: layers in true order, the eye and the lamp where they are. It is how a stack
 * is edited: a layer is dragged, or chosen and changed by key.
 */
import {
  SIDE_NAMES,
  inkName,
  moveLayer,
  type PrintPlan,
  type Stack,
  type StackLayer,
  ADHESIVE,
  drawingOf,
  FILM,
  gapAt,
  type Slab,
  partLetter,
  textureOf,
  MATERIAL_FILL,
} from '@kyanos/core';
import { computed, nextTick, ref, shallowRef, useId } from 'vue';
import { coreKey, movedTo, type Changed } from './coreKeys.ts';
import { laidAs, type SampleFigure } from './laidAs.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  plan: PrintPlan;
  selected?: number | undefined;
  /** What stands at a part of a layer in place of its density and hits. */
  figure?: SampleFigure | undefined;
  /** Layers that are laid together, with what is known of them beside the cut. */
  brackets?:
    | readonly { readonly layers: readonly StackLayer[]; readonly text: readonly string[] }[]
    | undefined;
}>();
const emit = defineEmits<{ select: [index: number]; change: [stack: Stack] }>();

const id = useId();
const WIDTH = 268;
const LEFT = 8;
/** Room for brackets and their words. */
const BESIDE = 84;
const SLAB = computed(() => WIDTH - 2 * LEFT - (props.brackets?.length ? BESIDE : 0));

const drawing = computed(() => drawingOf(props.plan.stack, props.plan.material.adhesive));

const patterns = computed(() =>
  drawing.value.slabs.flatMap(({ layer, index }) =>
    layer.parts.map((part, k) => ({
      key: `${id}-${index}-${k}`,
      ...textureOf(part, props.plan.machine),
    })),
  ),
);

const spoken = ({ layer, side }: Slab, place: number) =>
  t('look.layerFromFrontHit', {
    n: layer.hits,
    place: place + 1,
    layers: drawing.value.slabs.length,
    parts: layer.parts
      .map((part) => `${inkName(part, props.plan.machine)} ${part.density} %`)
      .join(t('look.beside')),
    side: SIDE_NAMES[side],
    rest: layer.mirror ? t('look.mirrored') : '',
    rest2: layer.picture === 'rear' ? t('look.rearPicture') : '',
  });

const grouped = computed(() =>
  (props.brackets ?? []).flatMap(({ layers, text }) => {
    const own = drawing.value.slabs.filter(({ layer }) => layers.includes(layer));
    if (own.length === 0) return [];
    const top = Math.min(...own.map(({ y }) => y)) + 2;
    const bottom = Math.max(...own.map(({ y, height }) => y + height)) - 2;
    const x = LEFT + SLAB.value + 4;
    return [{ text, x: x + 10, y: (top + bottom) / 2, path: `M${x} ${top}h5V${bottom}h-5` }];
  }),
);
const eyes = computed(() => {
  const { side } = props.plan.viewing;
  return { front: side !== 'back', back: side !== 'front' };
});
const lamps = computed(() => {
  const { light } = props.plan.viewing;
  return { front: light !== 'behind', back: light !== 'front' };
});

// ---- changing ----

/** What was done, for those who don't see it. */
const announced = ref('');
const svg = ref<SVGSVGElement>();

const focus = (index: number) =>
  nextTick(() => svg.value?.querySelector<SVGElement>(`[data-layer="${index}"]`)?.focus());

function change({ stack, words, at }: Changed) {
  announced.value = words;
  emit('change', stack);
  choose(at);
}
function choose(index: number) {
  emit('select', index);
  void focus(index);
}

function key(event: KeyboardEvent, slab: Slab) {
  const effects = coreKey(event, slab, props.plan, drawing.value.slabs);
  if (!effects) return;
  event.preventDefault();
  event.stopPropagation();
  for (const effect of effects)
    if ('stack' in effect) change(effect);
    else if ('select' in effect) choose(effect.select);
    else announced.value = effect.words;
}

// ---- dragging ----

const drag = shallowRef<{ slab: Slab; from: number; by: number }>();
/** A shorter way than this is a click. */
const MOVED = 6;
const heightOf = (event: PointerEvent) => {
  const { top, height } = svg.value!.getBoundingClientRect();
  return ((event.clientY - top) / height) * svg.value!.viewBox.baseVal.height;
};
function grab(event: PointerEvent, slab: Slab) {
  if (event.button !== 0) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drag.value = { slab, from: heightOf(event), by: 0 };
}
function pull(event: PointerEvent) {
  if (drag.value) drag.value = { ...drag.value, by: heightOf(event) - drag.value.from };
}
const target = computed(() => {
  if (!drag.value || Math.abs(drag.value.by) < MOVED) return undefined;
  const { slab, by } = drag.value;
  return gapAt(drawing.value, slab.y + slab.height / 2 + by, slab.index);
});
function drop() {
  const [held, gap] = [drag.value, target.value];
  drag.value = undefined;
  if (!held) return;
  if (Math.abs(held.by) < MOVED) emit('select', held.slab.index);
  else if (gap) {
    const moved = movedTo(held.slab, moveLayer(props.plan.stack, held.slab.index, gap), props.plan);
    if (moved) change(moved);
  }
}
</script>

<template>
  <figure
    class="position-relative column ga-1 core-sample"
    :aria-label="t('look.coreSampleCutThrough')"
  >
    <svg ref="svg" :viewBox="`0 0 ${WIDTH} ${drawing.bottom + 44}`" class="cut">
      <defs>
        <pattern
          v-for="pattern in patterns"
          :id="pattern.key"
          :key="pattern.key"
          :width="pattern.tile"
          :height="pattern.tile"
          patternUnits="userSpaceOnUse"
        >
          <rect :width="pattern.tile" :height="pattern.tile" :fill="pattern.ground" />
          <!-- eslint-disable-next-line vue/no-v-html -- drawn in textures.ts, nothing from outside -->
          <g v-html="pattern.marks"></g>
        </pattern>
      </defs>

      <g v-for="(y, place) in { front: 22, back: drawing.bottom + 24 }" :key="place" class="watch">
        <g v-if="eyes[place]" :transform="`translate(96 ${y})`">
          <path d="M-20 0 Q0 -15 20 0 Q0 15 -20 0 Z" fill="none" stroke-width="2" />
          <circle r="6" />
          <circle cx="2" cy="-2" r="1.600" class="glint" />
        </g>
        <g v-if="lamps[place]" :transform="`translate(178 ${y})`">
          <circle r="8" class="lamp" />
          <path
            d="M0 -12V-18M0 12V18M-12 0H-18M12 0H18M-8.500 -8.500L-12.700 -12.700M8.500 8.500L12.700 12.700M-8.500 8.500L-12.700 12.700M8.500 -8.500L12.700 -12.700"
            class="rays"
          />
        </g>
        <text x="8" :y="y + 5" class="side">{{ SIDE_NAMES[place] }}</text>
      </g>

      <g
        v-for="(slab, place) in drawing.slabs"
        :key="slab.index"
        class="slab"
        :class="{ selected: selected === slab.index, held: drag?.slab.index === slab.index }"
        role="button"
        tabindex="0"
        :aria-roledescription="t('look.layer')"
        :data-layer="slab.index"
        :aria-label="spoken(slab, place)"
        :aria-pressed="selected === slab.index"
        :transform="
          drag?.slab.index === slab.index && target ? `translate(0 ${drag.by})` : undefined
        "
        @pointerdown="grab($event, slab)"
        @pointermove="pull"
        @pointerup="drop"
        @pointercancel="drag = undefined"
        @keydown="key($event, slab)"
      >
        <rect
          v-for="(_, k) in slab.layer.parts"
          :key="k"
          :x="LEFT + (k * SLAB) / slab.layer.parts.length"
          :y="slab.y"
          :width="SLAB / slab.layer.parts.length"
          :height="slab.height"
          :fill="`url(#${id}-${slab.index}-${k})`"
        />
        <rect :x="LEFT" :y="slab.y" :width="SLAB" :height="slab.height" rx="3" class="outline" />
        <g v-for="(part, k) in slab.layer.parts" :key="`t${k}`">
          <rect
            :x="LEFT + 6 + (k * SLAB) / slab.layer.parts.length"
            :y="slab.y + slab.height / 2 - 10"
            :width="SLAB / slab.layer.parts.length - 12"
            height="20"
            rx="3"
            class="plaque"
          />
          <text
            :x="LEFT + 12 + (k * SLAB) / slab.layer.parts.length"
            :y="slab.y + slab.height / 2 + 5"
            class="font-weight-bold"
          >
            {{ partLetter(part) }}
            <tspan v-if="slab.layer.parts.length === 1" class="font-weight-medium" dx="4">
              {{ inkName(part, plan.machine) }}
            </tspan>
          </text>
          <text
            :x="LEFT + ((k + 1) * SLAB) / slab.layer.parts.length - 12"
            :y="slab.y + slab.height / 2 + 5"
            text-anchor="end"
            class="numbers"
          >
            {{ slab.layer.mirror && k === 0 ? 'Я ' : '' }}{{ laidAs(slab.layer, part, figure) }}
          </text>
        </g>
      </g>

      <rect
        :x="LEFT"
        :y="drawing.film"
        :width="SLAB"
        :height="FILM"
        rx="3"
        :fill="MATERIAL_FILL[plan.material.class]"
        class="film"
      />
      <text
        :x="LEFT + SLAB / 2"
        :y="drawing.film + FILM / 2 + 5"
        text-anchor="middle"
        class="film-name font-weight-semibold"
        :class="{ light: plan.material.class === 'dark' }"
      >
        {{ plan.material.name }}
      </text>
      <template v-if="plan.material.adhesive">
        <rect
          :x="LEFT"
          :y="drawing.bottom - ADHESIVE - 3"
          :width="SLAB"
          :height="ADHESIVE"
          rx="2"
          class="adhesive"
        />
        <text :x="WIDTH - 8" :y="drawing.bottom + 10" text-anchor="end" class="side">
          {{ t('look.adhesive') }}
        </text>
      </template>
      <g v-for="{ text, x, y, path } in grouped" :key="path" class="bracket">
        <path :d="path" />
        <text class="numbers">
          <tspan
            v-for="(line, i) in text"
            :key="i"
            :x="x"
            :y="y + 4 + 14 * (i - (text.length - 1) / 2)"
          >
            {{ line }}
          </tspan>
        </text>
      </g>
      <line
        v-if="target"
        :x1="LEFT - 4"
        :x2="WIDTH - LEFT + 4"
        :y1="target.y"
        :y2="target.y"
        class="target"
      />
    </svg>
    <p class="d-sr-only" aria-live="polite">{{ announced }}</p>
    <figcaption v-if="drawing.slabs.some(({ layer }) => layer.mirror)" class="soft small">
      <span class="figures">Я</span> {{ t('look.printedMirroredReadThrough') }}
    </figcaption>
  </figure>
</template>

<style scoped>
.core-sample {
  justify-items: center;
}

text {
  font-family: var(--text);
  font-size: 12.5px;
  fill: #14213d;
}

.side {
  fill: var(--soft);
}

.watch path,
.watch circle {
  stroke: rgb(var(--v-theme-on-surface));
}

.watch circle {
  fill: rgb(var(--v-theme-on-surface));
}

.watch .glint {
  fill: rgb(var(--v-theme-surface));
  stroke: none;
}

.watch .lamp {
  fill: #f0b429;
  stroke: none;
}

.watch .rays {
  stroke: #d39a1c;
  stroke-width: 2;
  stroke-linecap: round;
}

.cut {
  width: 100%;
  max-height: 100%;
  touch-action: none;
  user-select: none;
}

.slab {
  cursor: grab;
}

.slab.held {
  cursor: grabbing;
  opacity: 0.85;
}

.adhesive {
  fill: #e7dcb4;
  stroke: #14213d;
  stroke-opacity: 0.35;
  stroke-dasharray: 3 3;
}

.target {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 4;
  stroke-linecap: round;
}

.outline {
  fill: none;
  stroke: #14213d;
  stroke-opacity: 0.55;
}

.slab.selected .outline {
  stroke: rgb(var(--v-theme-warning));
  stroke-opacity: 1;
  stroke-width: 3;
}

.plaque {
  fill: #fdfbf5;
  fill-opacity: 0.9;
}

.numbers {
  font-family: var(--figures);
  font-size: 11.5px;
}

.bracket path {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.5;
}

.bracket text {
  fill: rgb(var(--v-theme-on-surface));
}

.film {
  stroke: #14213d;
  stroke-opacity: 0.55;
}

.film-name.light {
  fill: #f4efe4;
}
</style>
