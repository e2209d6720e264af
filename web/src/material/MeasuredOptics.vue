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
import { t } from '../texts/texts.ts';

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
  { which: 'lab', name: t('material.white') },
  { which: 'labBlack', name: t('material.black') },
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
  { value: 'none', title: t('material.none') },
  { value: 'grain', title: t('material.grainWood') },
  { value: 'fibre', title: t('material.fibres') },
  { value: 'brushed', title: t('material.brushed') },
  { value: 'holographic', title: t('material.holographic') },
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
  <div class="panel pad column">
    <h2 class="label">{{ t('material.measured', { material: material.name }) }}</h2>
    <p class="soft small">
      {{ t('material.typicalValuesUntilYou') }}
    </p>
    <p v-if="refused" role="alert" class="problem">
      {{
        t('material.noMaterialHasColour', {
          refused: refused.join(', '),
          lab: optics.lab.join(', '),
        })
      }}
    </p>
    <p v-if="tooMuch" role="alert" class="problem">
      {{ t('material.givesBackMoreLight') }}
    </p>
    <div class="field-grid">
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
        :label="t('material.totalTransmittance')"
        unit="%"
        :max="93"
        :precision="1"
        :model-value="Math.round(optics.transmittance * 1000) / 10"
        @update:model-value="set({ transmittance: $event / 100 })"
      />
      <number-field
        v-if="seeThrough"
        :label="t('material.haze')"
        unit="%"
        :max="100"
        :precision="1"
        :model-value="Math.round(optics.haze * 1000) / 10"
        @update:model-value="set({ haze: $event / 100 })"
      />
      <number-field
        :label="t('material.gloss60')"
        unit="GU"
        :max="200"
        :model-value="Math.round(optics.gloss)"
        @update:model-value="set({ gloss: $event })"
      />
      <number-field
        :label="t('material.mirrorReflectance')"
        unit="%"
        :max="100"
        :step="5"
        :model-value="Math.round(optics.mirror * 100)"
        @update:model-value="set({ mirror: $event / 100 })"
      />
      <v-select
        :label="t('material.texture')"
        :items="TEXTURES"
        :model-value="textured ? optics.texture!.kind : 'none'"
        @update:model-value="setTexture($event as SurfaceTexture['kind'] | 'none')"
      />
      <number-field
        v-if="textured"
        :label="t('material.textureDepthL')"
        :max="60"
        :model-value="optics.texture!.depth"
        @update:model-value="set({ texture: { kind: optics.texture!.kind, depth: $event } })"
      />
    </div>
    <v-checkbox
      v-if="seeThrough"
      :label="t('material.colourBlackMeasuredToo')"
      hide-details
      density="compact"
      :model-value="optics.labBlack !== undefined"
      @update:model-value="measureBlack(!!$event)"
    />
  </div>
</template>
