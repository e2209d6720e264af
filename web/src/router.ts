import { createRouter, createWebHistory } from 'vue-router';
import BoardPage from './board/BoardPage.vue';
import { STAGES } from './job/stages.ts';
import { SECTIONS } from './shop/sections.ts';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'board', component: BoardPage },
    {
      path: '/jobs/:id',
      component: () => import('./job/JobPage.vue'),
      props: true,
      children: [
        { path: '', name: 'job', redirect: (to) => ({ name: 'artwork', params: to.params }) },
        ...STAGES.flatMap(({ id: stage, views }) =>
          views.map(({ id, component }) => ({ path: id, name: id, component, meta: { stage } })),
        ),
      ],
    },
    {
      path: '/shop',
      component: () => import('./shop/ShopPage.vue'),
      children: [
        { path: '', name: 'shop', redirect: { name: 'shop-machines' } },
        ...SECTIONS.map(({ id, component }) => ({
          path: `${id}/:item?`,
          name: `shop-${id}`,
          component,
        })),
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
