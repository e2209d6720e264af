<script setup lang="ts">
/** A procedure of the shop's own: its steps changed, added, moved and taken away. */
import {
  CAUTIONS,
  STEP_EFFECTS,
  type CautionId,
  type Procedure,
  type ProcedureStep,
  type StepEffect,
} from '@kyanos/core';
import { mdiArrowDown, mdiArrowUp, mdiPlus } from '@mdi/js';
import { computed, ref } from 'vue';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ procedure: Procedure }>();
const emit = defineEmits<{ save: [procedure: Procedure]; leave: [] }>();

const title = ref(props.procedure.title);
const when = ref(props.procedure.when);
const have = ref(props.procedure.have.join('\n'));
const steps = ref<readonly ProcedureStep[]>(props.procedure.steps);

const NAMES: Record<CautionId, string> = {
  waste: t('care.wasteInk'),
  gloves: t('care.glovesEyes'),
  solvent: t('care.vapour'),
  carriage: t('care.carriage'),
  hot: t('care.heat'),
  needle: t('care.needle'),
  uv: 'UV',
};
const CAUTION_ITEMS = (Object.keys(CAUTIONS) as CautionId[]).map((value) => ({
  value,
  title: NAMES[value],
}));
const EFFECTS: Record<StepEffect, string> = {
  agitated: t('care.whiteAgitated'),
  pattern: t('care.nozzlePatternMissingOnes'),
  cleaned: t('care.cleanedIfMlWritten'),
  filled: t('care.whitePut'),
  flushed: t('care.whiteTakenOut'),
  parked: t('care.headsWereParked'),
  'heads-fitted': t('care.headsWereFitted'),
  slot: t('care.whiteSlotMoved'),
  'waste-emptied': t('care.wasteEmptied'),
};
const EFFECT_ITEMS = [
  { value: '', title: t('care.nothing') },
  ...STEP_EFFECTS.map((value) => ({ value, title: EFFECTS[value] })),
];

const change = (at: number, part: Partial<ProcedureStep>) =>
  (steps.value = steps.value.map((step, i) => (i === at ? { ...step, ...part } : step)));
function setWhy(at: number, why: string) {
  const { why: _, ...rest } = steps.value[at];
  steps.value = steps.value.map((step, i) => (i === at ? { ...rest, ...(why && { why }) } : step));
}
function setWait(at: number, waitMinutes: number) {
  const { waitMinutes: _, ...rest } = steps.value[at];
  steps.value = steps.value.map((step, i) =>
    i === at ? { ...rest, ...(waitMinutes > 0 && { waitMinutes }) } : step,
  );
}
function setEffect(at: number, effect: string) {
  const { effect: _, ...rest } = steps.value[at];
  steps.value = steps.value.map((step, i) =>
    i === at ? { ...rest, ...(effect && { effect: effect as StepEffect }) } : step,
  );
}
function move(at: number, by: 1 | -1) {
  const list = [...steps.value];
  const [step] = list.splice(at, 1);
  list.splice(at + by, 0, step);
  steps.value = list;
}
const ready = computed(
  () =>
    title.value.trim() !== '' &&
    steps.value.length > 0 &&
    steps.value.every((step) => step.do.trim() !== ''),
);
const save = () =>
  emit('save', {
    ...props.procedure,
    title: title.value.trim(),
    when: when.value.trim(),
    have: have.value
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
    steps: steps.value,
  });
</script>

<template>
  <form class="stage" @submit.prevent="save">
    <div class="panel pad two">
      <v-text-field v-model="title" :label="t('care.name')" maxlength="200" />
      <v-text-field v-model="when" :label="t('care.whenDone')" maxlength="2000" />
      <v-textarea
        v-model="have"
        :label="t('care.haveHandLineEach')"
        rows="3"
        variant="outlined"
        hide-details
      />
    </div>
    <div v-for="(step, i) in steps" :key="i" class="panel pad column">
      <div class="d-flex align-center ga-1">
        <b class="figures mr-auto text-lead">{{ i + 1 }}</b>
        <v-btn
          icon
          variant="text"
          :disabled="i === 0"
          :aria-label="t('care.stepUp', { i: i + 1 })"
          @click="move(i, -1)"
          ><v-icon :icon="mdiArrowUp"
        /></v-btn>
        <v-btn
          icon
          variant="text"
          :disabled="i === steps.length - 1"
          :aria-label="t('care.stepDown', { i: i + 1 })"
          @click="move(i, 1)"
          ><v-icon :icon="mdiArrowDown"
        /></v-btn>
        <remove-button
          :label="t('care.removeStep', { i: i + 1 })"
          @click="steps = steps.filter((_, k) => k !== i)"
        />
      </div>
      <v-textarea
        :label="t('care.whatDone')"
        rows="2"
        auto-grow
        variant="outlined"
        hide-details
        maxlength="2000"
        :model-value="step.do"
        @update:model-value="change(i, { do: $event })"
      />
      <v-text-field
        :label="t('care.why')"
        maxlength="2000"
        :model-value="step.why ?? ''"
        @update:model-value="setWhy(i, $event)"
      />
      <div class="field-grid">
        <number-field
          :label="t('care.handsMinutes')"
          unit="min"
          :precision="1"
          :max="600"
          :model-value="step.minutes"
          @update:model-value="change(i, { minutes: $event })"
        />
        <number-field
          :label="t('care.thenItself')"
          unit="min"
          :precision="1"
          :max="600"
          :model-value="step.waitMinutes ?? 0"
          @update:model-value="setWait(i, $event)"
        />
        <v-select
          :label="t('care.cautions')"
          multiple
          :items="CAUTION_ITEMS"
          :model-value="[...(step.cautions ?? [])]"
          @update:model-value="change(i, { cautions: $event })"
        />
        <v-select
          :label="t('care.logbookGets')"
          :items="EFFECT_ITEMS"
          :model-value="step.effect ?? ''"
          @update:model-value="setEffect(i, $event)"
        />
      </div>
    </div>
    <div class="d-flex ga-2">
      <v-btn :prepend-icon="mdiPlus" @click="steps = [...steps, { do: '', minutes: 1 }]">{{
        t('care.addStep')
      }}</v-btn>
      <span class="flex-1-1-0"></span>
      <v-btn variant="text" @click="emit('leave')">{{ t('care.cancel') }}</v-btn>
      <v-btn type="submit" color="primary" variant="flat" :disabled="!ready">{{
        t('care.save')
      }}</v-btn>
    </div>
  </form>
</template>
