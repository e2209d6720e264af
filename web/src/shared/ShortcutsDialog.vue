<script setup lang="ts">
import { SHORTCUTS } from './keys.ts';

const open = defineModel<boolean>({ required: true });
</script>

<template>
  <v-dialog v-model="open" max-width="440" aria-label="Keyboard shortcuts">
    <div class="panel pa-6">
      <h2 class="question mb-4">Keys</h2>
      <dl>
        <template v-for="[key, what] in SHORTCUTS" :key="key">
          <dt class="figures">{{ key }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
      <v-btn class="mt-5" color="primary" variant="flat" @click="open = false">Close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 84px 1fr;
  row-gap: 10px;
}

dt {
  font-weight: 600;
}
</style>
