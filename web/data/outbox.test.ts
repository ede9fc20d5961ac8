/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { Refusal } from '../../tests/browser/fake-server.js';
import { freshDevice, until } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf, lookInput, lookOf, sessionOf, somebody } from '../../tests/browser/people.js';
import type { FakeServer } from '../../tests/browser/fake-server.js';
import { wordsOf } from './call.js';
import { keepLook, keepMend } from './looks.js';
import { withValueAt } from './waiting-item.js';
import { kept } from './query.js';
import { useOutbox, waitingHere } from './outbox.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';

let server: FakeServer;
const inStore = async (): Promise<number> => (await (await deviceStore()).getAll('items')).length;
const taken = (): FakeServer =>
  server.on('looks.add', ({ params, body }) => ({ ...lookOf(0, 0), id: body.id, personId: params.id }));

/** Keeps a look and waits until its sending, if it can be sent, is over. */
async function keepAndSend(n: number): Promise<void> {
  await keepLook(idOf(1), lookInput(n));
  await useOutbox().flush();
  await until(() => !useOutbox().sending, 'the end of sending');
}

beforeEach(async () => {
  await freshDevice();
  server = hallWith([somebody(1)]);
  await useSession().load();
});

describe('what waits on this device', () => {
  test('is sent in the order it was entered, once, and its answer is read by who shows it', async () => {
    taken();
    server.down = true;
    await keepAndSend(11);
    await keepAndSend(12);
    expect(useOutbox().waiting).toHaveLength(2);
    server.down = false;
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
    expect(server.asked.filter((a) => a.name === 'looks.add').map((a) => (a.body as { id: string }).id)).toEqual([
      idOf(11),
      idOf(12),
    ]);
    expect(kept('looks.get', { params: { id: idOf(12) } })?.id).toBe(idOf(12));
    expect(await inStore()).toBe(0);
  });
  test('keeps waiting while the server is down, also over a reload of the page', async () => {
    server.down = true;
    await keepAndSend(11);
    setActivePinia(createPinia());
    await useSession().load();
    await useOutbox().refresh();
    expect(useOutbox().waiting).toHaveLength(1);
    expect(useSession().offline).toBe(true);
  });
  /** Every look but the first is taken. */
  const refuseFirst = (refusal: Refusal): FakeServer =>
    server.on('looks.add', ({ params, body }) =>
      body.id === idOf(11) ? refusal : { ...lookOf(0, 0), id: body.id, personId: params.id },
    );
  const tried = (): string[] =>
    server.asked.filter((a) => a.name === 'looks.add').map((a) => (a.body as { id: string }).id);

  test.each([
    [429, 'too many requests'],
    [503, 'data that are in use'],
    [507, 'a full disk'],
  ])('%i, %s: the server wants patience; all of it waits, and is sent later', async (status) => {
    server.on('looks.add', () => new Refusal(status, 'Not now'));
    await keepAndSend(11);
    await keepAndSend(12);
    expect(useOutbox().waiting).toHaveLength(2);
    expect(tried()).toEqual([idOf(11)]);
    taken();
    await useOutbox().flush(true);
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
  });
  test('the session has ended: it is asked once, nothing is hammered, and after signing in it is sent', async () => {
    server.on('looks.add', () => {
      server.on('session.get', () => sessionOf(null));
      return new Refusal(401, 'Please sign in');
    });
    await keepAndSend(11);
    for (let i = 0; i < 5; i += 1) await useOutbox().flush();
    expect(server.times('looks.add')).toBe(1);
    expect(useSession().account).toBeNull();
    expect(await waitingHere()).toBe(1);
    taken();
    server.on('session.start', () => sessionOf(account()));
    await useSession().signIn('coach900@hall.test', 'salt-and-tar-42');
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0 && useOutbox().ready, 'an empty outbox');
    expect(tried()).toEqual([idOf(11), idOf(11)]);
  });
  test('an old token: the page asks for the new one and sends', async () => {
    server.on('looks.add', () => {
      taken();
      server.on('session.get', () => ({ ...sessionOf(account()), token: 'fresh' }));
      return new Refusal(403, 'This page is out of date');
    });
    await keepAndSend(11);
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
  });
  test('500 for one of them: the others go, it is tried again after a pause that grows', async () => {
    refuseFirst(new Refusal(500, 'Something went wrong here'));
    await keepAndSend(11);
    await keepAndSend(12);
    await until(() => useOutbox().items.length === 1);
    expect(useOutbox().refused).toHaveLength(0);
    const [first] = useOutbox().items;
    expect(first).toMatchObject({ tries: 1 });
    await useOutbox().flush();
    expect(tried().filter((id) => id === idOf(11))).toHaveLength(1);
    await useOutbox().flush(true);
    expect(useOutbox().items[0]!.tries).toBe(2);
    expect(useOutbox().items[0]!.after!).toBeGreaterThan(first!.after!);
    taken();
    await useOutbox().retry(useOutbox().items[0]!.key!);
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
  });
  test.each([
    [400, 'The data is not JSON'],
    [403, 'Your role does not allow this'],
    [404, 'There is no such person'],
    [409, 'This look is known already'],
    [413, 'This is too large'],
    [422, 'The record is not right'],
  ])(
    '%i: it is put aside with what the server said, the next ones go, and it stays until the coach decides',
    async (status, title) => {
      refuseFirst(new Refusal(status, title));
      for (const n of [11, 12, 13, 14]) await keepAndSend(n);
      await until(() => useOutbox().items.length === 1, 'three sent');
      const [aside] = useOutbox().refused;
      expect(aside!.refused).toMatchObject({ status, title });
      expect(Date.parse(aside!.keptAt!)).toBeGreaterThan(0);
      const before = server.times('looks.add');
      await useOutbox().flush(true);
      expect(server.times('looks.add')).toBe(before);
      // Also after a reload.
      setActivePinia(createPinia());
      await useSession().load();
      await useOutbox().refresh();
      expect(useOutbox().refused).toHaveLength(1);
      await useOutbox().drop(useOutbox().refused[0]!.key!);
      expect(await inStore()).toBe(0);
    },
  );
  test('what waits for a look that was put aside stays behind it, in order; another look’s does not', async () => {
    refuseFirst(new Refusal(422, 'Not so'));
    server.on('mends.add', ({ params }) => ({ ...lookOf(0, 1), id: params.id }));
    await keepAndSend(11);
    await keepMend(idOf(11), { id: idOf(60), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' });
    await keepLook(idOf(1), { ...lookInput(13), relookOf: idOf(11) });
    await keepAndSend(12);
    await keepMend(idOf(12), { id: idOf(61), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' });
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 3);
    expect(server.asked.filter((a) => a.name === 'mends.add').map((a) => a.params.id)).toEqual([idOf(12)]);
    taken();
    await useOutbox().retry(useOutbox().refused[0]!.key!);
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
    expect(server.asked.filter((a) => a.name === 'mends.add')).toHaveLength(2);
  });
  test('a field that was refused is mended and sent; what the server would refuse again is said here', async () => {
    const wants = { path: 'observation.target', message: 'must be at most 90' };
    refuseFirst(new Refusal(422, 'Some of this cannot be taken', [wants]));
    await keepAndSend(11);
    const [aside] = useOutbox().refused;
    expect(aside!.refused!.problems).toEqual([wants]);
    const asked = aside!.ask as { params: { id: string }; body: unknown };
    const mended = (target: unknown) =>
      useOutbox().mend(aside!.key!, { ...asked, body: withValueAt(asked.body, wants.path, target) } as never);
    await expect(mended(-4)).rejects.toThrow(/observation.target/);
    expect(useOutbox().refused).toHaveLength(1);
    taken();
    await mended(60);
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
    expect((server.asked.at(-1)!.body as { observation: { target: number } }).observation.target).toBe(60);
  });
  test('what the server would refuse is refused before it is kept', async () => {
    const bad = { ...lookInput(11), observation: { ...lookInput(11).observation, target: '' as never } };
    await expect(keepLook(idOf(1), bad)).rejects.toThrow(/observation.target/);
    const strange = { ...lookInput(11).observation, events: [{ t: 1, fault: 'mast-lean', state: 'on' as const }] };
    await expect(keepLook(idOf(1), { ...lookInput(11), observation: strange })).rejects.toThrow(
      /no fault of front-plank/,
    );
    expect(await inStore()).toBe(0);
    expect(server.times('looks.add')).toBe(0);
  });
  test('a look that another page of this device has sent is not shown as waiting any more', async () => {
    taken();
    server.down = true;
    await keepAndSend(11);
    const here = useOutbox();
    // The other page shares the store and the session, not the state.
    setActivePinia(createPinia());
    await useSession().load();
    server.down = false;
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0);
    await here.flush();
    expect(here.items).toHaveLength(0);
    expect(server.times('looks.add')).toBe(1);
  });
  test('two pages that send at once leave one look, nothing waiting and nothing refused', async () => {
    const known = new Set<string>();
    server.on('looks.add', ({ params, body }) => {
      known.add(body.id);
      return { ...lookOf(0, 0), id: body.id, personId: params.id };
    });
    server.down = true;
    await keepAndSend(11);
    const here = useOutbox();
    setActivePinia(createPinia());
    await useSession().load();
    const there = useOutbox();
    server.down = false;
    await Promise.all([here.flush(), there.flush()]);
    await Promise.all([here.refresh(), there.refresh()]);
    expect([...known]).toEqual([idOf(11)]);
    expect([here.items.length, there.items.length, await inStore()]).toEqual([0, 0, 0]);
  });
  test('a device that cannot keep it sends it at once and says so; without the server too, nothing is taken as kept', async () => {
    const db = await deviceStore();
    const full = new DOMException('The disk is full.', 'QuotaExceededError');
    const add = db.add.bind(db);
    db.add = () => Promise.reject(full);
    taken();
    expect(await keepLook(idOf(1), lookInput(11))).toBe('sent');
    expect(tried()).toEqual([idOf(11)]);
    server.down = true;
    await expect(keepLook(idOf(1), lookInput(12))).rejects.toBe(full);
    db.add = add;
    expect(wordsOf(full)).toMatch(/full/i);
    expect(useOutbox().items).toHaveLength(0);
  });
  test('another account on this device neither sees nor sends it', async () => {
    server.down = true;
    await keepAndSend(11);
    server.down = false;
    server.on('session.get', () => sessionOf(account(901)));
    taken();
    await useSession().load();
    await useOutbox().flush();
    expect(useOutbox().items).toHaveLength(0);
    expect(server.times('looks.add')).toBe(0);
    expect(await inStore()).toBe(1);
  });
  test('somebody else who signs in while it is being sent sends nothing in their own name', async () => {
    server.down = true;
    await keepAndSend(11);
    await keepAndSend(12);
    server.down = false;
    let letGo!: () => void;
    server.on('looks.add', async ({ params, body }) => {
      await new Promise<void>((resolve) => (letGo = resolve));
      return { ...lookOf(0, 0), id: body.id, personId: params.id };
    });
    const sending = useOutbox().flush();
    await until(() => server.times('looks.add') === 1);
    server.on('session.get', () => sessionOf(account(901)));
    await useSession().load();
    letGo();
    await sending;
    expect(server.times('looks.add')).toBe(1);
    // The answer to the first is nothing for the second account's cache.
    expect(kept('looks.get', { params: { id: idOf(11) } })).toBeUndefined();
    expect(await inStore()).toBe(1);
  });
  test('an item that an earlier version kept by its address is sent as a route', async () => {
    const { closeStore } = await import('./store.js');
    await closeStore();
    for (const { name } of await indexedDB.databases()) indexedDB.deleteDatabase(name!);
    const { openDB } = await import('idb');
    const old = await openDB('upright-anchor', 1, {
      upgrade: (db) => void db.createObjectStore('items', { keyPath: 'key', autoIncrement: true }),
    });
    await old.add('items', {
      accountId: account().id,
      method: 'POST',
      path: `/people/${idOf(1)}/looks`,
      body: lookInput(11),
    });
    old.close();
    taken();
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0);
    expect(server.asked.at(-1)).toMatchObject({ name: 'looks.add', params: { id: idOf(1) } });
  });
});
