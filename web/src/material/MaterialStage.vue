<script setup lang="ts">
import {
  CLASS_NAMES,
  FORM_NAMES,
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
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);

const KIND: Record<Machine['kind'], string> = {
  roll: t('material.roll'),
  flatbed: t('material.flatbed'),
  label: t('material.label'),
};
const CURE: Record<Machine['cure'], string> = {
  uv: t('material.uvInk'),
  solvent: t('material.solventInk'),
  water: t('material.waterBasedInk'),
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
  return reason
    ? reason.message
    : t('material.materialOn', { material: material.name, machine: machine.name });
});

const SIDES = [
  { title: t('material.fromFront'), value: 'front' },
  { title: t('material.fromBack'), value: 'back' },
  { title: t('material.fromBothSides'), value: 'both' },
];
const LIGHTS = [
  { title: t('material.litFromFront'), value: 'front' },
  { title: t('material.litFromBehind'), value: 'behind' },
  { title: t('material.dayNight'), value: 'both' },
];
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('material.whatPrintedWhichMachine') }}</h1>
      <p class="answer">{{ answer }}</p>
    </header>

    <div class="column ga-4">
      <div>
        <div class="with-help">
          <h2 class="label">{{ t('material.material') }}</h2>
          <handbook-link page="stages/material" :of="t('material.material')" />
        </div>
        <div class="materials" role="radiogroup" :aria-label="t('material.material')">
          <button
            v-for="material in job.shop?.materials"
            :key="material.id"
            type="button"
            role="radio"
            class="panel material text-left small"
            :aria-checked="plan.material.id === material.id"
            @click="chooseMaterial(material)"
          >
            <material-swatch :material="material" />
            <span class="words"
              ><span class="name">{{ material.name }}</span
              ><span class="soft"
                >{{ CLASS_NAMES[material.class] }} {{ FORM_NAMES[material.form] }},
                {{ length(material.width) }}</span
              ></span
            >
          </button>
        </div>
      </div>

      <div>
        <div class="with-help">
          <h2 class="label">{{ t('material.machine') }}</h2>
          <handbook-link page="machines-and-materials" :of="t('material.machine')" />
        </div>
        <div class="machines" role="radiogroup" :aria-label="t('material.machine')">
          <button
            v-for="{ machine, reason } in machines"
            :key="machine.id"
            type="button"
            role="radio"
            class="panel pad machine text-left small"
            :aria-checked="plan.machine.id === machine.id"
            @click="chooseMachine(machine)"
          >
            <span class="name">{{ machine.name }}</span>
            <span class="soft">{{
              t('material.upWide', {
                kind: KIND[machine.kind],
                cure: CURE[machine.cure],
                maxWidth: length(machine.maxWidth),
              })
            }}</span>
            <span class="d-flex ga-1 my-1">
              <span
                v-for="ink in machine.inks"
                :key="ink.channel"
                class="ink figures"
                :title="
                  ink.spotName
                    ? t('material.spotMustCalled', { ink: ink.name, spotName: ink.spotName })
                    : ink.name
                "
                >{{ ink.channel }}</span
              >
            </span>
            <span
              v-for="ink in machine.inks.filter(({ spotName }) => spotName)"
              :key="ink.name"
              class="soft"
            >
              {{ t('material.wantsSpotCalled', { ink: ink.name }) }}
              <b class="figures">{{ ink.spotName }}</b>
            </span>
            <span v-if="reason" class="warn mt-1">{{ reason }}</span>
          </button>
        </div>
      </div>
      <job-lots />
    </div>
    <teleport defer to="#job-side">
      <div class="panel column pad">
        <v-select
          :label="t('material.mode')"
          :items="modes"
          :model-value="plan.modeId"
          @update:model-value="job.update({ modeId: $event })"
        />
        <v-text-field
          :label="t('material.lotRollNumber')"
          maxlength="100"
          :model-value="plan.lot"
          :hint="plan.material.class === 'clear' ? t('material.whiteCrazesOverAge') : ''"
          persistent-hint
          @change="job.update({ lot: ($event.target as HTMLInputElement).value })"
        />
        <v-select
          :label="t('material.seen')"
          :items="SIDES"
          :model-value="plan.viewing.side"
          @update:model-value="job.update({ viewing: { ...plan.viewing, side: $event } })"
        />
        <v-select
          :label="t('material.lamp')"
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
.materials {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(216px, 1fr));
  gap: 12px;
  margin-top: 8px;
}

.machines {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 12px;
  margin-top: 8px;
}

.material,
.machine {
  display: grid;
  align-content: start;
  overflow: hidden;
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

.name {
  font-size: var(--size-body);
  font-weight: 600;
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
</style>
