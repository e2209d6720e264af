<script setup lang="ts">
/** A piece of the material, drawn by its class. */
import { type Material } from '@kyanos/core';
import { computed, useId } from 'vue';
import { labToCss } from '../shared/colour.ts';

const props = defineProps<{ material: Material }>();
const id = useId();
const colour = computed(() => labToCss(props.material.optics.lab));
</script>

<template>
  <svg viewBox="0 0 120 120" preserveAspectRatio="xMidYMid slice" aria-hidden="true">
    <defs>
      <linearGradient :id="`${id}m`" x1="0" y1="0" x2="1" y2="0.3">
        <stop offset="0" stop-color="#fff" stop-opacity="0" />
        <stop offset="0.45" stop-color="#fff" stop-opacity="0.55" />
        <stop offset="0.6" stop-color="#000" stop-opacity="0.12" />
        <stop offset="1" stop-color="#fff" stop-opacity="0.2" />
      </linearGradient>
      <pattern :id="`${id}b`" width="60" height="6" patternUnits="userSpaceOnUse">
        <path
          d="M0 1H60M0 3.400H38M44 3.400H60M0 5H22M30 5H60"
          stroke="#000"
          stroke-opacity="0.09"
          stroke-width="0.7"
        />
      </pattern>
      <pattern :id="`${id}k`" width="34" height="22" patternUnits="userSpaceOnUse">
        <path
          d="M2 4l7 2M18 3l6 -1M28 12l5 3M8 15l8 -2M20 19l6 1M3 20l4 1"
          stroke="#4a2f14"
          stroke-opacity="0.3"
          stroke-width="0.8"
        />
      </pattern>
      <pattern :id="`${id}g`" width="14" height="14" patternUnits="userSpaceOnUse">
        <rect width="14" height="14" fill="#f7f4ec" />
        <path d="M0 0h7v7H0zM7 7h7v7H7z" fill="#d9e2e8" />
      </pattern>
    </defs>
    <rect width="120" height="120" :fill="material.class === 'clear' ? `url(#${id}g)` : colour" />
    <rect
      v-if="material.class === 'clear'"
      width="120"
      height="120"
      :fill="colour"
      :opacity="1 - material.optics.transmittance"
    />
    <rect v-if="material.class === 'metallic'" width="120" height="120" :fill="`url(#${id}b)`" />
    <rect
      v-if="material.class === 'metallic' || material.class === 'clear'"
      width="120"
      height="120"
      :fill="`url(#${id}m)`"
    />
    <rect v-if="material.class === 'natural'" width="120" height="120" :fill="`url(#${id}k)`" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 100%;
  min-height: 62px;
}
</style>
