/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { defineComponent, h, nextTick } from 'vue';
import type { StudioCatalogue } from '../../api/studio.js';
import { freshDevice, show, until } from '../../tests/browser/mounted.js';
import { hallWith, idOf, noFacts, somebody, studioOf } from '../../tests/browser/people.js';
import { record } from '../../core/catalog/index.js';
import type { Drill } from '../../core/formats/catalog.js';
import { catalog, putEntry, setDefaults, shipped, studio, takeCatalogue, useCatalogue } from './catalogue.js';
import { useStanding, type Standing } from './circumstance.js';

const bridge = record(shipped.drills, 'bridge');
const named = (name: string): StudioCatalogue => ({
  ...studioOf(),
  entries: [
    {
      kind: 'drills',
      key: 'bridge',
      record: { ...bridge, name },
      by: 'J',
      at: '2026-05-20T10:00:00.000Z',
      retired: false,
    },
  ],
});
const nameNow = (): string => record(catalog.drills, 'bridge').name;
const Reader = defineComponent({
  setup() {
    useCatalogue(() => true);
    return () => h('p', nameNow());
  },
});

beforeEach(async () => {
  await freshDevice();
  takeCatalogue(studioOf());
});

describe('the studio’s catalogue on this device', () => {
  test('is laid over what ships, read by what shows it, and taken off again', async () => {
    hallWith([]).on('catalogue.get', () => named('Slipway bridge'));
    const page = await show(Reader);
    await until(() => page.text() === 'Slipway bridge');
    expect(record(shipped.drills, 'bridge').name).toBe(bridge.name);
    takeCatalogue(studioOf());
    await nextTick();
    expect(page.text()).toBe(bridge.name);
    page.unmount();
  });
  test('a change made while it is being read is not undone by the older answer', async () => {
    const server = hallWith([]);
    let letGo!: () => void;
    const held = new Promise<void>((resolve) => (letGo = resolve));
    server.on('catalogue.get', async () => {
      await held;
      return studioOf();
    });
    server.on('entries.put', ({ body }) => named((body as unknown as Drill).name));
    const page = await show(Reader);
    await until(() => server.times('catalogue.get') === 1);
    await putEntry('drills', 'bridge', { ...bridge, name: 'Slipway bridge' });
    letGo();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(nameNow()).toBe('Slipway bridge');
    page.unmount();
  });
  test('defaults that are set stand at once', async () => {
    hallWith([]).on('defaults.set', ({ body }) => ({ entries: [], defaults: { ...studioOf().defaults, ...body } }));
    const page = await show(Reader);
    await setDefaults({ ...studioOf().defaults, method: 'quiet' }, { defaults: studioOf().defaults, version: 1 });
    expect(studio.defaults.method).toBe('quiet');
    page.unmount();
  });
});

describe('what stands about a person on this device', () => {
  const standingOf = async (): Promise<Standing> => {
    let standing!: Standing;
    await show(
      defineComponent({
        setup() {
          standing = useStanding(() => idOf(1));
          return () => null;
        },
      }),
    );
    await until(() => standing.circumstance.value);
    return standing;
  };
  test('is derived from the page and the stored facts, as everywhere', async () => {
    const yesterday = new Date(Date.now() - 86_400_000).toISOString();
    hallWith([
      somebody(1, {
        kit: ['mat'],
        cautionRecords: [
          { id: idOf(50), caution: 'shoulder', from: '2020-01-01', until: null, note: '', setBy: 'J' },
          { id: idOf(51), caution: 'low-back', from: '2020-01-01', until: '2020-02-01', note: '', setBy: 'J' },
        ],
      }),
    ]).on('facts.get', () =>
      noFacts({ lastHolds: [{ position: 'front-plank', at: yesterday, arrival: 1, pain: true }] }),
    );
    const { circumstance } = await standingOf();
    expect(circumstance.value).toMatchObject({
      cautions: ['shoulder'],
      painIn: ['front-plank'],
      kit: ['mat'],
      intakeDue: true,
      athlete: { stature: 1.72, mass: 68, sex: 'female' },
    });
  });
  test('follows the hall’s defaults when they change', async () => {
    hallWith([somebody(1)]);
    const { circumstance } = await standingOf();
    expect(circumstance.value!.kit).toBeUndefined();
    takeCatalogue(studioOf({ kit: ['wall'] }));
    expect(circumstance.value!.kit).toEqual(['wall']);
  });
});
