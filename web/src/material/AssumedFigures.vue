<script setup lang="ts">
/** Which figures of a material are only usual for its kind; nothing where all are stated. */
import { listed, type Material, type MaterialFigure } from '@kyanos/core';
import { fieldName } from '../shop/fieldNames.ts';
import { t } from '../texts/texts.ts';

defineProps<{ material: Material }>();
const emit = defineEmits<{ right: [] }>();

const NAMES: Readonly<Record<MaterialFigure, string>> = {
  optics: t('material.colourLight'),
  thickness: fieldName('thickness'),
  pricePerM2: fieldName('pricePerM2'),
};
</script>

<template>
  <div v-if="material.assumed?.length" class="notice">
    <p class="small">
      <b class="text-warning">{{ t('material.assumed') }}</b>
      {{
        t('material.theseUsualSuchMaterial', {
          assumed: listed(material.assumed.map((figure) => NAMES[figure])),
        })
      }}
    </p>
    <v-btn size="small" @click="emit('right')">{{ t('material.theyRight') }}</v-btn>
  </div>
</template>
