<script setup lang="ts">
/** What is done to the stack as a whole: a layer more, the other side of the material, one step back. */
import {
  allLayers,
  indexOf,
  inkName,
  insertLayer,
  keyOf,
  newLayer,
  partOf,
  removeLayer,
  slotOf,
  specialKeys,
  turnedOver,
  type Part,
  type Slot,
  type Stack,
} from '@kyanos/core';
import {
  mdiArrowULeftTop,
  mdiArrowURightTop,
  mdiPlus,
  mdiSwapVertical,
  mdiTrashCanOutline,
} from '@mdi/js';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import TextureSwatch from '../look/TextureSwatch.vue';
import { t } from '../texts/texts.ts';

const emit = defineEmits<{ change: [stack: Stack]; select: [index: number] }>();
const job = useJob();
const stack = computed(() => job.plan!.stack);
const selected = computed(() =>
  Math.min(job.selectedLayer ?? 0, allLayers(stack.value).length - 1),
);

const inks = computed(() =>
  ['CMYK', ...specialKeys(job.plan!.machine)].map((key) => ({ ...partOf(key), density: 100 })),
);

/** On top of the chosen layer; without one, outermost on the front. */
function add(lays: Pick<Part, 'inkRole' | 'ink'>) {
  const on: Slot =
    job.selectedLayer === undefined
      ? { side: 'front', at: stack.value.front.length }
      : slotOf(stack.value, selected.value);
  const slot = job.selectedLayer === undefined ? on : { ...on, at: on.at + 1 };
  const next = insertLayer(stack.value, slot, newLayer(stack.value, slot, partOf(keyOf(lays))));
  emit('change', next);
  emit('select', indexOf(next, slot));
}
function remove() {
  emit('change', removeLayer(stack.value, selected.value));
  emit('select', Math.max(0, selected.value - 1));
}
</script>

<template>
  <div class="d-flex align-center" role="toolbar" :aria-label="t('stack.changeStack')">
    <v-menu close-on-content-click>
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :prepend-icon="mdiPlus" size="small" variant="tonal">{{
          t('stack.add')
        }}</v-btn>
      </template>
      <v-list>
        <v-list-item v-for="part in inks" :key="keyOf(part)" @click="add(part)">
          <template #prepend>
            <texture-swatch :part="part" :machine="job.plan!.machine" class="mr-3" />
          </template>
          <v-list-item-title>{{ inkName(part, job.plan!.machine) }}</v-list-item-title>
        </v-list-item>
      </v-list>
    </v-menu>
    <v-btn
      :icon="mdiTrashCanOutline"
      size="small"
      variant="text"
      :disabled="allLayers(stack).length < 2"
      :aria-label="t('stack.removeChosenLayer')"
      :title="t('stack.removeChosenLayer')"
      @click="remove"
    />
    <v-btn
      :icon="mdiSwapVertical"
      size="small"
      variant="text"
      :aria-label="t('stack.printOtherSideMaterial')"
      :title="t('stack.printOtherSideMaterial')"
      @click="emit('change', turnedOver(stack))"
    />
    <v-spacer />
    <v-btn
      :icon="mdiArrowULeftTop"
      size="small"
      variant="text"
      :disabled="!job.canUndo"
      :aria-label="t('stack.undo')"
      :title="t('stack.undoCtrlZ')"
      @click="job.undo()"
    />
    <v-btn
      :icon="mdiArrowURightTop"
      size="small"
      variant="text"
      :disabled="!job.canRedo"
      :aria-label="t('stack.redo')"
      :title="t('stack.redoCtrlY')"
      @click="job.redo()"
    />
  </div>
</template>
