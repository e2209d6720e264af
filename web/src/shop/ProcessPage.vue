<script setup lang="ts">
/** Which process a job is cheapest on, with what the shop is offered. */
import { onBeforeUnmount, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useJob } from '../job/useJob.ts';
import JobPicker from '../shared/JobPicker.vue';
import ProcessAnswer from './ProcessAnswer.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const route = useRoute();
const router = useRouter();
watch(
  () => route.params.item,
  (id) => {
    if (typeof id === 'string' && id) void job.open(id);
  },
  { immediate: true },
);
onBeforeUnmount(() => job.close());
const choose = (id: string | undefined) =>
  router.replace({ name: 'shop-process', params: { item: id ?? '' } });
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('shop.whichProcessCheapest') }}</h1>
    </header>
    <job-picker
      class="picker"
      :label="t('shop.job')"
      :model-value="job.id"
      :name="job.plan?.name"
      @update:model-value="choose"
    />
    <p v-if="job.problem" class="problem" role="alert">{{ job.problem.message }}</p>
    <process-answer v-else-if="job.plan" :key="job.id" />
    <p v-else class="answer">{{ t('shop.chooseJobSizeInks') }}</p>
  </section>
</template>

<style scoped>
.picker {
  max-width: 420px;
}
</style>
