/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, idOf, lookOf, noFacts, somebody } from '../../../tests/browser/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { simulatePicture } from '../../../core/body/simulate.js';
import { rungOf } from '../../../core/catalog/index.js';
import { catalog } from '../../../core/catalog/shipped.js';
import type { Observation } from '../../../core/formats/observation.js';
import FramesPage from './FramesPage.vue';

let page: VueWrapper;
beforeEach(freshDevice);
afterEach(() => page.unmount());

/** Opens the frames of a plank that was filmed from a side. */
async function open(view: Observation['view']): Promise<void> {
  const { points } = simulatePicture(rungOf(catalog, 'front-plank').pose, bodyOf());
  const frames = [0, 1, 2].map((t) => ({ t, points })) as Observation['frames'];
  const look = lookOf(11, 1, { view, frames, events: [] });
  hallWith([somebody(1)], [look]).on('facts.get', () => noFacts({}));
  page = await show(FramesPage, `/looks/${look.id}/frames`, { id: idOf(11) });
  await until(() => page.find('svg').exists(), 'the frames');
}

test('what the strip shows is asked where there is something to choose, and not else', async () => {
  await open('side');
  await until(() => page.find('#frames-measure').exists(), 'the choice of measures');
  expect(page.find('#frames-measure').text()).toContain('Body line');
  page.unmount();
  await freshDevice();
  // A plank from behind has no limits: nothing of it is drawn over time.
  await open('rear');
  expect(page.find('#frames-measure').exists()).toBe(false);
});

test('a hold of which nothing could be judged has no clean seconds: it is said why', async () => {
  await open('side');
  await until(() => page.text().includes('clean seconds'), 'the clean seconds');
  page.unmount();
  await freshDevice();
  await open('rear');
  await until(() => page.text().includes('Not judged yet: body line, which this view does not show'), 'why not');
  expect(page.text()).not.toContain('clean seconds');
});
