<script setup lang="ts">
/** A cut through the print, thickness exaggerated: layers in true order, the eye and the lamp where they are. */
import { LAY_NAMES, type Material, type PrintPlan, type StackLayer } from '@kyanos/core';
import { computed, useId } from 'vue';
import { LETTERS, textureOf } from './textures.ts';

const props = defineProps<{ plan: PrintPlan; selected?: number | undefined }>();
const emit = defineEmits<{ select: [index: number] }>();

const id = useId();
const WIDTH = 268;
const LEFT = 8;
const SLAB = WIDTH - 2 * LEFT;

/** Thickness on the drawing, px: grows with hits, but a layer stays a layer. */
const thickness = ({ hits }: StackLayer) => 26 + 8 * Math.min(3, hits - 1);
const FILM = 46;

interface Slab {
  /** Index into all layers, front first, as they are laid. */
  readonly index: number;
  readonly layer: StackLayer;
  readonly side: 'front' | 'back';
  readonly y: number;
  readonly height: number;
}

/** Top of the pile and down: what is nearest to somebody in front comes first. */
const drawing = computed(() => {
  const { front, back } = props.plan.stack;
  let y = 58;
  const slabs: Slab[] = [];
  const put = (layer: StackLayer, index: number, side: 'front' | 'back') => {
    const height = thickness(layer);
    slabs.push({ index, layer, side, y, height });
    y += height + 3;
  };
  for (let i = front.length - 1; i >= 0; i--) put(front[i], i, 'front');
  const film = y;
  y += FILM + 3;
  back.forEach((layer, i) => put(layer, front.length + i, 'back'));
  return { slabs, film, bottom: y, height: y + 58 };
});

const patterns = computed(() =>
  drawing.value.slabs.flatMap(({ layer, index }) =>
    layer.parts.map((part, k) => ({
      key: `${id}-${index}-${k}`,
      ...textureOf(part.lay, part.density),
    })),
  ),
);

const FILL: Record<Material['class'], string> = {
  white: '#f7f6f2',
  clear: '#cfe2ea',
  dark: '#262a33',
  metallic: '#b9bec6',
  natural: '#bd9468',
};

const spoken = ({ layer, side }: Slab) =>
  `${layer.parts.map((part) => `${LAY_NAMES[part.lay]} ${part.density} %`).join(' beside ')}, ${layer.hits} hit${layer.hits > 1 ? 's' : ''}, on the ${side}${layer.mirror ? ', mirrored' : ''}${layer.picture === 'rear' ? ', rear picture' : ''}`;

const eyes = computed(() => {
  const { side } = props.plan.viewing;
  return { front: side !== 'back', back: side !== 'front' };
});
const lamps = computed(() => {
  const { light } = props.plan.viewing;
  return { front: light !== 'behind', back: light !== 'front' };
});
</script>

<template>
  <figure class="core-sample" aria-label="Core sample: a cut through the print">
    <svg :viewBox="`0 0 ${WIDTH} ${drawing.height}`" :style="{ maxHeight: '100%', width: '100%' }">
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

      <g v-for="(y, place) in { front: 28, back: drawing.bottom + 30 }" :key="place" class="watch">
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
        <text x="8" :y="y + 5" class="side">{{ place }}</text>
      </g>

      <g
        v-for="slab in drawing.slabs"
        :key="slab.index"
        class="slab"
        :class="{ selected: selected === slab.index }"
        role="button"
        tabindex="0"
        :aria-label="spoken(slab)"
        :aria-pressed="selected === slab.index"
        @click="emit('select', slab.index)"
        @keydown.enter.prevent="emit('select', slab.index)"
        @keydown.space.prevent="emit('select', slab.index)"
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
            class="letter"
          >
            {{ LETTERS[part.lay] }}
            <tspan v-if="slab.layer.parts.length === 1" class="name" dx="4">
              {{ LAY_NAMES[part.lay] }}
            </tspan>
          </text>
          <text
            :x="LEFT + ((k + 1) * SLAB) / slab.layer.parts.length - 12"
            :y="slab.y + slab.height / 2 + 5"
            text-anchor="end"
            class="numbers"
          >
            {{ slab.layer.mirror && k === 0 ? 'Я ' : '' }}{{ part.density }} %
            <template v-if="slab.layer.hits > 1">×{{ slab.layer.hits }}</template>
          </text>
        </g>
      </g>

      <rect
        :x="LEFT"
        :y="drawing.film"
        :width="SLAB"
        :height="FILM"
        rx="3"
        :fill="FILL[plan.material.class]"
        class="film"
      />
      <text
        :x="WIDTH / 2"
        :y="drawing.film + FILM / 2 + 5"
        text-anchor="middle"
        class="film-name"
        :class="{ light: plan.material.class === 'dark' }"
      >
        {{ plan.material.name }}
      </text>
    </svg>
    <figcaption v-if="drawing.slabs.some(({ layer }) => layer.mirror)" class="soft">
      <span class="figures">Я</span> printed mirrored, read through the material
    </figcaption>
  </figure>
</template>

<style scoped>
.core-sample {
  display: grid;
  justify-items: center;
  gap: 4px;
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

.slab {
  cursor: pointer;
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

.letter {
  font-weight: 700;
}

.name {
  font-weight: 500;
}

.numbers {
  font-family: var(--figures);
  font-size: 11.5px;
}

.film {
  stroke: #14213d;
  stroke-opacity: 0.55;
}

.film-name {
  font-weight: 600;
}

.film-name.light {
  fill: #f4efe4;
}

figcaption {
  font-size: var(--size-small);
}
</style>
