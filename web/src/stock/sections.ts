/** The parts of the stock, in the order in which one looks at them. */
export const SECTIONS = [
  { id: 'shelf', name: 'Shelf', component: () => import('./ShelfPage.vue') },
  { id: 'order', name: 'To order', component: () => import('./ReorderPage.vue') },
  { id: 'count', name: 'Stocktake', component: () => import('./CountPage.vue') },
  { id: 'history', name: 'History', component: () => import('./HistoryPage.vue') },
] as const;
