/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import type { Prescription, PrescriptionInput } from '../../../api/plans.js';
import { record } from '../../../core/catalog/index.js';
import { catalog } from '../../../core/catalog/shipped.js';
import { given } from '../../../core/prescribe/given.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, idOf, somebody } from '../../../tests/browser/people.js';
import { today } from '../../data/clock.js';
import ChangeAssigned from './ChangeAssigned.vue';

let page: VueWrapper;
beforeEach(freshDevice);
afterEach(() => page.unmount());

const item = (id: string): Prescription['items'][number] => ({
  ...given(catalog, id, [], undefined),
  why: 'it answers',
  size: null,
  text: null,
});
const list = (change: Partial<Prescription> = {}): Prescription => ({
  id: idOf(80),
  series: idOf(80),
  version: 1,
  newest: true,
  lookId: null,
  family: 'front-plank',
  method: 'Straight',
  causes: [],
  items: [item('bridge'), item('dead-bug/opposite')],
  note: 'Slowly.',
  startsOn: '2026-05-02',
  relookOn: '2026-05-12',
  endedOn: null,
  by: 'Coach',
  at: '2026-05-02T10:00:00.000Z',
  warnings: [],
  ...change,
});
const nameOf = (id: string): string => record(catalog.drills, id).name;
const button = (name: string) =>
  page.findAll('button').find((b) => b.text() === name || b.attributes('aria-label') === name)!;
const drills = (): string[] => page.findAll('li[data-drill]').map((li) => li.attributes('data-drill')!);

describe('a list that is changed', () => {
  let sent: PrescriptionInput[];
  async function opened(change: Partial<Prescription> = {}, cautions: 'neck'[] = []): Promise<void> {
    sent = [];
    const person = somebody(1, { cautions });
    hallWith([person]).on('prescriptions.add', ({ body }) => {
      sent.push(body as PrescriptionInput);
      return [list({ version: 2 })];
    });
    page = await show(ChangeAssigned, '/', { person, prescription: list(change) });
    await until(() => drills().length > 0);
  }
  test('is kept as the next version of its series, from today, with what was taken out, moved and dosed', async () => {
    await opened({ items: [item('bridge'), item('dead-bug/opposite'), item('front-plank/forearm')] });
    expect(button('Keep as version 2').attributes('disabled')).toBeDefined();
    await button(`Take ${nameOf('bridge')} out`).trigger('click');
    await page.find('button[aria-label$=" down"]').trigger('click');
    const sets = page.find('input[aria-label="Sets from"]');
    await sets.setValue('5');
    await sets.trigger('change');
    await page.find('form').trigger('submit');
    await until(() => sent.length === 1);
    expect(sent[0]).toMatchObject({ series: idOf(80), startsOn: today(), note: 'Slowly.', family: 'front-plank' });
    expect(sent[0]!.items.map((i) => i.drill)).toEqual(['front-plank/forearm', 'dead-bug/opposite']);
    expect(sent[0]!.items[0]!.dose.sets[0]).toBe(5);
    expect(sent[0]!.relookOn > today()).toBe(true);
    await until(() => page.emitted('done') !== undefined);
  });
  test('keeps its last item, and says what left the library or was dosed in words', async () => {
    await opened({
      items: [
        { ...item('bridge'), dose: '3 times, slowly' as never },
        { ...item('bridge'), drill: 'of-yesterday' },
      ],
    });
    expect(drills()).toEqual(['bridge']);
    expect(page.text()).toMatch(/falls out: of.yesterday/i);
    expect(page.text()).toContain(`set as numbers now: ${nameOf('bridge')}`);
    expect(button(`Take ${nameOf('bridge')} out`).attributes('disabled')).toBeDefined();
    expect(button('Keep as version 2').attributes('disabled')).toBeUndefined();
  });
  test('is not kept with what a caution in force excludes', async () => {
    const barred = catalog.drills.find((d) => d.excludedBy.includes('neck'))!.id;
    await opened({ items: [item('bridge'), item(barred)] }, ['neck']);
    expect(page.text()).toContain('A caution in force excludes it');
    await page.find('button[aria-label$=" down"]').trigger('click');
    expect(button('Keep as version 2').attributes('disabled')).toBeDefined();
    await button(`Take ${nameOf(barred)} out`).trigger('click');
    expect(button('Keep as version 2').attributes('disabled')).toBeUndefined();
  });
});
