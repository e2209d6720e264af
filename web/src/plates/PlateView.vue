<script setup lang="ts">
/** The plate as it is looked at, and what is said by pointing at it: shapes that are drawn, places that the cleaner got wrong. */
import {
  addStep,
  type ArtworkPage,
  overrideDecision,
  type Part,
  type PlateRule,
  type Recipe,
  recipesOf,
  type Shape,
  type PagePoint,
} from '@kyanos/core';
import { mdiBrush, mdiVectorCircle, mdiVectorPolygon, mdiVectorSquare } from '@mdi/js';
import { onKeyStroke } from '@vueuse/core';
import { computed, ref } from 'vue';
import { coverageRamp } from '../shared/colour.ts';
import NumberField from '../shared/NumberField.vue';
import { DECISION_LOOK } from './decisions.ts';
import PlatePicture from './PlatePicture.vue';
import { usePlatePictures, type PlateLook } from './usePlatePictures.ts';

const props = defineProps<{
  part: Part;
  /** What the ink of the plate is called. */
  inkName: string;
  pictureOf: 'front' | 'rear';
  rule: PlateRule;
  plateKey: string;
  page: Pick<ArtworkPage, 'widthMm' | 'heightMm'>;
  /** How far the figures are to be trusted. */
  measured: string;
}>();
const emit = defineEmits<{ rule: [rule: PlateRule] }>();

const ramp = coverageRamp();
const rampCss = `linear-gradient(to right, ${[0, 64, 128, 192, 255].map((v) => `rgb(${ramp.subarray(v * 3, v * 3 + 3).join(' ')})`).join(', ')})`;
const view = ref<PlateLook>('plate');
const cleaned = computed(() => {
  const found = [...recipesOf(props.rule)].find(({ from }) => from.kind === 'cleaned');
  return found?.from.kind === 'cleaned' ? found.from : undefined;
});
const shownView = computed(() =>
  view.value === 'cleaner' && !cleaned.value ? 'plate' : view.value,
);
const { picture, before, decisions, busy, failed } = usePlatePictures(
  () => ({
    part: props.part,
    picture: props.pictureOf,
    rule: props.rule,
    key: props.plateKey,
  }),
  shownView,
  cleaned,
  ramp,
);

// ---- drawing ----

const TOOLS: { value: Shape['shape']; title: string; icon: string }[] = [
  { value: 'box', title: 'Box', icon: mdiVectorSquare },
  { value: 'ellipse', title: 'Ellipse', icon: mdiVectorCircle },
  { value: 'polygon', title: 'Outline', icon: mdiVectorPolygon },
  { value: 'brush', title: 'Brush', icon: mdiBrush },
];
const AS: { value: 'add' | 'bare' | 'within'; title: string }[] = [
  { value: 'bare', title: 'keeps bare' },
  { value: 'add', title: 'adds ink' },
  { value: 'within', title: 'only inside' },
];
const tool = ref<Shape['shape']>();
const as = ref<'add' | 'bare' | 'within'>('bare');
const brushMm = ref(5);
const shapes = computed(() =>
  [...recipesOf(props.rule)].flatMap(({ from }) => (from.kind === 'shape' ? [from.shape] : [])),
);
function draw(shape: Shape) {
  tool.value = undefined;
  const drawn: Recipe = { from: { kind: 'shape', shape }, steps: [] };
  emit('rule', addStep(props.rule, { do: as.value, with: drawn }));
}
onKeyStroke('Escape', () => (tool.value = undefined));

/** The operator's word for the place at a spot. */
function say(spot: PagePoint) {
  if (shownView.value !== 'cleaner' || !decisions.value) return;
  const rule = overrideDecision(props.rule, decisions.value, props.page, spot);
  if (rule) emit('rule', rule);
}
</script>

<template>
  <div class="panel map">
    <div class="bar">
      <v-btn-toggle v-model="view" mandatory variant="outlined" aria-label="What is shown">
        <v-btn value="plate">Plate</v-btn>
        <v-btn value="wipe">Before and after</v-btn>
        <v-btn v-if="cleaned" value="cleaner">Cleaner’s decisions</v-btn>
      </v-btn-toggle>
      <v-btn-toggle
        v-if="shownView === 'plate'"
        v-model="tool"
        variant="outlined"
        aria-label="Draw on the picture"
      >
        <v-btn
          v-for="{ value, title, icon } in TOOLS"
          :key="value"
          :value="value"
          :aria-label="`Draw: ${title}`"
        >
          <v-icon :icon="icon" />
        </v-btn>
      </v-btn-toggle>
    </div>
    <div v-if="tool" class="bar drawing">
      <v-select v-model="as" class="as" label="The shape" :items="AS" />
      <number-field
        v-if="tool === 'brush'"
        v-model="brushMm"
        class="as"
        label="Brush"
        unit="mm"
        :min="0.1"
        :max="200"
        :step="0.5"
        :precision="1"
      />
      <span class="soft small"
        >{{
          tool === 'polygon' ? 'Click the corners; a double click ends.' : 'Drag over the picture.'
        }}
        Esc leaves.</span
      >
    </div>
    <div class="canvas">
      <plate-picture
        :picture="shownView === 'cleaner' ? (decisions ?? picture) : picture"
        :before="shownView === 'wipe' ? before : undefined"
        :label="shownView === 'cleaner' ? 'What the cleaner decided' : `Coverage map of ${inkName}`"
        :page="page"
        :shapes="shownView === 'plate' ? shapes : []"
        :tool="tool"
        :brush-mm="brushMm"
        @draw="draw"
        @point="say"
      />
      <v-progress-linear
        v-if="busy"
        class="busy"
        indeterminate
        color="primary"
        height="3"
        aria-label="Building the plate"
      />
    </div>
    <ul v-if="shownView === 'cleaner'" class="legend">
      <li v-for="{ name, rgb } in DECISION_LOOK" :key="name">
        <i :style="{ background: `rgb(${rgb.join(' ')})` }"></i>{{ name }}
      </li>
      <li class="soft">Click a place to say otherwise.</li>
    </ul>
    <div v-else class="scale">
      <span>no ink</span>
      <span class="ramp" :style="{ background: rampCss }"></span>
      <span>full</span>
      <span class="ticks figures"
        ><i v-for="t in [0, 25, 50, 75, 100]" :key="t">{{ t }} %</i></span
      >
    </div>
    <div class="state">
      <p class="soft small" role="status" data-testid="plate-state">{{ failed ?? measured }}</p>
      <slot />
    </div>
  </div>
</template>

<style scoped>
.map {
  padding: 14px;
  display: grid;
  gap: 12px;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}

.drawing {
  justify-content: start;
}

.as {
  flex: 0 0 170px;
}

.canvas {
  position: relative;
  height: min(52vh, 460px);
  padding: 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface-variant));
}

.busy {
  position: absolute;
  inset: auto 0 0;
}

.scale {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 2px 10px;
  align-items: center;
  font-size: var(--size-small);
}

.ramp {
  height: 14px;
  border: 1px solid var(--line);
  border-radius: 3px;
}

.ticks {
  grid-column: 2;
  display: flex;
  justify-content: space-between;
}

.ticks i {
  font-style: normal;
}

.legend {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  font-size: var(--size-small);
}

.legend i {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 6px;
  vertical-align: -2px;
  border: 1px solid var(--line);
  border-radius: 3px;
}

.state {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 40px;
}
</style>
