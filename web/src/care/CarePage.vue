<script setup lang="ts">
/** The room of care: white kept alive. */
import RoomPage from '../shared/RoomPage.vue';
import { SECTIONS } from './sections.ts';
</script>

<template>
  <room-page label="Sections of care" room="care" :sections="SECTIONS" />
</template>
