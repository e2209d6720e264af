<script setup lang="ts">
/** A printed wedge as it was measured becomes the curve that makes its tints even. */
import { evenCurve, spotTone, type Triple } from '@kyanos/core';
import { computed, ref } from 'vue';
import { percent } from '../shared/format.ts';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ curve: [points: [number, number][]] }>();

const AXES = ['L*', 'a*', 'b*'] as const;
/** White on black board, as a first guess to type over. */
const patches = ref([
  { name: t('plates.materialNoInk'), tint: 0, lab: [22, 0, 0] },
  { name: '25 %', tint: 25, lab: [48, 0, -2] },
  { name: '50 %', tint: 50, lab: [66, 0, -2] },
  { name: '75 %', tint: 75, lab: [78, 0, -1] },
  { name: 'Solid, 100 %', tint: 100, lab: [88, 0, 0] },
]);
const triple = (at: number): Triple => patches.value[at].lab as unknown as Triple;
const tones = computed(() =>
  patches.value.map(({ lab }) =>
    spotTone(triple(0), triple(patches.value.length - 1), lab as unknown as Triple),
  ),
);
const made = computed(() => {
  try {
    const measured = patches.value.map(({ tint }, i) => [tint, tones.value[i] * 100] as const);
    return { points: evenCurve(measured), problem: '' };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return { points: undefined, problem: error.message };
  }
});
function use() {
  if (!made.value.points) return;
  emit('curve', made.value.points);
  open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" :aria-label="t('plates.fromAMeasuredWedge')">
    <div class="panel dialog-form">
      <h2 class="question">{{ t('plates.whatDidPrintedTints') }}</h2>
      <p class="soft">
        {{ t('plates.labUnderD50Tints') }}
      </p>
      <table class="table">
        <thead>
          <tr>
            <th scope="col">{{ t('plates.patch') }}</th>
            <th v-for="axis in AXES" :key="axis" scope="col">{{ axis }}</th>
            <th scope="col">{{ t('plates.toneValue') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(patch, i) in patches" :key="patch.tint">
            <th scope="row">{{ patch.name }}</th>
            <td v-for="(axis, k) in AXES" :key="axis">
              <number-field
                v-model="patch.lab[k]"
                :label="`${patch.name}: ${axis}`"
                :min="k === 0 ? 0 : -128"
                :max="128"
                :precision="1"
              />
            </td>
            <td class="figures right">{{ percent(tones[i]) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="made.problem" class="problem" role="alert">{{ made.problem }}</p>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('plates.cancel') }}</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!made.points" @click="use">{{
          t('plates.makeThemEven')
        }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
