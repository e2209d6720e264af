<script setup lang="ts">
import { allLayers, CATALOGUE, formatStack, parseStack, sameLayers } from '@kyanos/core';
import { mdiFullscreen } from '@mdi/js';
import { computed, ref } from 'vue';
import PictureStage from '../job/PictureStage.vue';
import { useJob } from '../job/useJob.ts';
import CustomerView from '../look/CustomerView.vue';
import PrintViewer from '../look/PrintViewer.vue';
import { useView } from '../look/useView.ts';
import ViewControls from '../look/ViewControls.vue';
import FigureRow from '../shared/FigureRow.vue';
import FindingList from '../shared/FindingList.vue';
import { useKeys } from '../shared/keys.ts';
import LayerEditor from './LayerEditor.vue';
import LookDetails from './LookDetails.vue';
import StackAdvisor from './StackAdvisor.vue';
import { useLookNumbers } from './useLookNumbers.ts';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const viewing = useView();
const look = useLookNumbers(viewing);
const whole = ref(false);
useKeys('stack', {
  whole() {
    if (job.artworkId) whole.value = true;
  },
});

const answer = computed(() => {
  const { stack } = plan.value;
  const entry = CATALOGUE.find(({ notation }) => sameLayers(parseStack(notation), stack));
  const layers = allLayers(stack);
  const mirrored = layers.filter(({ mirror }) => mirror).length;
  return `${entry?.name ?? t('stack.stackYourOwn')}${mirrored === 0 ? '' : mirrored === layers.length ? t('stack.printedMirrored') : t('stack.partMirrored')}: ${entry ? t('stack.for', { use: entry.use }) : formatStack(stack)}.`;
});
</script>

<template>
  <picture-stage :question="t('stack.whatWillLookLike')" :answer="answer">
    <template v-if="job.artworkId" #tools>
      <view-controls :viewing="viewing" />
      <v-btn
        variant="text"
        :icon="mdiFullscreen"
        :aria-label="t('stack.wholeScreen')"
        :title="t('stack.wholeScreenCustomerV')"
        @click="whole = true"
      />
    </template>
    <!-- One picture is drawn at a time, and listens to the keys. -->
    <print-viewer v-if="job.artworkId && !whole" :viewing="viewing" />
    <v-dialog v-model="whole" fullscreen :aria-label="t('stack.printWholeScreen')">
      <customer-view v-if="whole" @close="whole = false" />
    </v-dialog>
    <p v-if="!job.artworkId" class="panel pad">
      {{ t('stack.noArtworkYetTake') }}
    </p>
    <template v-if="job.artworkId" #figures>
      <figure-row :figures="look.row.value" data-testid="look-row" />
    </template>
    <template #side>
      <layer-editor />
      <!-- Whoever practises chooses without it. -->
      <stack-advisor v-if="job.exercise === null" />
    </template>
    <template #below>
      <finding-list v-if="job.shown" :findings="job.shown.findings" @repair="job.repair" />
      <look-details v-if="job.artworkId" :look="look" />
    </template>
  </picture-stage>
</template>
