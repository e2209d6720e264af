<script setup lang="ts">
import { SHORTCUTS } from './keys.ts';

const open = defineModel<boolean>({ required: true });
</script>

<template>
  <v-dialog v-model="open" max-width="860" aria-label="Keyboard shortcuts">
    <div class="panel pa-6">
      <h2 class="question mb-4">Keys</h2>
      <dl>
        <div v-for="[key, what] in SHORTCUTS" :key="key">
          <dt class="figures">{{ key }}</dt>
          <dd>{{ what }}</dd>
        </div>
      </dl>
      <v-btn class="mt-5" color="primary" variant="flat" @click="open = false">Close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  columns: 380px 2;
  column-gap: 32px;
}

dl > div {
  display: grid;
  grid-template-columns: 104px 1fr;
  gap: 10px;
  padding: 4px 0;
  break-inside: avoid;
}

dt {
  font-weight: 600;
}
</style>
