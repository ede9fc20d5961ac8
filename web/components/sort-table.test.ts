/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mount, type VueWrapper } from '@vue/test-utils';
import { nextTick } from 'vue';
import SortTable from './SortTable.vue';
import type { TableColumn, TableOrder } from './table-column.js';

interface Rope {
  name: string;
  metres: number | null;
}
const ropes: Rope[] = [
  { name: 'stern', metres: 12 },
  { name: 'Bow', metres: null },
  { name: 'spring', metres: 9 },
];
const columns: TableColumn<Rope>[] = [
  { id: 'name', head: 'Rope', by: (r) => r.name },
  { id: 'metres', head: 'Metres', by: (r) => r.metres, text: (r) => `${r.metres ?? '–'} m` },
  { id: 'knots', head: 'Knots', by: () => 1, apart: true, unordered: true },
];
let page: VueWrapper;
const shown = (props: Record<string, unknown> = {}): VueWrapper =>
  (page = mount(
    SortTable as never,
    {
      attachTo: document.body,
      props: { caption: 'Ropes', columns, rows: ropes, ...props },
    } as never,
  ) as unknown as VueWrapper);
const names = (): string[] => page.findAll('tbody th').map((th) => th.text());
const heads = (): string[] => page.findAll('thead th').map((th) => th.text());
const press = async (text: string): Promise<void> => {
  await page
    .findAll('button')
    .find((b) => b.text() === text)!
    .trigger('click');
  await nextTick();
};
beforeEach(() => localStorage.clear());
afterEach(() => page.unmount());

describe('a table', () => {
  test('orders words by the alphabet and numbers by size, nothing last, and says which way', async () => {
    shown();
    expect(names()).toEqual(['stern', 'Bow', 'spring']);
    await press('Rope');
    expect(names()).toEqual(['Bow', 'spring', 'stern']);
    await press('Metres');
    expect(names()).toEqual(['stern', 'spring', 'Bow']);
    expect(page.findAll('thead th')[1]!.attributes('aria-sort')).toBe('descending');
    await press('Metres');
    expect(names()).toEqual(['spring', 'stern', 'Bow']);
    expect(page.findAll('tbody td').map((td) => td.text())).toEqual(['9 m', '12 m', '– m']);
  });
  test('columns are chosen and remembered by the device; the first cannot go; without a name there is no choice', async () => {
    shown({ id: 'ropes' });
    expect(heads()).toEqual(['Rope', 'Metres']);
    await press('Columns');
    const switches = page.findAll('[role=switch]');
    expect(switches.map((s) => s.attributes('aria-checked'))).toEqual(['true', 'false']);
    await switches[0]!.trigger('click');
    await switches[1]!.trigger('click');
    expect(heads()).toEqual(['Rope', 'Knots']);
    page.unmount();
    shown({ id: 'ropes' });
    expect(heads()).toEqual(['Rope', 'Knots']);
    page.unmount();
    shown();
    expect(page.text()).not.toContain('Columns');
    expect(page.findAll('thead th')[1]!.find('button').exists()).toBe(true);
  });
  test('is shown in pages; the order is of all of them; fewer rows begin at the first', async () => {
    shown({ pageSize: 2 });
    expect(page.get('[role=status]').text()).toBe('1–2 of 3');
    await press('Next');
    expect([names(), page.get('[role=status]').text()]).toEqual([['spring'], '3–3 of 3']);
    await press('Back');
    await press('Rope');
    expect(names()).toEqual(['Bow', 'spring']);
    await press('Next');
    expect(names()).toEqual(['stern']);
    await page.setProps({ rows: ropes.slice(0, 2) });
    expect(names()).toEqual(['Bow', 'stern']);
    expect(page.find('[role=status]').exists()).toBe(false);
  });
  test('rows of a server that pages stay as they come; the order is asked for', async () => {
    shown({ order: { by: 'name', down: false } satisfies TableOrder });
    expect(names()).toEqual(['stern', 'Bow', 'spring']);
    expect(page.findAll('thead th')[0]!.attributes('aria-sort')).toBe('ascending');
    await press('Rope');
    await press('Metres');
    expect(page.emitted('order')).toEqual([[{ by: 'name', down: true }], [{ by: 'metres', down: true }]]);
    expect(names()).toEqual(['stern', 'Bow', 'spring']);
    await page.setProps({ order: { by: 'metres', down: true } });
    expect(page.findAll('thead th')[1]!.attributes('aria-sort')).toBe('descending');
    await press('Metres');
    expect(page.emitted('order')!.at(-1)).toEqual([{ by: 'metres', down: false }]);
  });
});
