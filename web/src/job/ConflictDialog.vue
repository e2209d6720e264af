<script setup lang="ts">
import { ago, formatStack } from '@kyanos/core';
import { useRouter } from 'vue-router';
import { useJob } from './useJob.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const router = useRouter();

async function keepBoth() {
  const id = await job.saveAsNew();
  await router.push({ name: 'artwork', params: { id } });
}
</script>

<template>
  <v-dialog
    :model-value="job.saveState === 'conflict' && !!job.theirs"
    persistent
    max-width="600"
    role="alertdialog"
    aria-labelledby="dialog-title"
  >
    <div v-if="job.theirs && job.plan" class="panel pa-6">
      <h2 id="dialog-title" class="question">
        {{ t('job.changedJobToo', { savedBy: job.theirs.savedBy }) }}
      </h2>
      <p class="mt-2">
        {{
          t('job.savedAgoVersionWhile', {
            when: ago(new Date(job.theirs.savedAt)),
            version: job.theirs.version,
            version2: job.version,
          })
        }}
      </p>
      <dl class="facts mt-4">
        <dt>{{ t('job.theirs') }}</dt>
        <dd class="figures">
          {{
            t('job.copies', {
              copies: job.theirs.plan.layout.copies,
              stack: formatStack(job.theirs.plan.stack),
            })
          }}
        </dd>
        <dt>{{ t('job.yours') }}</dt>
        <dd class="figures">
          {{
            t('job.copies', { copies: job.plan.layout.copies, stack: formatStack(job.plan.stack) })
          }}
        </dd>
      </dl>
      <div class="row mt-5">
        <v-btn color="primary" variant="flat" @click="job.settle('theirs')">{{
          t('job.goTheirs')
        }}</v-btn>
        <v-btn color="primary" @click="job.settle('mine')">{{ t('job.saveMineTop') }}</v-btn>
        <v-btn color="primary" @click="keepBoth">{{ t('job.keepMineNewJob') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
