/** The sections of the shop, in the order of its bar. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'machines', name: t('app.shopMachines'), component: () => import('./MachinesPage.vue') },
  { id: 'inks', name: t('app.shopInks'), component: () => import('./InksPage.vue') },
  {
    id: 'materials',
    name: t('app.shopMaterials'),
    component: () => import('./MaterialsPage.vue'),
  },
  { id: 'prices', name: t('app.shopPrices'), component: () => import('./PricesPage.vue') },
  { id: 'white', name: t('app.shopWhiteInk'), component: () => import('./WhitePage.vue') },
  { id: 'process', name: t('app.shopWhichProcess'), component: () => import('./ProcessPage.vue') },
  { id: 'use', name: t('app.shopActualUse'), component: () => import('./ReportsPage.vue') },
  { id: 'rules', name: t('app.shopHouseRules'), component: () => import('./RulesPage.vue') },
  { id: 'forms', name: t('app.shopTestForms'), component: () => import('./FormsPage.vue') },
  { id: 'presets', name: t('app.shopPresets'), component: () => import('./PresetsPage.vue') },
] as const;
