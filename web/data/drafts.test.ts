/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { effectScope, nextTick, reactive, ref, type EffectScope } from 'vue';
import { z } from 'zod';
import { freshDevice, until } from '../../tests/browser/mounted.js';
import { account, hallWith, sessionOf } from '../../tests/browser/people.js';
import { DRAFTS_FOR, draftsOf, putDraft } from './draft-store.js';
import { hasDraft, useDraft, useFormDraft, type Draft } from './drafts.js';
import { said } from './said.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';

interface Work {
  words: string;
}
const schema = z.object({ words: z.string() });
let scope: EffectScope;
/** A page with something to type on it. */
function page(
  of: () => string | null = () => 'note/1',
  lasts?: number,
): { work: Work; draft: Draft; leave: () => void } {
  const work = reactive<Work>({ words: '' });
  const own = effectScope();
  const draft = own.run(() =>
    useDraft<Work>({
      of,
      name: 'The note',
      schema,
      now: () => (work.words === '' ? null : { words: work.words }),
      take: (value) => void Object.assign(work, value),
      ...(lasts === undefined ? {} : { lasts }),
    }),
  )!;
  scope = own;
  return { work, draft, leave: () => own.stop() };
}
const stored = async (): Promise<unknown[]> => (await draftsOf(account().id)).map((d) => d.value);
/** Waits until nothing is left here. */
async function gone(): Promise<void> {
  let left: unknown[] | null = null;
  await until(() => {
    void stored().then((all) => (left = all));
    return left?.length === 0;
  }, 'an empty device');
}

beforeEach(async () => {
  scope?.stop();
  await freshDevice();
  said.value = null;
  hallWith([]);
  await useSession().load();
});

describe('work that is left', () => {
  test('is kept, says so, and is here again when one comes back', async () => {
    const first = page();
    await until(() => first.draft.ready.value);
    first.work.words = 'hips low on the left';
    await until(() => first.draft.kept.value, 'the draft');
    first.leave();
    await until(() => said.value, 'what is said');
    expect(said.value!.text).toMatch(/The note is kept on this device as a draft/);
    const second = page();
    await until(() => second.draft.ready.value);
    expect(second.work.words).toBe('hips low on the left');
    expect(Date.now() - Date.parse(second.draft.found.value!)).toBeLessThan(60_000);
    expect(await hasDraft('note/1')).toBe(true);
    expect(await hasDraft('note/2')).toBe(false);
  });
  test('that was kept just before its page went is not gone on with', async () => {
    await putDraft(account().id, 'note/1', { words: 'hips low', limit: 3 }, null);
    expect(await hasDraft('note/1', { limit: 3, words: 'hips lower' })).toBe(true);
    expect(await hasDraft('note/1', { limit: 3, words: 'hips low' })).toBe(false);
    expect(await stored()).toEqual([]);
  });
  test('what was typed before the device was asked for earlier work is kept too, and gives way to earlier work', async () => {
    const first = page();
    await nextTick();
    first.work.words = 'typed at once';
    await until(() => first.draft.kept.value, 'the draft');
    first.leave();
    const second = page();
    await nextTick();
    second.work.words = 'typed again';
    await until(() => second.draft.ready.value);
    expect(second.work.words).toBe('typed at once');
  });
  test('at once after the last letter is kept too', async () => {
    const first = page();
    await until(() => first.draft.ready.value);
    first.work.words = 'typed and gone';
    await nextTick();
    first.leave();
    await until(() => said.value, 'what is said');
    const second = page();
    await until(() => second.draft.ready.value);
    expect(second.work.words).toBe('typed and gone');
  });
  test('while it is being written is said to be kept, too', async () => {
    const first = page();
    await until(() => first.draft.ready.value);
    first.work.words = 'one rep';
    await nextTick();
    // The write begins, and the page goes before it has ended.
    const shown = Object.getOwnPropertyDescriptor(Document.prototype, 'visibilityState')!;
    Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => 'hidden' });
    document.dispatchEvent(new Event('visibilitychange'));
    Object.defineProperty(document, 'visibilityState', { ...shown, configurable: true });
    first.leave();
    await until(() => said.value, 'what is said');
    expect(await stored()).toEqual([{ words: 'one rep' }]);
  });
  test('while it is being written is not kept by that writing: whoever reads that it is kept can trust it', async () => {
    const { work, draft } = page();
    await until(() => draft.ready.value);
    Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
    try {
      work.words = 'two';
      // It is written at once, and typed on while that goes on.
      document.dispatchEvent(new Event('visibilitychange'));
      work.words = 'nine';
      await until(() => draft.kept.value);
      expect(await stored()).toEqual([{ words: 'nine' }]);
    } finally {
      Object.defineProperty(document, 'visibilityState', { value: 'visible', configurable: true });
    }
  });
  test('before the device was asked for earlier work is kept, and says so', async () => {
    const first = page();
    await nextTick();
    first.work.words = 'typed and gone at once';
    first.leave();
    await until(() => said.value, 'what is said');
    expect(await stored()).toEqual([{ words: 'typed and gone at once' }]);
  });
  test('and done with while it is being written is not said to be kept', async () => {
    const first = page();
    await until(() => first.draft.ready.value);
    first.work.words = 'x';
    await nextTick();
    first.leave();
    await first.draft.drop();
    await gone();
    expect(said.value).toBeNull();
  });
  test('that is done with, or was never begun, leaves nothing and says nothing', async () => {
    const first = page();
    await until(() => first.draft.ready.value);
    first.work.words = 'x';
    await until(() => first.draft.kept.value);
    await first.draft.drop();
    first.leave();
    expect(await stored()).toEqual([]);
    const second = page();
    await until(() => second.draft.ready.value);
    second.leave();
    expect(said.value).toBeNull();
    expect(await stored()).toEqual([]);
  });
  test('that is emptied again goes', async () => {
    const { work, draft } = page();
    await until(() => draft.ready.value);
    work.words = 'x';
    await until(() => draft.kept.value);
    work.words = '';
    await gone();
  });
});

