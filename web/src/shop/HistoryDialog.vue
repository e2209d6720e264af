<script setup lang="ts" generic="K extends ShopKind">
/** What changed, when and by whom, and back again. */
import { dated, fieldChanges } from '@kyanos/core';
import { SHOP_ENDPOINTS, type ShopData, type ShopKind } from '@kyanos/contract';
import { computed, shallowRef, watch } from 'vue';
import { call } from '../shared/api.ts';
import { changeWords } from './fieldNames.ts';
import { t } from '../texts/texts.ts';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  kind: K;
  id: string;
  name: string;
}>();
const emit = defineEmits<{ back: [data: ShopData<K>] }>();

interface Revision {
  readonly number: number;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly note: string;
  readonly data: unknown;
}
const found = shallowRef<readonly Revision[]>();
watch(open, async (now) => {
  if (!now) return;
  found.value = undefined;
  const { revisions } = SHOP_ENDPOINTS[props.kind as 'preset'];
  found.value = await call(revisions, { params: { id: props.id } });
});

const MOST = 6;
const rows = computed(() =>
  (found.value ?? []).map((revision, i, all) => {
    const before = all[i + 1];
    const words =
      before?.data && revision.data
        ? fieldChanges(before.data, revision.data).flatMap((change) => changeWords(change) ?? [])
        : [];
    return {
      ...revision,
      when: dated(new Date(revision.savedAt), t('shared.dayYearTime')),
      words: words.slice(0, MOST),
      more: Math.max(0, words.length - MOST),
    };
  }),
);

function back(data: unknown) {
  emit('back', data as ShopData<K>);
  open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="720" :aria-label="t('shop.revisions', { name })">
    <div class="panel dialog-form">
      <h2 class="question">{{ t('shop.whatChanged', { name }) }}</h2>
      <p v-if="!found" class="soft">{{ t('shop.fetchingRevisions') }}</p>
      <ol v-else class="revisions">
        <li v-for="(row, i) in rows" :key="row.number">
          <span class="figures font-weight-semibold">{{ row.number }}</span>
          <div>
            <p>
              {{ t('shop.by', { when: row.when, savedBy: row.savedBy }) }}
              <span v-if="row.note" class="soft">({{ row.note }})</span>
            </p>
            <p v-for="word in row.words" :key="word" class="soft small">{{ word }}</p>
            <p v-if="row.more" class="soft small">{{ t('shop.andMore', { more: row.more }) }}</p>
          </div>
          <span v-if="i === 0" class="soft small">{{ t('shop.now') }}</span>
          <v-btn v-else-if="row.data" size="small" @click="back(row.data)">{{
            t('shop.haveBack')
          }}</v-btn>
          <span v-else class="soft small">{{ t('shop.earlierVersionCantRead') }}</span>
        </li>
      </ol>
      <div class="dialog-buttons">
        <v-btn @click="open = false">{{ t('shop.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.revisions li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: start;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
</style>
