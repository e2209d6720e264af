/** The sections of the shop, in the order of its bar. */
export const SECTIONS = [
  { id: 'machines', name: 'Machines', component: () => import('./MachinesPage.vue') },
  { id: 'inks', name: 'Inks', component: () => import('./InksPage.vue') },
  { id: 'materials', name: 'Materials', component: () => import('./MaterialsPage.vue') },
  { id: 'prices', name: 'Prices', component: () => import('./PricesPage.vue') },
  { id: 'white', name: 'White ink', component: () => import('./WhitePage.vue') },
  { id: 'process', name: 'Which process', component: () => import('./ProcessPage.vue') },
  { id: 'use', name: 'Actual use', component: () => import('./ReportsPage.vue') },
  { id: 'rules', name: 'House rules', component: () => import('./RulesPage.vue') },
  { id: 'forms', name: 'Test forms', component: () => import('./FormsPage.vue') },
  { id: 'presets', name: 'Presets', component: () => import('./PresetsPage.vue') },
] as const;
