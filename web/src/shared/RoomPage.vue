<script setup lang="ts">
/** A room with its parts: links across the top, the part below. */
import type { SomeEndpoint } from '@kyanos/contract';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { may } from './me.ts';

const props = defineProps<{
  /** What the links lead through. */
  label: string;
  /** Names of routes are the room's, a dash, and the part's. */
  room: string;
  /** The parts in the order of the bar, each with the last part of its route's name. */
  sections: readonly {
    readonly id: string;
    readonly name: string;
    /** What the part shows; it is not offered to whoever may not see that. */
    readonly shows?: SomeEndpoint;
  }[];
}>();
const route = useRoute();
const open = computed(() => props.sections.filter(({ shows }) => !shows || may(shows)));
</script>

<template>
  <div class="room">
    <nav class="room-bar" :aria-label="label">
      <router-link
        v-for="section in open"
        :key="section.id"
        :to="{ name: `${room}-${section.id}` }"
        class="room-link"
        :aria-current="String(route.name).startsWith(`${room}-${section.id}`) ? 'page' : undefined"
        >{{ section.name }}</router-link
      >
      <span class="flex-1-1-0"></span>
      <slot></slot>
    </nav>
    <main class="room-content">
      <slot name="content"><router-view /></slot>
    </main>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
</style>
