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
  <ul class="jobs">
    <li v-for="job in jobs" :key="job.id" class="panel job">
      <router-link :to="{ name: 'stack', params: { id: job.id } }" class="card">
        <job-picture :job="job" />
        <div class="facts">
          <h2>
            <span class="figures soft number">{{ job.number }}</span> {{ job.name }}
          </h2>
          <p>{{ t('board.copy', { n: job.copies, material: job.material }) }}</p>
          <p v-if="job.problem" class="unread">{{ job.problem.message }}</p>
          <p v-else class="figures stack">{{ job.stack }}</p>
          <p v-if="job.notes" class="small notes">{{ job.notes }}</p>
          <p v-if="decide(job)" class="decide" :class="{ fails: job.decide!.errors > 0 }">
            {{ decide(job) }}
          </p>
          <p class="soft foot">
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
.decide {
  font-weight: 650;
  color: rgb(var(--v-theme-warning));
}

.decide.fails {
  color: rgb(var(--v-theme-error));
}

.notes {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.jobs {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 16px;
  margin-top: 20px;
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

.number {
  font-weight: 500;
}

.facts {
  padding: 12px 14px 14px;
  display: grid;
  gap: 2px;
  align-content: start;
}

h2 {
  font-size: var(--size-lead);
  line-height: 1.25;
}

.stack {
  font-size: 0.78rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.unread {
  color: rgb(var(--v-theme-error));
  font-size: var(--size-small);
}

.foot {
  font-size: var(--size-small);
}
</style>
