<script setup lang="ts">
/** Jobs as cards, each with its picture. */
import type { JobSummary } from '@kyanos/contract';
import { ago } from '@kyanos/core';
import JobPicture from './JobPicture.vue';
import { t } from '../texts/texts.ts';

defineProps<{
  jobs: readonly JobSummary[];
  /** What has to be looked at before a job is printed. */
  decide: (job: JobSummary) => string;
}>();
</script>

<template>
  <ul class="jobs mt-5">
    <li v-for="job in jobs" :key="job.id" class="panel job">
      <router-link :to="{ name: 'stack', params: { id: job.id } }" class="card">
        <job-picture :job="job" />
        <div class="words">
          <h2>
            <span class="figures soft font-weight-medium">{{ job.number }}</span>
            {{ job.name }}
          </h2>
          <p>{{ t('board.copy', { n: job.copies, material: job.material }) }}</p>
          <p v-if="job.problem" class="text-error small">{{ job.problem.message }}</p>
          <p v-else class="figures small text-truncate">{{ job.stack }}</p>
          <p v-if="job.notes" class="small text-truncate">{{ job.notes }}</p>
          <p v-if="decide(job)" :class="job.decide!.errors > 0 ? 'bad' : 'warn'">
            {{ decide(job) }}
          </p>
          <p class="soft small">
            {{
              t('board.savedAgo', {
                machine: job.machine,
                when: ago(new Date(job.savedAt)),
                savedBy: job.savedBy,
              })
            }}
          </p>
        </div>
      </router-link>
      <slot name="order" :job="job"></slot>
    </li>
  </ul>
</template>

<style scoped>
.jobs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 16px;
}

.card {
  display: grid;
  grid-template-rows: 178px auto;
  color: inherit;
  text-decoration: none;
}

.job {
  display: grid;
  grid-template-rows: 1fr auto;
  overflow: hidden;
  transition: transform 120ms;
}

.job:hover {
  transform: translateY(-2px);
}

.words {
  padding: 12px 14px 14px;
  display: grid;
  gap: 2px;
  align-content: start;
}
</style>
