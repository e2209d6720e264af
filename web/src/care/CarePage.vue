<script setup lang="ts">
/** The room of care: white kept alive. */
import RoomPage from '../shared/RoomPage.vue';
import { SECTIONS } from './sections.ts';
import { t } from '../texts/texts.ts';
</script>

<template>
  <room-page :label="t('care.sectionsCare')" room="care" :sections="SECTIONS" />
</template>
