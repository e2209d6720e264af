<script setup lang="ts">
/** Every key, by where it does something. */
import { KEYS } from './keys.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const SCOPES = Object.values(KEYS).map(({ title, keys }) => ({
  title,
  keys: Object.values<{ readonly keys: readonly string[]; shown?: string; what: string }>(keys).map(
    ({ keys: [key], shown, what }) => ({ key: shown ?? key, what }),
  ),
}));
</script>

<template>
  <v-dialog v-model="open" max-width="900" :aria-label="t('shared.keyboardShortcuts')">
    <div class="panel pa-6">
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
      <v-btn class="mt-4" color="primary" variant="flat" @click="open = false">{{
        t('shared.close')
      }}</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
.scopes {
  columns: 380px 2;
  column-gap: 32px;
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
