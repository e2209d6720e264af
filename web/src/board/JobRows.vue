<script setup lang="ts">
/** Jobs as lines, under the states that they are in where they are sorted by them. */
import type { JobSummary } from '@kyanos/contract';
import { STATE_WORDS } from './orderWords.ts';
import { t } from '../texts/texts.ts';

defineProps<{
  jobs: readonly JobSummary[];
  /** A heading before the first of each state. */
  byState: boolean;
  /** What has to be looked at before a job is printed. */
  decide: (job: JobSummary) => string;
}>();
</script>

<template>
  <ul class="column ga-1 mt-4">
    <template v-for="(job, i) in jobs" :key="job.id">
      <li v-if="byState && job.state !== jobs[i - 1]?.state" class="mt-3">
        <h2 class="label">{{ STATE_WORDS[job.state] }}</h2>
      </li>
      <li class="panel line">
        <span class="figures soft">{{ job.number }}</span>
        <router-link :to="{ name: 'stack', params: { id: job.id } }" class="name">
          <b>{{ job.name }}</b>
          <span class="soft small">{{
            t('board.copy', { n: job.copies, material: job.material })
          }}</span>
          <span v-if="job.notes" class="soft small text-truncate">{{ job.notes }}</span>
        </router-link>
        <span class="small machine">{{ job.machine }}</span>
        <span class="small" :class="{ bad: (job.decide?.errors ?? 0) > 0 }">{{ decide(job) }}</span>
        <slot name="order" :job="job"></slot>
      </li>
    </template>
  </ul>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 56px minmax(0, 5fr) minmax(0, 2fr) minmax(0, 2fr) minmax(0, 4fr);
  align-items: center;
  gap: 12px;
  padding-left: 14px;
  overflow: hidden;
}

.line :deep(.order) {
  align-items: center;
  border-top: 0;
}

.name {
  display: grid;
  min-height: 44px;
  align-content: center;
  color: inherit;
  text-decoration: none;
}

@media (max-width: 900px) {
  .line {
    grid-template-columns: 44px minmax(0, 1fr) minmax(0, 1fr);
  }

  .machine,
  .machine + .small {
    display: none;
  }
}
</style>
