/** Places and their addresses. Addresses and titles hold no names and nothing of health: a browser's history keeps both. */
import { nextTick } from 'vue';
import { createRouter, createWebHistory } from 'vue-router';
import { behindTheDoor } from './behind-the-door.js';
import { catalogueReady } from './data/catalogue.js';
import { announce } from './data/said.js';
import { nextTask } from './next-task.js';
import { useSession } from './data/session.js';
import { anywhere } from '../words/pages/anywhere.js';
import { router as wording } from '../words/pages/application.js';

export const router = createRouter({
  history: createWebHistory(),
  // Another place begins at its top; going back comes back to where one was; a filter moves nothing. The first place is at its top
  // already: asking for it would lay the page out in the same breath in which it is made.
  scrollBehavior: (to, from, saved) =>
    saved ?? (to.path === from.path || from.matched.length === 0 ? undefined : { top: 0 }),
  routes: [
    {
      path: '/',
      name: 'floor',
      meta: { title: wording.floor },
      component: () => import('./views/floor/FloorPage.vue'),
    },
    {
      path: '/people',
      name: 'people',
      meta: { title: wording.people },
      component: () => import('./views/people/PeoplePage.vue'),
    },
    {
      path: '/people/:id',
      name: 'person',
      meta: { title: wording.person },
      component: () => import('./views/people/PersonPage.vue'),
      props: true,
    },
    {
      path: '/people/:id/compare',
      name: 'compare',
      meta: { title: wording.thenAndNow },
      component: () => import('./views/people/ComparePage.vue'),
      props: true,
    },
    {
      path: '/groups/:id',
      name: 'group',
      meta: { title: anywhere.group },
      component: () => import('./views/groups/GroupPage.vue'),
      props: true,
    },
    {
      path: '/bench',
      name: 'bench',
      meta: { title: anywhere.bench },
      component: () => import('./views/bench/BenchPage.vue'),
    },
    {
      path: '/screen',
      name: 'screen',
      meta: { title: wording.screen },
      component: () => import('./views/screens/ScreenPage.vue'),
    },
    {
      path: '/looks/:id',
      name: 'look',
      meta: { title: anywhere.look },
      component: () => import('./views/looks/LookPage.vue'),
      props: true,
    },
    {
      path: '/looks/:id/frames',
      name: 'frames',
      meta: { title: wording.frames },
      component: () => import('./views/looks/FramesPage.vue'),
      props: true,
    },
    {
      path: '/inbox',
      name: 'inbox',
      meta: { title: wording.inbox },
      component: () => import('./views/inbox/InboxPage.vue'),
    },
    {
      path: '/in',
      name: 'in',
      meta: { title: anywhere.bringRecordsIn },
      component: () => import('./views/transfer/ImportPage.vue'),
    },
    {
      path: '/letters',
      name: 'letters',
      meta: { title: wording.outbox },
      component: () => import('./views/letters/LettersPage.vue'),
    },
    {
      path: '/ladders',
      name: 'ladders',
      meta: { title: anywhere.ladders },
      component: () => import('./views/ladders/LaddersPage.vue'),
    },
    {
      path: '/lever',
      name: 'lever',
      meta: { title: wording.leverCalculator },
      component: () => import('./views/ladders/LeverPage.vue'),
    },
    {
      path: '/library',
      name: 'library',
      meta: { title: wording.library },
      component: () => import('./views/library/LibraryPage.vue'),
    },
    {
      path: '/studio',
      name: 'studio',
      meta: { title: wording.studio },
      component: () => import('./views/studio/StudioPage.vue'),
    },
    {
      path: '/trail',
      name: 'trail',
      meta: { title: wording.whoSawWhat },
      component: () => import('./views/keeping/TrailPage.vue'),
    },
    {
      path: '/backups',
      name: 'backups',
      meta: { title: wording.backups },
      component: () => import('./views/keeping/BackupsPage.vue'),
    },
    {
      path: '/account',
      name: 'account',
      meta: { title: wording.yourAccount },
      component: () => import('./views/keeping/AccountPage.vue'),
    },
    {
      path: '/classes',
      name: 'classes',
      meta: { title: anywhere.classes },
      component: () => import('./views/classes/ClassesPage.vue'),
    },
    {
      path: '/classes/:id',
      name: 'class',
      meta: { title: wording.class },
      component: () => import('./views/classes/ClassPage.vue'),
      props: true,
    },
    {
      path: '/plans',
      name: 'plans',
      meta: { title: anywhere.plans },
      component: () => import('./views/plans/PlansPage.vue'),
    },
    {
      path: '/plans/:id',
      name: 'plan',
      meta: { title: wording.programme },
      component: () => import('./views/plans/PlanPage.vue'),
      props: true,
    },
    {
      path: '/runs/:id',
      name: 'run',
      // The hall reads it from four metres: nothing else stands on the screen.
      meta: { title: wording.classUnderWay, bare: true },
      component: () => import('./views/classes/run/RunPage.vue'),
      props: true,
    },
    {
      path: '/runs/:id/wall',
      name: 'wall',
      meta: { title: wording.wall, bare: true },
      component: () => import('./views/classes/run/WallPage.vue'),
      props: true,
    },
    {
      path: '/wall',
      name: 'open-wall',
      // Nobody has to be signed in at a screen on the wall.
      meta: { title: wording.wall, bare: true, open: true },
      component: () => import('./views/classes/run/OpenWallPage.vue'),
    },
    {
      path: '/runs/:id/after',
      name: 'after',
      meta: { title: wording.afterTheClass },
      component: () => import('./views/classes/run/AfterPage.vue'),
      props: true,
    },
    {
      path: '/s/:secret',
      name: 'solo',
      // Who has a link needs no account, and sees no other place.
      meta: { title: wording.yourProgramme, bare: true, open: true },
      component: () => import('./views/solo/SoloPage.vue'),
      props: true,
    },
    {
      path: '/own',
      name: 'own',
      meta: { title: wording.yourProgramme },
      component: () => import('./views/solo/SoloPage.vue'),
    },
    {
      path: '/start',
      name: 'start',
      meta: { title: wording.firstSteps },
      component: () => import('./views/start/StartPage.vue'),
    },
    { path: '/try', name: 'try', meta: { title: wording.tryIt }, component: () => import('./views/start/TryPage.vue') },
    { path: '/eye', name: 'eye', meta: { title: wording.yourEye }, component: () => import('./views/eye/EyePage.vue') },
    {
      path: '/eye/rounds/:id',
      name: 'eye-round',
      meta: { title: wording.practice },
      component: () => import('./views/eye/RoundPage.vue'),
      props: true,
    },
    {
      path: '/eye/blind/:id',
      name: 'eye-blind',
      meta: { title: wording.aSecondEye },
      component: () => import('./views/eye/BlindPage.vue'),
      props: true,
    },
    {
      path: '/sign-in',
      name: 'sign-in',
      meta: { title: wording.signIn },
      component: () => import('./views/door/SignInPage.vue'),
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      meta: { title: wording.noSuchPage },
      component: () => import('./views/door/LostPage.vue'),
    },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.state) await session.load().catch(() => undefined);
  if (to.name !== 'sign-in' && to.meta.open !== true && !session.account)
    return {
      name: 'sign-in',
      meta: { title: wording.signIn },
      query: to.fullPath === '/' ? {} : { then: to.fullPath },
    };
  // A page without the bar waits for the catalogue alone.
  if (to.name !== 'sign-in') await (to.meta.bare === true ? catalogueReady() : behindTheDoor());
  return true;
});

// A page's scripts have run by now; it is drawn in a task of its own.
router.beforeResolve(() => nextTask());

router.afterEach((to, from, failure) => {
  if (failure) return;
  document.title = wording.uprightAnchor(String(to.meta.title));
  // Another page: the keys begin at it, and it is named to who cannot see it.
  if (from.matched.length === 0 || to.path === from.path) return;
  announce(String(to.meta.title));
  void nextTick(() => document.getElementById('main')?.focus({ preventScroll: true }));
});

/** Fetches the scripts of the page at an address, ahead of going there. */
export function fetchPage(path: string): void {
  const page = router.resolve(path).matched.at(-1)?.components?.default;
  if (typeof page === 'function') void (page as () => Promise<unknown>)().catch(() => undefined);
}
