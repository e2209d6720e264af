/** The sections of the shop, in the order of its bar. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'machines', name: t('shop.machines'), component: () => import('./MachinesPage.vue') },
  { id: 'inks', name: t('shop.inks'), component: () => import('./InksPage.vue') },
  { id: 'materials', name: t('shop.materials2'), component: () => import('./MaterialsPage.vue') },
  { id: 'prices', name: t('shop.prices2'), component: () => import('./PricesPage.vue') },
  { id: 'white', name: t('shop.whiteInk'), component: () => import('./WhitePage.vue') },
  { id: 'process', name: t('shop.whichProcess'), component: () => import('./ProcessPage.vue') },
  { id: 'use', name: t('shop.actualUse'), component: () => import('./ReportsPage.vue') },
  { id: 'rules', name: t('shop.houseRules2'), component: () => import('./RulesPage.vue') },
  { id: 'forms', name: t('shop.testForms'), component: () => import('./FormsPage.vue') },
  { id: 'presets', name: t('shop.presets'), component: () => import('./PresetsPage.vue') },
] as const;
