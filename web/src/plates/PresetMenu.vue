<script setup lang="ts">
/** Ready rules for this plate, and ready beginnings for the whole stack: ours and the shop's own. */
import { API, type Problem, type SavedPreset } from '@kyanos/contract';
import {
  formatStack,
  parseRule,
  parseStack,
  PRESETS,
  WISHES,
  type PlateRule,
  type Stack,
} from '@kyanos/core';
import { mdiDeleteOutline } from '@mdi/js';
import { onMounted, ref, shallowRef } from 'vue';
import { call, Refused } from '../shared/api.ts';

const props = defineProps<{ stack: Stack }>();
const emit = defineEmits<{ rule: [rule: PlateRule]; stack: [stack: Stack] }>();

const own = shallowRef<readonly SavedPreset[]>([]);
const problem = shallowRef<Problem>();
const load = async () => (own.value = await call(API.listPresets, {}));
onMounted(load);

const saving = ref(false);
const name = ref('');
const about = ref('');
async function tried(act: () => Promise<unknown>): Promise<boolean> {
  problem.value = undefined;
  try {
    await act();
    await load();
    return true;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.problem;
    return false;
  }
}
async function save() {
  const body = { name: name.value, about: about.value, notation: props.stack };
  if (await tried(() => call(API.makePreset, { body }))) {
    saving.value = false;
    name.value = about.value = '';
  }
}
</script>

<template>
  <div class="menus">
    <v-menu close-on-content-click>
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" variant="tonal">Ready rules</v-btn>
      </template>
      <v-list lines="two" max-width="420">
        <v-list-item
          v-for="wish in WISHES"
          :key="wish.id"
          :title="wish.name"
          :subtitle="wish.about"
          @click="emit('rule', parseRule(wish.rule))"
        />
      </v-list>
    </v-menu>
    <v-menu close-on-content-click>
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" variant="tonal">Presets of the whole stack</v-btn>
      </template>
      <v-list lines="two" max-width="460">
        <v-list-item
          v-for="preset in own"
          :key="preset.id"
          :title="preset.name"
          :subtitle="preset.about || preset.notation"
          @click="emit('stack', parseStack(preset.notation))"
        >
          <template #append>
            <v-btn
              variant="text"
              size="small"
              :icon="mdiDeleteOutline"
              :aria-label="`Remove the preset ${preset.name}`"
              @click.stop="tried(() => call(API.removePreset, { params: { id: preset.id } }))"
            />
          </template>
        </v-list-item>
        <v-divider v-if="own.length" />
        <v-list-item
          v-for="preset in PRESETS"
          :key="preset.name"
          :title="preset.name"
          :subtitle="preset.about"
          @click="emit('stack', parseStack(preset.notation))"
        />
        <v-divider />
        <v-list-item
          title="Save this stack as a preset…"
          subtitle="layers, densities, hits, mirroring and rules"
          @click="saving = true"
        />
      </v-list>
    </v-menu>
    <v-dialog v-model="saving" max-width="460" aria-label="Save as a preset">
      <form class="panel dialog" @submit.prevent="save">
        <h2 class="question">What is this preset called?</h2>
        <p class="soft">It keeps layers, densities, hits, mirroring and the rule of every plate.</p>
        <v-text-field v-model="name" label="Name" maxlength="80" autofocus />
        <v-text-field v-model="about" label="What it is for" maxlength="200" />
        <p class="figures notation">{{ formatStack(stack) }}</p>
        <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
        <div class="ways">
          <v-btn @click="saving = false">Cancel</v-btn>
          <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">Save</v-btn>
        </div>
      </form>
    </v-dialog>
  </div>
</template>

<style scoped>
.menus {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.dialog {
  display: grid;
  gap: 12px;
  padding: 22px;
}

.notation {
  font-size: var(--size-small);
  overflow-wrap: anywhere;
}

.ways {
  display: flex;
  justify-content: end;
  gap: 8px;
}
</style>
