<script setup lang="ts">
/** The room of the shop: what jobs are planned with. */
import { ref } from 'vue';
import RoomPage from '../shared/RoomPage.vue';
import ShopFileButtons from './ShopFileButtons.vue';
import { SECTIONS } from './sections.ts';
import { t } from '../texts/texts.ts';

/** Files that were taken in: what is shown is fetched anew. */
const taken = ref(0);
</script>

<template>
  <room-page :label="t('shop.sectionsShop')" room="shop" :sections="SECTIONS">
    <shop-file-buttons @taken="taken++" />
    <template #content><router-view :key="taken" /></template>
  </room-page>
</template>
