<script setup lang="ts">
/** Which figures of a material are only usual for its kind; nothing where all are told. */
import type { Material, MaterialFigure } from '@kyanos/core';

defineProps<{ material: Material }>();
const emit = defineEmits<{ right: [] }>();

const NAMES: Readonly<Record<MaterialFigure, string>> = {
  optics: 'colour and light',
  thickness: 'thickness',
  pricePerM2: 'price',
};
const list = new Intl.ListFormat('en', { type: 'conjunction' });
</script>

<template>
  <div v-if="material.assumed?.length" class="notice">
    <p class="small">
      <b>Assumed:</b> {{ list.format(material.assumed.map((figure) => NAMES[figure])) }}. These are
      usual for such a material. Type what your data sheet and your supplier say.
    </p>
    <v-btn size="small" @click="emit('right')">They are right</v-btn>
  </div>
</template>

<style scoped>
b {
  color: rgb(var(--v-theme-warning));
}
</style>
