/** The stages of a job, in the order of the work. A stage that asks several questions has a view for each; the first is where it begins. */
import type { Component } from 'vue';
import { t } from '../texts/texts.ts';

export interface StageView {
  readonly id: string;
  readonly name: string;
  readonly component: () => Promise<Component>;
}

export interface Stage {
  readonly id: string;
  readonly name: string;
  readonly views: readonly StageView[];
}

const single = (id: string, name: string, component: StageView['component']): Stage => ({
  id,
  name,
  views: [{ id, name, component }],
});

export const STAGES: readonly Stage[] = [
  single('artwork', t('job.artwork'), () => import('../artwork/ArtworkStage.vue')),
  single('material', t('job.material'), () => import('../material/MaterialStage.vue')),
  single('stack', t('job.stack'), () => import('../stack/StackStage.vue')),
  single('plates', t('job.plates'), () => import('../plates/PlatesStage.vue')),
  {
    id: 'trips',
    name: t('job.trips'),
    views: [
      { id: 'trips', name: t('job.trips'), component: () => import('../trips/TripsStage.vue') },
      { id: 'layout', name: t('job.layout'), component: () => import('../layout/LayoutStage.vue') },
    ],
  },
  {
    id: 'cost',
    name: t('job.cost'),
    views: [
      { id: 'cost', name: t('job.costPrice'), component: () => import('../cost/CostStage.vue') },
      { id: 'what-if', name: t('job.whatIf'), component: () => import('../cost/WhatIfView.vue') },
    ],
  },
  single('run-sheet', t('job.runSheet'), () => import('../runsheet/RunSheetStage.vue')),
];
