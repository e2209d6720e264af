<script setup lang="ts">
import {
  confirmedMaterial,
  modesFor,
  obstacles,
  originIn,
  type Machine,
  type Material,
  type PrintPlan,
} from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import { length } from '../shared/format.ts';
import AssumedFigures from './AssumedFigures.vue';
import JobLots from './JobLots.vue';
import MaterialSwatch from './MaterialSwatch.vue';
import MeasuredOptics from './MeasuredOptics.vue';

const job = useJob();
const plan = computed(() => job.plan!);

const CLASS: Record<Material['class'], string> = {
  white: 'white',
  clear: 'clear',
  dark: 'dark',
  metallic: 'metallic',
  natural: 'natural',
};
const KIND: Record<Machine['kind'], string> = { roll: 'roll', flatbed: 'flatbed', label: 'label' };
const CURE: Record<Machine['cure'], string> = {
  uv: 'UV ink',
  solvent: 'solvent ink',
  water: 'water-based ink',
};

/** The mode is kept if it still fits, else the first that does. */
function fitting(machine: Machine, material: Material): string {
  const modes = modesFor(machine, material, plan.value.stack);
  return (modes.find(({ id }) => id === plan.value.modeId) ?? modes[0] ?? machine.modes[0]).id;
}
/** The shop's own of today, with its revision; the prices stay those of the plan. */
function origin(machineId: string, materialId: string): Pick<PrintPlan, 'from'> {
  const now = job.shop && originIn(job.shop, machineId, materialId);
  const { prices } = plan.value.from ?? {};
  if (!now) return {};
  const { prices: _, ...rest } = now;
  return { from: { ...rest, ...(prices !== undefined && { prices }) } };
}
function chooseMaterial(material: Material) {
  const modeId = fitting(plan.value.machine, material);
  job.update({ material, modeId, lot: '', ...origin(plan.value.machine.id, material.id) });
}
function chooseMachine(machine: Machine) {
  const { material } = plan.value;
  job.update({ machine, modeId: fitting(machine, material), ...origin(machine.id, material.id) });
}

const machines = computed(() =>
  (job.shop?.machines ?? []).map((machine) => ({
    machine,
    reason: obstacles(plan.value.stack, machine, plan.value.material)[0]?.message,
  })),
);
const modes = computed(() =>
  plan.value.machine.modes.map(({ id, name }) => ({
    title: name,
    value: id,
    props: {
      disabled: !modesFor(plan.value.machine, plan.value.material, plan.value.stack).some(
        (mode) => mode.id === id,
      ),
    },
  })),
);
const answer = computed(() => {
  const { material, machine } = plan.value;
  const [reason] = obstacles(plan.value.stack, machine, material);
  return reason ? reason.message : `${material.name} on ${machine.name}.`;
});

const SIDES = [
  { title: 'from the front', value: 'front' },
  { title: 'from the back', value: 'back' },
  { title: 'from both sides', value: 'both' },
];
const LIGHTS = [
  { title: 'lit from the front', value: 'front' },
  { title: 'lit from behind', value: 'behind' },
  { title: 'day and night', value: 'both' },
];
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">What is it printed on, and by which machine?</h1>
      <p class="answer">{{ answer }}</p>
    </header>

    <div class="wide">
      <div>
        <h2 class="label">Material</h2>
        <div class="materials" role="radiogroup" aria-label="Material">
          <button
            v-for="material in job.shop?.materials"
            :key="material.id"
            type="button"
            role="radio"
            class="panel material"
            :aria-checked="plan.material.id === material.id"
            @click="chooseMaterial(material)"
          >
            <material-swatch :material="material" />
            <span class="words"
              ><span class="name">{{ material.name }}</span
              ><span class="soft"
                >{{ CLASS[material.class] }} {{ material.form }}, {{ length(material.width) }}</span
              ></span
            >
          </button>
        </div>
      </div>

      <div>
        <h2 class="label">Machine</h2>
        <div class="machines" role="radiogroup" aria-label="Machine">
          <button
            v-for="{ machine, reason } in machines"
            :key="machine.id"
            type="button"
            role="radio"
            class="panel machine"
            :aria-checked="plan.machine.id === machine.id"
            @click="chooseMachine(machine)"
          >
            <span class="name">{{ machine.name }}</span>
            <span class="soft"
              >{{ KIND[machine.kind] }}, {{ CURE[machine.cure] }}, up to
              {{ length(machine.maxWidth) }} wide</span
            >
            <span class="inks">
              <span
                v-for="ink in machine.inks"
                :key="ink.channel"
                class="ink figures"
                :title="
                  ink.spotName ? `${ink.name}; a spot must be called “${ink.spotName}”` : ink.name
                "
                >{{ ink.channel }}</span
              >
            </span>
            <span
              v-for="ink in machine.inks.filter(({ spotName }) => spotName)"
              :key="ink.name"
              class="soft"
            >
              {{ ink.name }} wants a spot called <b class="figures">{{ ink.spotName }}</b>
            </span>
            <span v-if="reason" class="reason">{{ reason }}</span>
          </button>
        </div>
      </div>
      <job-lots />
    </div>
    <teleport defer to="#job-side">
      <div class="panel settings">
        <v-select
          label="Mode"
          :items="modes"
          :model-value="plan.modeId"
          @update:model-value="job.update({ modeId: $event })"
        />
        <v-text-field
          label="Lot or roll number"
          maxlength="100"
          :model-value="plan.lot"
          :hint="
            plan.material.class === 'clear'
              ? 'White crazes on over-age clear film: note the lot, use the oldest first.'
              : ''
          "
          persistent-hint
          @change="job.update({ lot: ($event.target as HTMLInputElement).value })"
        />
        <v-select
          label="Seen"
          :items="SIDES"
          :model-value="plan.viewing.side"
          @update:model-value="job.update({ viewing: { ...plan.viewing, side: $event } })"
        />
        <v-select
          label="Lamp"
          :items="LIGHTS"
          :model-value="plan.viewing.light"
          @update:model-value="job.update({ viewing: { ...plan.viewing, light: $event } })"
        />
      </div>
      <assumed-figures
        :material="plan.material"
        @right="job.update({ material: confirmedMaterial(plan.material) })"
      />
      <measured-optics
        :model-value="plan.material"
        @update:model-value="job.update({ material: $event })"
      />
    </teleport>
  </section>
</template>

<style scoped>
.wide {
  display: grid;
  gap: 18px;
}

.materials {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(216px, 1fr));
  gap: 10px;
  margin-top: 6px;
}

.machines {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 10px;
  margin-top: 6px;
}

.material,
.machine {
  display: grid;
  align-content: start;
  text-align: left;
  overflow: hidden;
  font-size: var(--size-small);
}

.material {
  padding: 0;
  grid-template-columns: 62px 1fr;
  align-items: stretch;
  align-content: stretch;
  gap: 12px;
}

.words {
  display: grid;
  align-content: center;
  padding: 8px 8px 8px 0;
}

.machine {
  padding: 12px 14px;
  gap: 3px;
}

.name {
  font-size: var(--size-body);
  font-weight: 650;
}

[aria-checked='true'] {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: -1px;
}

.inks {
  display: flex;
  gap: 4px;
  margin: 4px 0;
}

.ink {
  display: grid;
  place-items: center;
  width: 24px;
  height: 22px;
  border: 1px solid var(--line);
  border-radius: 4px;
  font-weight: 600;
}

.reason {
  margin-top: 4px;
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}

.settings {
  display: grid;
  gap: 12px;
  padding: 14px 16px;
}
</style>