describe('what is not taken up', () => {
  test('another account’s, what has another shape, what is too old', async () => {
    await putDraft('somebody-else', 'note/1', { words: 'theirs' }, null);
    const first = page();
    await until(() => first.draft.ready.value);
    expect([first.work.words, first.draft.found.value]).toEqual(['', null]);
    first.leave();
    await putDraft(account().id, 'note/1', { letters: 7 }, null);
    const second = page();
    await until(() => second.draft.ready.value);
    expect(second.draft.found.value).toBeNull();
    second.leave();
    const db = await deviceStore();
    const at = new Date(Date.now() - DRAFTS_FOR - 1000).toISOString();
    await db.put('drafts', {
      id: `${account().id} note/1`,
      account: account().id,
      at,
      value: { words: 'old' },
      file: null,
    });
    const third = page();
    await until(() => third.draft.ready.value);
    expect(third.work.words).toBe('');
    expect(await draftsOf(account().id)).toEqual([]);
    expect(await db.getAll('drafts')).toHaveLength(1);
  });
  test('answers that last an hour are not taken up after two', async () => {
    const at = new Date(Date.now() - 2 * 3_600_000).toISOString();
    const db = await deviceStore();
    await db.put('drafts', {
      id: `${account().id} note/1`,
      account: account().id,
      at,
      value: { words: 'no' },
      file: null,
    });
    const { work, draft } = page(() => 'note/1', 3_600_000);
    await until(() => draft.ready.value);
    expect(work.words).toBe('');
  });
});

describe('one page, one thing after another', () => {
  test('what was typed of the first stays the first’s', async () => {
    const at = ref<string | null>('note/1');
    const { work, draft } = page(() => at.value);
    await until(() => draft.ready.value);
    work.words = 'of one';
    await until(() => draft.kept.value);
    at.value = 'note/2';
    work.words = '';
    await until(() => draft.ready.value);
    work.words = 'of two';
    await until(() => draft.kept.value);
    expect(await stored()).toEqual([{ words: 'of one' }, { words: 'of two' }]);
  });
  test('nothing is kept while it is not known whose it is', async () => {
    const { work, draft, leave } = page(() => null);
    work.words = 'nobody’s';
    leave();
    expect(draft.ready.value).toBe(false);
    expect(await stored()).toEqual([]);
  });
});

test('a form opens again with what was typed, and begins anew on request', async () => {
  const blank = (): Work => ({ words: 'as proposed' });
  const make = () => {
    const [open, form] = [ref(false), reactive(blank())];
    const own = effectScope();
    const draft = own.run(() => useFormDraft({ of: () => 'form/1', name: 'The form', schema }, open, form, blank))!;
    return { open, form, draft, own };
  };
  const first = make();
  await until(() => first.draft.ready.value);
  first.open.value = true;
  await nextTick();
  expect(first.draft.kept.value).toBe(false);
  first.form.words = 'as typed';
  await until(() => first.draft.kept.value);
  first.own.stop();
  const second = make();
  await until(() => second.draft.ready.value);
  expect([second.open.value, second.form.words]).toEqual([true, 'as typed']);
  second.draft.anew();
  expect(second.form.words).toBe('as proposed');
  await gone();
  second.own.stop();
});

test('a device that cannot keep says so', async () => {
  const { work, draft } = page();
  await until(() => draft.ready.value);
  const db = await deviceStore();
  const put = db.put.bind(db);
  db.put = () => Promise.reject(new DOMException('full', 'QuotaExceededError'));
  work.words = 'no room';
  await until(() => draft.unkept.value, 'the warning');
  db.put = put;
  work.words = 'room again';
  await until(() => draft.kept.value);
  expect(draft.unkept.value).toBe(false);
});

test('signing out adds nothing to what was locked', async () => {
  const server = hallWith([]);
  const { work, draft, leave } = page();
  await until(() => draft.ready.value);
  server.on('session.get', () => sessionOf(null)).on('session.end', () => undefined);
  work.words = 'just typed';
  await useSession().signOut('discard');
  leave();
  expect(await (await deviceStore()).getAll('drafts')).toEqual([]);
});
