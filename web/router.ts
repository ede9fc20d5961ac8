/** Places and their addresses. Addresses hold ids only, never names or health. */
import { createRouter, createWebHistory } from 'vue-router';
import { useSession } from './data/session.js';

export const router = createRouter({
  history: createWebHistory(),
  // Another place begins at its top; going back comes back to where one was; a filter moves nothing.
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? undefined : { top: 0 }),
  routes: [
    { path: '/', name: 'floor', component: () => import('./views/floor/FloorPage.vue') },
    { path: '/people', name: 'people', component: () => import('./views/people/PeoplePage.vue') },
    { path: '/people/:id', name: 'person', component: () => import('./views/people/PersonPage.vue'), props: true },
    {
      path: '/people/:id/compare',
      name: 'compare',
      component: () => import('./views/people/ComparePage.vue'),
      props: true,
    },
    { path: '/bench', name: 'bench', component: () => import('./views/bench/BenchPage.vue') },
    { path: '/screen', name: 'screen', component: () => import('./views/screens/ScreenPage.vue') },
    { path: '/looks/:id', name: 'look', component: () => import('./views/looks/LookPage.vue'), props: true },
    { path: '/ladders', name: 'ladders', component: () => import('./views/ladders/LaddersPage.vue') },
    { path: '/lever', name: 'lever', component: () => import('./views/ladders/LeverPage.vue') },
    { path: '/library', name: 'library', component: () => import('./views/library/LibraryPage.vue') },
    { path: '/studio', name: 'studio', component: () => import('./views/studio/StudioPage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./views/door/SignInPage.vue') },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./views/door/LostPage.vue') },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.state) await session.load().catch(() => undefined);
  if (to.name !== 'sign-in' && !session.account)
    return { name: 'sign-in', query: to.fullPath === '/' ? {} : { then: to.fullPath } };
  return true;
});
