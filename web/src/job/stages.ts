/** The stages of a job, in the order of the work. */
export const STAGES = [
  { id: 'artwork', name: 'Artwork', component: () => import('../artwork/ArtworkStage.vue') },
  { id: 'material', name: 'Material', component: () => import('../material/MaterialStage.vue') },
  { id: 'stack', name: 'Stack', component: () => import('../stack/StackStage.vue') },
  { id: 'plates', name: 'Plates', component: () => import('../plates/PlatesStage.vue') },
  { id: 'trips', name: 'Trips', component: () => import('../trips/TripsStage.vue') },
  { id: 'cost', name: 'Cost', component: () => import('../cost/CostStage.vue') },
  { id: 'run-sheet', name: 'Run sheet', component: () => import('../runsheet/RunSheetStage.vue') },
] as const;
