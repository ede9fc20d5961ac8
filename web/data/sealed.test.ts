/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { freshDevice } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf, keptHold, lookInput, sessionOf, somebody } from '../../tests/browser/people.js';
import type { FakeServer } from '../../tests/browser/fake-server.js';
import { draftsOf, putDraft } from './draft-store.js';
import { keepHold, storedHold } from './hold-keeper.js';
import { keepLook } from './looks.js';
import { useOutbox, waitingHere } from './outbox.js';
import { leftHere } from './sealed.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';

const PASSWORD = 'salt-and-tar-42';
let server: FakeServer;
const signIn = async (n = 900, password = PASSWORD): Promise<void> => {
  server.on('session.start', () => sessionOf(account(n)));
  server.on('session.get', () => sessionOf(account(n)));
  await useSession().signIn('x@hall.test', password);
  await useOutbox().refresh();
};
const signOut = (left: 'lock' | 'discard'): Promise<void> => {
  server.on('session.get', () => sessionOf(null));
  server.on('session.end', () => undefined);
  return useSession().signOut(left);
};
const everything = async (): Promise<string> => {
  const db = await deviceStore();
  const [items, sealed] = [await db.getAll('items'), await db.getAll('sealed')];
  return JSON.stringify([items, sealed.map((s) => new TextDecoder().decode(s.data)), { ...localStorage }]);
};
async function twoAndAHold(): Promise<void> {
  server.down = true;
  await keepLook(idOf(1), lookInput(11));
  await keepLook(idOf(1), { ...lookInput(12), note: 'knee since May' });
  server.down = false;
  server.on('looks.add', () => new Promise<never>(() => undefined));
  keepHold(keptHold({ id: 'h', position: 'hollow', rung: 'straight', stoppedAt: 9, turn: 1 }));
}

beforeEach(async () => {
  await freshDevice();
  server = hallWith([somebody(1)]);
  server.on('session.get', () => sessionOf(null));
  await useSession().load();
  await signIn();
});

describe('signing out with drafts', () => {
  test('locked with the rest, their pictures let go; signing in again brings them back', async () => {
    await putDraft(account().id, 'screen/1', { note: 'left hip, quietly' }, new Blob(['a picture']));
    await putDraft(idOf(901), 'screen/1', { note: 'another’s' }, null);
    expect(await leftHere(account().id)).toBe(1);
    await signOut('lock');
    const here = async (): Promise<string> => JSON.stringify(await (await deviceStore()).getAll('drafts'));
    expect(await here()).not.toMatch(/left hip/);
    expect(await here()).toMatch(/another’s/);
    await signIn();
    const [back] = await draftsOf(account().id);
    expect(back).toMatchObject({ value: { note: 'left hip, quietly' }, file: null });
  });
  test('let go: nothing of them stays', async () => {
    await putDraft(account().id, 'screen/1', { note: 'left hip, quietly' }, null);
    await signOut('discard');
    expect(await (await deviceStore()).getAll('drafts')).toEqual([]);
  });
});

describe('signing out with something unsent', () => {
  test('locked: nothing of it can be read here, and signing in again brings all of it back', async () => {
    await twoAndAHold();
    expect(await leftHere(account().id)).toBe(3);
    await signOut('lock');
    expect(await everything()).not.toMatch(/knee since May|front-plank|hollow/);
    expect(await waitingHere()).toBe(3);
    await signIn(901);
    expect(useOutbox().items).toEqual([]);
    expect(storedHold(idOf(901))).toBeNull();
    await signOut('lock');
    await signIn();
    expect(useOutbox().items.map((i) => (i.ask as { body: { id: string } }).body.id)).toEqual([idOf(11), idOf(12)]);
    expect(storedHold(account().id)).toMatchObject({ id: 'h', stoppedAt: 9 });
    expect(await (await deviceStore()).count('sealed')).toBe(0);
  });
  test('with another password it stays locked, is said, and goes only when it is let go', async () => {
    await twoAndAHold();
    await signOut('lock');
    await signIn(900, 'another-pass-77');
    expect(useSession().shut).toBe(true);
    expect(useOutbox().items).toEqual([]);
    expect(await (await deviceStore()).count('sealed')).toBe(1);
    await useSession().forgetShut();
    expect([useSession().shut, await (await deviceStore()).count('sealed')]).toEqual([false, 0]);
  });
  test('what is left later is locked beside what no longer opens', async () => {
    await twoAndAHold();
    await signOut('lock');
    await signIn(900, 'another-pass-77');
    server.down = true;
    await keepLook(idOf(1), { ...lookInput(13), note: 'wrist since June' });
    server.down = false;
    await signOut('lock');
    expect(await everything()).not.toMatch(/wrist since June|knee since May/);
    await signIn(900, 'another-pass-77');
    expect(useOutbox().items.map((i) => (i.ask as { body: { id: string } }).body.id)).toEqual([idOf(13)]);
    expect([useSession().shut, await (await deviceStore()).count('sealed')]).toEqual([true, 1]);
  });
  test('after one’s own change of password it opens with the new one', async () => {
    server.on('password.change', () => sessionOf(account()));
    await useSession().changePassword(PASSWORD, 'another-pass-77');
    await twoAndAHold();
    await signOut('lock');
    await signIn(900, 'another-pass-77');
    expect(useOutbox().items).toHaveLength(2);
  });
  test('let go: nothing is left, of this account alone', async () => {
    await twoAndAHold();
    await signOut('discard');
    expect([await waitingHere(), storedHold(account().id)]).toEqual([0, null]);
  });
  test('a session that ended without a word is locked when somebody else signs in', async () => {
    await twoAndAHold();
    server.on('session.get', () => sessionOf(null));
    await useSession().load();
    await signIn(901);
    expect(await everything()).not.toContain('knee since May');
    await signIn();
    expect(useOutbox().items).toHaveLength(2);
  });
});
