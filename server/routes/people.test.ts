import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { PeoplePage } from '../../api/people.js';
import { at, DAY, dayAt, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
});
afterEach(() => studio.close());

const add = async (body: object): Promise<string> => (await coach.send('post', '/people', body)).body.id as string;
const NOBODY = '0b0e6a34-1111-4222-8333-444455556666';

describe('people', () => {
  test('added, read, changed, archived, brought back', async () => {
    const made = await coach.send('post', '/people', {
      name: '  Marit  ',
      stature: 1.72,
      sex: 'female',
      birthYear: 1991,
    });
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({
      name: 'Marit',
      stature: 1.72,
      mass: null,
      minor: false,
      archived: false,
      allows: { pictures: false, clips: false, handsOn: false },
    });
    const id = made.body.id as string;
    expect((await coach.send('patch', `/people/${id}`, { mass: 68 })).body).toMatchObject({
      name: 'Marit',
      stature: 1.72,
      mass: 68,
    });
    expect((await coach.send('patch', `/people/${id}`, { archived: true })).body.archived).toBe(true);
    expect((await coach.get('/people')).body).toEqual({ items: [], total: 0, next: null });
    expect((await coach.get('/people?archived=yes')).body).toMatchObject({ items: [{}], total: 1 });
    await coach.send('patch', `/people/${id}`, { archived: false });
    expect((await coach.get(`/people/${id}`)).body).toMatchObject({ id, archived: false, mass: 68 });
  });
  test.each(['no', 'yes'] as const)(
    'by the last look, downward: %s, page by page, nobody twice and nobody lost',
    async (down) => {
      const days = [null, dayAt(-19), dayAt(-19), dayAt(-39), null, dayAt(-1), dayAt(-19)];
      const ids = await Promise.all(days.map((_, n) => add({ name: `Person ${n}` })));
      for (const [n, day] of days.entries())
        await studio
          .db('people')
          .where('id', ids[n]!)
          .update({ last_look_day: day, last_look_at: day && `${day}T08:00:00.000Z` });
      const seen: string[] = [];
      let after = '';
      do {
        const page: PeoplePage = (
          await coach.get(`/people?by=look&down=${down}&limit=2${after && `&after=${encodeURIComponent(after)}`}`)
        ).body;
        expect(page.total).toBe(days.length);
        seen.push(...page.items.map((p) => p.id));
        after = page.next ?? '';
      } while (after);
      expect([...seen].sort()).toEqual([...ids].sort());
      const shown = seen.map((id) => days[ids.indexOf(id)] ?? '');
      const sorted = [...shown].sort();
      expect(shown).toEqual(down === 'yes' ? sorted.reverse() : sorted);
    },
  );
  test('by name downward; an order that is none is refused', async () => {
    for (const name of ['ida', 'Bo', 'Åse', 'Carl']) await add({ name });
    const names = async (query: string): Promise<string[]> =>
      ((await coach.get(`/people?${query}`)).body as PeoplePage).items.map((p) => p.name);
    expect(await names('down=yes')).toEqual((await names('by=name')).reverse());
    expect((await coach.get('/people?by=shoe')).status).toBe(422);
  });
  test('search takes wildcards literally; group and caution filter', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Crew' })).body.id as string;
    const marit = await add({ name: 'Marit Solheim', groupId: group });
    await add({ name: '100% Teo' });
    await coach.send('post', `/people/${marit}/cautions`, { caution: 'neck', from: DAY });
    const names = async (query: string): Promise<string[]> =>
      ((await coach.get(`/people?${query}`)).body as PeoplePage).items.map((p) => p.name);
    expect(await names('search=sol')).toEqual(['Marit Solheim']);
    expect(await names('search=%25')).toEqual(['100% Teo']);
    expect(await names(`group=${group}`)).toEqual(['Marit Solheim']);
    expect(await names('caution=neck')).toEqual(['Marit Solheim']);
    expect(await names('caution=knee')).toEqual([]);
    expect((await coach.get('/people?caution=luck')).status).toBe(422);
    expect((await coach.get('/groups')).body).toMatchObject([{ name: 'Crew', people: 1 }]);
    expect((await coach.send('post', '/groups', { name: 'crew' })).status).toBe(422);
  });
  test.each([
    [{ name: '' }, 'name'],
    [{ name: 'A', stature: 172 }, 'stature'],
    [{ name: 'A', weight: 3 }, 'weight'],
    [{ name: 'A', groupId: NOBODY }, 'groupId'],
    [{ name: 'A', method: 'magic' }, 'method'],
  ])('malformed %j names the field', async (body, path) => {
    const answer = await coach.send('post', '/people', body);
    expect(answer.status).toBe(422);
    expect(answer.body.problems[0].path).toBe(path);
  });
  test('unknown and malformed ids', async () => {
    expect((await coach.get(`/people/${NOBODY}`)).status).toBe(404);
    expect((await coach.get('/people/7')).status).toBe(422);
    expect((await coach.send('patch', `/people/${NOBODY}`, { name: 'B' })).status).toBe(404);
  });
  test('an assistant sees only the own groups, marks attendance there, and changes nothing else', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Squad' })).body.id as string;
    const inside = await add({ name: 'Nils', groupId: group });
    const outside = await add({ name: 'Marit' });
    const assistant = await studio.as('assistant', [group]);
    expect((await assistant.get('/people')).body).toMatchObject({ items: [{ name: 'Nils' }], total: 1 });
    expect((await assistant.get('/groups')).body).toHaveLength(1);
    expect((await assistant.get(`/people/${outside}`)).status).toBe(404);
    expect((await assistant.send('put', `/people/${inside}/attendance`, { here: true })).status).toBe(204);
    expect((await assistant.send('put', `/people/${outside}/attendance`, { here: true })).status).toBe(404);
    expect((await assistant.get('/floor')).body).toMatchObject({ here: [{ name: 'Nils' }] });
    for (const [method, path, body] of [
      ['post', '/people', { name: 'X' }],
      ['patch', `/people/${inside}`, { name: 'X' }],
      ['post', `/people/${inside}/cautions`, { caution: 'neck', from: DAY }],
      ['post', `/people/${inside}/consents`, { kind: 'pictures', givenBy: 'X', relation: 'self', from: DAY }],
      ['post', '/groups', { name: 'Y' }],
    ] as const) {
      expect((await assistant.send(method, path, body)).status).toBe(403);
    }
  });
  test('nobody gets in without signing in', async () => {
    const id = await add({ name: 'Marit' });
    const stranger = await studio.stranger();
    for (const path of ['/people', `/people/${id}`, '/floor', '/groups'])
      expect((await stranger.get(path)).status).toBe(401);
    expect((await stranger.send('post', '/people', { name: 'X' })).status).toBe(401);
  });
});

