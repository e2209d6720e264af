<script setup lang="ts">
/** The room of the stock: what lies on the shelf. */
import RoomPage from '../shared/RoomPage.vue';
import { SECTIONS } from './sections.ts';
import { t } from '../texts/texts.ts';
</script>

<template>
  <room-page :label="t('stock.sectionsStock')" room="stock" :sections="SECTIONS" />
</template>
