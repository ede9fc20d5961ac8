import { describe, expect, test } from '@jest/globals';
import { idOf, lookInput, lookOf, noFacts, onNoLadder } from '../../tests/browser/people.js';
import { asLook, factsWith, isWaiting, laddersWith, waitingFromPath, waitingLooks, withWaiting } from './waiting.js';
import type { OutboxItem, Waiting } from './waiting-item.js';

const JONNA = { id: idOf(900), name: 'Jonna' };
const item = (waiting: Waiting, change: Partial<OutboxItem> = {}): OutboxItem =>
  ({ accountId: idOf(900), ...waiting, ...change }) as OutboxItem;
const add = (n: number, input = lookInput(n)): OutboxItem =>
  item({ name: 'looks.add', ask: { params: { id: idOf(1) }, body: input } });
const change = (n: number, body: (Waiting & { name: 'looks.change' })['ask']['body']): OutboxItem =>
  item({ name: 'looks.change', ask: { params: { id: idOf(n) }, body } });
const mend = (n: number, record: number): OutboxItem =>
  item({
    name: 'mends.add',
    ask: {
      params: { id: idOf(n) },
      body: { id: idOf(record), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' },
    },
  });
const seen = (known: ReturnType<typeof lookOf> | null, items: OutboxItem[], n = 11) =>
  withWaiting(known, items, idOf(n), JONNA, 'Europe/Oslo');

describe('changes that wait, laid over what is known', () => {
  test('a look that waits reads like one from the server, on the hall’s day', () => {
    expect(seen(null, [add(11)])).toMatchObject({ id: idOf(11), personId: idOf(1), day: '2026-05-20', by: 'Jonna' });
    const late = lookInput(11, {}, '2026-05-20T22:30:00.000Z');
    expect(asLook(late, idOf(1), JONNA, 'Europe/Oslo').day).toBe('2026-05-21');
    expect(asLook(late, idOf(1), JONNA, 'America/Los_Angeles').day).toBe('2026-05-20');
    expect(seen(null, [])).toBeNull();
  });
  test('answers are added in the order they were given; null takes one back', () => {
    const look = seen(lookOf(11, 1), [
      change(11, { evidence: { 'felt-first': 'low-back' } }),
      change(11, { tests: { 'glute-bridge-hold': 'positive' } as never }),
      change(11, { tests: { 'glute-bridge-hold': null } as never, note: 'tired' }),
      change(11, { overrule: { cause: 'glute-strength' as never, reason: 'seen often' } }),
    ])!;
    expect(look.observation.evidence).toEqual({ 'felt-first': 'low-back' });
    expect(look.observation.tests).toBeUndefined();
    expect(look).toMatchObject({ note: 'tired', overrule: { reason: 'seen often' } });
  });
  test('mends are added once and taken back; other looks are left alone', () => {
    const items = [mend(11, 60), mend(11, 60), mend(11, 61), mend(12, 62)];
    expect(seen(lookOf(11, 1), items)!.mends.map((m) => m.id)).toEqual([idOf(60), idOf(61)]);
    const back = item({ name: 'mends.remove', ask: { params: { id: idOf(11), record: idOf(60) } } });
    expect(seen(lookOf(11, 1), [...items, back])!.mends.map((m) => m.id)).toEqual([idOf(61)]);
  });
  test('what the server refused is not shown as if it stood', () => {
    const refused = { ...mend(11, 60), refused: { status: 409, title: 'Not so', problems: [], at: '' } };
    expect(seen(lookOf(11, 1), [refused])!.mends).toEqual([]);
    expect(isWaiting([refused], idOf(11))).toBe(false);
    expect(isWaiting([mend(11, 60)], idOf(11))).toBe(true);
  });
});

describe('facts and ladders with what waits', () => {
  test('pain that ended a waiting hold counts at once; a waiting hold without pain lifts nothing yet', () => {
    const pain = lookInput(11, { ended: { t: 60, reason: 'pain' } }, '2026-05-21T10:00:00.000Z');
    const fine = lookInput(12, { ended: { t: 60, reason: 'target' } }, '2026-05-21T11:00:00.000Z');
    const [arrival, at] = [Number.MAX_SAFE_INTEGER, '2026-05-21T10:00:00.000Z'];
    const stands = { position: 'front-plank', at, arrival, pain: true };
    expect(factsWith(noFacts(), [pain]).lastHolds).toEqual([stands]);
    expect(factsWith(noFacts(), [pain, fine]).lastHolds).toEqual([stands]);
    const known = { position: 'front-plank', at: '2026-05-22T10:00:00.000Z', arrival: 7, pain: false };
    expect(factsWith(noFacts({ lastHolds: [known] }), [pain]).lastHolds).toEqual([stands]);
    const sore = { ...known, pain: true };
    expect(factsWith(noFacts({ lastHolds: [sore] }), [fine]).lastHolds).toEqual([sore]);
  });
  test('a hold that the server knows by now is not counted twice', () => {
    const hold = { lookId: idOf(11) } as Parameters<typeof laddersWith>[1][number];
    expect(laddersWith(onNoLadder({ holds: [hold] }), [hold]).holds).toHaveLength(1);
    expect(laddersWith(onNoLadder(), [hold]).holds).toHaveLength(1);
  });
  test('a person’s waiting looks are theirs alone, newest first', () => {
    const items = [
      add(11),
      add(12),
      item({ name: 'looks.add', ask: { params: { id: idOf(2) }, body: lookInput(13) } }),
    ];
    expect(waitingLooks(items, idOf(1)).map((l) => l.id)).toEqual([idOf(12), idOf(11)]);
  });
});

test('addresses that an earlier version kept are read as routes; others are nobody’s', () => {
  expect(waitingFromPath('POST', `/looks/${idOf(11)}/mends`, { id: idOf(60) })).toEqual({
    name: 'mends.add',
    ask: { params: { id: idOf(11) }, body: { id: idOf(60) } },
  });
  expect(waitingFromPath('DELETE', `/looks/${idOf(11)}/mends/${idOf(60)}`, undefined)).toMatchObject({
    name: 'mends.remove',
    ask: { params: { id: idOf(11), record: idOf(60) } },
  });
  expect(waitingFromPath('GET', '/people', undefined)).toBeNull();
});
