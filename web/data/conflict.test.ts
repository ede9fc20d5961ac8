/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Person } from '../../api/people.js';
import { Refusal, type FakeServer } from '../../tests/browser/fake-server.js';
import { freshDevice, until } from '../../tests/browser/mounted.js';
import { hallWith, idOf, lookInput, lookOf, somebody } from '../../tests/browser/people.js';
import { asked } from './conflict.js';
import { changeLook, keepLook } from './looks.js';
import { chooseBetween, lookIn } from './look-changes.js';
import { useOutbox } from './outbox.js';
import { changePerson } from './people.js';
import { said } from './said.js';
import { useSession } from './session.js';

let server: FakeServer;
const mine = somebody(1, { goal: 'lever', notes: '', version: 1 });
/** A person who stands in another version by somebody else’s hand. */
function changedTo(change: Partial<Person>): void {
  const now = { ...mine, ...change, version: 2, changedBy: 'Tove', changedAt: '2026-05-20T10:00:00.000Z' };
  let tries = 0;
  server.on('people.change', ({ body }) => {
    tries += 1;
    return tries === 1
      ? new Refusal(409, 'Changed', undefined, now)
      : { ...now, ...(body as Partial<Person>), version: 3 };
  });
}
beforeEach(async () => {
  await freshDevice();
  server = hallWith([mine]);
  await useSession().load();
  asked.value = null;
});

describe('a change that comes after another', () => {
  test('of other fields is kept with it, and that is said', async () => {
    changedTo({ notes: 'tired' });
    const kept = await changePerson(mine, { goal: 'planche', notes: '' });
    expect(kept).toMatchObject({ goal: 'planche', notes: 'tired', version: 3 });
    expect(asked.value).toBeNull();
    expect(said.value?.text).toContain('notes');
  });
  test('of the same field is asked about; what is chosen is kept over the version that stands', async () => {
    changedTo({ goal: 'handstand' });
    const keeping = changePerson(mine, { goal: 'planche', notes: 'n' });
    await until(() => asked.value !== null, 'the question');
    const { conflict } = asked.value!;
    expect(conflict.stands).toMatchObject({ by: 'Tove', version: 2 });
    expect(conflict.fields.map((f) => [f.field, f.by])).toEqual([
      ['goal', 'both'],
      ['notes', 'me'],
    ]);
    asked.value!.answer({ goal: 'theirs' });
    expect(await keeping).toMatchObject({ goal: 'handstand', notes: 'n' });
    expect(server.asked.filter((a) => a.name === 'people.change')).toHaveLength(2);
  });
  test('that is left says so, and sends nothing more', async () => {
    changedTo({ goal: 'handstand' });
    const keeping = changePerson(mine, { goal: 'planche' });
    const left = expect(keeping).rejects.toThrow('Nothing was changed');
    await until(() => asked.value !== null, 'the question');
    asked.value!.answer(null);
    await left;
    expect(server.asked.filter((a) => a.name === 'people.change')).toHaveLength(1);
  });
  test('another conflict is no question: what the server said is said', async () => {
    server.on('people.change', () => new Refusal(409, 'This cannot be'));
    await expect(changePerson(mine, { goal: 'x' })).rejects.toThrow('This cannot be');
  });
});

describe('a change of a look that waited', () => {
  const look = { ...lookOf(11, 1), version: 1, note: 'as it was' };
  /** The look stands in another version. */
  function stands(change: object): void {
    const now = { ...look, ...change, version: 4, changedBy: 'Tove', changedAt: '2026-05-20T10:00:00.000Z' };
    let tries = 0;
    server.on('looks.change', ({ body }) => {
      tries += 1;
      return tries === 1 ? new Refusal(409, 'Changed', undefined, now) : { ...now, ...(body as object), version: 5 };
    });
  }
  const flushed = async (): Promise<void> => {
    await useOutbox().flush();
    await until(() => !useOutbox().sending, 'the end of sending');
  };
  test('goes on by itself over another’s of something else', async () => {
    stands({ overrule: { cause: 'lever', reason: 'seen' } });
    await changeLook(look, { note: 'mine' });
    await flushed();
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
    expect(server.asked.filter((a) => a.name === 'looks.change')).toHaveLength(2);
  });
  test('stands aside with both where both changed the same, and sends what is chosen', async () => {
    stands({ note: 'theirs' });
    await changeLook(look, { note: 'mine', evidence: { breath: 'steady' } });
    await flushed();
    await until(() => useOutbox().refused.length === 1, 'a refused item');
    const item = useOutbox().refused[0]!;
    const now = lookIn(item.refused!.current)!;
    expect(now.note).toBe('theirs');
    const choosing = chooseBetween('a look', { note: 'mine' }, item.was, now);
    await until(() => asked.value !== null, 'the question');
    expect(asked.value!.conflict.fields[0]).toMatchObject({
      base: 'as it was',
      mine: 'mine',
      theirs: 'theirs',
      by: 'both',
    });
    asked.value!.answer({ note: 'theirs' });
    expect(await choosing).toEqual({});
    await useOutbox().mend(item.key!, { ...item.ask, body: { note: 'mine' }, version: now.version });
    await until(() => useOutbox().items.length === 0, 'an empty outbox');
  });
  test('of a look that itself still waits names no version', async () => {
    server.down = true;
    await keepLook(idOf(1), lookInput(12));
    const { version: _none, ...waits } = look;
    await changeLook({ ...waits, id: idOf(12) }, { note: 'later' });
    expect(useOutbox().items.at(-1)!.ask).not.toHaveProperty('version');
  });
});
