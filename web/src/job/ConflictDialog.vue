<script setup lang="ts">
import { formatStack } from '@kyanos/core';
import { formatDistanceToNow } from 'date-fns';
import { useRouter } from 'vue-router';
import { useJob } from './useJob.ts';

const job = useJob();
const router = useRouter();

async function keepBoth() {
  const id = await job.saveAsNew();
  await router.push({ name: 'artwork', params: { id } });
}
</script>

<template>
  <v-dialog :model-value="job.saveState === 'conflict' && !!job.theirs" persistent max-width="600">
    <div
      v-if="job.theirs && job.plan"
      class="panel pa-6"
      role="alertdialog"
      aria-labelledby="conflict-title"
    >
      <h2 id="conflict-title" class="question">{{ job.theirs.savedBy }} changed this job too</h2>
      <p class="mt-2">
        Saved {{ formatDistanceToNow(new Date(job.theirs.savedAt)) }} ago as version
        {{ job.theirs.version }}, while you worked on version {{ job.version }}. Nothing is lost;
        choose what goes on.
      </p>
      <dl class="mt-4">
        <dt>Theirs</dt>
        <dd class="figures">
          {{ job.theirs.plan.layout.copies }} copies · {{ formatStack(job.theirs.plan.stack) }}
        </dd>
        <dt>Yours</dt>
        <dd class="figures">
          {{ job.plan.layout.copies }} copies · {{ formatStack(job.plan.stack) }}
        </dd>
      </dl>
      <div class="choices mt-5">
        <v-btn color="primary" variant="flat" @click="job.settle('theirs')"
          >Go on with theirs</v-btn
        >
        <v-btn color="primary" @click="job.settle('mine')">Save mine on top</v-btn>
        <v-btn color="primary" @click="keepBoth">Keep mine as a new job</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 70px 1fr;
  gap: 6px;
}

dt {
  font-weight: 650;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
