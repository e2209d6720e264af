/** The parts of care, in the order in which one looks at them. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'machines', name: t('app.careMachines'), component: () => import('./MachinesPage.vue') },
  { id: 'logbook', name: t('app.careLogbook'), component: () => import('./LogbookPage.vue') },
  {
    id: 'procedures',
    name: t('app.careProcedures'),
    component: () => import('./ProceduresPage.vue'),
  },
  { id: 'white', name: t('app.careKeepFlush'), component: () => import('./KeepOrFlushPage.vue') },
] as const;
