<script setup lang="ts">
/** What the house says once and means for every new job. */
import type { HouseRules } from '@kyanos/core';
import { computed, shallowRef } from 'vue';
import NumberField from '../shared/NumberField.vue';
import { activeItems, type ShopItem } from '../shared/shopItems.ts';
import { without } from '../shared/without.ts';
import DayField from './DayField.vue';
import ItemBar from './ItemBar.vue';
import { useEditing } from './useEditing.ts';
import { useItems } from './useItems.ts';

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
</script>

<template>
  <section class="stage narrow">
    <header>
      <h1 class="question">What does this house always do?</h1>
      <p class="answer">Every new job begins so. In a job each of it can be changed.</p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="chosen && book">
      <item-bar kind="rules" single :item="chosen" name="the house rules" :editing="editing" />
      <div class="panel pad stage">
        <day-field :model-value="book.holdsFrom" @update:model-value="setDay" />
        <div class="field-grid">
          <number-field
            label="Wait after white"
            unit="min"
            :max="1440"
            :model-value="rules.waitMinutes ?? 0"
            @update:model-value="set({ waitMinutes: $event })"
          />
          <number-field
            label="Gap between pieces"
            unit="mm"
            :max="1000"
            :precision="1"
            :model-value="rules.gap ?? 5"
            @update:model-value="set({ gap: $event })"
          />
          <number-field
            label="Margin at the edge"
            unit="mm"
            :max="1000"
            :precision="1"
            :model-value="rules.margin ?? 10"
            @update:model-value="set({ margin: $event })"
          />
          <v-checkbox
            label="A test print first"
            hide-details
            density="compact"
            :model-value="rules.testPrint ?? true"
            @update:model-value="set({ testPrint: !!$event })"
          />
        </div>
        <h2 class="label">Choke of specials under the image, by machine</h2>
        <div class="field-grid">
          <number-field
            v-for="{ id, data } in machines"
            :key="id"
            :label="data.name"
            unit="mm"
            :max="5"
            :step="0.05"
            :precision="2"
            :model-value="rules.chokeMm?.[id] ?? 0.2"
            @update:model-value="setChoke(id, $event)"
          />
        </div>
        <v-btn
          v-if="rules.chokeMm"
          class="reset"
          size="small"
          @click="setAll(without(rules, 'chokeMm'))"
          >Choke as the stack says</v-btn
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}

.reset {
  justify-self: start;
}
</style>
