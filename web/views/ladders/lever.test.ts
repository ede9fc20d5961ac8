/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { useRouter, type Router } from 'vue-router';
import { defineComponent, h } from 'vue';
import { Refusal, type FakeServer } from '../../../tests/browser/fake-server.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, somebody } from '../../../tests/browser/people.js';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { catalog } from '../../../core/catalog/shipped.js';
import { rungAt } from '../../../core/ladder/gates.js';
import { loadOf } from '../../../core/statics/load.js';
import { loadText } from '../../../words/loads.js';
import LeverPage from './LeverPage.vue';

const heavy = somebody(1, { stature: 1.95, mass: 110 });
const light = somebody(2, { stature: 1.52, mass: 48 });
const loadFor = ({ stature, mass, sex }: Person): string =>
  loadText(loadOf(rungAt(catalog, 'front-plank/forearm'), bodyOf({ stature: stature!, mass: mass!, sex })));
let server: FakeServer;
let page: VueWrapper;
let router: Router;
const Page = defineComponent({
  setup() {
    router = useRouter();
    return () => h(LeverPage);
  },
});

beforeEach(async () => {
  await freshDevice();
  server = hallWith([heavy, light]);
});
afterEach(() => page.unmount());

describe('the lever calculator', () => {
  test('works out the chosen person’s own load', async () => {
    page = await show(Page, `/lever?person=${heavy.id}`);
    await until(() => page.text().includes(loadFor(heavy)));
  });
  test('until the person is known no load is shown, an average body’s neither', async () => {
    let letGo!: () => void;
    server.on('people.get', () => new Promise<Person>((resolve) => (letGo = () => resolve(heavy))));
    page = await show(Page, `/lever?person=${heavy.id}`);
    await until(() => server.times('people.get') === 1);
    expect(page.text()).not.toMatch(/N·m/);
    expect(page.find('[role="status"].skeleton').exists()).toBe(true);
    letGo();
    await until(() => page.text().includes(loadFor(heavy)));
    expect(page.find('[role="status"].skeleton').exists()).toBe(false);
  });
  test('of a person who cannot be read the figures are an average body’s, and that is said', async () => {
    server.on('people.get', () => new Refusal(500, 'Something went wrong'));
    page = await show(Page, `/lever?person=${heavy.id}`);
    await until(() => page.text().includes('Something went wrong'));
    await until(() => /N·m/.test(page.text()));
    expect(page.text()).toContain('an average body’s');
  });
  test('switching quickly never shows one person’s load under another’s name', async () => {
    let letGo!: () => void;
    server.on('people.get', ({ params }) =>
      params.id === heavy.id ? new Promise<Person>((resolve) => (letGo = () => resolve(heavy))) : light,
    );
    page = await show(Page, `/lever?person=${heavy.id}`);
    await until(() => server.times('people.get') === 1);
    await router.replace({ query: { person: light.id } });
    await until(() => page.text().includes(loadFor(light)));
    letGo();
    await until(() => server.times('people.get') === 2);
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(page.text()).toContain(loadFor(light));
    expect(page.text()).not.toContain(loadFor(heavy));
  });
});
