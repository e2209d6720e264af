<script setup lang="ts" generic="K extends ShopKind">
/** What is done to a thing of the shop as a whole: saved, thrown away, had back, copied, planned with or retired. */
import { SHOP_ENDPOINTS, type ShopData, type ShopKind, type Standing } from '@kyanos/contract';
import type { Contradiction } from '@kyanos/core';
import { mdiContentCopy, mdiHistory } from '@mdi/js';
import { computed, ref } from 'vue';
import { only } from '../shared/me.ts';
import type { ShopItem } from '../shared/shopItems.ts';
import { changeWords } from './fieldNames.ts';
import HistoryDialog from './HistoryDialog.vue';
import { STANDING_LOOK, STANDING_WORDS } from './standingWords.ts';
import type { useEditing } from './useEditing.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  kind: K;
  item: ShopItem<K>;
  /** What it is called. */
  name: string;
  editing: ReturnType<typeof useEditing<K>>;
  contradictions?: readonly Contradiction[];
  /** It is one of its kind, and can be neither copied nor retired. */
  single?: boolean;
}>();
const emit = defineEmits<{ copy: []; stand: [standing: Standing] }>();

const history = ref(false);
const endpoints = computed(() => SHOP_ENDPOINTS[props.kind as 'preset']);
const words = computed(() =>
  props.editing.changes.value.flatMap((change) => changeWords(change) ?? []),
);
const blocked = computed(
  () => props.item.standing === 'active' && (props.contradictions?.length ?? 0) > 0,
);
/** As a revision of its own; what was typed meanwhile is in it no more. */
function back(data: ShopData<K>): void {
  props.editing.set(data);
  void props.editing.save();
}
</script>

<template>
  <div class="panel column ga-2 item-bar">
    <div class="row">
      <span :class="STANDING_LOOK[item.standing]">{{ STANDING_WORDS[item.standing] }}</span>
      <span class="soft small">{{
        t('shop.revision', { revision: item.revision, savedBy: item.savedBy })
      }}</span>
      <span class="flex-1-1-0"></span>
      <slot></slot>
      <v-btn size="small" variant="text" :prepend-icon="mdiHistory" @click="history = true">
        {{ t('shop.revisionsButton') }}
      </v-btn>
      <template v-if="!single">
        <v-btn
          size="small"
          variant="text"
          :prepend-icon="mdiContentCopy"
          v-bind="only(endpoints.make)"
          @click="emit('copy')"
          >{{ t('shop.copy') }}</v-btn
        >
        <v-btn
          v-if="item.standing === 'active'"
          size="small"
          variant="text"
          v-bind="only(endpoints.stand)"
          @click="emit('stand', 'retired')"
          >{{ t('shop.retire') }}</v-btn
        >
        <v-btn
          v-else
          size="small"
          :disabled="(contradictions?.length ?? 0) > 0 || editing.dirty.value"
          v-bind="only(endpoints.stand)"
          @click="emit('stand', 'active')"
          >{{ t('shop.putUse') }}</v-btn
        >
      </template>
      <v-btn v-if="editing.dirty.value" size="small" @click="editing.discard()">
        {{ t('shop.throwAway') }}
      </v-btn>
      <v-btn
        color="primary"
        variant="flat"
        size="small"
        :disabled="!editing.dirty.value || blocked"
        :loading="editing.saving.value"
        v-bind="only(endpoints.save)"
        @click="editing.save()"
        >{{ t('shop.save') }}</v-btn
      >
    </div>
    <p v-if="words.length" class="small">
      {{ t('shop.notSavedYet', { words: words.slice(0, 5).join(' · ') })
      }}<template v-if="words.length > 5"
        >{{ ' ' }}{{ t('shop.moreN', { n: words.length - 5 }) }}</template
      >
    </p>
    <ul v-if="contradictions?.length" class="problem" role="alert">
      <li v-for="one in contradictions" :key="one.field + one.message">{{ one.message }}</li>
    </ul>
    <div v-if="editing.problem.value" class="problem column ga-1" role="alert">
      <p>{{ editing.problem.value }}</p>
      <div v-if="editing.conflict.value" class="row">
        <v-btn size="small" @click="editing.discard()">{{ t('shop.takeTheirs') }}</v-btn>
        <v-btn size="small" @click="editing.save(true)">{{ t('shop.saveMineTheirsStays') }}</v-btn>
      </div>
    </div>
    <history-dialog :id="item.id" v-model="history" :kind="kind" :name="name" @back="back" />
  </div>
</template>

<style scoped>
.item-bar {
  position: sticky;
  top: -18px;
  z-index: 3;
  padding: 8px 14px;
}
</style>
