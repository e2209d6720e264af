<script setup lang="ts">
/** What is due on any machine, from any screen; nothing where nothing is. */
import { mdiBellRingOutline } from '@mdi/js';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { due, loadDue } from './due.ts';
import { t } from '../texts/texts.ts';

/** Looked at again and again: hours pass without anybody writing anything down. */
const DUE_MS = 120_000;
void loadDue();
useIntervalFn(() => void loadDue(), DUE_MS);
const now = computed(() => due.value.filter(({ when }) => when === 'now').length);
const open = ref(false);
const WHEN = { now: t('shared.now'), soon: t('shared.soon') };
</script>

<template>
  <v-menu v-if="due.length > 0" v-model="open" max-width="460">
    <template #activator="{ props: activator }">
      <button
        v-bind="activator"
        type="button"
        class="due"
        :aria-label="
          t('shared.dueMachines', {
            n: due.length,
            rest: now > 0 ? t('shared.themNow', { now }) : '',
          })
        "
      >
        <v-icon :icon="mdiBellRingOutline" />
        <span class="badge figures" :class="{ soon: now === 0 }">{{ now || due.length }}</span>
      </button>
    </template>
    <ul class="panel column ga-0 list">
      <li v-for="one in due" :key="`${one.machine} ${one.code} ${one.run ?? ''}`">
        <router-link
          :to="
            one.run
              ? { name: 'care-procedures-run', params: { run: one.run } }
              : { name: 'care-machines', params: { item: one.machine } }
          "
          class="entry d-block"
          @click="open = false"
        >
          <b>{{ one.name }}, {{ WHEN[one.when] }}.</b> {{ one.says }}
        </router-link>
      </li>
    </ul>
  </v-menu>
</template>

<style scoped>
.due {
  position: relative;
  display: grid;
  place-items: center;
  width: 48px;
  height: 44px;
  color: inherit;
}

/* What needs a decision. */
.badge {
  position: absolute;
  top: 2px;
  right: 2px;
  display: grid;
  place-items: center;
  min-width: 18px;
  height: 18px;
  padding: 0 4px;
  border-radius: 9px;
  background: #e2763c;
  color: #14213d;
  font-size: 0.75rem;
  font-weight: 700;
}

.badge.soon {
  background: #8db4e2;
}

.list {
  max-height: 70vh;
  padding: 8px;
  overflow-y: auto;
}
</style>
