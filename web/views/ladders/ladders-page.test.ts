/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import type { Person } from '../../../api/people.js';
import type { FakeServer } from '../../../tests/browser/fake-server.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, somebody } from '../../../tests/browser/people.js';
import LaddersPage from './LaddersPage.vue';

// The document of these tests does not escape names.
Object.assign(globalThis, { CSS: { escape: (name: string) => name.replaceAll('/', '\\/') } });

const tall = somebody(1, { stature: 1.95, mass: 96 });
let server: FakeServer;
let page: VueWrapper;
beforeEach(async () => {
  await freshDevice();
  server = hallWith([tall]);
});
afterEach(() => page.unmount());

test('while a chosen person is read no ladder is shown: an average body’s loads are not theirs', async () => {
  let letGo!: () => void;
  server.on('people.get', () => new Promise<Person>((resolve) => (letGo = () => resolve(tall))));
  page = await show(LaddersPage, `/ladders?person=${tall.id}`);
  await until(() => server.times('people.get') === 1);
  expect(page.find('[data-place]').exists()).toBe(false);
  expect(page.text()).not.toMatch(/N·m/);
  letGo();
  await until(() => page.find('[data-place="front-plank/forearm"]').exists());
  expect(page.text()).toMatch(/N·m/);
});
test('with nobody chosen the ladder stands at once, and says whose figures it has', async () => {
  page = await show(LaddersPage, '/ladders');
  expect(page.find('[data-place="front-plank/forearm"]').exists()).toBe(true);
  expect(page.text()).toContain('an average body’s');
});
