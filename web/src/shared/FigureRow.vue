<script setup lang="ts">
/** Figures side by side, each with its name; those that have a working open it. */
import type { Working } from '@kyanos/core';
import FigureValue from './FigureValue.vue';

defineProps<{
  /** From left to right: a name, and the value with its unit; with a working it can be opened. */
  figures: readonly {
    readonly name: string;
    readonly text: string;
    readonly working?: Working | undefined;
    /** Something to look into. */
    readonly bad?: boolean;
  }[];
}>();
</script>

<template>
  <div class="line">
    <dl>
      <div v-for="{ name, text, working, bad } in figures" :key="name">
        <dt class="label">{{ name }}</dt>
        <dd class="figures" :class="{ warn: bad }">
          <figure-value v-if="working" :text="text" :working="working" />
          <template v-else>{{ text }}</template>
        </dd>
      </div>
    </dl>
    <slot />
  </div>
</template>

<style scoped>
.line,
dl {
  display: flex;
  gap: 2px 22px;
  align-items: start;
}

.line {
  min-height: 42px;
  overflow-x: auto;
  white-space: nowrap;
}

dt {
  line-height: 1.2;
}

dd {
  font-weight: 600;
  line-height: 1.3;
}
</style>
