<script setup lang="ts">
/** A rule as a list: what it begins with, then step after step; a step may hold such a list itself. */
import {
  addStep,
  moveStep,
  newStep,
  type Recipe,
  removeStep,
  replaceStep,
  stepWords,
} from '@kyanos/core';
import { mdiArrowDown, mdiArrowUp, mdiClose, mdiPlus } from '@mdi/js';
import { STEPS } from './edit.ts';
import SourceFields from './SourceFields.vue';
import StepFields from './StepFields.vue';
import { t } from '../texts/texts.ts';

const recipe = defineModel<Recipe>({ required: true });
defineProps<{
  label: string;
  /** What each step adds or takes away, in words. */
  effects?: readonly string[];
}>();
const titleOf = (kind: string) => STEPS.find(({ value }) => value === kind)!.title;
</script>

<template>
  <div class="column">
    <source-fields
      :label="label"
      :model-value="recipe.from"
      @update:model-value="recipe = { ...recipe, from: $event }"
    />
    <ol v-if="recipe.steps.length" class="column ga-2">
      <li
        v-for="(step, i) in recipe.steps"
        :key="i"
        class="column ga-2"
        :aria-label="stepWords(step)"
      >
        <div class="d-flex align-center ga-2">
          <strong>{{ titleOf(step.do) }}</strong>
          <span v-if="effects?.[i]" class="figures small soft">{{ effects[i] }}</span>
          <span class="d-flex ml-auto tools">
            <v-btn
              size="small"
              variant="text"
              :icon="mdiArrowUp"
              :disabled="i === 0"
              :aria-label="t('plates.doEarlier', { do: titleOf(step.do) })"
              @click="recipe = moveStep(recipe, i, -1)"
            />
            <v-btn
              size="small"
              variant="text"
              :icon="mdiArrowDown"
              :disabled="i === recipe.steps.length - 1"
              :aria-label="t('plates.doLater', { do: titleOf(step.do) })"
              @click="recipe = moveStep(recipe, i, 1)"
            />
            <v-btn
              size="small"
              variant="text"
              :icon="mdiClose"
              :aria-label="t('plates.takeOut', { step: stepWords(step) })"
              @click="recipe = removeStep(recipe, i)"
            />
          </span>
        </div>
        <recipe-editor
          v-if="'with' in step"
          :label="t('plates.whatStep')"
          :model-value="step.with"
          @update:model-value="recipe = replaceStep(recipe, i, { ...step, with: $event })"
        />
        <step-fields
          v-else
          :model-value="step"
          @update:model-value="recipe = replaceStep(recipe, i, $event)"
        />
      </li>
    </ol>
    <v-menu close-on-content-click>
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :prepend-icon="mdiPlus" variant="tonal">{{
          t('plates.then')
        }}</v-btn>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="{ value, title } in STEPS"
          :key="value"
          :title="title"
          @click="recipe = addStep(recipe, newStep(value))"
        />
      </v-list>
    </v-menu>
  </div>
</template>

<style scoped>
li {
  padding: 4px 10px 10px 12px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface-variant));
}

li li {
  background: rgb(var(--v-theme-surface));
}

.tools {
  margin-right: -6px;
}
</style>
