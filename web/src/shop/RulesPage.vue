<script setup lang="ts">
/** What the house says once and means for every new job. */
import { USUAL_CHOKE_MM, USUAL_GRAIN_WHITE, type HouseRules } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import OnlySome from '../shared/OnlySome.vue';
import NumberField from '../shared/NumberField.vue';
import { activeItems, type ShopItem } from '../shared/shopItems.ts';
import { without } from '../shared/without.ts';
import DayField from '../shared/DayField.vue';
import ItemBar from './ItemBar.vue';
import { useEditing } from './useEditing.ts';
import { useItems } from './useItems.ts';
import { t } from '../texts/texts.ts';

const { items, problem, load } = useItems('rules');
const chosen = computed(() => items.value?.[0]);
const editing = useEditing('rules', chosen, load);
const book = computed(() => editing.edited.value);
const rules = computed<HouseRules>(() => book.value?.rules ?? {});
const machines = shallowRef<readonly ShopItem<'machine'>[]>([]);
void activeItems('machine').then((found) => (machines.value = found));

const setAll = (next: HouseRules) => editing.set({ ...book.value!, rules: next });
const set = (change: Partial<HouseRules>) => setAll({ ...rules.value, ...change });
function setDay(day: string | undefined) {
  const rest = without(book.value!, 'holdsFrom');
  editing.set(day ? { ...rest, holdsFrom: day } : rest);
}
const setChoke = (id: string, mm: number) => set({ chokeMm: { ...rules.value.chokeMm, [id]: mm } });
function noChoke(id: string) {
  const chokeMm = without(rules.value.chokeMm!, id);
  if (Object.keys(chokeMm).length > 0) set({ chokeMm });
  else setAll(without(rules.value, 'chokeMm'));
}
</script>

<template>
  <section class="stage narrow">
    <header>
      <h1 class="question">{{ t('shop.whatDoesHouseAlways') }}</h1>
      <p class="answer">{{ t('shop.everyNewJobBegins') }}</p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="chosen && book">
      <item-bar
        kind="rules"
        single
        :item="chosen"
        :name="t('shop.houseRules')"
        :editing="editing"
      />
      <only-some :by="SHOP_ENDPOINTS.rules.save">
        <div class="panel pad stage">
          <day-field
            :label="t('shop.holdsFrom')"
            :model-value="book.holdsFrom"
            @update:model-value="setDay"
          />
          <div class="field-grid">
            <number-field
              :label="t('shop.waitAfterWhite')"
              unit="min"
              :max="1440"
              :model-value="rules.waitMinutes ?? 0"
              @update:model-value="set({ waitMinutes: $event })"
            />
            <number-field
              :label="t('shop.gapBetweenPieces')"
              unit="mm"
              :max="1000"
              :precision="1"
              :model-value="rules.gap ?? 5"
              @update:model-value="set({ gap: $event })"
            />
            <number-field
              :label="t('shop.marginEdge')"
              unit="mm"
              :max="1000"
              :precision="1"
              :model-value="rules.margin ?? 10"
              @update:model-value="set({ margin: $event })"
            />
            <v-checkbox
              :label="t('shop.testPrintFirst')"
              hide-details
              density="compact"
              :model-value="rules.testPrint ?? true"
              @update:model-value="set({ testPrint: !!$event })"
            />
          </div>
          <h2 class="label">{{ t('shop.whiteHintGrainWood') }}</h2>
          <p class="soft small">
            {{ t('shop.densityWhichGrainStill') }}
          </p>
          <div class="field-grid">
            <number-field
              v-if="rules.grainWhite !== undefined"
              :label="t('shop.white')"
              unit="%"
              :min="1"
              :max="100"
              :model-value="rules.grainWhite"
              @update:model-value="set({ grainWhite: $event })"
            />
            <v-btn
              v-if="rules.grainWhite === undefined"
              class="reset"
              size="small"
              @click="set({ grainWhite: USUAL_GRAIN_WHITE })"
              >{{ t('shop.setDensity') }}</v-btn
            >
            <v-btn
              v-else
              class="reset"
              size="small"
              @click="setAll(without(rules, 'grainWhite'))"
              >{{ t('shop.noHouseRule') }}</v-btn
            >
          </div>
          <h2 class="label">{{ t('shop.chokeSpecialsUnderImage') }}</h2>
          <p class="soft small">{{ t('shop.withoutHouseRuleStacks') }}</p>
          <div v-for="{ id, data } in machines" :key="id" class="choke">
            <span>{{ data.name }}</span>
            <template v-if="rules.chokeMm?.[id] !== undefined">
              <number-field
                :label="t('shop.chokeOf', { machine: data.name })"
                unit="mm"
                :max="5"
                :step="0.05"
                :precision="2"
                :model-value="rules.chokeMm[id]"
                @update:model-value="setChoke(id, $event)"
              />
              <v-btn size="small" @click="noChoke(id)">{{ t('shop.noHouseRule') }}</v-btn>
            </template>
            <v-btn v-else size="small" @click="setChoke(id, USUAL_CHOKE_MM)">{{
              t('shop.setChoke')
            }}</v-btn>
          </div>
        </div>
      </only-some>
    </template>
  </section>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}

.reset {
  align-self: center;
  justify-self: start;
}

.choke {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 220px auto;
  gap: 12px;
  align-items: center;
}
</style>
