<script setup lang="ts">
/** The modes of a machine: passes, speeds, and what each is for. */
import {
  assumedBelow,
  CLASS_NAMES,
  confirmed,
  freeId,
  stated,
  withoutMode,
  type Machine,
  type Mode,
} from '@kyanos/core';
import { mdiPlus } from '@mdi/js';
import NumberField from '../shared/NumberField.vue';
import RemoveButton from '../shared/RemoveButton.vue';
import { t } from '../texts/texts.ts';

const machine = defineModel<Machine>({ required: true });

function set(at: number, change: Partial<Mode>) {
  const { id } = machine.value.modes[at];
  let next: Machine = {
    ...machine.value,
    modes: machine.value.modes.map((mode, i) => (i === at ? { ...mode, ...change } : mode)),
  };
  for (const field of Object.keys(change)) next = stated(next, `modes.${id}.${field}`);
  machine.value = next;
}
function add() {
  const { modes } = machine.value;
  const last = modes[modes.length - 1];
  const name = t('shop.newMode');
  const id = freeId(
    name,
    modes.map((mode) => mode.id),
  );
  machine.value = { ...machine.value, modes: [...modes, { ...last, id, name }] };
}
const FIELDS: Readonly<Record<string, string>> = {
  passes: t('fields.passes'),
  speed: t('shop.carriageColourWithin'),
  specialSpeed: t('shop.carriageSpecialsWithin'),
  bidirectional: t('shop.bothDirectionsWithin'),
  layersPerTrip: t('shop.layersInOneTrip'),
};
const CLASSES = (['white', 'clear', 'dark', 'metallic', 'natural'] as const).map((value) => ({
  value,
  title: CLASS_NAMES[value],
}));
</script>

<template>
  <div class="panel pad column">
    <div class="d-flex align-center justify-space-between">
      <h2 class="label">{{ t('shop.modes', { n: machine.modes.length }) }}</h2>
      <v-btn size="small" :prepend-icon="mdiPlus" @click="add">{{ t('shop.addMode') }}</v-btn>
    </div>
    <div v-for="(mode, i) in machine.modes" :key="mode.id" class="mode">
      <v-text-field
        class="wide-two"
        :label="t('shop.mode')"
        maxlength="200"
        :model-value="mode.name"
        @update:model-value="$event.trim() && set(i, { name: $event })"
      />
      <number-field
        :label="t('shop.passes')"
        :min="1"
        :max="64"
        :model-value="mode.passes"
        @update:model-value="set(i, { passes: $event })"
      />
      <number-field
        :label="t('shop.carriageColour')"
        unit="mm/s"
        :min="1"
        :max="10000"
        :model-value="mode.speed"
        @update:model-value="set(i, { speed: $event })"
      />
      <number-field
        :label="t('shop.carriageSpecials')"
        unit="mm/s"
        :min="1"
        :max="10000"
        :model-value="mode.specialSpeed"
        @update:model-value="set(i, { specialSpeed: $event })"
      />
      <number-field
        :label="t('shop.layersOneTrip')"
        :min="1"
        :max="12"
        :model-value="mode.layersPerTrip"
        @update:model-value="set(i, { layersPerTrip: $event })"
      />
      <v-select
        class="wide-two"
        :label="t('shop.materials')"
        multiple
        :items="CLASSES"
        :model-value="[...mode.materials]"
        @update:model-value="set(i, { materials: $event })"
      />
      <v-checkbox
        :label="t('shop.bothDirections')"
        hide-details
        density="compact"
        :model-value="mode.bidirectional"
        @update:model-value="set(i, { bidirectional: !!$event })"
      />
      <div class="d-flex align-center ga-2 wide-two">
        <v-checkbox
          :label="t('shop.laysSpecials')"
          hide-details
          density="compact"
          :model-value="mode.specials"
          @update:model-value="set(i, { specials: !!$event })"
        />
        <remove-button
          v-if="machine.modes.length > 1"
          :label="t('shop.remove', { mode: mode.name })"
          @click="machine = withoutMode(machine, mode.id)"
        />
      </div>
      <p v-if="assumedBelow(machine, `modes.${mode.id}`).length" class="wide small">
        <b class="text-warning">{{ t('shop.assumedLead') }}</b>
        {{
          t('shop.printSomethingOnceTime', {
            machine: assumedBelow(machine, `modes.${mode.id}`)
              .map((field) => FIELDS[field] ?? field)
              .join(', '),
          })
        }}
        <button
          type="button"
          class="link-button"
          @click="machine = confirmed(machine, `modes.${mode.id}`)"
        >
          {{ t('shop.allRight') }}
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.mode {
  display: grid;
  grid-template-columns: repeat(6, minmax(110px, 1fr));
  gap: 12px;
  padding-top: 10px;
  border-top: 1px solid var(--line);
}

.wide-two {
  grid-column: span 2;
}

@media (max-width: 1000px) {
  .mode {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
