/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { Refusal, type FakeServer } from '../../tests/browser/fake-server.js';
import { freshDevice } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf, sessionOf, somebody } from '../../tests/browser/people.js';
import { ApiError, call, OfflineError } from './call.js';
import { closeReads, keepNoCopy, kept, KEPT_FOR, read, writeCopy } from './query.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';

let server: FakeServer;
const person = { params: { id: idOf(1) } };
/** The page is loaded anew: what is in memory is gone, what is on the device stays. */
async function reload(): Promise<void> {
  closeReads();
  setActivePinia(createPinia());
  await useSession().load();
}
const copies = async (): Promise<string[]> => (await (await deviceStore()).getAllKeys('caches')).map(String);
async function readAndWrite(): Promise<void> {
  await read('people.get', person);
  await writeCopy();
}

beforeEach(async () => {
  await freshDevice();
  server = hallWith([somebody(1, { notes: 'sleeps badly' })]);
  server.on('session.end', () => undefined as never);
  await useSession().load();
});

describe('reads that are kept on this device', () => {
  test('are there after a reload with the server down', async () => {
    await readAndWrite();
    server.down = true;
    await reload();
    expect(useSession()).toMatchObject({ offline: true, account: { name: 'Coach 900' } });
    expect(kept('people.get', person)?.notes).toBe('sleeps badly');
  });
  test('are for seven days at most', async () => {
    await readAndWrite();
    const now = Date.now();
    const clock = jest.spyOn(Date, 'now').mockReturnValue(now + KEPT_FOR + 1000);
    try {
      server.down = true;
      closeReads();
      setActivePinia(createPinia());
      await expect(useSession().load()).rejects.toBeInstanceOf(OfflineError);
      expect(useSession().account).toBeNull();
      server.down = false;
      await useSession().load();
      expect(kept('people.get', person)).toBeUndefined();
    } finally {
      clock.mockRestore();
    }
  });
  test('are not another account’s', async () => {
    await readAndWrite();
    server.on('session.get', () => sessionOf(account(901)));
    await reload();
    expect(kept('people.get', person)).toBeUndefined();
    server.on('session.get', () => sessionOf(account(900)));
    await reload();
    expect(kept('people.get', person)?.notes).toBe('sleeps badly');
  });
  test('go with signing out, also without a network; the server is told as soon as it answers', async () => {
    await readAndWrite();
    expect(await copies()).toEqual([account().id]);
    server.down = true;
    await useSession().signOut();
    expect(await copies()).toEqual([]);
    server.down = false;
    await reload();
    expect(server.times('session.end')).toBe(1);
  });
  test('go when the session has ended on the server', async () => {
    await readAndWrite();
    server.on('session.get', () => sessionOf(null));
    await useSession().load();
    expect(await copies()).toEqual([]);
  });
  test('are not kept where the studio says so', async () => {
    await readAndWrite();
    await keepNoCopy();
    await read('people.get', { params: { id: idOf(1) } });
    await writeCopy();
    expect(await copies()).toEqual([]);
  });
  test.each([
    ['the studio says that no copy is kept', () => keepNoCopy()],
    ['the account signs out', () => useSession().signOut()],
  ])('do not come back by a write that was about to be made when %s', async (_when, forget) => {
    await read('people.get', person);
    await forget();
    await new Promise((resolve) => setTimeout(resolve, 1_300));
    expect(await copies()).toEqual([]);
  });
  test.each([
    ['the studio says that no copy is kept', () => keepNoCopy()],
    ['the account signs out', () => useSession().signOut()],
  ])('do not come back by a write that was being made when %s', async (_when, forget) => {
    await read('people.get', person);
    const writing = writeCopy();
    await Promise.all([writing, forget()]);
    expect(await copies()).toEqual([]);
  });
});

describe('calls', () => {
  test('carry the session’s token where they change something, and nothing private in the address', async () => {
    const sent: RequestInit[] = [];
    const inner = globalThis.fetch;
    globalThis.fetch = ((url: string, init: RequestInit) => {
      sent.push(init);
      return inner(url, init);
    }) as typeof fetch;
    server.on('groups.add', ({ body }) => ({ id: idOf(70), name: body.name, people: 0 }));
    await call('groups.add', { body: { name: 'Crew' } });
    await call('groups.list');
    expect(sent.map((s) => (s.headers as Record<string, string>)['x-anchor-token'])).toEqual([
      `token-${account().id}`,
      undefined,
    ]);
  });
  test('fail as one kind of error, with the line for each field', async () => {
    server.on('groups.add', () =>
      Object.assign(new Refusal(422, 'Not right'), { problems: [{ path: 'name', message: 'needs a name' }] }),
    );
    const error = await call('groups.add', { body: { name: '' } }).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiError);
    expect((error as ApiError).of('name')).toBe('needs a name');
    expect((error as ApiError).of('colour')).toBeUndefined();
  });
  test('an answer that is not what the route promises is never taken for one', async () => {
    server.on('people.get', () => ({ id: idOf(1), name: 'half a person' }) as never);
    await expect(call('people.get', person)).rejects.toThrow();
    expect(kept('people.get', person)).toBeUndefined();
  });
});
