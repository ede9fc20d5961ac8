/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { defineComponent, nextTick } from 'vue';
import { Refusal, type FakeServer } from '../../../tests/browser/fake-server.js';
import { holdTime, type HeldTime } from '../../../tests/browser/held-time.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import {
  account,
  hallWith,
  idOf,
  keptHold,
  lookInput,
  lookOf,
  noFacts,
  onNoLadder,
  sessionOf,
  somebody,
  studioOf,
} from '../../../tests/browser/people.js';
import type { Person } from '../../../api/people.js';
import type { StudioCatalogue } from '../../../api/studio.js';
import { rungOf } from '../../../core/catalog/index.js';
import { shipped, takeCatalogue } from '../../data/catalogue.js';
import { plankHold } from '../../../core/testing.js';
import { keepLook } from '../../data/looks.js';
import { useOutbox } from '../../data/outbox.js';
import { useSession } from '../../data/session.js';
import { deviceStore } from '../../data/store.js';
import BenchPage from './BenchPage.vue';
import { outdated } from '../../data/query.js';
import { keepHold, storedHold, type KeptHold } from '../../data/hold-keeper.js';
import { useBench, type Bench } from './use-bench.js';

const tall = somebody(1, { stature: 1.95, cautions: ['shoulder'], method: 'quiet' });
const small = somebody(2, { stature: 1.52 });
/** The studio's catalogue with a version of its own. */
const withSlipway: StudioCatalogue = {
  ...studioOf(),
  entries: [
    {
      kind: 'rungs',
      key: 'front-plank.slipway',
      record: { ...rungOf(shipped, 'front-plank', 'forearm'), id: 'slipway', name: 'Slipway plank', target: 33 },
      by: 'C',
      at: '2026-05-20T16:00:00.000Z',
      retired: false,
    },
  ],
};
let server: FakeServer;
let page: VueWrapper;
async function bench(at: Parameters<typeof useBench>[1]): Promise<Bench> {
  let made!: Bench;
  page = await show(
    defineComponent({
      setup() {
        made = useBench(null, at);
        return () => null;
      },
    }),
  );
  return made;
}

beforeEach(async () => {
  await freshDevice();
  server = hallWith([tall, small]);
});
afterEach(() => page.unmount());

