<script setup lang="ts">
/** The room of the shop: what jobs are planned with. */
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import ShopFileButtons from './ShopFileButtons.vue';
import { SECTIONS } from './sections.ts';

const route = useRoute();
/** Files that were taken in: what is shown is fetched anew. */
const taken = ref(0);
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
      <span class="grow"></span>
      <shop-file-buttons @taken="taken++" />
    </nav>
    <main class="content">
      <router-view :key="taken" />
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

.content {
  overflow-y: auto;
  padding: 18px 20px 32px;
}
</style>
