<script setup lang="ts">
import {
  allLayers,
  CATALOGUE,
  formatStack,
  LAY_NAMES,
  layerName,
  obstacles,
  parseStack,
  ruleWords,
  type CatalogueEntry,
} from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import PrintViewer from '../look/PrintViewer.vue';
import TextureSwatch from '../look/TextureSwatch.vue';
import FindingList from '../shared/FindingList.vue';
import { percent } from '../shared/format.ts';
import { changeLayer, changePart, withStack } from './editStack.ts';
import NumberField from '../shared/NumberField.vue';

const job = useJob();
const plan = computed(() => job.plan!);

const entries = computed(() =>
  CATALOGUE.map((entry) => {
    const stack = parseStack(entry.notation);
    return {
      ...entry,
      stack,
      reason: obstacles(stack, plan.value.machine, plan.value.material)[0]?.message,
    };
  }),
);
/** Two stacks are of a kind if they have the same layers, whatever their densities and rules. */
const shape = (stack: ReturnType<typeof parseStack>) =>
  JSON.stringify(
    [stack.front, stack.back].map((side) =>
      side.map(({ parts, picture, mirror }) => [parts.map(({ lay }) => lay), picture, mirror]),
    ),
  );
const chosen = computed(
  () => entries.value.find((entry) => shape(entry.stack) === shape(plan.value.stack))?.id,
);

function choose({ notation, secondSurface }: CatalogueEntry) {
  const stack = parseStack(notation);
  const { viewing } = plan.value;
  job.selectedLayer = undefined;
  job.update({
    ...withStack(plan.value, stack),
    viewing: secondSurface ? { ...viewing, side: 'front' } : viewing,
  });
}

const layers = computed(() => allLayers(plan.value.stack));
const index = computed(() => Math.min(job.selectedLayer ?? 0, layers.value.length - 1));
const layer = computed(() => layers.value[index.value]);

const setDensity = (part: number, density: number) =>
  job.update({
    stack: changePart(plan.value.stack, index.value, part, { density: Math.round(density) }),
  });
const setHits = (hits: number) =>
  job.update({ stack: changeLayer(plan.value.stack, index.value, (old) => ({ ...old, hits })) });

const opacity = computed(() => job.shown?.opacity);
const answer = computed(() => {
  const entry = CATALOGUE.find(({ id }) => id === chosen.value);
  const mirrored = layers.value.filter(({ mirror }) => mirror).length;
  return `${entry?.name ?? 'A stack of your own'}${mirrored === 0 ? '' : mirrored === layers.value.length ? ', printed mirrored' : ', the rear picture mirrored'}: ${entry ? `for ${entry.use}` : formatStack(plan.value.stack)}.`;
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">What will it look like?</h1>
      <p class="answer">{{ answer }}</p>
    </header>
    <div class="stage-columns">
      <div class="stage">
        <print-viewer v-if="job.artworkId" />
        <p v-else class="panel pa-6">No artwork yet. Take a file in at stage 1 to see the print.</p>
        <div v-if="opacity" class="panel numbers">
          <p>
            <span class="label">Opacity of the print where white is full</span>
            <span class="figures big">{{ percent(opacity.whole, 0) }}</span>
          </p>
          <p v-for="entry in opacity.layers" :key="entry.layer + entry.density">
            <span class="label">{{ entry.layer }} alone, contrast ratio</span>
            <span class="figures big">{{ percent(entry.contrastRatio, 0) }}</span>
          </p>
        </div>
        <finding-list v-if="job.shown" :findings="job.shown.findings" @repair="job.repair" />
      </div>

      <div class="stage">
        <div v-if="layer" class="panel edit">
          <h2 class="label">Layer {{ index + 1 }} of {{ layers.length }}, as laid</h2>
          <p class="layer-name">{{ layerName(layer) }}</p>
          <div v-for="(part, i) in layer.parts" :key="part.lay" class="part">
            <div class="part-head">
              <texture-swatch :lay="part.lay" :density="part.density" />
              <span>{{ LAY_NAMES[part.lay] }}</span>
              <number-field
                class="density"
                label="Density"
                unit="%"
                :min="1"
                :max="100"
                :model-value="part.density"
                @update:model-value="setDensity(i, $event)"
              />
            </div>
            <v-slider
              :aria-label="`Density of ${LAY_NAMES[part.lay]}`"
              :min="1"
              :max="100"
              :step="1"
              :model-value="part.density"
              @update:model-value="setDensity(i, $event)"
            />
            <p v-if="part.rule" class="soft">
              Lies {{ ruleWords(part.rule) }}. Change it at Plates.
            </p>
          </div>
          <div class="hits">
            <span>Hits</span>
            <v-btn-toggle
              :model-value="layer.hits"
              mandatory
              density="compact"
              variant="outlined"
              aria-label="Hits"
              @update:model-value="setHits"
            >
              <v-btn v-for="n in Math.min(4, plan.machine.maxHits)" :key="n" :value="n">{{
                n
              }}</v-btn>
            </v-btn-toggle>
          </div>
          <div class="choose-layer" role="group" aria-label="Layers">
            <v-btn
              v-for="(other, i) in layers"
              :key="i"
              :variant="i === index ? 'flat' : 'tonal'"
              :color="i === index ? 'primary' : undefined"
              @click="job.selectedLayer = i"
            >
              {{ i + 1 }} {{ other.parts.map(({ lay }) => lay).join('+') }}
            </v-btn>
          </div>
        </div>

        <div class="panel catalogue" role="radiogroup" aria-label="Stacks">
          <h2 class="label">Order of the layers</h2>
          <button
            v-for="entry in entries"
            :key="entry.id"
            type="button"
            role="radio"
            class="entry"
            :aria-checked="chosen === entry.id"
            :disabled="!!entry.reason && chosen !== entry.id"
            @click="choose(entry)"
          >
            <span class="name">{{ entry.name }}</span>
            <span v-if="entry.reason" class="reason">{{ entry.reason }}</span>
            <template v-else>
              <span class="soft">{{ entry.use }}</span>
              <span v-if="chosen === entry.id" class="watch">Watch: {{ entry.watch }}</span>
            </template>
          </button>
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 30px;
  padding: 12px 16px;
}

.numbers p {
  display: grid;
}

.big {
  font-size: 1.35rem;
  font-weight: 600;
}

.edit {
  padding: 14px 16px;
  display: grid;
  gap: 8px;
}

.layer-name {
  font-size: var(--size-lead);
  font-weight: 650;
}

.part-head {
  display: grid;
  grid-template-columns: 40px 1fr 118px;
  gap: 10px;
  align-items: center;
}

.hits,
.choose-layer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.hits span {
  flex: 1;
}

.catalogue {
  padding: 12px 8px;
  display: grid;
}

.catalogue h2 {
  padding: 0 8px 4px;
}

.entry {
  display: grid;
  gap: 1px;
  text-align: left;
  padding: 9px 12px;
  border-radius: 8px;
  min-height: 44px;
}

.entry:not([disabled]):hover {
  background: rgb(var(--v-theme-surface-variant));
}

.entry[aria-checked='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 4px 0 rgb(var(--v-theme-primary));
}

.entry[disabled] {
  cursor: not-allowed;
}

.entry[disabled] .name {
  color: var(--soft);
  text-decoration: line-through;
}

.name {
  font-weight: 650;
}

.entry span:not(.name) {
  font-size: var(--size-small);
}

.reason {
  color: var(--soft);
}

.watch {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
</style>
