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
      <section class="about" :aria-label="t('shared.aboutThisScreen')">
        <page-text :id="page" @left="open = false" />
        <v-btn class="mt-4" variant="tonal" :to="`/handbook/${page}`" @click="open = false">{{
          t('shared.openHandbook')
        }}</v-btn>
        <v-btn class="mt-4 ml-3" color="primary" variant="flat" @click="open = false">{{
          t('shared.close')
        }}</v-btn>
      </section>
      <section class="keys">
        <h2 class="question mb-4">{{ t('shared.keys') }}</h2>
        <div class="scopes">
          <section v-for="scope in SCOPES" :key="scope.title">
            <h3 class="label">{{ scope.title }}</h3>
            <dl>
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
.help {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 32px;
}

.about {
  overflow-y: auto;
  max-height: 74vh;
}

.keys {
  overflow-y: auto;
  max-height: 74vh;
}

@media (max-width: 900px) {
  .help {
    grid-template-columns: minmax(0, 1fr);
  }
}

.scopes {
  display: grid;
  gap: 4px;
}

section {
  padding-bottom: 10px;
  break-inside: avoid;
}

dl {
  display: grid;
  grid-template-columns: 140px 1fr;
  gap: 2px 10px;
}

dt {
  font-weight: 600;
}
</style>
