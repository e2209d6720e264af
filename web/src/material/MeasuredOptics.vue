<script setup lang="ts">
/** The optics of a material, to be set from its data sheet or from a measurement of the very lot. */
import {
  backAndThrough,
  hasReflectance,
  wholeOptics,
  withMaterial,
  type Material,
  type MaterialOptics,
  type SurfaceTexture,
} from '@kyanos/core';
import { computed, ref } from 'vue';
import NumberField from '../shared/NumberField.vue';

const material = defineModel<Material>({ required: true });
const optics = computed(() => wholeOptics(material.value));

function set(change: Partial<MaterialOptics>) {
  material.value = withMaterial(material.value, {
    optics: { ...material.value.optics, ...change },
  });
}
/** A colour that no material has; what stood before stays. */
const refused = ref<readonly number[]>();
function setLab(which: 'lab' | 'labBlack', at: 0 | 1 | 2, value: number) {
  const lab: [number, number, number] = [...(optics.value[which] ?? optics.value.lab)];
  lab[at] = value;
  refused.value = hasReflectance(lab) ? undefined : lab;
  if (!refused.value) set({ [which]: lab });
}
const LAB = [
  { at: 0, label: 'L*', min: 0, max: 100 },
  { at: 1, label: 'a*', min: -128, max: 128 },
  { at: 2, label: 'b*', min: -128, max: 128 },
] as const;
const GROUNDS = [
  { which: 'lab', name: 'on white' },
  { which: 'labBlack', name: 'on black' },
] as const;
const grounds = computed(() =>
  GROUNDS.filter(({ which }) => which === 'lab' || optics.value.labBlack !== undefined),
);
const seeThrough = computed(() => optics.value.transmittance > 0);
function measureBlack(measured: boolean) {
  const { labBlack: _before, ...rest } = material.value.optics;
  const [l, a, b] = optics.value.lab;
  // A first guess to type over: clear films are nearly black on black.
  const next = measured ? { ...rest, labBlack: [Math.round(l * 0.15), a, b] as const } : rest;
  material.value = withMaterial(material.value, { optics: next });
}
/** More light than falls in can't come out. */
const tooMuch = computed(() => backAndThrough(optics.value) + optics.value.mirror > 1.005);

const TEXTURES: { value: SurfaceTexture['kind'] | 'none'; title: string }[] = [
  { value: 'none', title: 'none' },
  { value: 'grain', title: 'grain of wood' },
  { value: 'fibre', title: 'fibres' },
  { value: 'brushed', title: 'brushed' },
  { value: 'holographic', title: 'holographic' },
];
const setTexture = (kind: SurfaceTexture['kind'] | 'none') =>
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
      Typical values until you measure. Data sheets state the light that passes and its haze (ASTM
      D1003, ISO 13468 and 14782) and the gloss at 60° (ISO 2813); colour is of the loose sheet,
      D50, 45/0.
    </p>
    <p v-if="refused" role="alert" class="refused">
      No material has the colour Lab {{ refused.join(', ') }}: nothing reflects more than all light,
      or so strong a colour so light. {{ optics.lab.join(', ') }} stands; measure again.
    </p>
    <p v-if="tooMuch" role="alert" class="refused">
      This gives back more light than it gets: scattered, mirrored and passed light are more than
      100 % together. Lower one of them.
    </p>
    <div class="fields">
      <template v-for="{ which, name } in grounds" :key="which">
        <number-field
          v-for="{ at, label, min, max } in LAB"
          :key="at"
          :label="`${label} ${name}`"
          :min="min"
          :max="max"
          :step="0.5"
          :precision="1"
          :model-value="optics[which]![at]"
          @update:model-value="setLab(which, at, $event)"
        />
      </template>
      <number-field
        label="Total transmittance"
        unit="%"
        :max="93"
        :precision="1"
        :model-value="Math.round(optics.transmittance * 1000) / 10"
        @update:model-value="set({ transmittance: $event / 100 })"
      />
      <number-field
        v-if="seeThrough"
        label="Haze"
        unit="%"
        :max="100"
        :precision="1"
        :model-value="Math.round(optics.haze * 1000) / 10"
        @update:model-value="set({ haze: $event / 100 })"
      />
      <number-field
        label="Gloss at 60°"
        unit="GU"
        :max="200"
        :model-value="Math.round(optics.gloss)"
        @update:model-value="set({ gloss: $event })"
      />
      <number-field
        label="Mirror reflectance"
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
        @update:model-value="setTexture($event as SurfaceTexture['kind'] | 'none')"
      />
      <number-field
        v-if="textured"
        label="Texture depth, L*"
        :max="60"
        :model-value="optics.texture!.depth"
        @update:model-value="set({ texture: { kind: optics.texture!.kind, depth: $event } })"
      />
    </div>
    <v-checkbox
      v-if="seeThrough"
      label="Colour on black measured too"
      hide-details
      density="compact"
      :model-value="optics.labBlack !== undefined"
      @update:model-value="measureBlack(!!$event)"
    />
  </div>
</template>

<style scoped>
.measured {
  display: grid;
  gap: 10px;
  padding: 16px;
}

.refused {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
  gap: 12px;
}
</style>
