<script setup lang="ts">
/** Fields that only some may change. Others read them, with the reason on top; a field that can’t be typed into is not grey. */
import type { SomeEndpoint } from '@kyanos/contract';
import { computed } from 'vue';
import { whoMay } from './me.ts';

const props = defineProps<{
  /** What keeps the fields. */
  by: SomeEndpoint;
}>();
const why = computed(() => whoMay(props.by));
</script>

<template>
  <v-form v-if="why" readonly class="stage" @submit.prevent>
    <p class="notice">{{ why }}</p>
    <slot></slot>
  </v-form>
  <slot v-else></slot>
</template>
