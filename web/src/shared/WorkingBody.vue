<script setup lang="ts">
/** How a number was come by: the formula, what went into it, and the source. */
import type { Working } from '@kyanos/core';
import { plain } from './format.ts';
import { t } from '../texts/texts.ts';

defineProps<{
  /** A figure with its formula, terms and source. */
  working: Working;
}>();
</script>

<template>
  <div class="panel working" data-testid="working">
    <p class="label">{{ working.label }}</p>
    <p class="formula">{{ working.formula }}</p>
    <table class="table">
      <tbody>
        <tr v-for="term in working.terms" :key="term.label">
          <th scope="row">
            {{ term.label }}
            <span v-if="term.from" class="d-block small soft font-weight-regular">{{
              term.from
            }}</span>
          </th>
          <td class="figures right">{{ plain(term.value) }} {{ term.unit }}</td>
        </tr>
        <tr class="font-weight-bold">
          <th scope="row" class="font-weight-bold">{{ working.label }}</th>
          <td class="figures right">{{ plain(working.value) }} {{ working.unit }}</td>
        </tr>
      </tbody>
    </table>
    <router-link class="d-block small soft font-weight-regular" to="/handbook/estimating">{{
      t('shared.howCalculated')
    }}</router-link>
    <p v-if="working.source" class="d-block small soft font-weight-regular">
      {{ t('shared.source', { source: working.source }) }}
    </p>
  </div>
</template>

<style scoped>
.working {
  padding: 14px 16px;
  box-shadow: 0 8px 30px rgb(10 20 40 / 22%);
}

.formula {
  margin: 2px 0 10px;
  font-size: var(--size-lead);
}

th,
td {
  padding: 5px 0;
  border-top: 1px solid var(--line);
  vertical-align: top;
}

td {
  text-align: right;
  white-space: nowrap;
  padding-left: 16px;
}
</style>
