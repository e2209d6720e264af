<script setup lang="ts">
/** What the screen is for, as the handbook says it, and every key by where it does something. */
import { pageOfScreen } from '@kyanos/core';
import { useRoute } from 'vue-router';
import PageText from '../handbook/PageText.vue';
import { KEYS } from './keys.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const page = pageOfScreen(String(useRoute().name ?? ''));
const SCOPES = Object.values(KEYS).map(({ title, keys }) => ({
  title,
  keys: Object.values<{ readonly keys: readonly string[]; shown?: string; what: string }>(keys).map(
    ({ keys: [key], shown, what }) => ({ key: shown ?? key, what }),
  ),
}));
</script>

<template>
  <v-dialog v-model="open" max-width="1180" :aria-label="t('shared.keyboardShortcuts')">
    <div class="panel pa-6 help">
      <section class="scrolls" :aria-label="t('shared.aboutThisScreen')">
        <page-text :id="page" @left="open = false" />
        <v-btn class="mt-4" variant="tonal" :to="`/handbook/${page}`" @click="open = false">{{
          t('shared.openHandbook')
        }}</v-btn>
        <v-btn class="mt-4 ml-3" color="primary" variant="flat" @click="open = false">{{
          t('shared.close')
        }}</v-btn>
      </section>
      <section class="scrolls">
        <h2 class="question mb-4">{{ t('shared.keys') }}</h2>
        <div class="column ga-1">
          <section v-for="scope in SCOPES" :key="scope.title">
            <h3 class="label">{{ scope.title }}</h3>
            <dl class="facts">
              <template v-for="{ key, what } in scope.keys" :key="key">
                <dt class="figures">{{ key }}</dt>
                <dd>{{ what }}</dd>
              </template>
            </dl>
          </section>
        </div>
      </section>
    </div>
  </v-dialog>
</template>

<style scoped>
.facts {
  grid-template-columns: 120px 1fr;
}

.scrolls {
  overflow-y: auto;
  max-height: 74vh;
}

.help {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 32px;
}

@media (max-width: 900px) {
  .help {
    grid-template-columns: minmax(0, 1fr);
  }
}

section {
  padding-bottom: 10px;
  break-inside: avoid;
}
</style>
