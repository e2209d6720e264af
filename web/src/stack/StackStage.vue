<script setup lang="ts">
import { allLayers, CATALOGUE, formatStack, parseStack, sameLayers } from '@kyanos/core';
import { computed } from 'vue';
import PictureStage from '../job/PictureStage.vue';
import { useJob } from '../job/useJob.ts';
import PrintViewer from '../look/PrintViewer.vue';
import { useView } from '../look/useView.ts';
import ViewControls from '../look/ViewControls.vue';
import FigureRow from '../shared/FigureRow.vue';
import FindingList from '../shared/FindingList.vue';
import LayerEditor from './LayerEditor.vue';
import LookDetails from './LookDetails.vue';
import StackAdvisor from './StackAdvisor.vue';
import { useLookNumbers } from './useLookNumbers.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const viewing = useView();
const look = useLookNumbers(viewing);

const answer = computed(() => {
  const { stack } = plan.value;
  const entry = CATALOGUE.find(({ notation }) => sameLayers(parseStack(notation), stack));
  const layers = allLayers(stack);
  const mirrored = layers.filter(({ mirror }) => mirror).length;
  return `${entry?.name ?? 'A stack of your own'}${mirrored === 0 ? '' : mirrored === layers.length ? ', printed mirrored' : ', part of it mirrored'}: ${entry ? `for ${entry.use}` : formatStack(stack)}.`;
});
</script>

<template>
  <picture-stage question="What will it look like?" :answer="answer">
    <template v-if="job.artworkId" #tools><view-controls :viewing="viewing" /></template>
    <print-viewer v-if="job.artworkId" :viewing="viewing" />
    <p v-else class="panel pad">No artwork yet. Take a file in at stage 1 to see the print.</p>
    <template v-if="job.artworkId" #figures>
      <figure-row :figures="look.row.value" data-testid="look-row" />
    </template>
    <template #side>
      <layer-editor />
      <stack-advisor />
    </template>
    <template #below>
      <finding-list v-if="job.shown" :findings="job.shown.findings" @repair="job.repair" />
      <look-details v-if="job.artworkId" :look="look" />
    </template>
  </picture-stage>
</template>
