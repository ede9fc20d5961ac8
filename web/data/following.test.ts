/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { describe, expect, test } from '@jest/globals';
import { nextTick, reactive, shallowRef } from 'vue';
import { useFollowing } from './following.js';

describe('a form over values that arrive late', () => {
  test('what was touched stays, what was not follows', async () => {
    const stored = shallowRef({ method: null as string | null, timeZone: 'UTC' });
    const form = reactive({ ...stored.value });
    useFollowing(() => stored.value, form);
    form.method = 'quiet';
    stored.value = { method: 'hollow', timeZone: 'Europe/Oslo' };
    await nextTick();
    expect(form).toEqual({ method: 'quiet', timeZone: 'Europe/Oslo' });
  });
  test('what was kept and comes back as it stands is followed again', async () => {
    const stored = shallowRef({ method: null as string | null });
    const form = reactive({ ...stored.value });
    useFollowing(() => stored.value, form);
    form.method = 'quiet';
    stored.value = { method: 'quiet' };
    await nextTick();
    stored.value = { method: null };
    await nextTick();
    expect(form.method).toBeNull();
  });
});
