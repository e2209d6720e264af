import { createRouter, createWebHistory } from 'vue-router';
import BoardPage from './board/BoardPage.vue';
import { STAGES } from './job/stages.ts';
import { SECTIONS as CARE } from './care/sections.ts';
import { SECTIONS } from './shop/sections.ts';
import { watchParts } from './shared/missingPart.ts';
import { SECTIONS as PRACTICE } from './practice/sections.ts';
import { SECTIONS as STOCK } from './stock/sections.ts';
import { roomTexts } from './texts/texts.ts';

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
    { path: '/queue', name: 'queue', component: () => import('./queue/QueuePage.vue') },
    {
      path: '/queue/bench/:machine?',
      name: 'bench',
      component: () => import('./press/BenchPage.vue'),
    },
    {
      path: '/stock',
      component: () => import('./stock/StockPage.vue'),
      children: [
        { path: '', name: 'stock', redirect: { name: 'stock-shelf' } },
        ...STOCK.map(({ id, component }) => ({
          path: `${id}/:item?`,
          name: `stock-${id}`,
          component,
        })),
      ],
    },
    {
      path: '/care',
      component: () => import('./care/CarePage.vue'),
      children: [
        { path: '', name: 'care', redirect: { name: 'care-machines' } },
        ...CARE.map(({ id, component }) => ({
          path: `${id}/:item?`,
          name: `care-${id}`,
          component,
        })),
        {
          path: 'runs/:run',
          name: 'care-procedures-run',
          component: () => import('./care/RunPage.vue'),
          props: true,
        },
      ],
    },
    {
      path: '/practice',
      component: () => import('./practice/PracticePage.vue'),
      children: [
        { path: '', name: 'practice', redirect: { name: 'practice-own' } },
        ...PRACTICE.map(({ id, component }) => ({ path: id, name: `practice-${id}`, component })),
      ],
    },
    {
      path: '/practice/exercises/:id',
      name: 'exercise',
      component: () => import('./practice/ExercisePage.vue'),
      props: true,
    },
    {
      path: '/practice/certificates/:course/:learner',
      name: 'certificate',
      component: () => import('./practice/CertificatePage.vue'),
      props: true,
    },
    {
      path: '/handbook/:page(.*)?',
      name: 'handbook',
      component: () => import('./handbook/HandbookPage.vue'),
      props: true,
    },
    { path: '/people', name: 'people', component: () => import('./people/PeoplePage.vue') },
    { path: '/keeping', name: 'keeping', component: () => import('./people/KeepingPage.vue') },
    { path: '/account', name: 'account', component: () => import('./people/AccountPage.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});

// Before anything is fetched for the place that is wanted.
watchParts(router);
router.beforeEach(async ({ name }) => {
  if (name !== 'board') await roomTexts();
});
