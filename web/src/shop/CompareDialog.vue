<script setup lang="ts">
/** Machines side by side: where they differ first. */
import { machineFields, machineValue, type Currency, type Machine } from '@kyanos/core';
import { computed } from 'vue';
import { currency as money, length } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ machines: readonly Machine[]; currency: Currency }>();

const rows = computed(() => {
  const figures = machineFields().map((field) => ({
    label: field.label,
    values: props.machines.map((machine) => {
      const value = machineValue(machine, field.path) ?? field.absent;
      if (value === undefined) return '–';
      if (typeof value === 'boolean') return value ? t('shop.yes') : t('shop.no');
      if (typeof value === 'string')
        return field.choices?.find((choice) => choice.value === value)?.title ?? value;
      if (field.kind === 'length') return length(value);
      if (field.kind === 'money') return money({ minor: value, currency: props.currency });
      return `${value}${field.unit ? ` ${field.unit}` : ''}`;
    }),
  }));
  const inks = {
    label: t('shop.inks'),
    values: props.machines.map((machine) => machine.inks.map(({ channel }) => channel).join(' ')),
  };
  const differs = ({ values }: { values: readonly string[] }) => new Set(values).size > 1;
  return [inks, ...figures.filter(differs), ...figures.filter((row) => !differs(row))].map(
    (row) => ({ ...row, differs: differs(row) }),
  );
});
</script>

<template>
  <v-dialog v-model="open" max-width="960" :aria-label="t('shop.machinesSideSide')">
    <div class="panel dialog-form">
      <h2 class="question">{{ t('shop.howDoMachinesDiffer') }}</h2>
      <div class="overflow-x-auto">
        <table class="table">
          <thead>
            <tr>
              <th></th>
              <th v-for="machine in machines" :key="machine.id">{{ machine.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.label" :class="{ soft: !row.differs }">
              <th scope="row">{{ row.label }}</th>
              <td v-for="(value, i) in row.values" :key="i" class="figures">{{ value }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="dialog-buttons">
        <v-btn @click="open = false">{{ t('shop.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
