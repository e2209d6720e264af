<script setup lang="ts">
import { allLayers, CATALOGUE, formatStack, parseStack, sameLayers } from '@kyanos/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';
import PrintViewer from '../look/PrintViewer.vue';
import { useView } from '../look/useView.ts';
import FindingList from '../shared/FindingList.vue';
import LayerEditor from './LayerEditor.vue';
import LookNumbers from './LookNumbers.vue';
import StackAdvisor from './StackAdvisor.vue';

const job = useJob();
const plan = computed(() => job.plan!);
const viewing = useView();

const answer = computed(() => {
  const { stack } = plan.value;
  const entry = CATALOGUE.find(({ notation }) => sameLayers(parseStack(notation), stack));
  const layers = allLayers(stack);
  const mirrored = layers.filter(({ mirror }) => mirror).length;
  return `${entry?.name ?? 'A stack of your own'}${mirrored === 0 ? '' : mirrored === layers.length ? ', printed mirrored' : ', part of it mirrored'}: ${entry ? `for ${entry.use}` : formatStack(stack)}.`;
});
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">What will it look like?</h1>
      <p class="answer">{{ answer }}</p>
    </header>
    <div class="stage-columns">
      <div class="stage">
        <template v-if="job.artworkId">
          <print-viewer :viewing="viewing" />
          <look-numbers :viewing="viewing" />
        </template>
        <p v-else class="panel pa-6">No artwork yet. Take a file in at stage 1 to see the print.</p>
        <finding-list v-if="job.shown" :findings="job.shown.findings" @repair="job.repair" />
      </div>
      <div class="stage">
        <layer-editor />
        <stack-advisor />
      </div>
    </div>
  </section>
</template>
