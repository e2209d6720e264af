/** The stages of a job, in the order of the work. A stage that asks several questions has a view for each; the first is where it begins. */
import type { Component } from 'vue';

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
  single('artwork', 'Artwork', () => import('../artwork/ArtworkStage.vue')),
  single('material', 'Material', () => import('../material/MaterialStage.vue')),
  single('stack', 'Stack', () => import('../stack/StackStage.vue')),
  single('plates', 'Plates', () => import('../plates/PlatesStage.vue')),
  {
    id: 'trips',
    name: 'Trips',
    views: [
      { id: 'trips', name: 'Trips', component: () => import('../trips/TripsStage.vue') },
      { id: 'layout', name: 'Layout', component: () => import('../layout/LayoutStage.vue') },
    ],
  },
  {
    id: 'cost',
    name: 'Cost',
    views: [
      { id: 'cost', name: 'Cost and price', component: () => import('../cost/CostStage.vue') },
      { id: 'what-if', name: 'What if', component: () => import('../cost/WhatIfView.vue') },
    ],
  },
  single('run-sheet', 'Run sheet', () => import('../runsheet/RunSheetStage.vue')),
];
