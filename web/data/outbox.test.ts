/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { Refusal } from '../../tests/browser/fake-server.js';
import { freshDevice, until } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf, lookInput, lookOf, sessionOf, somebody } from '../../tests/browser/people.js';
import type { FakeServer } from '../../tests/browser/fake-server.js';
import { wordsOf } from './call.js';
import { keepLook } from './looks.js';
import { kept } from './query.js';
import { useOutbox } from './outbox.js';
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
  test.each([
    [401, 'signed out'],
    [403, 'an old token'],
    [429, 'too many requests'],
    [500, 'a server in trouble'],
    [503, 'a server that starts'],
  ])('%i, %s: it waits, and nothing after it is tried', async (status) => {
    server.on('looks.add', () => new Refusal(status, 'Not now'));
    await keepAndSend(11);
    await keepAndSend(12);
    expect(useOutbox().waiting).toHaveLength(2);
    expect(useOutbox().refused).toHaveLength(0);
    const tried = server.asked.filter((a) => a.name === 'looks.add').map((a) => (a.body as { id: string }).id);
    expect(new Set(tried)).toEqual(new Set([idOf(11)]));
    taken();
    await useOutbox().flush();
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
  });
  test.each([
    [409, 'This look is known already'],
    [422, 'The record is not right'],
    [404, 'There is no such person'],
  ])(
    '%i: it is put aside with the reason, the next one goes on, and it stays until the coach drops it',
    async (status, title) => {
      server.on('looks.add', ({ params, body }) =>
        body.id === idOf(11) ? new Refusal(status, title) : { ...lookOf(0, 0), id: body.id, personId: params.id },
      );
      await keepAndSend(11);
      await keepAndSend(12);
      await until(() => useOutbox().waiting.length === 0);
      expect(useOutbox().refused.map((i) => i.refused)).toEqual([title]);
      const before = server.times('looks.add');
      await useOutbox().flush();
      expect(server.times('looks.add')).toBe(before);
      await useOutbox().drop(useOutbox().refused[0]!.key!);
      expect(await inStore()).toBe(0);
    },
  );
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
  test('storage that is full is said, and nothing is taken as kept', async () => {
    const db = await deviceStore();
    const full = new DOMException('The disk is full.', 'QuotaExceededError');
    const add = db.add.bind(db);
    db.add = () => Promise.reject(full);
    await expect(keepLook(idOf(1), lookInput(11))).rejects.toBe(full);
    db.add = add;
    expect(wordsOf(full)).toMatch(/full/i);
    expect(useOutbox().items).toHaveLength(0);
    expect(server.times('looks.add')).toBe(0);
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
