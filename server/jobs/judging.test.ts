import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { History } from '../../api/observations.js';
import type { OnLadders } from '../../api/ladders.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { watchedPlank } from '../../core/testing.js';
import { DAY, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let owner: Client;
let person: string;
beforeEach(async () => {
  studio = await testStudio();
  owner = await studio.as('owner');
  person = (await owner.send('post', '/people', { name: 'Marit', stature: 1.72, mass: 68 })).body.id as string;
});
afterEach(() => studio.close());

const look = async (change: object = {}, hour = 9): Promise<string> => {
  const id = randomUUID();
  const startedAt = `${DAY}T${String(hour).padStart(2, '0')}:00:00.000Z`;
  await owner.send('post', `/people/${person}/looks`, {
    id,
    startedAt,
    observation: watchedPlank({ method: undefined, ...change }),
  });
  return id;
};
const history = async (query = ''): Promise<History['items']> =>
  ((await owner.get(`/people/${person}/looks${query}`)).body as History).items;
const kept = () =>
  studio.db<{ look_id: string; asked: string; basis: string; line: string }>('judged').orderBy('look_id').select('*');
/** Marks what was kept, so that a test sees whether it was judged anew. */
async function mark(clean = 999, which: object = {}): Promise<void> {
  for (const { look_id, asked, line } of await kept().where(which))
    await studio
      .db('judged')
      .where({ look_id, asked })
      .update({ line: JSON.stringify({ ...(JSON.parse(line) as object), clean }) });
}
const still = async (): Promise<boolean> => (await history()).every((i) => i.clean === 999);

describe('what was judged is kept', () => {
  test('read again it is not judged again, nor after a restart on the same file', async () => {
    await look();
    expect((await history())[0]).toMatchObject({ clean: 21.4, top: { fault: 'hip-sag' } });
    expect(await kept()).toHaveLength(1);
    await mark();
    expect(await still()).toBe(true);
    const again = (await studio.again()).context;
    const person2 = (await again.people.judgedAs(null, person))!;
    expect((await again.judging.history(person2, '', 10)).items[0]!.clean).toBe(999);
  });
  test.each<[string, (id: string) => Promise<unknown>]>([
    ['an answer', (id) => owner.send('patch', `/looks/${id}`, { evidence: { 'felt-first': 'belly' } })],
    [
      'the coach’s own verdict',
      (id) => owner.send('patch', `/looks/${id}`, { overrule: { cause: 'wrist', reason: 'seen' } }),
    ],
    [
      'a mend',
      (id) =>
        owner.send('post', `/looks/${id}/mends`, {
          id: randomUUID(),
          fault: 'hip-sag',
          step: 0,
          kind: 'cue',
          result: 'helped',
        }),
    ],
    ['the person’s method', () => owner.send('patch', `/people/${person}`, { method: 'quiet' })],
    [
      'the hall’s method',
      () =>
        owner.send('put', '/studio/defaults', {
          method: 'quiet',
          familyMethods: {},
          kit: null,
          timeZone: 'UTC',
          offlineCopies: true,
        }),
    ],
    [
      'the hall’s wall',
      () =>
        owner.send('put', '/studio/defaults', {
          method: null,
          familyMethods: {},
          kit: null,
          timeZone: 'Asia/Tokyo',
          offlineCopies: true,
        }),
    ],
    [
      'the catalogue',
      () => owner.send('put', '/catalogue/drills/bridge', { ...record(catalog.drills, 'bridge'), name: 'Slip bridge' }),
    ],
    [
      'a screen',
      () =>
        owner.send('post', `/people/${person}/screens`, {
          id: randomUUID(),
          doneAt: `${DAY}T08:00:00.000Z`,
          record: {
            screen: 'overhead-squat',
            reps: {},
            counts: {},
            wideStance: false,
            supported: false,
            tests: { 'thigh-drop': 'positive' },
          },
        }),
    ],
  ])('%s judges anew, on demand', async (_what, change) => {
    const id = await look();
    await history();
    await mark();
    await change(id);
    expect((await history())[0]!.clean).toBe(21.4);
  });
  test('another program judges anew', async () => {
    await look();
    await history();
    await mark();
    const other = (await studio.again({ build: 'newer' })).context;
    const someone = (await other.people.judgedAs(null, person))!;
    expect((await other.judging.history(someone, '', 10)).items[0]!.clean).toBe(21.4);
  });
  test('a mend that is taken back, and a screen, change what the line says', async () => {
    const id = await look({ evidence: { 'felt-first': 'front-of-hip' } });
    const index = async (): Promise<number> => (await history())[0]!.takeoverIndex!;
    const before = await index();
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'lever', result: 'helped' };
    await owner.send('post', `/looks/${id}/mends`, mend);
    expect(await index()).not.toBe(before);
    await owner.send('delete', `/looks/${id}/mends/${mend.id}`);
    expect(await index()).toBe(before);
  });
  test('a method that is asked for is kept apart from the one in force', async () => {
    await look();
    await history();
    await history('?method=hollow');
    expect((await kept()).map((k) => k.asked).sort()).toEqual(['', 'hollow']);
    await mark(7, { asked: 'hollow' });
    expect((await history('?method=hollow'))[0]!.clean).toBe(7);
    expect((await history())[0]!.clean).toBe(21.4);
  });
  test('ladders rest on the same: holds of stills are none, and of taken-out looks', async () => {
    const first = await look({}, 8);
    await look({ events: [], ended: undefined, frames: [{ t: 0, points: { hip: [600, 440] } }] });
    const holds = async (): Promise<OnLadders['holds']> =>
      ((await owner.get(`/people/${person}/ladders`)).body as OnLadders).holds;
    expect((await holds()).map((h) => h.lookId)).toEqual([first]);
    expect(await kept()).toHaveLength(2);
    await owner.send('delete', `/looks/${first}`);
    expect(await holds()).toEqual([]);
  });
});

