/** The parts of the stock, in the order in which one looks at them. */
import { API } from '@kyanos/contract';
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'shelf', name: t('app.stockShelf'), component: () => import('./ShelfPage.vue') },
  {
    id: 'order',
    name: t('app.stockToOrder'),
    component: () => import('./ReorderPage.vue'),
    shows: API.getReorder,
  },
  { id: 'count', name: t('app.stockStocktake'), component: () => import('./CountPage.vue') },
  { id: 'history', name: t('app.stockHistory'), component: () => import('./HistoryPage.vue') },
] as const;