describe('cautions and consents', () => {
  test('a caution counts between its days and is taken away', async () => {
    const id = await add({ name: 'Teo' });
    const made = await coach.send('post', `/people/${id}/cautions`, {
      caution: 'low-back',
      from: DAY,
      until: DAY,
      note: 'stiff',
    });
    expect(made.body).toMatchObject({
      cautions: ['low-back'],
      cautionRecords: [{ note: 'stiff', setBy: coach.account!.name }],
    });
    const record = made.body.cautionRecords[0].id as string;
    studio.setNow(at(1, '10:00:00'));
    expect((await coach.get(`/people/${id}`)).body.cautions).toEqual([]);
    const changed = await coach.send('put', `/people/${id}/cautions/${record}`, { caution: 'neck', from: DAY });
    expect(changed.body.cautions).toEqual(['neck']);
    expect((await coach.send('delete', `/people/${id}/cautions/${record}`)).body.cautionRecords).toEqual([]);
    expect((await coach.send('delete', `/people/${id}/cautions/${record}`)).status).toBe(404);
    expect(
      (await coach.send('post', `/people/${id}/cautions`, { caution: 'neck', from: DAY, until: dayAt(-139) })).body
        .problems[0],
    ).toMatchObject({ path: 'until' });
    expect(
      (await coach.send('post', `/people/${id}/cautions`, { caution: 'luck', from: 'today' })).body.problems,
    ).toHaveLength(2);
  });
  test('a guardian consents for someone under 18', async () => {
    const id = await add({ name: 'Nils', birthYear: 2012 });
    const consent = { kind: 'pictures', givenBy: 'Oda', relation: 'self', from: DAY };
    expect((await coach.send('post', `/people/${id}/consents`, consent)).body.problems[0]).toMatchObject({
      path: 'relation',
    });
    expect(
      (await coach.send('post', `/people/${id}/consents`, { ...consent, relation: 'guardian' })).body.allows,
    ).toEqual({ pictures: true, clips: false, handsOn: false, ownClips: [] });
  });
  test('health notes stay out of the log, ids and queries too', async () => {
    const id = await add({ name: 'Teo Aldana', notes: 'herniated disc 2019' });
    await coach.send('post', `/people/${id}/cautions`, {
      caution: 'low-back',
      from: DAY,
      note: 'stiff after long sits',
    });
    await coach.get('/people?search=Aldana');
    await coach.send('post', `/people/${id}/cautions`, {
      caution: 'low-back',
      from: 'bad',
      note: 'stiff after long sits',
    });
    const log = studio.log.join('\n');
    expect(log).toContain('/api/people/:id/cautions');
    for (const secret of ['herniated', 'stiff', 'Aldana', id, 'low-back', coach.token])
      expect(log).not.toContain(secret);
  });
});

