<script setup lang="ts">
/** The least that a machine is set up from: ten answers, all else is usual and marked so. */
import {
  INK_CHOICES,
  USUAL_KINDS,
  USUAL_MODE,
  type Currency,
  type InkChoice,
  type Machine,
  type MachineAnswers,
} from '@kyanos/core';
import { ref } from 'vue';
import LengthField from '../shared/LengthField.vue';
import MoneyField from '../shared/MoneyField.vue';
import NumberField from '../shared/NumberField.vue';
import { vFirstField } from '../shared/firstField.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
defineProps<{ currency: Currency; problem: string | undefined }>();
const emit = defineEmits<{ make: [answers: Omit<MachineAnswers, 'id'>] }>();

const KINDS = Object.entries(USUAL_KINDS).map(([value, { title }]) => ({ value, title }));
const CURES = [
  { value: 'uv', title: 'UV' },
  { value: 'solvent', title: t('shop.solvent') },
  { value: 'water', title: t('shop.waterBased') },
];
const name = ref('');
const kind = ref<Machine['kind']>('roll');
const cure = ref<Machine['cure']>(USUAL_KINDS.roll.cure);
const maxWidth = ref<number>(USUAL_KINDS.roll.maxWidth);
const maxLength = ref<number>(USUAL_KINDS.roll.maxLength);
const inks = ref<InkChoice[]>(['colour', 'white']);
const passes = ref<number>(USUAL_MODE.passes);
const speed = ref<number>(USUAL_MODE.speed);
const hourRate = ref(2500);

function setKind(next: Machine['kind']) {
  kind.value = next;
  ({ cure: cure.value, maxWidth: maxWidth.value, maxLength: maxLength.value } = USUAL_KINDS[next]);
}
const make = () =>
  emit('make', {
    name: name.value.trim(),
    kind: kind.value,
    cure: cure.value,
    maxWidth: maxWidth.value,
    maxLength: maxLength.value,
    inks: inks.value,
    passes: passes.value,
    speed: speed.value,
    hourRate: hourRate.value,
  });
</script>

<template>
  <v-dialog v-model="open" max-width="680" :aria-label="t('shop.newMachine')">
    <form class="panel dialog-form" @submit.prevent="make">
      <h2 class="question">{{ t('shop.whatMachine') }}</h2>
      <p class="soft">
        {{ t('shop.theseAnswersEnoughPlan') }}
      </p>
      <div class="field-grid">
        <v-text-field
          v-model="name"
          v-first-field
          class="wide"
          :label="t('shop.name')"
          maxlength="120"
        />
        <v-select
          :label="t('shop.kind')"
          :items="KINDS"
          :model-value="kind"
          @update:model-value="setKind"
        />
        <v-select v-model="cure" :label="t('shop.ink')" :items="CURES" />
        <length-field v-model="maxWidth" :label="t('shop.printWidth')" :min="10" :max="200000" />
        <length-field
          v-model="maxLength"
          :label="kind === 'flatbed' ? t('shop.lengthBed') : t('shop.maxPrintLength')"
          :min="10"
          :max="200000"
        />
        <v-select
          v-model="inks"
          class="wide"
          :label="t('shop.inks')"
          multiple
          chips
          :items="[...INK_CHOICES]"
          item-value="id"
          item-title="name"
        />
        <number-field v-model="passes" :label="t('shop.passesModeUsedMost')" :min="1" :max="64" />
        <number-field
          v-model="speed"
          :label="t('shop.carriageSpeed')"
          unit="mm/s"
          :min="10"
          :max="10000"
        />
        <money-field
          v-model="hourRate"
          :label="t('shop.machineRate')"
          :currency="currency"
          per="h"
        />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('shop.cancel') }}</v-btn>
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          :disabled="!name.trim() || inks.length === 0"
          >{{ t('shop.setUp') }}</v-btn
        >
      </div>
    </form>
  </v-dialog>
</template>