describe('who is on the bench', () => {
  test('a late answer for one person is never taken for the next', async () => {
    let letGo!: (person: Person) => void;
    server.on('people.get', ({ params }) =>
      params.id === tall.id ? new Promise<Person>((resolve) => (letGo = resolve)) : small,
    );
    const on = await bench({ person: tall.id });
    await until(() => server.times('people.get') === 1);
    on.personId.value = small.id;
    await until(() => on.person.value.value);
    letGo(tall);
    await until(() => on.circumstance.value);
    expect(on.person.value.value!.id).toBe(small.id);
    expect(on.judgedIn.value.body.stature).toBe(1.52);
    expect(on.judgedIn.value.cautions).toEqual([]);
  });
  test('between two people nobody’s body stands, not the one before', async () => {
    const on = await bench({ person: tall.id });
    await until(() => on.judgedIn.value.body.stature === 1.95);
    server.on('people.get', () => new Promise<Person>(() => undefined));
    on.personId.value = small.id;
    await until(() => server.times('people.get') === 2);
    expect(on.person.value.value).toBeNull();
    expect(on.judgedIn.value.body.stature).not.toBe(1.95);
  });
  test('there and back shows the first again, with what stands about them', async () => {
    const on = await bench({ person: tall.id });
    await until(() => on.circumstance.value);
    on.personId.value = small.id;
    on.personId.value = tall.id;
    await until(() => on.judgedIn.value.body.stature === 1.95);
    expect(on.inForce.value).toMatch(/./);
  });
  test('what the coach has set before the proposal comes is not set again', async () => {
    let letGo!: () => void;
    server.on('ladders.get', async () => {
      await new Promise<void>((resolve) => (letGo = resolve));
      return onNoLadder();
    });
    const on = await bench({ person: tall.id });
    await until(() => server.times('ladders.get') === 1);
    on.choosePosition('hollow');
    on.setup.target = 12;
    letGo();
    await until(() => on.proposed.value);
    expect(on.setup).toMatchObject({ position: 'hollow', target: 12 });
  });
  test('a step that was accepted is what the bench opens with, however the position is chosen', async () => {
    const held = { ...plankHold({ clean: 40 }), values: {}, lookId: idOf(11) };
    const step = {
      id: idOf(21),
      lookId: idOf(11),
      day: held.day,
      from: 'front-plank/forearm',
      rule: 3,
      kind: 'between' as const,
      proposal: 'Elbows ahead',
      numbers: [],
      decision: 'accepted' as const,
      to: 'front-plank/forearm',
      seconds: 35,
      step: null,
      reps: null,
      setup: { elbowAhead: 0.06 },
      rest: { at: 'front-plank/knees', seconds: 10 },
      reason: '',
      by: 'C',
    };
    server.on('ladders.get', () => ({ holds: [held], steps: [step], goals: [], said: [] }));
    const on = await bench({ person: tall.id });
    await until(() => on.accepted.value);
    const opened = { rung: 'forearm', target: 45, knobs: { elbowAhead: 0.06 }, rest: { rung: 'knees', seconds: 10 } };
    expect(on.setup).toMatchObject(opened);
    on.choosePosition('hollow');
    expect([on.accepted.value, on.setup.knobs]).toEqual([false, {}]);
    on.choosePosition('front-plank');
    expect(on.setup).toMatchObject(opened);
    on.chooseRung('knees');
    expect(on.setup).toMatchObject({ rung: 'knees', knobs: {}, rest: null });
  });
  test('what was proposed from an old copy is proposed anew when a newer read comes, and not over what was set', async () => {
    const raised = { ...plankHold({ clean: 40 }), setup: { handHeight: 0.3 }, values: {}, lookId: idOf(11) };
    const on = await bench({ person: tall.id, position: 'front-plank', rung: 'forearm' });
    await until(() => on.proposed.value);
    expect(on.setup.knobs).toEqual({});
    server.on('ladders.get', () => ({ holds: [raised], steps: [], goals: [], said: [] }));
    outdated('ladders.get');
    await until(() => on.setup.knobs.handHeight === 0.3);
    on.setup.knobs = { handHeight: 0.15 };
    server.on('ladders.get', () => ({ holds: [{ ...raised, setup: {} }], steps: [], goals: [], said: [] }));
    outdated('ladders.get');
    await until(() => server.times('ladders.get') === 3);
    await nextTick();
    await nextTick();
    expect(on.setup.knobs).toEqual({ handHeight: 0.15 });
  });
  test('looking again proposes the set-up of the look before, once', async () => {
    server.on('looks.get', () => lookOf(11, 1, { position: 'hollow', rung: 'bent-knee', events: [], target: 25 }));
    const on = await bench({ person: tall.id, relook: idOf(11) });
    await until(() => on.setup.position === 'hollow');
    expect(on.setup).toMatchObject({ rung: 'bent-knee', target: 25 });
    expect(on.relookOf.value).toBe(idOf(11));
    on.setup.target = 30;
    on.personId.value = small.id;
    await until(() => on.person.value.value?.id === small.id);
    expect(on.relookOf.value).toBeNull();
  });
  test('a look that still waits on this device can be looked at again', async () => {
    server.on('looks.add', () => new Refusal(503, 'Starting')).on('looks.get', () => new Refusal(404, 'No such look'));
    await useSession().load();
    await keepLook(tall.id, lookInput(12, { position: 'hollow', rung: 'bent-knee', events: [], target: 25 }));
    await until(() => !useOutbox().sending);
    const on = await bench({ person: tall.id, relook: idOf(12) });
    await until(() => on.setup.position === 'hollow');
    expect(on.setup).toMatchObject({ rung: 'bent-knee', target: 25 });
    expect(on.relookOf.value).toBe(idOf(12));
  });
  test('a look of a version that is gone proposes the position’s own', async () => {
    server.on('looks.get', () => lookOf(11, 1, { position: 'hollow', rung: 'taken-out', events: [] }));
    const on = await bench({ person: tall.id, relook: idOf(11) });
    await until(() => on.setup.position === 'hollow');
    expect(on.rung.value.family).toBe('hollow');
  });
  test('a version of the studio’s own that is asked for is proposed also when the catalogue comes late', async () => {
    const on = await bench({ person: tall.id, position: 'front-plank', rung: 'slipway' });
    await until(() => on.proposed.value);
    expect(on.setup.rung).not.toBe('slipway');
    takeCatalogue(withSlipway);
    await until(() => on.setup.rung === 'slipway', 'the own version');
    expect(on.setup.target).toBe(33);
    takeCatalogue(studioOf());
  });
  test('… and not over what the coach has chosen meanwhile', async () => {
    const on = await bench({ person: tall.id, position: 'front-plank', rung: 'slipway' });
    await until(() => on.proposed.value);
    on.choosePosition('hollow');
    takeCatalogue(withSlipway);
    await new Promise((resolve) => setTimeout(resolve));
    expect(on.setup.position).toBe('hollow');
    takeCatalogue(studioOf());
  });
});

