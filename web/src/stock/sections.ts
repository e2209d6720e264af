/** The parts of the stock, in the order in which one looks at them. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'shelf', name: t('stock.shelf'), component: () => import('./ShelfPage.vue') },
  { id: 'order', name: t('stock.toOrder'), component: () => import('./ReorderPage.vue') },
  { id: 'count', name: t('stock.stocktake'), component: () => import('./CountPage.vue') },
  { id: 'history', name: t('stock.history'), component: () => import('./HistoryPage.vue') },
] as const;
