<script setup lang="ts">
import {
  allLayers,
  EXTENT_NAMES,
  EXTENTS,
  LAY_NAMES,
  plateKey,
  type Extent,
  type PlateRule,
  type Special,
} from '@kyanos/core';
import { onKeyStroke } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { Picture } from '../look/look.worker.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import TextureSwatch from '../look/TextureSwatch.vue';
import { lookWorker } from '../look/worker.ts';
import { coverageRamp } from '../shared/colour.ts';
import FindingList from '../shared/FindingList.vue';
import { area, percent } from '../shared/format.ts';
import { typing } from '../shared/keys.ts';
import { useLatest } from '../shared/useLatest.ts';
import { changeRule } from '../stack/editStack.ts';
import NumberField from '../shared/NumberField.vue';
import ExportPanel from './ExportPanel.vue';

const job = useJob();
const plan = computed(() => job.plan!);

/** Every special of the stack with where it stands. */
const plates = computed(() =>
  allLayers(plan.value.stack).flatMap((layer, index) =>
    layer.parts.flatMap((part, partIndex) =>
      part.lay === 'CMYK' || !part.rule
        ? []
        : [
            {
              index,
              partIndex,
              layer,
              part,
              lay: part.lay as Special,
              rule: part.rule,
              key: plateKey(part.lay, layer.picture, part.rule),
            },
          ],
    ),
  ),
);
const at = ref(0);
const plate = computed(() => plates.value[Math.min(at.value, plates.value.length - 1)]);
watch(
  () => job.selectedLayer,
  (index) => {
    const found = plates.value.findIndex((entry) => entry.index === index);
    if (found >= 0) at.value = found;
  },
  { immediate: true },
);
function show(i: number) {
  at.value = i;
  job.selectedLayer = plates.value[i].index;
}
onKeyStroke('p', (event) => {
  if (!typing(event) && plates.value.length) show((at.value + 1) % plates.value.length);
});

const ramp = coverageRamp();
const rampCss = `linear-gradient(to right, ${[0, 64, 128, 192, 255].map((v) => `rgb(${ramp.subarray(v * 3, v * 3 + 3).join(' ')})`).join(', ')})`;
const picture = shallowRef<Picture>();
const { ask, busy } = useLatest(
  ({ subject, key }: { subject: NonNullable<typeof job.subject>; key: string }) =>
    lookWorker().plateMap(subject, key, ramp),
  (drawn) => (picture.value = drawn),
);
watch(
  () => [job.subject, plate.value?.key] as const,
  ([subject, key]) => {
    if (subject && key) void ask({ subject, key });
  },
  { immediate: true },
);

