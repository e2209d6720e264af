<script setup lang="ts">
/** When somebody is at the machines, and what else the queue is laid out by. */
import { SETTING_ENDPOINTS } from '@kyanos/contract';
import { dated, type ShiftHours, type WorkingHours } from '@kyanos/core';
import { isValid, parseISO } from 'date-fns';
import { computed, ref } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { only } from '../shared/me.ts';
import NumberField from '../shared/NumberField.vue';
import { t } from '../texts/texts.ts';

const props = defineProps<{ hours: WorkingHours }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ saved: [] }>();

/** Any Monday. */
const MONDAY = new Date(2026, 0, 5);
const DAYS = Array.from({ length: 7 }, (_, i) =>
  dated(new Date(2026, 0, MONDAY.getDate() + i), 'EEEE'),
);
const written = (shifts: readonly ShiftHours[]) =>
  shifts.map(({ from, to }) => `${from}-${to}`).join(', ');

const week = ref(props.hours.week.map(written));
const closed = ref(props.hours.closed.join(', '));
const operators = ref(props.hours.operators);
const racks = ref(props.hours.racks);
const materialMinutes = ref(props.hours.materialMinutes);
const overnight = ref(props.hours.overnight);
const problem = ref<string>();

const SHIFT = /^([01]\d|2[0-3]):[0-5]\d\s*[-–]\s*([01]\d|2[0-3]):[0-5]\d$/;
const parts = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
/** Undefined where it can't be read. */
function readShifts(text: string): ShiftHours[] | undefined {
  const shifts = parts(text).map((one) => {
    const [from, to] = one.split(/\s*[-–]\s*/);
    return { from, to, good: SHIFT.test(one) && from < to };
  });
  return shifts.every(({ good }) => good)
    ? shifts.map(({ from, to }) => ({ from, to }))
    : undefined;
}
const wrongShift = computed(() =>
  week.value.map((text) => (readShifts(text) ? '' : t('queue.hoursWrong'))),
);
const days = computed(() => parts(closed.value));
const wrongDay = computed(() =>
  days.value.every((day) => /^\d{4}-\d{2}-\d{2}$/.test(day) && isValid(parseISO(day)))
    ? ''
    : t('queue.closedWrong'),
);
const good = computed(() => wrongShift.value.every((one) => one === '') && wrongDay.value === '');

async function save() {
  problem.value = undefined;
  try {
    await call(SETTING_ENDPOINTS.hours.put, {
      body: {
        week: week.value.map((text) => readShifts(text)!),
        closed: days.value,
        operators: operators.value,
        racks: racks.value,
        overnight: overnight.value,
        materialMinutes: materialMinutes.value,
      },
    });
    open.value = false;
    emit('saved');
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.message;
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="680" :aria-label="t('queue.hoursQuestion')">
    <form class="panel dialog-form two" @submit.prevent="good && save()">
      <h2 class="question wide">{{ t('queue.hoursQuestion') }}</h2>
      <p class="soft wide">{{ t('queue.hoursDay') }}</p>
      <v-text-field
        v-for="(day, i) in DAYS"
        :key="day"
        v-model="week[i]"
        :label="day"
        :placeholder="t('queue.closedAllDay')"
        persistent-placeholder
        :error-messages="wrongShift[i]"
      />
      <v-text-field v-model="closed" :label="t('queue.closedDays')" :error-messages="wrongDay" />
      <number-field v-model="operators" :label="t('queue.operators')" :min="1" :max="50" />
      <number-field v-model="racks" :label="t('queue.racks')" :min="0" :max="500" />
      <number-field
        v-model="materialMinutes"
        :label="t('queue.materialMinutes')"
        unit="min"
        :min="0"
        :max="240"
      />
      <v-checkbox
        :model-value="overnight"
        :label="t('queue.overnight')"
        hide-details
        @update:model-value="overnight = $event === true"
      />
      <p v-if="overnight" class="caution wide">{{ t('queue.moving') }}</p>
      <p v-if="problem" class="problem wide" role="alert">{{ problem }}</p>
      <div class="wide dialog-buttons">
        <v-btn variant="text" @click="open = false">{{ t('queue.cancel') }}</v-btn>
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          :disabled="!good"
          v-bind="only(SETTING_ENDPOINTS.hours.put)"
          >{{ t('queue.save') }}</v-btn
        >
      </div>
    </form>
  </v-dialog>
</template>
