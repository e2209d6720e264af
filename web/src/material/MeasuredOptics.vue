<script setup lang="ts">
/** The optics of the job's material, to be set from a measurement of the very lot. */
import { hasReflectance, wholeOptics, type MaterialOptics, type Texture } from '@kyanos/core';
import { computed, ref } from 'vue';
import { useJob } from '../job/useJob.ts';
import NumberField from '../shared/NumberField.vue';

const job = useJob();
const material = computed(() => job.plan!.material);
const optics = computed(() => wholeOptics(material.value));

function set(change: Partial<MaterialOptics>) {
  job.update({ material: { ...material.value, optics: { ...material.value.optics, ...change } } });
}
/** A colour that no material has; what stood before stays. */
const refused = ref<readonly number[]>();
const setLab = (at: 0 | 1 | 2, value: number) => {
  const lab: [number, number, number] = [...optics.value.lab];
  lab[at] = value;
  refused.value = hasReflectance(lab) ? undefined : lab;
  if (!refused.value) set({ lab });
};
const LAB = [
  { at: 0, label: 'L*', min: 0, max: 100 },
  { at: 1, label: 'a*', min: -128, max: 128 },
  { at: 2, label: 'b*', min: -128, max: 128 },
] as const;

const TEXTURES: { value: Texture['kind'] | 'none'; title: string }[] = [
  { value: 'none', title: 'none' },
  { value: 'grain', title: 'grain of wood' },
  { value: 'fibre', title: 'fibres' },
  { value: 'brushed', title: 'lines of a brush' },
  { value: 'holographic', title: 'play of colours' },
];
const setTexture = (kind: Texture['kind'] | 'none') =>
  set({
    texture: {
      kind: kind === 'none' ? 'grain' : kind,
      depth: kind === 'none' ? 0 : optics.value.texture?.depth || 8,
    },
  });
const textured = computed(() => (optics.value.texture?.depth ?? 0) > 0);
</script>

<template>
  <div class="panel measured">
    <h2 class="label">{{ material.name }}, as measured</h2>
    <p class="soft small">
      Typical values until you measure: colour of the bare material on white, D50, 45/0; light that
      passes it; how it shines.
    </p>
    <p v-if="refused" role="alert" class="refused">
      No material has the colour Lab {{ refused.join(', ') }}: nothing reflects more than all light,
      or so strong a colour so light. {{ optics.lab.join(', ') }} stands; measure again.
    </p>
    <div class="fields">
      <number-field
        v-for="{ at, label, min, max } in LAB"
        :key="at"
        :label="label"
        :min="min"
        :max="max"
        :step="0.5"
        :precision="1"
        :model-value="optics.lab[at]"
        @update:model-value="setLab(at, $event)"
      />
      <number-field
        label="Light that passes"
        unit="%"
        :max="95"
        :model-value="Math.round(optics.transmittance * 100)"
        @update:model-value="set({ transmittance: $event / 100 })"
      />
      <number-field
        label="Matt: diffuse gloss"
        unit="%"
        :max="5"
        :step="0.1"
        :precision="1"
        :model-value="Math.round(optics.scatter * 1000) / 10"
        @update:model-value="set({ scatter: $event / 100 })"
      />
      <number-field
        label="Mirrored light"
        unit="%"
        :max="100"
        :step="5"
        :model-value="Math.round(optics.mirror * 100)"
        @update:model-value="set({ mirror: $event / 100 })"
      />
      <v-select
        label="Texture"
        :items="TEXTURES"
        :model-value="textured ? optics.texture!.kind : 'none'"
        @update:model-value="setTexture($event as Texture['kind'] | 'none')"
      />
      <number-field
        v-if="textured"
        label="Darker by, L*"
        :max="60"
        :model-value="optics.texture!.depth"
        @update:model-value="set({ texture: { kind: optics.texture!.kind, depth: $event } })"
      />
    </div>
  </div>
</template>

<style scoped>
.measured {
  display: grid;
  gap: 10px;
  padding: 16px;
}

.small {
  font-size: var(--size-small);
}

.refused {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
}
</style>
