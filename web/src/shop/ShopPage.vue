<script setup lang="ts">
/** The room of the shop: what jobs are planned with. */
import { useRoute } from 'vue-router';
import { SECTIONS } from './sections.ts';

const route = useRoute();
</script>

<template>
  <div class="room">
    <nav class="room-bar" aria-label="Sections of the shop">
      <router-link
        v-for="section in SECTIONS"
        :key="section.id"
        :to="{ name: `shop-${section.id}` }"
        class="room-link"
        :aria-current="route.name === `shop-${section.id}` ? 'page' : undefined"
        >{{ section.name }}</router-link
      >
    </nav>
    <main class="content">
      <router-view />
    </main>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}

.content {
  overflow-y: auto;
  padding: 18px 20px 32px;
}
</style>
