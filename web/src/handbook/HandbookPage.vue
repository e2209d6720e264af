<script setup lang="ts">
/** The handbook: pages on the left, found by words, one to read on the right. */
import { PAGE_GROUPS, PAGES } from '@kyanos/core';
import { mdiMagnify } from '@mdi/js';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { t } from '../texts/texts.ts';
import PageText from './PageText.vue';
import { pageNamed } from './pages.ts';
import { findPlaces } from './search.ts';

const props = defineProps<{ page?: string }>();
const route = useRoute();
const shown = computed(() => props.page || 'stages/artwork');
const words = ref('');
const found = computed(() => (words.value.trim() ? findPlaces(words.value) : undefined));

const GROUP_WORDS = {
  stages: t('handbook.stages'),
  topics: t('handbook.topics'),
  stacks: t('handbook.stacks'),
  materials: t('handbook.materials'),
  procedures: t('handbook.procedures'),
  forms: t('handbook.forms'),
  words: t('handbook.words'),
} as const;
const groups = PAGE_GROUPS.map((group) => ({
  name: GROUP_WORDS[group],
  pages: PAGES[group].flatMap((id) => pageNamed(id) ?? []),
}));
const to = (id: string) => `/handbook/${id}`;
</script>

<template>
  <div class="book">
    <nav class="column ga-0 list" :aria-label="t('handbook.pages')">
      <v-text-field
        v-model="words"
        :label="t('handbook.find')"
        :prepend-inner-icon="mdiMagnify"
        clearable
        hide-details
      />
      <template v-if="found">
        <p v-if="found.length === 0" class="soft">{{ t('handbook.nothingFound') }}</p>
        <router-link
          v-for="one in found"
          :key="one.id"
          :to="to(one.id)"
          class="entry"
          :lang="one.language"
        >
          {{ one.title }}
          <span v-if="one.page !== one.title" class="soft small">{{ one.page }}</span>
        </router-link>
      </template>
      <template v-for="group in groups" v-else :key="group.name">
        <h2 class="label mt-4">{{ group.name }}</h2>
        <router-link
          v-for="{ id, title, language } in group.pages"
          :key="id"
          :to="to(id)"
          class="entry"
          :lang="language"
          :aria-current="id === shown ? 'page' : undefined"
          >{{ title }}</router-link
        >
      </template>
    </nav>
    <main class="read">
      <page-text :id="shown" :at="route.hash.slice(1) || undefined" />
    </main>
  </div>
</template>

<style scoped>
.book {
  display: grid;
  grid-template-columns: 310px minmax(0, 1fr);
  min-height: 0;
}

.list {
  grid-auto-rows: max-content;
  align-content: start;
  padding: 16px;
  overflow-y: auto;
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid var(--line);
}

.read {
  overflow-y: auto;
  padding: 24px 32px 48px;
}

@media (max-width: 900px) {
  .book {
    grid-template-columns: 220px minmax(0, 1fr);
  }
}
</style>
