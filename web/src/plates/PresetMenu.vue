<script setup lang="ts">
/** Ready rules for this plate, and ready beginnings for the whole stack: ours and the shop's own. */
import { SHOP_ENDPOINTS, type Problem } from '@kyanos/contract';
import {
  formatStack,
  freeId,
  parseRule,
  parseStack,
  PRESETS,
  WISHES,
  type PlateRule,
  type Stack,
} from '@kyanos/core';
import { mdiDeleteOutline } from '@mdi/js';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { may, whoMay } from '../shared/me.ts';
import { vFirstField } from '../shared/firstField.ts';
import { listItems, type ShopItem } from '../shared/shopItems.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ stack: Stack }>();
const emit = defineEmits<{ rule: [rule: PlateRule]; stack: [stack: Stack] }>();

const presets = shallowRef<readonly ShopItem<'preset'>[]>([]);
const own = computed(() => presets.value.filter(({ standing }) => standing === 'active'));
const problem = shallowRef<Problem>();
const load = async () => (presets.value = await listItems('preset'));
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
const retire = (id: string) =>
  tried(() => call(SHOP_ENDPOINTS.preset.stand, { params: { id }, body: { standing: 'retired' } }));
async function save() {
  const data = { name: name.value, about: about.value, notation: formatStack(props.stack) };
  // One of the same name that is in use is refused; a name that was retired may come again.
  const retired = presets.value.filter(({ standing }) => standing === 'retired');
  const id = freeId(
    name.value,
    retired.map((preset) => preset.id),
  );
  if (
    await tried(() => call(SHOP_ENDPOINTS.preset.make, { body: { id, standing: 'active', data } }))
  ) {
    saving.value = false;
    name.value = about.value = '';
  }
}
</script>

<template>
  <div class="row">
    <v-menu close-on-content-click>
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" variant="tonal">{{ t('plates.readyRules') }}</v-btn>
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
        <v-btn v-bind="activator" variant="tonal">{{ t('plates.presetsWholeStack') }}</v-btn>
      </template>
      <v-list lines="two" max-width="460">
        <v-list-item
          v-for="preset in own"
          :key="preset.id"
          :title="preset.data.name"
          :subtitle="preset.data.about || preset.data.notation"
          @click="emit('stack', parseStack(preset.data.notation))"
        >
          <template v-if="may(SHOP_ENDPOINTS.preset.stand)" #append>
            <v-btn
              variant="text"
              size="small"
              :icon="mdiDeleteOutline"
              :aria-label="t('plates.removePreset', { data: preset.data.name })"
              @click.stop="retire(preset.id)"
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
          :title="t('plates.saveStackPreset')"
          :subtitle="whoMay(SHOP_ENDPOINTS.preset.make) ?? t('plates.layersDensitiesHitsMirroring')"
          :disabled="!may(SHOP_ENDPOINTS.preset.make)"
          @click="saving = true"
        />
      </v-list>
    </v-menu>
    <v-dialog v-model="saving" max-width="460" :aria-label="t('plates.savePreset')">
      <form class="panel dialog-form" @submit.prevent="save">
        <h2 class="question">{{ t('plates.whatPresetCalled') }}</h2>
        <p class="soft">{{ t('plates.keepsLayersDensitiesHits') }}</p>
        <v-text-field v-model="name" v-first-field :label="t('plates.name')" maxlength="80" />
        <v-text-field v-model="about" :label="t('plates.what')" maxlength="200" />
        <p class="figures small text-break">{{ formatStack(stack) }}</p>
        <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
        <div class="dialog-buttons">
          <v-btn variant="text" @click="saving = false">{{ t('plates.cancel') }}</v-btn>
          <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">{{
            t('plates.save')
          }}</v-btn>
        </div>
      </form>
    </v-dialog>
  </div>
</template>
