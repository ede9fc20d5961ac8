/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import type { FakeServer } from '../../tests/browser/fake-server.js';
import { freshDevice } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf } from '../../tests/browser/people.js';
import type { RunEvent } from '../../core/formats/run.js';
import { draftsOf, putDraft } from './draft-store.js';
import { AT_ONCE, forgetRun, jot, merged, sendRuns, storedRun, storeRun, type KeptRun } from './run-keeper.js';
import { useSession } from './session.js';

const started = (n: number): RunEvent => ({ is: 'pause', id: idOf(n), at: n });
const kept = (events: RunEvent[], unsent: number): KeptRun => ({
  run: {
    id: idOf(1),
    classId: idOf(2),
    name: 'Lunch',
    day: '2026-05-20',
    startedAt: '2026-05-20T10:00:00.000Z',
    by: 'C',
    blocks: [],
    people: [],
    resting: [],
    plan: {
      proven: true,
      total: 0,
      minutes: 0,
      blocks: [],
      watch: [],
      balance: { fold: 0, hold: 0, shape: 0, brace: 0, turn: 0 },
      warnings: [],
    },
    keptAt: null,
    kept: [],
  },
  events,
  unsent: events.slice(events.length - unsent).map((e) => e.id),
  own: [],
  since: 0,
  ahead: null,
});
const keep = (value: KeptRun): Promise<void> => putDraft(account().id, `run/${idOf(1)}`, value, null);

let server: FakeServer;
let sent: RunEvent[][];
beforeEach(async () => {
  await freshDevice();
  server = hallWith([]);
  sent = [];
  server.on('runs.note', ({ body }) => {
    const { events } = body as { events: RunEvent[] };
    sent.push(events);
    return { events, next: events.length, now: 0 };
  });
  await useSession().load();
});

test('what a class noted is sent after its page was left, and then lies here no longer; other drafts stay', async () => {
  const events = [1, 2, 3].map((n) => started(100 + n));
  await keep(kept(events, 2));
  await putDraft(account().id, 'note/1', { words: 'x' }, null);
  await sendRuns(account().id);
  expect(sent).toEqual([events.slice(1)]);
  expect((await draftsOf(account().id)).map((d) => d.value)).toEqual([{ words: 'x' }]);
});
test('a long class goes in parts; one that is wholly sent is not asked about', async () => {
  const events = Array.from({ length: AT_ONCE + 5 }, (_, i) => started(100 + i));
  await keep(kept(events, events.length));
  await sendRuns(account().id);
  expect(sent.map((part) => part.length)).toEqual([AT_ONCE, 5]);
  await keep(kept(events.slice(0, 3), 0));
  await sendRuns(account().id);
  expect(sent).toHaveLength(2);
});
test('where the server is down nothing is lost', async () => {
  const value = kept([started(101)], 1);
  await keep(value);
  server.down = true;
  await expect(sendRuns(account().id)).rejects.toThrow('No connection');
  expect(await storedRun(account().id, idOf(1))).toEqual(value);
});
test('a class under way stays here when its notes are sent; once it is over it goes', async () => {
  const block = { id: 'b1', move: 'hollow', work: 30, rest: 10, rounds: 1, sides: 'none' as const };
  const start: RunEvent = { is: 'start', id: idOf(100), at: Date.now() };
  const value = kept([start, { ...started(101), at: Date.now() }], 1);
  await keep({ ...value, run: { ...value.run, blocks: [block] } });
  await sendRuns(account().id);
  expect((await storedRun(account().id, idOf(1)))?.unsent).toEqual([]);
  await keep({ ...value, run: { ...value.run, blocks: [block] }, unsent: [], events: [{ ...start, at: 0 }] });
  await forgetRun(account().id, idOf(1));
  expect(await storedRun(account().id, idOf(1))).toBeNull();
});
test('what one page noted and has not sent stays when another page of this device writes what it knows', async () => {
  const [mine, theirs] = [started(101), started(102)];
  await storeRun(account().id, kept([theirs], 1), new Set());
  await storeRun(account().id, kept([mine], 0), new Set([mine.id]));
  const both = (await storedRun(account().id, idOf(1)))!;
  expect(both.unsent).toEqual([theirs.id]);
  expect(both.events.map((e) => e.id).sort()).toEqual([mine.id, theirs.id]);
  await forgetRun(account().id, idOf(1));
  expect(await storedRun(account().id, idOf(1))).not.toBeNull();
  await storeRun(account().id, kept([mine], 0), new Set([mine.id, theirs.id]));
  expect((await storedRun(account().id, idOf(1)))!.unsent).toEqual([]);
});
test('what was noted in the last moment before the page went is here again, is sent, and stands written once', async () => {
  const [first, last] = [started(101), started(102)];
  await keep(kept([first], 0));
  jot(account().id, idOf(1), last);
  const found = (await storedRun(account().id, idOf(1)))!;
  expect([found.unsent, found.own]).toEqual([[last.id], [last.id]]);
  await sendRuns(account().id);
  expect(sent).toEqual([[last]]);
  await keep(kept([], 0));
  expect((await storedRun(account().id, idOf(1)))!.events).toEqual([]);
});
test('an event that is known already is none that is new', () => {
  expect(merged([started(101)], [started(101), started(102)]).map((e) => e.id)).toEqual([idOf(101), idOf(102)]);
});
