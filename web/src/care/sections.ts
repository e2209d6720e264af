/** The parts of care, in the order in which one looks at them. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'machines', name: t('care.machines'), component: () => import('./MachinesPage.vue') },
  { id: 'logbook', name: t('care.logbook'), component: () => import('./LogbookPage.vue') },
  { id: 'procedures', name: t('care.procedures'), component: () => import('./ProceduresPage.vue') },
  { id: 'white', name: t('care.keepFlush'), component: () => import('./KeepOrFlushPage.vue') },
] as const;
