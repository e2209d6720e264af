<script setup lang="ts">
/** The print on the whole screen, for whoever orders it: material, light and side, and a picture to take away. Changes no plan. */
import { SIDE_NAMES, dated, type Material, PLACES } from '@kyanos/core';
import { mdiClose, mdiImageOutline } from '@mdi/js';
import { computed, reactive, shallowRef } from 'vue';
import { useJob } from '../job/useJob.ts';
import PrintViewer from './PrintViewer.vue';
import { captioned } from './captioned.ts';
import { useView } from './useView.ts';
import { t } from '../texts/texts.ts';

const emit = defineEmits<{ close: [] }>();
const job = useJob();
const tried = shallowRef<Material>();
const viewing = useView(tried);
const at = reactive(viewing);

const material = computed(() => tried.value ?? job.plan!.material);
const materials = computed(() => {
  const own = job.plan!.material;
  return [own, ...(job.shop?.materials ?? []).filter(({ id }) => id !== own.id)];
});
const choose = (id: string) =>
  (tried.value =
    id === job.plan!.material.id ? undefined : materials.value.find((one) => one.id === id));

const root = shallowRef<HTMLElement>();
function save() {
  const shown = root.value?.querySelector<HTMLCanvasElement>('[data-testid="look"]');
  if (!shown) return;
  const picture = captioned(shown, [
    job.plan!.name,
    t('look.seenFrom', {
      material: material.value.name,
      side: SIDE_NAMES[at.view.side],
      places: PLACES[at.view.place].name,
      day: dated(new Date(), t('look.longDay')),
    }),
    t('look.simulationNotContractProof'),
  ]);
  const link = document.createElement('a');
  link.download = `${job.plan!.name}.png`;
  link.href = picture.toDataURL('image/png');
  link.click();
}
</script>

<template>
  <div ref="root" class="customer" role="document" :aria-label="t('look.printWholeScreen')">
    <header class="row">
      <h2 class="question">{{ job.plan!.name }}</h2>
      <v-select
        class="choice"
        :label="t('look.material')"
        :items="materials"
        item-value="id"
        item-title="name"
        :model-value="material.id"
        @update:model-value="choose"
      />
      <v-select
        v-if="at.seeThrough"
        class="choice"
        :label="t('look.light')"
        :items="at.places.map((value) => ({ value, title: PLACES[value].name }))"
        :model-value="at.place"
        @update:model-value="at.setPlace"
      />
      <v-btn v-if="at.seeThrough" @click="at.turnOver()">{{
        t('look.turnOver', { rest: at.side === 'front' ? t('look.front') : t('look.back') })
      }}</v-btn>
      <v-btn :prepend-icon="mdiImageOutline" @click="save">{{ t('look.savePicture') }}</v-btn>
      <v-btn :icon="mdiClose" variant="text" :aria-label="t('look.close')" @click="emit('close')" />
    </header>
    <print-viewer :viewing="viewing" />
  </div>
</template>

<style scoped>
.customer {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 12px;
  height: 100vh;
  padding: 14px 16px;
  color: rgb(var(--v-theme-on-background));
  background: rgb(var(--v-theme-background));
}

.question {
  flex: 1 1 200px;
}

.choice {
  flex: 0 0 210px;
}
</style>