describe('a watched hold', () => {
  const button = (name: RegExp) => page.findAll('button').find((b) => name.test(b.text()))!;
  const mine = account().id;
  const stopped = (change: Partial<KeptHold> = {}) =>
    keepHold(
      keptHold({
        personId: tall.id,
        events: [{ id: 'a', t: 12, fault: 'hip-sag', state: 'on' }],
        stoppedAt: 31,
        reason: 'coach',
        turn: 1,
        ...change,
      }),
    );
  test('that was kept on the device goes on after a reload, and is kept as a look', async () => {
    stopped();
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    page = await show(BenchPage, '/bench');
    await until(() => server.times('people.get') > 0 && page.text().includes('Where did they feel it first?'));
    await until(() => button(/keep it and see/i));
    await button(/keep it and see/i).trigger('click');
    await until(() => server.times('looks.add') === 1);
    expect(server.asked.find((a) => a.name === 'looks.add')).toMatchObject({
      params: { id: tall.id },
      body: { id: idOf(11), observation: { events: [{ t: 12, fault: 'hip-sag', state: 'on' }], ended: { t: 31 } } },
    });
    await until(() => storedHold(mine) === null, 'a free bench');
  });
  test('kept, the bench stands as it is until the result takes its place; where that cannot come it is free again and says so', async () => {
    stopped();
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    let comes!: (result: Error) => void;
    const result = new Promise<Error>((resolve) => (comes = resolve));
    page.vm.$router.onError(() => undefined);
    page.vm.$router.beforeEach(async (to) => {
      if (to.path.startsWith('/looks/')) throw await result;
    });
    await until(() => button(/keep it and see/i));
    await button(/keep it and see/i).trigger('click');
    await until(() => storedHold(mine) === null, 'a hold that is let go');
    expect(page.text()).toContain('Where did they feel it first?');
    await button(/keep it and see/i).trigger('click');
    comes(new Error('its script is not here'));
    await until(() => page.text().includes('Its page is not here yet'));
    await until(() => button(/^\s*start/i));
    expect(page.text()).not.toContain('Where did they feel it first?');
    await useOutbox().flush();
    expect(server.times('looks.add')).toBe(1);
  });
  test('kept before the page has read whose it is, it has that one’s height and weight all the same', async () => {
    stopped();
    let letGo!: () => void;
    const asked = new Promise<void>((resolve) => (letGo = resolve));
    server.on('people.get', async () => {
      await asked;
      return tall;
    });
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    page = await show(BenchPage, '/bench');
    await until(() => button(/keep it and see/i));
    await button(/keep it and see/i).trigger('click');
    letGo();
    await until(() => server.times('looks.add') === 1);
    expect(server.asked.find((a) => a.name === 'looks.add')).toMatchObject({
      body: { observation: { athlete: { stature: 1.95 } } },
    });
  });
  test('stays on the bench when this device has no room for it', async () => {
    stopped();
    page = await show(BenchPage, '/bench');
    await until(() => button(/keep it and see/i));
    const db = await deviceStore();
    const add = db.add.bind(db);
    db.add = () => Promise.reject(new DOMException('No room', 'QuotaExceededError'));
    server.down = true;
    await button(/keep it and see/i).trigger('click');
    await until(() => page.text().includes('storage is full'));
    expect(storedHold(mine)?.id).toBe(idOf(11));
    expect(button(/save the hold as a file/i).exists()).toBe(true);
    db.add = add;
    server.down = false;
    await button(/keep it and see/i).trigger('click');
    await until(() => storedHold(mine) === null, 'a free bench');
    expect(useOutbox().items.length + server.times('looks.add')).toBeGreaterThan(0);
  });
  test('is its account’s alone: another on this device neither sees nor ends it', async () => {
    stopped();
    server.on('session.get', () => sessionOf(account(901)));
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    await until(() => button(/start/i));
    expect(page.text()).not.toContain('Where did they feel it first?');
    page.unmount();
    server.on('session.get', () => sessionOf(account()));
    page = await show(BenchPage, '/bench');
    await until(() => page.text().includes('Where did they feel it first?'));
  });
  test('a target that was emptied starts nothing, and says why', async () => {
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    await until(() => button(/start/i) && !button(/start/i).attributes('disabled'));
    // On a phone the set-up is one line that opens.
    await button(/front plank/i).trigger('click');
    const target = (): HTMLInputElement => document.querySelector('#target')!;
    const fill = (value: string): void => {
      target().value = value;
      target().dispatchEvent(new Event('input'));
    };
    await until(target);
    fill('');
    await until(() => page.text().includes('The target wants 1 to 3600 seconds.'));
    expect(button(/start/i).attributes('disabled')).toBeDefined();
    fill('45');
    await until(() => !button(/start/i).attributes('disabled'));
  });
  test('a device that cannot keep anything says so before a hold starts', async () => {
    const set = Storage.prototype.setItem;
    Storage.prototype.setItem = () => {
      throw new DOMException('No room', 'QuotaExceededError');
    };
    try {
      page = await show(BenchPage, `/bench?person=${tall.id}`);
      await until(() => page.text().includes('This device cannot keep anything now'));
    } finally {
      Storage.prototype.setItem = set;
    }
  });
  test('taps of another page of this device count once, and it is free when that page keeps it', async () => {
    stopped({ stoppedAt: null, reason: null, turn: 0 });
    page = await show(BenchPage, '/bench');
    await until(() => page.text().includes('Hips sag'));
    const here = storedHold(mine)!;
    const there = { ...here, events: [...here.events, { id: 'b', t: 20, fault: 'chin-poke', state: 'on' as const }] };
    keepHold(there);
    window.dispatchEvent(new StorageEvent('storage', { key: `anchor.hold.${mine}` }));
    await until(() => page.findAll('[aria-pressed=true]').length >= 2);
    expect(storedHold(mine)!.events.map((e) => e.id)).toEqual(['a', 'b']);
    localStorage.removeItem(`anchor.hold.${mine}`);
    window.dispatchEvent(new StorageEvent('storage', { key: `anchor.hold.${mine}` }));
    await until(() => page.text().includes('ended on another page'));
  });
  test('a stop sign is said before any load', async () => {
    server.on('facts.get', () =>
      noFacts({ lastHolds: [{ position: 'front-plank', at: '2026-05-20T10:00:00.000Z', arrival: 1, pain: true }] }),
    );
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    await until(() => page.text().includes('Pain ended the last hold of this position'));
  });
});

