<script setup lang="ts">
import { INK_ROLE_NAMES, type InkRole } from '@kyanos/core';
import { computed, useId } from 'vue';
import { textureOf } from './textures.ts';

const props = withDefaults(defineProps<{ inkRole: InkRole; density?: number }>(), { density: 100 });
const id = useId();
const texture = computed(() => textureOf(props.inkRole, props.density));
</script>

<template>
  <svg width="40" height="22" role="img" :aria-label="INK_ROLE_NAMES[inkRole]">
    <defs>
      <pattern :id="id" :width="texture.tile" :height="texture.tile" patternUnits="userSpaceOnUse">
        <rect :width="texture.tile" :height="texture.tile" :fill="texture.ground" />
        <!-- eslint-disable-next-line vue/no-v-html -- drawn in textures.ts, nothing from outside -->
        <g v-html="texture.marks"></g>
      </pattern>
    </defs>
    <rect
      x="0.5"
      y="0.5"
      width="39"
      height="21"
      rx="3"
      :fill="`url(#${id})`"
      stroke="#14213d"
      stroke-opacity="0.35"
    />
  </svg>
</template>