describe('floor', () => {
  test('who is here and who is due; whether anybody is in the studio at all', async () => {
    expect((await coach.get('/floor')).body).toMatchObject({ nobodyYet: true, hereCount: 0, dueCount: 0 });
    const id = await add({ name: 'Marit' });
    await add({ name: 'Teo' });
    await coach.send('put', `/people/${id}/attendance`, { here: true });
    await coach.send('put', `/people/${id}/attendance`, { here: true });
    expect((await coach.get('/floor')).body).toMatchObject({
      here: [{ name: 'Marit', here: true }],
      hereCount: 1,
      due: [{ name: 'Teo' }],
      dueCount: 1,
      looksToday: 0,
      nobodyYet: false,
    });
    await coach.send('put', `/people/${id}/attendance`, { here: false });
    expect((await coach.get('/floor')).body.here).toEqual([]);
    expect((await coach.send('put', `/people/${id}/attendance`, { here: 'yes' })).status).toBe(422);
  });
});

describe('the edge', () => {
  test('health, unknown routes, broken and huge bodies', async () => {
    expect((await coach.get('/health')).body).toEqual({ ok: true });
    expect((await coach.get('/nothing')).status).toBe(404);
    const broken = await coach.agent
      .post('/api/groups')
      .set('x-anchor-token', coach.token)
      .set('content-type', 'application/json')
      .send('{"name":');
    expect([broken.status, broken.type]).toEqual([400, 'application/problem+json']);
    const huge = await coach.send('post', '/groups', { name: 'x'.repeat(9 * 1024 * 1024) });
    expect(huge.status).toBe(413);
    expect(JSON.stringify([broken.body, huge.body])).not.toMatch(/at .*\.ts|node_modules/);
  });
  test('a failure inside gives a plain answer and a logged cause', async () => {
    const person = await add({ name: 'Teo' });
    await studio.db.schema.dropTable('attendance');
    const answer = await coach.get('/floor');
    expect(answer.status).toBe(500);
    expect(answer.body.detail).not.toMatch(/attendance|sqlite/i);
    expect(studio.log.join('\n')).toMatch(/no such table|does not exist/);
    await studio.db.schema.dropTable('cautions');
    expect(
      (await coach.send('post', `/people/${person}/cautions`, { caution: 'neck', from: DAY, note: 'a private note' }))
        .status,
    ).toBe(500);
    expect(studio.log.join('\n')).not.toContain('a private note');
  });
});