describe('nothing done by accident', () => {
  let time: HeldTime;
  beforeEach(() => {
    time = holdTime();
  });
  afterEach(() => time.letGo());
  const button = (name: RegExp) => page.findAll('button').find((b) => name.test(b.text()))!;
  const key = (code: string, change: KeyboardEventInit = {}, target: EventTarget = document.body) =>
    target.dispatchEvent(
      new KeyboardEvent('keydown', {
        code,
        key: code === 'Space' ? ' ' : code,
        bubbles: true,
        cancelable: true,
        ...change,
      }),
    );
  const fresh = (): boolean => page.find('[data-fresh]').exists();
  const drawn = () => new Promise((resolve) => requestAnimationFrame(resolve));
  async function settled(): Promise<void> {
    await drawn();
    time.pass(500);
    await until(() => !fresh(), 'controls that take taps');
  }
  const running = (change: Partial<KeptHold> = {}) =>
    keepHold(keptHold({ personId: tall.id, elapsed: 12, writtenAt: Date.now(), ...change }));
  async function started(): Promise<void> {
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    await until(() => button(/^\s*start/i) && button(/^\s*start/i).attributes('disabled') === undefined);
    await button(/^\s*start/i).trigger('click');
    await until(() => page.text().includes('line holds'));
  }
  test('a second tap where Start was ends nothing; after a moment End does', async () => {
    await started();
    for (const name of [/^\s*end/i, /^\s*pain/i]) await button(name).trigger('click');
    expect(storedHold(account().id)).toMatchObject({ stoppedAt: null });
    await settled();
    await button(/^\s*end/i).trigger('click');
    await until(() => page.text().includes('Why did it end?'));
    // The reason that appears takes no tap yet either, and what was not reached is not offered.
    await button(/position lost/i).trigger('click');
    expect(storedHold(account().id)!.reason).toBeNull();
    await settled();
    expect(button(/target reached/i).attributes('disabled')).toBeDefined();
    await button(/position lost/i).trigger('click');
    await until(() => storedHold(account().id)!.reason === 'position-lost');
  });
  test('a control takes no tap until it has been seen for a moment, however slowly it is drawn', async () => {
    const { requestAnimationFrame: own } = globalThis;
    const frames: FrameRequestCallback[] = [];
    globalThis.requestAnimationFrame = (frame) => frames.push(frame);
    try {
      await started();
      time.pass(2000);
      await nextTick();
      expect(fresh()).toBe(true);
      frames.splice(0).forEach((frame) => frame(0));
      time.pass(399);
      await nextTick();
      expect(fresh()).toBe(true);
      time.pass(1);
      await nextTick();
      expect(fresh()).toBe(false);
    } finally {
      globalThis.requestAnimationFrame = own;
    }
  });
  test('a second tap on a pad within a blink is one tap', async () => {
    running();
    page = await show(BenchPage, '/bench');
    await until(() => button(/hips sag/i));
    await button(/hips sag/i).trigger('click');
    time.pass(399);
    await button(/hips sag/i).trigger('click');
    expect(storedHold(account().id)!.events).toHaveLength(1);
    time.pass(1);
    await button(/hips sag/i).trigger('click');
    expect(storedHold(account().id)!.events).toHaveLength(2);
  });
  test('a held key, a key in a dialog, a key of the browser and Space on a button start and end nothing', async () => {
    await started();
    await settled();
    key('Space', { repeat: true });
    key('Space', { ctrlKey: true });
    key('Space', {}, button(/^\s*pain/i).element);
    const dialog = document.body.appendChild(Object.assign(document.createElement('div'), { role: 'dialog' }));
    dialog.setAttribute('role', 'dialog');
    key('Space');
    dialog.remove();
    expect(storedHold(account().id)!.stoppedAt).toBeNull();
    key('Space');
    await until(() => page.text().includes('Why did it end?'));
  });
  test('a clock that ran on is asked about, and what is said stands in the record with the time away', async () => {
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    running({ target: 40, elapsed: 32_402, stoppedAt: 32_402, reason: 'coach', turn: 1, away: [[60, 32_000]] });
    page = await show(BenchPage, '/bench');
    await until(() => page.text().includes('over three times the target'));
    await settled();
    expect(button(/keep it and see/i).attributes('disabled')).toBeDefined();
    await page.find('#really').setValue('55');
    page
      .find('#really')
      .element.closest('form')!
      .dispatchEvent(new Event('submit', { cancelable: true }));
    await until(() => button(/keep it and see/i).attributes('disabled') === undefined);
    await button(/keep it and see/i).trigger('click');
    // It is sent a moment after it was shown.
    await until(() => (time.pass(100), server.times('looks.add') === 1));
    expect(server.asked.find((a) => a.name === 'looks.add')).toMatchObject({
      body: { observation: { ended: { t: 55 } }, note: 'Away from the page: 60–32000 s.' },
    });
  });
  test('where it hurts is asked when pain ended a hold, and stands in the record beside the time away', async () => {
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    running({ target: 40, elapsed: 20, stoppedAt: 20, reason: 'coach', turn: 1, away: [[5, 9]] });
    page = await show(BenchPage, '/bench');
    await until(() => page.text().includes('Why did it end?'));
    await settled();
    expect(page.text()).not.toContain('Where is the pain?');
    await button(/^\s*(5)?\s*pain$/i).trigger('click');
    const place = (name: string) =>
      page
        .find('[aria-label="Pain"]')
        .findAll('button')
        .find((b) => b.text() === name)!;
    for (const name of ['Low back', 'Knees', 'Wrists', 'Knees']) await place(name).trigger('click');
    expect(place('Wrists').attributes('aria-pressed')).toBe('true');
    await button(/keep it and see/i).trigger('click');
    await until(() => (time.pass(100), server.times('looks.add') === 1));
    expect(server.asked.find((a) => a.name === 'looks.add')).toMatchObject({
      body: { observation: { ended: { reason: 'pain' } }, note: 'Pain: low back, wrists. Away from the page: 5–9 s.' },
    });
  });
  test('what is done at the target is chosen on this device and kept', async () => {
    page = await show(BenchPage, `/bench?person=${tall.id}`);
    const setUp = () => page.findAll('button').find((b) => /front plank/i.test(b.text()));
    await until(setUp);
    await setUp()!.trigger('click');
    const switches = (): NodeListOf<HTMLElement> => document.querySelectorAll('[role=switch]');
    await until(() => switches().length === 3);
    const [sound] = switches();
    expect(sound!.getAttribute('aria-checked')).toBe('false');
    sound!.click();
    await until(() => JSON.parse(localStorage.getItem('anchor.signals')!).sound === true);
  });
  test('a hold that is taken up after a while has a mark of it', async () => {
    running({ writtenAt: Date.now() - 30_000 });
    page = await show(BenchPage, '/bench');
    await until(() => storedHold(account().id)!.away.length === 1);
    const [[from, to]] = storedHold(account().id)!.away as [[number, number]];
    expect([from, to - from]).toEqual([expect.closeTo(12), expect.closeTo(30)]);
  });
});
