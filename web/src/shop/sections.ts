/** The sections of the shop, in the order of its bar. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'machines', name: t('shop.machines'), component: () => import('./MachinesPage.vue') },
  { id: 'inks', name: t('shop.inks'), component: () => import('./InksPage.vue') },
  {
    id: 'materials',
    name: t('shop.materialsPage'),
    component: () => import('./MaterialsPage.vue'),
  },
  { id: 'prices', name: t('shop.pricesPage'), component: () => import('./PricesPage.vue') },
  { id: 'white', name: t('shop.whiteInk'), component: () => import('./WhitePage.vue') },
  { id: 'process', name: t('shop.whichProcess'), component: () => import('./ProcessPage.vue') },
  { id: 'use', name: t('shop.actualUse'), component: () => import('./ReportsPage.vue') },
  { id: 'rules', name: t('shop.houseRulesPage'), component: () => import('./RulesPage.vue') },
  { id: 'forms', name: t('shop.testForms'), component: () => import('./FormsPage.vue') },
  { id: 'presets', name: t('shop.presets'), component: () => import('./PresetsPage.vue') },
] as const;