const set = (change: Partial<PlateRule>) => {
  if (plate.value)
    job.update({
      stack: changeRule(plan.value.stack, plate.value.index, plate.value.partIndex, change),
    });
};
const measure = computed(() => job.measures?.plates.find(({ key }) => key === plate.value?.key));
const extentTitles = EXTENTS.map((value) => ({ value, title: EXTENT_NAMES[value] }));
const ABOUT: Record<Extent, string> = {
  art: 'Only what the artist drew into a separation of its own.',
  image: 'Wherever any ink lies. The art’s own plate is added, never taken away.',
  sheet: 'Edge to edge, whether there is image or not.',
};
const findings = computed(() =>
  (job.shown?.findings ?? []).filter(({ code }) =>
    [
      'PLATE_EMPTY',
      'PAPER_WHITE',
      'PINHOLES',
      'CHOKED_AWAY',
      'HAZE',
      'OVERLAP_IN_LAYER',
      'BARCODE_BARE',
      'NAME_MISS',
      'SPOT_UNUSED',
    ].includes(code),
  ),
);
const answer = computed(() => {
  if (!plate.value) return 'This stack has no special plate: colour prints its own separations.';
  const name = LAY_NAMES[plate.value.lay];
  if (!measure.value) return `${name}: being measured…`;
  return `${name} lies on ${percent(measure.value.coverage)} of the print, ${area(measure.value.areaMm2)} of each copy.`;
});
const state = computed(() => {
  if (job.fullSize) return 'Measured at full size.';
  const { build } = job;
  if (build?.state === 'failed') return build.problem?.message ?? '';
  return build && (build.state === 'running' || build.state === 'queued')
    ? `From the screen picture. Building at full size: ${Math.round(build.progress * 100)} %`
    : 'From the screen picture.';
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">Where does each special ink go?</h1>
      <p class="answer" data-testid="answer">{{ answer }}</p>
    </header>
    <div v-if="plate" class="stage-columns">
      <div class="panel map">
        <div class="canvas">
          <pixel-canvas :picture="picture" :label="`Coverage map of ${LAY_NAMES[plate.lay]}`" />
          <v-progress-linear
            v-if="busy"
            class="busy"
            indeterminate
            color="primary"
            height="3"
            aria-label="Building the plate"
          />
        </div>
        <div class="scale">
          <span>no ink</span>
          <span class="bar" :style="{ background: rampCss }"></span>
          <span>full</span>
          <span class="ticks figures"
            ><i v-for="t in [0, 25, 50, 75, 100]" :key="t">{{ t }} %</i></span
          >
        </div>
        <p class="soft small" role="status" data-testid="plate-state">{{ state }}</p>
      </div>
      <div class="stage">
        <div class="panel box" role="radiogroup" aria-label="Plate">
          <h2 class="label">Plate</h2>
          <button
            v-for="(entry, i) in plates"
            :key="i"
            type="button"
            role="radio"
            class="plate"
            :aria-checked="entry === plate"
            @click="show(i)"
          >
            <texture-swatch :lay="entry.lay" :density="entry.part.density" />
            <span>
              {{ LAY_NAMES[entry.lay]
              }}<template v-if="entry.layer.picture === 'rear'">, rear picture</template>
              <span class="soft small block">{{ EXTENT_NAMES[entry.rule.extent] }}</span>
            </span>
          </button>
        </div>
        <div class="panel box">
          <v-select
            label="Extent"
            :items="extentTitles"
            :model-value="plate.rule.extent"
            @update:model-value="set({ extent: $event })"
          />
          <p class="soft small">{{ ABOUT[plate.rule.extent] }}</p>
          <number-field
            v-if="plate.rule.extent === 'image'"
            label="Haze: a tint up to this is blank"
            unit="%"
            :max="50"
            :step="0.5"
            :precision="1"
            :model-value="plate.rule.hazePercent"
            @update:model-value="set({ hazePercent: $event })"
          />
          <number-field
            v-if="plate.rule.extent !== 'sheet'"
            label="Choke: pulled in from the edge"
            unit="mm"
            :max="5"
            :step="0.05"
            :precision="2"
            :model-value="plate.rule.chokeMm"
            @update:model-value="set({ chokeMm: $event })"
          />
          <p v-if="plate.rule.extent !== 'sheet' && job.info" class="soft small">
            {{ ((plate.rule.chokeMm * job.info.pages[0].dpi) / 25.4).toFixed(1) }} px of the
            artwork. Two to three pixels keep white from peeking out; common practice.
          </p>
        </div>
        <export-panel />
        <finding-list :findings="findings" @repair="job.repair" />
      </div>
    </div>
    <export-panel v-else />
  </section>
</template>

<style scoped>
.map {
  padding: 14px;
  display: grid;
  gap: 12px;
}

.canvas {
  position: relative;
  display: grid;
  place-items: center;
  height: min(56vh, 500px);
  padding: 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface-variant));
}

.canvas :deep(canvas) {
  min-height: 0;
  min-width: 0;
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

.bar {
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

.box {
  padding: 14px 16px;
  display: grid;
  gap: 10px;
}

.plate {
  display: grid;
  grid-template-columns: 40px 1fr;
  gap: 12px;
  align-items: center;
  text-align: left;
  min-height: 48px;
  padding: 4px 10px;
  border-radius: 8px;
  font-weight: 600;
}

.plate[aria-checked='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 4px 0 rgb(var(--v-theme-primary));
}

.small {
  font-size: var(--size-small);
  font-weight: 400;
}

.block {
  display: block;
}
</style>
