<script setup lang="ts">
/** Every figure of a machine, its inks and its modes, with a drawing of what the numbers mean. */
import {
  machineBlocks,
  machineFields,
  machineGroups,
  machineValue,
  withMachineBlock,
  type Currency,
  type Machine,
} from '@kyanos/core';
import MachineDrawing from './MachineDrawing.vue';
import MachineFieldInput from './MachineFieldInput.vue';
import MachineInks from './MachineInks.vue';
import MachineModes from './MachineModes.vue';
import { t } from '../texts/texts.ts';

const machine = defineModel<Machine>({ required: true });
defineProps<{ currency: Currency }>();

/** Fields of a block are there while the machine has it. */
const shown = (path: string) => {
  const block = machineBlocks().find((one) => path.startsWith(`${one.path}.`));
  return !block || machine.value[block.path] !== undefined;
};
const fieldsOf = (group: string) =>
  machineFields().filter((field) => field.group === group && shown(field.path));
const blocksOf = (group: string) => machineBlocks().filter((block) => block.group === group);
</script>

<template>
  <div class="stage">
    <div class="panel pad">
      <div class="first">
        <v-text-field
          :label="t('shop.name')"
          maxlength="200"
          :model-value="machine.name"
          @update:model-value="$event.trim() && (machine = { ...machine, name: $event })"
        />
        <machine-field-input
          v-for="field in fieldsOf('what')"
          :key="field.path"
          v-model="machine"
          :field="field"
          :currency="currency"
        />
      </div>
      <machine-drawing :machine="machine" />
    </div>
    <machine-inks v-model="machine" :currency="currency" />
    <machine-modes v-model="machine" />
    <div v-for="group in machineGroups().slice(1)" :key="group.id" class="panel pad column">
      <h2 class="label">{{ group.title }}</h2>
      <div class="field-grid">
        <machine-field-input
          v-for="field in fieldsOf(group.id)"
          :key="field.path"
          v-model="machine"
          :field="field"
          :currency="currency"
        />
      </div>
      <v-checkbox
        v-for="block in blocksOf(group.id)"
        :key="block.path"
        :label="block.label"
        hide-details
        density="compact"
        :model-value="machineValue(machine, block.path) !== undefined"
        @update:model-value="machine = withMachineBlock(machine, block.path, !!$event)"
      />
    </div>
  </div>
</template>

<style scoped>
.first {
  display: grid;
  grid-template-columns: 2fr 1fr 1fr;
  gap: 12px;
  align-items: start;
  margin-bottom: 12px;
}

@media (max-width: 700px) {
  .first {
    grid-template-columns: 1fr;
  }
}
</style>
