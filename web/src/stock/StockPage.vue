<script setup lang="ts">
/** The room of the stock: what lies on the shelf. */
import RoomPage from '../shared/RoomPage.vue';
import { SECTIONS } from './sections.ts';
</script>

<template>
  <room-page label="Sections of the stock" room="stock" :sections="SECTIONS" />
</template>
