/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, describe, expect, test } from '@jest/globals';
import { mount, type VueWrapper } from '@vue/test-utils';
import { nextTick } from 'vue';
import BlockRow from '../views/classes/BlockRow.vue';
import { newBlock } from '../views/classes/moves.js';
import TypedField from './TypedField.vue';

let page: VueWrapper;
afterEach(() => page.unmount());
/** Types without leaving the field. */
function type(wanted: HTMLInputElement | HTMLTextAreaElement, text: string): void {
  wanted.value = text;
  wanted.dispatchEvent(new Event('input', { bubbles: true }));
}
const leave = async (wanted: Element): Promise<void> => {
  wanted.dispatchEvent(new Event('change', { bubbles: true }));
  await nextTick();
  await nextTick();
};

describe('a field that tells its text when it is left', () => {
  const field = (): HTMLInputElement => page.find('input, textarea').element as HTMLInputElement;
  test('keeps what is being typed while something else comes, and tells it once', async () => {
    page = mount(TypedField, { props: { value: 20 }, attrs: { type: 'number' } });
    type(field(), '35');
    await page.setProps({ value: 21 });
    expect(field().value).toBe('35');
    await leave(field());
    expect(page.emitted('keep')).toEqual([['35']]);
  });
  test('shows what comes from elsewhere when nothing is being typed', async () => {
    page = mount(TypedField, { props: { value: 'a', lines: true } });
    await page.setProps({ value: 'b' });
    expect(field().value).toBe('b');
    expect(field().tagName).toBe('TEXTAREA');
  });
  test('a text that changes nothing gives way to what holds', async () => {
    page = mount(TypedField, { props: { value: 600 } });
    type(field(), '700');
    await leave(field());
    expect(field().value).toBe('600');
  });
});

describe('a field that was emptied', () => {
  test.each([
    [true, [['']], ''],
    [false, undefined, '30'],
  ])('where nothing is an answer: %s', async (empty, told, shows) => {
    page = mount(TypedField, { props: { value: empty ? '' : 30, empty }, attrs: { type: 'number' } });
    const field = page.find('input').element as HTMLInputElement;
    type(field, '');
    await leave(field);
    expect([page.emitted('keep'), field.value]).toEqual([told, shows]);
  });
});

describe('a block of a class', () => {
  test('does not lose the second that is being typed when the plan comes', async () => {
    const block = { ...newBlock('front-plank'), work: 50 };
    page = mount(BlockRow, {
      props: { block, moves: [], at: 0, count: 2, name: 'Front plank' },
      attachTo: document.body,
    });
    await page.find('button[aria-label^="More of block"]').trigger('click');
    const step = (): HTMLInputElement =>
      [...document.querySelectorAll('label')]
        .find((l) => l.textContent?.includes('Easier version'))!
        .querySelector('input')!;
    type(step(), '30');
    await page.setProps({ block: { ...block, rounds: 4 }, at: 1 });
    expect(step().value).toBe('30');
    await leave(step());
    expect(page.emitted('change')!.at(-1)).toMatchObject([{ stepDown: 30, rounds: 4 }]);
  });
});
