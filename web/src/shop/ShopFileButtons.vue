<script setup lang="ts">
/** The shop, or one machine of it, written to a file and taken in from one, with a look at what would change. */
import { API } from '@kyanos/contract';
import { call, newKey, Refused } from '../shared/api.ts';
import { only } from '../shared/me.ts';
import { mdiFileDownloadOutline, mdiFileUploadOutline } from '@mdi/js';
import { computed, ref, shallowRef } from 'vue';
import { changeWords } from './fieldNames.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{ machine?: { readonly id: string; readonly name: string } }>();
const emit = defineEmits<{ taken: [] }>();

const problem = ref<string>();
async function tried(act: () => Promise<void>) {
  problem.value = undefined;
  try {
    await act();
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    problem.value = error.message;
  }
}

const write = () =>
  tried(async () => {
    const file = await call(API.exportShop, {
      query: props.machine ? { machine: props.machine.id } : {},
    });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(
      new Blob([`${JSON.stringify(file, null, 2)}\n`], { type: 'application/json' }),
    );
    link.download = `${props.machine?.id ?? 'shop'}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  });

type Changes = Awaited<ReturnType<typeof preview>>;
const preview = (file: unknown) => call(API.previewShop, { body: { file } });
const asked = shallowRef<{ file: unknown; name: string; changes: Changes }>();
let key = '';
async function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  const [chosen] = input.files ?? [];
  input.value = '';
  if (!chosen) return;
  let file: unknown;
  try {
    file = JSON.parse(await chosen.text());
  } catch {
    problem.value = t('shop.noFileShopNot', { chosen: chosen.name });
    return;
  }
  key = newKey();
  await tried(async () => {
    asked.value = { file, name: chosen.name, changes: await preview(file) };
  });
}
const take = () =>
  tried(async () => {
    await call(API.importShop, { body: { file: asked.value!.file } }, { key });
    asked.value = undefined;
    emit('taken');
  });
const rows = computed(() =>
  (asked.value?.changes ?? [])
    .filter(({ what }) => what !== 'same')
    .map(({ kind, id, name, what, fields }) => ({
      key: `${kind} ${id}`,
      name,
      what: what === 'new' ? t('shop.new') : t('shop.changesOne'),
      words: fields
        .flatMap((field) => changeWords(field as never) ?? [])
        .slice(0, 4)
        .join(' · '),
    })),
);
const input = ref<HTMLInputElement>();
</script>

<template>
  <div class="row ga-1">
    <v-btn
      size="small"
      variant="text"
      :prepend-icon="mdiFileDownloadOutline"
      v-bind="only(API.exportShop)"
      @click="write"
    >
      {{ t('shop.export', { rest: machine ? '' : t('shop.shop') }) }}
    </v-btn>
    <template v-if="!machine">
      <v-btn
        size="small"
        variant="text"
        :prepend-icon="mdiFileUploadOutline"
        v-bind="only(API.importShop)"
        @click="input?.click()"
      >
        {{ t('shop.import') }}
      </v-btn>
      <input
        ref="input"
        type="file"
        accept=".json,application/json"
        hidden
        data-testid="shop-file"
        @change="choose"
      />
    </template>
    <p v-if="problem && !asked" class="problem" role="alert">{{ problem }}</p>
    <v-dialog
      :model-value="asked !== undefined"
      max-width="640"
      :aria-label="t('shop.takeFile')"
      @update:model-value="asked = undefined"
    >
      <div v-if="asked" class="panel dialog-form">
        <h2 class="question">{{ t('shop.whatWouldChange', { asked: asked.name }) }}</h2>
        <p v-if="rows.length === 0" class="soft">{{ t('shop.nothingShopHasAll') }}</p>
        <ul class="marked column ga-2">
          <li v-for="row in rows" :key="row.key">
            <b>{{ row.name }}</b> {{ row.what }}
            <span v-if="row.words" class="soft small d-block">{{ row.words }}</span>
          </li>
        </ul>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <div class="dialog-buttons">
          <v-btn variant="text" @click="asked = undefined">{{ t('shop.leave') }}</v-btn>
          <v-btn color="primary" variant="flat" :disabled="rows.length === 0" @click="take">{{
            t('shop.take')
          }}</v-btn>
        </div>
      </div>
    </v-dialog>
  </div>
</template>
