/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import type { FakeServer } from '../../tests/browser/fake-server.js';
import { freshDevice } from '../../tests/browser/mounted.js';
import { account, hallWith, idOf } from '../../tests/browser/people.js';
import type { RunEvent } from '../../core/formats/run.js';
import { draftsOf, putDraft } from './draft-store.js';
import { AT_ONCE, keptRunSchema, merged, runDraft, sendRuns, type KeptRun } from './run-keeper.js';
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
const keep = (value: KeptRun): Promise<void> => putDraft(account().id, runDraft(idOf(1)), value, null);

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
  const [left] = await draftsOf(account().id);
  expect(keptRunSchema.parse(left!.value)).toEqual(value);
});
test('an event that is known already is none that is new', () => {
  expect(merged([started(101)], [started(101), started(102)]).map((e) => e.id)).toEqual([idOf(101), idOf(102)]);
});
