<script setup lang="ts">
import { inkName, type Machine, type Part, textureOf } from '@kyanos/core';
import { computed, useId } from 'vue';

const props = defineProps<{
  /** An ink of a layer, with its density. */
  part: Pick<Part, 'inkRole' | 'ink' | 'density'>;
  machine: Machine;
}>();
const id = useId();
const texture = computed(() => textureOf(props.part, props.machine));
</script>

<template>
  <svg width="40" height="22" role="img" :aria-label="inkName(part, machine)">
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
