/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import type { ItemLogInput } from '../../../api/programmes.js';
import type { SessionItem } from '../../../core/programme/session.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith } from '../../../tests/browser/people.js';
import SoloRun from './SoloRun.vue';

const HOLD: SessionItem = {
  item: 'hollow/straight',
  sets: 3,
  seconds: 30,
  reps: null,
  breaths: null,
  steps: null,
  rest: 60,
  split: null,
  sides: 'none',
  tempo: null,
  hold: null,
  kit: {},
  minutes: 5,
};
let page: VueWrapper;
let device: number;
beforeEach(async () => {
  await freshDevice();
  localStorage.setItem('anchor.class-cues', JSON.stringify({ sound: false, spoken: false, flash: false }));
  device = Date.now();
  jest.spyOn(Date, 'now').mockImplementation(() => device);
});
afterEach(() => {
  page.unmount();
  jest.restoreAllMocks();
});
const tap = (text: string): Promise<void> =>
  page
    .findAll('button')
    .find((b) => b.text() === text || b.attributes('aria-label') === text)!
    .trigger('click');
const logged = (): unknown[] => page.emitted('log') ?? [];

describe('a day on the clock', () => {
  async function running(): Promise<void> {
    hallWith([]);
    page = await show(SoloRun, '/', {
      items: [HOLD],
      texts: {},
      place: 'here',
      logOf: (): ItemLogInput | null => null,
    });
    await tap('Start');
    await until(() => page.text().includes('Get ready'));
    await tap('Next');
    await until(() => page.text().includes('Work'));
  }
  test('a set is stopped at the second of the tap, not at the last second that was drawn', async () => {
    await running();
    device += 12_500;
    await tap('Stopped here');
    expect(logged()).toEqual([['hollow/straight', { is: 'partly', sets: 0, best: 12 }]]);
  });
  test('a set whose work has ended by the time of the tap counts as done', async () => {
    await running();
    device += 31_000;
    await tap('Stopped here');
    expect(logged()).toEqual([['hollow/straight', { is: 'partly', sets: 1, best: null }]]);
  });
});
