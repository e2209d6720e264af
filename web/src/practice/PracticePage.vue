<script setup lang="ts">
/** The room of practice: what is learnt by spoilt sheets, on simulated ones. */
import RoomPage from '../shared/RoomPage.vue';
import { SECTIONS } from './sections.ts';
import { t } from '../texts/texts.ts';
</script>

<template>
  <room-page :label="t('practice.sections')" room="practice" :sections="SECTIONS" />
</template>