describe('the background', () => {
  test('a sweep judges everybody’s looks, and only those that are stale', async () => {
    for (let i = 0; i < 25; i += 1) await look({}, i % 20);
    await studio.context.judging.sweep();
    expect(await kept()).toHaveLength(25);
    await mark();
    await studio.context.judging.sweep();
    expect(await still()).toBe(true);
    await owner.send('put', '/catalogue/drills/bridge', { ...record(catalog.drills, 'bridge'), name: 'Slip bridge' });
    await studio.context.judging.sweep();
    expect((await kept()).every((k) => (JSON.parse(k.line) as { clean: number }).clean === 21.4)).toBe(true);
  });
  test('a sweep asked for while one runs follows it; a stopped one ends', async () => {
    for (let i = 0; i < 6; i += 1) await look({}, i);
    const { judging } = studio.context;
    await Promise.all([judging.sweep(), judging.sweep()]);
    expect(await kept()).toHaveLength(6);
    await studio.db('judged').delete();
    judging.stop();
    await judging.sweep();
    expect(await kept()).toEqual([]);
  });
});

describe('the studio’s catalogue while it changes', () => {
  test('a change that is stored while the catalogue is being read is seen by the next reader', async () => {
    const { studio: store } = studio.context;
    const bridge = record(catalog.drills, 'bridge');
    await store.put({ kind: 'drills', record: { ...bridge, name: 'First' } }, owner.account!.id);
    const reading = store.now();
    await store.put({ kind: 'drills', record: { ...bridge, name: 'Second' } }, owner.account!.id);
    await reading;
    expect(record((await store.now()).catalog.drills, 'bridge').name).toBe('Second');
    const caution = record(catalog.cautions, 'neck');
    const earlier = store.now();
    await store.put({ kind: 'cautions', record: { ...caution, effect: 'Ask first, every time.' } }, owner.account!.id);
    await earlier;
    expect(record((await store.now()).catalog.cautions, 'neck').effect).toBe('Ask first, every time.');
  });
  test('a failed read is tried again', async () => {
    await studio.db.raw('alter table studio_entries rename to elsewhere');
    const context = (await studio.again()).context;
    expect(await context.studio.now().catch(() => 'failed')).toBe('failed');
    await studio.db.raw('alter table elsewhere rename to studio_entries');
    expect((await context.studio.now()).revision).toBe(0);
  });
});
