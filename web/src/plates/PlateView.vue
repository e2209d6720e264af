<script setup lang="ts">
/** The plate as it is looked at, and what is said by pointing at it: shapes that are drawn, places that the cleaner got wrong. */
import {
  addStep,
  type ArtworkPage,
  overrideDecision,
  type PagePoint,
  type Part,
  type PlateRule,
  type Recipe,
  recipesOf,
  type Shape,
  type Source,
} from '@kyanos/core';
import { onKeyStroke } from '@vueuse/core';
import { computed } from 'vue';
import { coverageRamp } from '../shared/colour.ts';
import NumberField from '../shared/NumberField.vue';
import { DECISION_LOOK } from './decisions.ts';
import type { Drawing } from './edit.ts';
import PlatePicture from './PlatePicture.vue';
import { usePlatePictures, type PlateLook } from './usePlatePictures.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  view: PlateLook;
  /** The cleaner in the rule, if it has one. */
  cleaned: Extract<Source, { kind: 'cleaned' }> | undefined;
  part: Part;
  /** What the ink of the plate is called. */
  inkName: string;
  pictureOf: 'front' | 'rear';
  rule: PlateRule;
  plateKey: string;
  page: Pick<ArtworkPage, 'widthMm' | 'heightMm'>;
}>();
const emit = defineEmits<{ rule: [rule: PlateRule] }>();
const drawing = defineModel<Drawing | undefined>('drawing', { required: true });

const ramp = coverageRamp();
const rampCss = `linear-gradient(to right, ${[0, 64, 128, 192, 255].map((v) => `rgb(${ramp.subarray(v * 3, v * 3 + 3).join(' ')})`).join(', ')})`;
const { picture, before, decisions, busy, failed } = usePlatePictures(
  () => ({
    part: props.part,
    picture: props.pictureOf,
    rule: props.rule,
    key: props.plateKey,
  }),
  computed(() => props.view),
  computed(() => props.cleaned),
  ramp,
);

const AS: { value: Drawing['as']; title: string }[] = [
  { value: 'subtract', title: t('plates.keepsBare') },
  { value: 'add', title: t('plates.addsInk') },
  { value: 'within', title: t('plates.onlyInside') },
];
const change = (part: Partial<Drawing>) =>
  (drawing.value = drawing.value && { ...drawing.value, ...part });
const shapes = computed(() =>
  [...recipesOf(props.rule)].flatMap(({ from }) => (from.kind === 'shape' ? [from.shape] : [])),
);
function draw(shape: Shape) {
  if (!drawing.value) return;
  const drawn: Recipe = { from: { kind: 'shape', shape }, steps: [] };
  emit('rule', addStep(props.rule, { do: drawing.value.as, with: drawn }));
  drawing.value = undefined;
}
onKeyStroke('Escape', () => (drawing.value = undefined));

/** The operator's word for the place at a spot. */
function say(spot: PagePoint) {
  if (props.view !== 'cleaner' || !decisions.value) return;
  const rule = overrideDecision(props.rule, decisions.value, props.page, spot);
  if (rule) emit('rule', rule);
}
</script>

<template>
  <div class="canvas">
    <div v-if="drawing" class="panel over drawing row small">
      <v-select
        class="as"
        :label="t('plates.shape')"
        :items="AS"
        :model-value="drawing.as"
        @update:model-value="change({ as: $event })"
      />
      <number-field
        v-if="drawing.tool === 'brush'"
        class="as"
        :label="t('plates.brush')"
        unit="mm"
        :min="0.1"
        :max="200"
        :step="0.5"
        :precision="1"
        :model-value="drawing.brushMm"
        @update:model-value="change({ brushMm: $event })"
      />
      <span class="soft small">{{
        t('plates.escLeaves', {
          rest:
            drawing.tool === 'polygon'
              ? t('plates.clickCornersDoubleClick')
              : t('plates.dragOverPicture'),
        })
      }}</span>
    </div>
    <plate-picture
      :picture="view === 'cleaner' ? (decisions ?? picture) : picture"
      :before="view === 'wipe' ? before : undefined"
      :label="
        view === 'cleaner' ? t('plates.whatCleanerDecided') : t('plates.coverageMap', { inkName })
      "
      :page="page"
      :shapes="view === 'plate' ? shapes : []"
      :tool="drawing?.tool"
      :brush-mm="drawing?.brushMm ?? 5"
      @draw="draw"
      @point="say"
    />
    <p v-if="failed" class="panel over failed problem small" role="alert">{{ failed }}</p>
    <ul v-if="view === 'cleaner'" class="panel over legend d-flex flex-wrap small">
      <li v-for="{ name, rgb } in DECISION_LOOK" :key="name">
        <i :style="{ background: `rgb(${rgb.join(' ')})` }"></i>{{ name }}
      </li>
      <li class="soft">{{ t('plates.clickPlaceSayOtherwise') }}</li>
    </ul>
    <div v-else class="panel over scale small" :aria-label="t('plates.scaleCoverage')">
      <span class="figures">0 %</span>
      <span class="ramp" :style="{ background: rampCss }"><i>50 %</i></span>
      <span class="figures">{{ t('plates.n100Ink') }}</span>
    </div>
    <v-progress-linear
      v-if="busy"
      class="busy"
      indeterminate
      color="primary"
      height="3"
      :aria-label="t('plates.buildingPlate')"
    />
  </div>
</template>

<style scoped>
.canvas {
  position: relative;
  height: 100%;
  /* The scale at its foot covers nothing of the plate. */
  padding: 12px 12px 50px;
  border-radius: 10px;
  background: rgb(var(--v-theme-surface-variant));
}

.over {
  position: absolute;
  left: 8px;
  z-index: 1;
  padding: 6px 12px;
}

.drawing {
  top: 8px;
}

.as {
  flex: 0 0 170px;
}

.failed {
  top: 8px;
}

.busy {
  position: absolute;
  inset: auto 0 0;
}

.scale {
  bottom: 8px;
  display: grid;
  grid-template-columns: auto 220px auto;
  gap: 12px;
  align-items: center;
}

.ramp {
  height: 18px;
  border: 1px solid var(--line);
  border-radius: 3px;
  text-align: center;
}

.ramp i {
  font: 600 11px/16px var(--figures);
  color: #14213d;
  padding: 0 4px;
  border-radius: 3px;
  background: rgb(253 251 245 / 86%);
}

.legend {
  bottom: 8px;
  gap: 6px 16px;
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
</style>
