<script setup lang="ts">
/** A page of the handbook, as it is read. Its links lead on within the app. */
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { t } from '../texts/texts.ts';
import { htmlOf, pageNamed } from './pages.ts';

const props = defineProps<{
  /** Of the page. */
  id: string;
  /** A place on it. */
  at?: string | undefined;
}>();
const emit = defineEmits<{ left: [] }>();
const router = useRouter();
const page = computed(() => pageNamed(props.id));
const html = computed(() => page.value && htmlOf(page.value));
const shown = ref<HTMLElement>();
watch(
  () => [props.id, props.at, shown.value] as const,
  async () => {
    await nextTick();
    const place = props.at ? shown.value?.querySelector(`#${CSS.escape(props.at)}`) : undefined;
    if (place) place.scrollIntoView({ block: 'start' });
    else shown.value?.parentElement?.scrollTo?.({ top: 0 });
  },
  { immediate: true },
);
function follow(event: MouseEvent) {
  const link = (event.target as HTMLElement).closest('a');
  const to = link?.getAttribute('href');
  if (!to || event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  emit('left');
  void router.push(to);
}
</script>

<template>
  <!-- eslint-disable vue/no-v-html -- our own pages, read without HTML of theirs -->
  <article
    v-if="page"
    ref="shown"
    class="page"
    :lang="page.language"
    @click="follow"
    v-html="html"
  ></article>
  <!-- eslint-enable vue/no-v-html -->
  <p v-else class="answer">{{ t('handbook.noSuchPage') }}</p>
</template>

<style scoped>
.page {
  max-width: 74ch;
}

.page :deep(h1) {
  margin-bottom: 12px;
  font-size: var(--size-title);
  font-weight: 600;
  line-height: 1.2;
}

.page :deep(h2) {
  margin: 30px 0 6px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
  font-size: var(--size-lead);
  font-weight: 600;
  scroll-margin-top: 12px;
}

.page :deep(p),
.page :deep(ul),
.page :deep(table),
.page :deep(pre) {
  margin: 8px 0;
}

.page :deep(ul),
.page :deep(ol) {
  padding-left: 20px;
  list-style: revert;
}

.page :deep(li) {
  margin: 4px 0;
}

.page :deep(a) {
  color: rgb(var(--v-theme-primary));
}

.page :deep(img) {
  display: block;
  max-width: 100%;
  margin: 10px 0;
  padding: 8px;
  background: #fffdf8;
  border: 1px solid var(--line);
  border-radius: 8px;
}

.page :deep(pre),
.page :deep(code) {
  font-family: var(--figures);
  font-size: 0.92em;
}

.page :deep(pre) {
  padding: 10px 14px;
  overflow-x: auto;
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 7%, transparent);
  border-radius: 8px;
}

.page :deep(table) {
  border-collapse: collapse;
}

.page :deep(th),
.page :deep(td) {
  padding: 5px 14px 5px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
}
</style>
