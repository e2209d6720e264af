<script setup lang="ts">
/** A room with its parts: links across the top, the part below. */
import { useRoute } from 'vue-router';

defineProps<{
  /** What the links lead through. */
  label: string;
  /** Names of routes are the room's, a dash, and the part's. */
  room: string;
  /** The parts in the order of the bar, each with the last part of its route's name. */
  sections: readonly { readonly id: string; readonly name: string }[];
}>();
const route = useRoute();
</script>

<template>
  <div class="room">
    <nav class="room-bar" :aria-label="label">
      <router-link
        v-for="section in sections"
        :key="section.id"
        :to="{ name: `${room}-${section.id}` }"
        class="room-link"
        :aria-current="String(route.name).startsWith(`${room}-${section.id}`) ? 'page' : undefined"
        >{{ section.name }}</router-link
      >
      <span class="grow"></span>
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

.grow {
  flex: 1;
}
</style>
