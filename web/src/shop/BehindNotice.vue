<script setup lang="ts">
/** Jobs that have an earlier revision of what is shown here, and having all of them take over the new one. */
import { API } from '@kyanos/contract';
import type { OriginPart } from '@kyanos/core';
import { ref, shallowRef, watch } from 'vue';
import { call } from '../shared/api.ts';
import { may } from '../shared/me.ts';
import { t } from '../texts/texts.ts';

const props = defineProps<{
  part: OriginPart;
  id: string;
  /** The present one. */
  revision: number;
}>();

const jobs = shallowRef<readonly { id: string; name: string }[]>([]);
const outcome = ref<string>();
async function load() {
  if (!may(API.listBehind)) return;
  jobs.value = await call(API.listBehind, { query: { part: props.part, id: props.id } });
}
watch(
  [() => props.part, () => props.id, () => props.revision],
  () => {
    outcome.value = undefined;
    void load();
  },
  { immediate: true },
);

const busy = ref(false);
async function takeOver() {
  busy.value = true;
  const { changed, left } = await call(API.takeOverEverywhere, {
    body: { part: props.part, id: props.id },
  });
  busy.value = false;
  outcome.value = [
    t('shop.jobHasNowEach', { n: changed }),
    ...left.map(({ name, why }) => `${name}: ${why}`),
  ].join(' ');
  await load();
}
const SHOWN = 4;
</script>

<template>
  <div v-if="jobs.length || outcome" class="notice" role="status">
    <p v-if="outcome">{{ outcome }}</p>
    <template v-if="jobs.length">
      <p>
        {{ t('shop.jobHasBefore', { n: jobs.length }) }}
        <template v-for="(job, i) in jobs.slice(0, SHOWN)" :key="job.id"
          >{{ i ? ', ' : ''
          }}<router-link :to="{ name: 'cost', params: { id: job.id } }">{{
            job.name
          }}</router-link></template
        ><template v-if="jobs.length > SHOWN"
          >{{ ' ' }}{{ t('shop.more', { n: jobs.length - SHOWN }) }}</template
        >.
      </p>
      <v-btn size="small" :loading="busy" @click="takeOver">{{ t('shop.takeOverAllThem') }}</v-btn>
    </template>
  </div>
</template>
