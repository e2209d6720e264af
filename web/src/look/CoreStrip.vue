<script setup lang="ts">
/** The core sample lying on its side, for narrow screens: from the back, through the material, to the front. */
import { inkName, keyOf, type PrintPlan, drawingOf } from '@kyanos/core';
import { laidAs, type SampleFigure } from './laidAs.ts';
import { computed } from 'vue';
import TextureSwatch from './TextureSwatch.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  plan: PrintPlan;
  selected?: number | undefined;
  /** What stands at a part of a layer in place of its density and hits. */
  figure?: SampleFigure | undefined;
}>();
const emit = defineEmits<{ select: [index: number] }>();
const slabs = computed(() => drawingOf(props.plan.stack, false).slabs.toReversed());
const back = computed(() => slabs.value.filter(({ side }) => side === 'back'));
const front = computed(() => slabs.value.filter(({ side }) => side === 'front'));
</script>

<template>
  <div class="strip" role="group" :aria-label="t('look.layersFromBackFront')">
    <template v-for="(side, s) in [back, front]" :key="s">
      <span v-if="s === 1" class="material">{{ plan.material.name }}</span>
      <button
        v-for="{ index, layer } in side"
        :key="index"
        type="button"
        :aria-pressed="selected === index"
        @click="emit('select', index)"
      >
        <span v-for="part in layer.parts" :key="keyOf(part)" class="part">
          <texture-swatch :part="part" :machine="plan.machine" />
          <b>{{ inkName(part, plan.machine) }}</b>
          <span class="figures">{{ laidAs(layer, part, figure) }}</span>
        </span>
      </button>
    </template>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  gap: 4px;
  max-height: 120px;
  overflow: auto;
}

.material,
button {
  flex: 1 1 0;
  min-width: 96px;
  min-height: 64px;
  padding: 6px 8px;
  border: 1px solid var(--line);
  border-radius: 6px;
}

.material {
  display: grid;
  place-items: center;
  background: rgb(var(--v-theme-surface-variant));
  font-weight: 600;
}

button {
  background: rgb(var(--v-theme-surface));
}

button[aria-pressed='true'] {
  box-shadow: inset 0 -4px rgb(var(--v-theme-warning));
}

.part {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 8px;
  align-items: center;
}

.part .figures {
  grid-column: 2;
}
</style>
