/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { Refusal, type FakeServer } from '../../../tests/browser/fake-server.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { account, hallWith, studioOf } from '../../../tests/browser/people.js';
import type { EntryRecord } from '../../../core/formats/entries.js';
import { record } from '../../../core/catalog/index.js';
import { catalog, shipped, takeCatalogue } from '../../data/catalogue.js';
import LibraryPage from './LibraryPage.vue';
import { ALL, foundElsewhere, KINDS, listed, NO_KIT, type Kind } from './library.js';

let server: FakeServer;
let page: VueWrapper;
const button = (name: RegExp) => page.findAll('button').find((b) => name.test(b.text()))!;

beforeEach(async () => {
  await freshDevice();
  takeCatalogue(studioOf());
  server = hallWith([], [], { ...account(), role: 'owner' });
});
afterEach(() => page?.unmount());

describe('what the library lists', () => {
  const none = ALL;
  test.each(Object.keys(KINDS) as Kind[])('%s: all without a filter, fewer with words, none for nonsense', (kind) => {
    const all = listed(shipped, kind, none);
    expect(all.length).toBeGreaterThan(0);
    const one = listed(shipped, kind, { ...none, words: all[0]!.name });
    expect(one.map((e) => e.id)).toContain(all[0]!.id);
    expect(listed(shipped, kind, { ...none, words: 'zzqx' })).toEqual([]);
  });
  test('filters of a drill narrow together', () => {
    const easing = shipped.drills.find((d) => d.phase === 'ease')!;
    const cause = Object.keys(easing.causes)[0]!;
    const drills = listed(shipped, 'drills', { ...none, cause, phase: 'ease' });
    expect(drills.length).toBeGreaterThan(0);
    for (const { id } of drills)
      expect(record(shipped.drills, id)).toMatchObject({ phase: 'ease', causes: { [cause]: expect.any(Number) } });
  });
  test('drills that need nothing but the room are asked for', () => {
    const bare = listed(shipped, 'drills', { ...none, kit: NO_KIT });
    expect(bare.length).toBeGreaterThan(40);
    for (const { id } of bare) expect(['', 'mat', 'wall', 'doorway']).toContain(record(shipped.drills, id).kit.join());
  });
  test('words are looked for in every kind, whatever is filtered in one, and lead there', async () => {
    expect(foundElsewhere(shipped, 'drills', ' ')).toEqual([]);
    const found = foundElsewhere(shipped, 'drills', 'sag');
    expect(found.map((f) => f.kind)).not.toContain('drills');
    for (const { kind, count } of found) expect(listed(shipped, kind, { ...none, words: 'sag' })).toHaveLength(count);
    expect(found.find((f) => f.kind === 'faults')!.count).toBeGreaterThan(0);
    page = await show(LibraryPage, '/library?kind=methods');
    await page.find('#lib-words').setValue('hips sag');
    await button(/^Faults \(\d+\)$/).trigger('click');
    await until(() => page.text().includes('Hips sag'));
    expect((page.find('#lib-words').element as HTMLInputElement).value).toBe('hips sag');
  });
  test.each(Object.keys(KINDS) as Kind[])('every one of the %s opens its own page', async (kind) => {
    const [first] = listed(shipped, kind, none);
    page = await show(LibraryPage, `/library?kind=${kind}&id=${encodeURIComponent(first!.id)}`);
    expect(page.find('article').text().length).toBeGreaterThan(60);
    expect(page.find('article').text()).not.toContain('on the left');
  });
});

describe('the order of the pads', () => {
  test('a pad is moved up, one goes behind more, and what is kept is the whole order', async () => {
    const { pads } = record(shipped.families, 'front-plank');
    page = await show(LibraryPage, '/library?kind=positions&id=front-plank');
    await until(() => button(/Change it/));
    await button(/Change it/).trigger('click');
    const named = (name: string) => page.find(`button[aria-label="${name}"]`);
    const [first, second, third] = pads.slice(0, 3).map((id) => record(shipped.faults, id).name);
    await named(`${second} up`).trigger('click');
    await named(`${third} behind more`).trigger('click');
    expect(named(`${first} down`).exists()).toBe(true);
    let kept: unknown;
    server.on('entries.put', ({ body }) => {
      kept = body;
      return studioOf();
    });
    await page.find('form.space-y-3').trigger('submit');
    await until(() => kept !== undefined);
    expect(kept).toEqual({ id: 'front-plank', order: [pads[1], pads[0], ...pads.slice(3)] });
  });
});

describe('changing an entry', () => {
  beforeEach(async () => {
    page = await show(LibraryPage, '/library?kind=drills&id=bridge');
    await until(() => button(/Change it/));
  });
  test('keeps what was typed when the server refuses it, and says field by field why', async () => {
    server.on('entries.put', () =>
      Object.assign(new Refusal(422, 'This entry is not right yet'), {
        problems: [
          { path: 'name', message: 'needs a name' },
          { path: 'kit', message: 'names kit that is not known' },
        ],
      }),
    );
    await button(/Change it/).trigger('click');
    await page.find('article form input').setValue('Slipway bridge');
    await page.find('article form').trigger('submit');
    await until(() => page.find('#e-kit-wrong').exists());
    expect(page.find('#e-kit-wrong').text()).toBe('This names kit that is not known.');
    expect(page.find('#e-name-wrong').text()).toBe('This needs a name.');
    expect(page.find('#e-name').attributes('aria-invalid')).toBe('true');
    expect((page.find('article form input').element as HTMLInputElement).value).toBe('Slipway bridge');
    // Its draft goes with it, before the next test opens the same entry.
    await button(/Cancel/).trigger('click');
    await until(() => !page.find('article form').exists());
  });
  test('a copy has an id of its own and says where it comes from', async () => {
    server.on('entries.put', ({ params, body }) => ({
      ...studioOf(),
      entries: [
        {
          kind: 'drills' as const,
          key: params.key,
          record: body as unknown as EntryRecord,
          by: 'J',
          at: '2026-05-20T10:00:00.000Z',
          retired: false,
        },
      ],
    }));
    await button(/Copy to change/).trigger('click');
    // The name and the dose are asked first; the rest is as it was, and folded.
    const folded = page.find('article form details:has(#e-how)');
    expect((folded.element as HTMLDetailsElement).open).toBe(false);
    expect(folded.find('#e-name').exists()).toBe(false);
    expect(page.find('article form').text().indexOf('Dose')).toBeLessThan(
      page.find('article form').text().indexOf('How,'),
    );
    await page.find('article form').trigger('submit');
    await until(() => server.times('entries.put') === 1);
    expect(server.asked.at(-1)).toMatchObject({
      params: { kind: 'drills', key: 'bridge-2' },
      body: { id: 'bridge-2', copiedFrom: 'bridge', name: 'Bridge, own version' },
    });
    await until(() => catalog.drills.some((d) => d.id === 'bridge-2'));
    expect(record(catalog.drills, 'bridge').name).toBe('Bridge');
  });
});
