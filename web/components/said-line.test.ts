/** @jest-environment jsdom */
import { expect, test } from '@jest/globals';
import { mount } from '@vue/test-utils';
import { nextTick } from 'vue';
import { announce, say } from '../data/said.js';
import SaidLine from './SaidLine.vue';

test('what can be taken back is, by one press, and no longer offered then', async () => {
  const line = mount(SaidLine);
  const back: string[] = [];
  say('Marit has gone home.', () => back.push('here again'));
  await nextTick();
  const undo = line.findAll('button').find((b) => b.text() === 'Undo')!;
  await undo.trigger('click');
  expect(back).toEqual(['here again']);
  expect(line.findAll('button')).toHaveLength(0);
  say('Nothing to take back here.');
  await nextTick();
  expect(line.findAll('button').map((b) => b.text())).toEqual(['Close']);
});

test('the name of the page that is opened does not take away what is shown', async () => {
  const line = mount(SaidLine);
  say('The screen is kept on this device as a draft.');
  announce('Floor');
  await nextTick();
  const [quiet, shown] = line.findAll('[role="status"]');
  expect(quiet!.text()).toBe('Floor');
  expect(quiet!.classes()).toContain('sr-only');
  expect(shown!.text()).toContain('kept on this device');
  expect(shown!.classes()).not.toContain('sr-only');
  await shown!.get('button').trigger('click');
  expect(shown!.classes()).toContain('sr-only');
});
