<script setup lang="ts">
/** The materials of the shop, with what their data sheets give. */
import { SHOP_ENDPOINTS } from '@kyanos/contract';
import {
  CLASS_NAMES,
  FORM_NAMES,
  FIRST_USUAL,
  materialContradictions,
  usualMaterial,
} from '@kyanos/core';
import { mdiPlus } from '@mdi/js';
import { computed } from 'vue';
import MaterialSwatch from '../material/MaterialSwatch.vue';
import { length } from '../shared/format.ts';
import { only } from '../shared/me.ts';
import OnlySome from '../shared/OnlySome.vue';
import BehindNotice from './BehindNotice.vue';
import ItemBar from './ItemBar.vue';
import ItemList from './ItemList.vue';
import MaterialEditor from './MaterialEditor.vue';
import { useCurrency } from './useCurrency.ts';
import { useShopPage } from './useShopPage.ts';
import { t } from '../texts/texts.ts';

const { items, problem, chosen, select, editing, inUse, create, copy, stand } = useShopPage(
  'material',
  'materials',
  { draft: true },
);
const currency = useCurrency();
const material = computed(() => editing.edited.value);
const contradictions = computed(() =>
  material.value ? materialContradictions(material.value) : [],
);
const listed = computed(() =>
  (items.value ?? []).map(({ id, standing, data }) => ({
    id,
    standing,
    name: data.name,
    about: `${CLASS_NAMES[data.class]} ${FORM_NAMES[data.form]}, ${length(data.width)}`,
  })),
);
const answer = computed(() => {
  if (!items.value) return t('shop.fetchingMaterials');
  return inUse.value === 0 ? t('shop.noneYetAddFirst') : t('shop.useInUse', { inUse: inUse.value });
});

/** Something usual to type over, as wide as it comes. */
const add = () =>
  create(t('shop.newMaterial'), (id) => ({
    ...usualMaterial(FIRST_USUAL, id, Infinity),
    name: t('shop.newMaterial'),
  }));
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('shop.whatDoesShopPrint') }}</h1>
        <p class="answer">{{ answer }}</p>
      </div>
      <v-btn
        color="primary"
        variant="flat"
        :prepend-icon="mdiPlus"
        v-bind="only(SHOP_ENDPOINTS.material.make)"
        @click="add"
        >{{ t('shop.newMaterial') }}</v-btn
      >
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="chosen && material" class="list-columns">
      <item-list
        :label="t('shop.materialsPage')"
        :items="listed"
        :selected="chosen.id"
        @select="select"
      >
        <template #picture="{ id }">
          <span class="swatch"
            ><material-swatch :material="items!.find((item) => item.id === id)!.data"
          /></span>
        </template>
      </item-list>
      <div class="stage">
        <item-bar
          kind="material"
          :item="chosen"
          :name="material.name"
          :editing="editing"
          :contradictions="contradictions"
          @copy="copy"
          @stand="stand(chosen.id, $event)"
        />
        <behind-notice :id="chosen.id" part="material" :revision="chosen.revision" />
        <only-some :by="SHOP_ENDPOINTS.material.save">
          <material-editor
            :model-value="material"
            :currency="currency"
            @update:model-value="editing.set"
          />
        </only-some>
      </div>
    </div>
  </section>
</template>

<style scoped>
.swatch {
  flex: 0 0 40px;
  height: 40px;
  overflow: hidden;
  border: 1px solid var(--line);
  border-radius: 6px;
}

.swatch :deep(svg) {
  min-height: 0;
}
</style>
