/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, expect, test } from '@jest/globals';
import { mount, type VueWrapper } from '@vue/test-utils';
import { nextTick } from 'vue';
import { until } from '../../tests/browser/mounted.js';
import SearchPick from './SearchPick.vue';

const many = Array.from({ length: 200 }, (_, i) => ({ id: `c${i}`, name: `Choice ${i}` }));
let page: VueWrapper;
afterEach(() => page.unmount());
const options = (): string[] =>
  [...document.querySelectorAll<HTMLElement>('[role="option"]')].map((o) => o.dataset.id!);
async function opened(): Promise<void> {
  page = mount(SearchPick, {
    props: { id: 'pick', label: 'What', choices: many, modelValue: 'c3' },
    attachTo: document.body,
  });
  await page.get('button').trigger('click');
  await nextTick();
}
const type = (text: string): Promise<void> => page.get('input').setValue(text);

test('a long list shows its beginning at once and all of it soon, in its order', async () => {
  await opened();
  const first = options();
  expect(first.length).toBeGreaterThan(5);
  expect(first.length).toBeLessThan(100);
  await until(() => options().length === many.length, 'the whole list');
  expect(options()).toEqual(many.map((c) => c.id));
});
test('what is typed is found anywhere in the list, and taken back it is whole again', async () => {
  await opened();
  await type('ice 19');
  await until(() => options().length === 11, 'what fits');
  expect(options()).toEqual(['c19', ...Array.from({ length: 10 }, (_, i) => `c${190 + i}`)]);
  await type('');
  await nextTick();
  expect(options().length).toBeLessThan(100);
  await until(() => options().length === many.length, 'the whole list');
  await type('nothing like it');
  await until(() => document.body.textContent.includes('Nothing fits'));
});
test('a list that is given anew while it is open stays as it is drawn', async () => {
  await opened();
  await until(() => options().length === many.length, 'the whole list');
  await page.setProps({ choices: [...many] });
  expect(options()).toHaveLength(many.length);
});
