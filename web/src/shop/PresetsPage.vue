<script setup lang="ts">
/** Stacks that the shop begins with: saved from a job, or written here. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { allLayers, DomainError, layerName, parseStack, PRESETS, type Preset } from '@kyanos/core';
import { mdiPlus } from '@mdi/js';
import { computed } from 'vue';
import { only } from '../shared/me.ts';
import OnlySome from '../shared/OnlySome.vue';
import ItemBar from './ItemBar.vue';
import ItemList from './ItemList.vue';
import { useShopPage } from './useShopPage.ts';
import { t } from '../texts/texts.ts';

const { items, problem, chosen, select, editing, create, copy, stand } = useShopPage(
  'preset',
  'presets',
);
const preset = computed(() => editing.edited.value);
const listed = computed(() =>
  (items.value ?? []).map(({ id, standing, data }) => ({
    id,
    standing,
    name: data.name,
    about: data.about || data.notation,
  })),
);
/** What the notation says, or what is wrong with it. */
const read = computed(() => {
  try {
    const stack = parseStack(preset.value?.notation ?? '');
    return {
      words: allLayers(stack)
        .map((layer) => layerName(layer))
        .join(' → '),
    };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { wrong: error.message };
  }
});
const make = ({ name, about, notation }: Preset) => create(name, () => ({ name, about, notation }));
const add = () => make({ name: t('shop.newPreset'), about: '', notation: 'film | W@image / CMYK' });
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('shop.whichStacksDoesShop') }}</h1>
        <p class="answer">
          {{ items?.length === 0 ? t('shop.noneOwnYetSave') : t('shop.theyStandFirstWhere') }}
        </p>
      </div>
      <v-btn
        color="primary"
        variant="flat"
        :prepend-icon="mdiPlus"
        v-bind="only(SHOP_ENDPOINTS.preset.make)"
        @click="add"
        >{{ t('shop.newPreset') }}</v-btn
      >
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="chosen && preset" class="list-columns">
      <item-list
        :label="t('shop.presets')"
        :items="listed"
        :selected="chosen.id"
        @select="select"
      />
      <div class="stage">
        <item-bar
          kind="preset"
          :item="chosen"
          :name="preset.name"
          :editing="editing"
          :contradictions="read.wrong ? [{ field: 'notation', message: read.wrong }] : []"
          @copy="copy"
          @stand="stand(chosen.id, $event)"
        />
        <only-some :by="SHOP_ENDPOINTS.preset.save">
          <div class="panel pad stage">
            <v-text-field
              :label="t('shop.name')"
              maxlength="80"
              :model-value="preset.name"
              @update:model-value="$event.trim() && editing.set({ ...preset, name: $event })"
            />
            <v-text-field
              :label="t('shop.what')"
              maxlength="200"
              :model-value="preset.about"
              @update:model-value="editing.set({ ...preset, about: $event })"
            />
            <v-textarea
              :label="t('shop.stackFromFilmOutward')"
              rows="3"
              auto-grow
              class="figures"
              :model-value="preset.notation"
              @update:model-value="editing.set({ ...preset, notation: $event })"
            />
            <p v-if="read.words" class="soft">{{ read.words }}</p>
          </div>
        </only-some>
      </div>
    </div>
    <div v-if="items" class="panel pad">
      <h2 class="label">{{ t('shop.thoseEveryShopHas') }}</h2>
      <ul>
        <li
          v-for="one in PRESETS"
          :key="one.name"
          class="d-flex align-center justify-space-between ga-4"
        >
          <div class="column ga-0">
            <b>{{ one.name }}</b>
            <span class="soft small">{{ one.about }}</span>
            <span class="figures small text-break">{{ one.notation }}</span>
          </div>
          <v-btn size="small" v-bind="only(SHOP_ENDPOINTS.preset.make)" @click="make(one)">{{
            t('shop.changeCopy')
          }}</v-btn>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
li {
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
</style>
