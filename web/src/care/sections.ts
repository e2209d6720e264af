/** The parts of care, in the order in which one looks at them. */
export const SECTIONS = [
  { id: 'machines', name: 'Machines', component: () => import('./MachinesPage.vue') },
  { id: 'logbook', name: 'Logbook', component: () => import('./LogbookPage.vue') },
  { id: 'procedures', name: 'Procedures', component: () => import('./ProceduresPage.vue') },
  { id: 'white', name: 'Keep or flush', component: () => import('./KeepOrFlushPage.vue') },
] as const;
