<script setup lang="ts">
/** Which of the versions is looked at, at every stage. */
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { computed } from 'vue';
import { useJob } from './useJob.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const versions = computed(() => job.plan?.versions ?? []);
const at = computed(() => versions.value.findIndex(({ page }) => page === job.plan?.artwork.page));
function step(by: number) {
  const next = versions.value[at.value + by];
  if (job.plan && next) job.update({ artwork: { ...job.plan.artwork, page: next.page } });
}
</script>

<template>
  <div v-if="versions.length" class="pager" role="group" :aria-label="t('job.versionLooked')">
    <v-btn
      icon
      variant="text"
      size="small"
      :aria-label="t('job.versionBefore')"
      :disabled="at <= 0"
      @click="step(-1)"
    >
      <v-icon :icon="mdiChevronLeft" />
    </v-btn>
    <span data-testid="version">
      {{ t('job.page') }} <b class="figures">{{ versions[at]?.page }}</b>{{
        t('job.versionOf', { at: at + 1, n: versions.length })
      }}
    </span>
    <v-btn
      icon
      variant="text"
      size="small"
      :aria-label="t('job.nextVersion')"
      :disabled="at >= versions.length - 1"
      @click="step(1)"
    >
      <v-icon :icon="mdiChevronRight" />
    </v-btn>
  </div>
</template>

<style scoped>
.pager {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 4px;
  white-space: nowrap;
}
</style>
