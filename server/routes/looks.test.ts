import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { CSRF_HEADER } from '../../api/common.js';
import type { History } from '../../api/observations.js';
import type { Facts } from '../../api/plans.js';
import { noDefaults } from '../repositories/studio.js';
import { watchedPlank } from '../../core/testing.js';
import { after, at, DAY, dayAt, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let person: string;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  person = (await coach.send('post', '/people', { name: 'Marit', stature: 1.72, mass: 68, sex: 'female' })).body
    .id as string;
});
afterEach(() => studio.close());

const observation = watchedPlank();
const look = (change: object = {}) => ({
  id: randomUUID(),
  startedAt: at(0, '09:00:00'),
  observation,
  ...change,
});
/** Something that is waited for. */
function signal(): { came: Promise<void>; done: () => void } {
  let done = (): void => undefined;
  const came = new Promise<void>((resolve) => (done = resolve));
  return { came, done };
}
const consent = (): Promise<unknown> =>
  coach
    .send('post', `/people/${person}/consents`, { kind: 'pictures', givenBy: 'Marit', relation: 'self', from: DAY })
    .then((r) => r.body);
const upload = (client: Client, bytes: Buffer, name = 'a.jpg', type = 'image/jpeg') =>
  client.agent
    .post(`/api/people/${person}/media`)
    .set(CSRF_HEADER, client.token)
    .attach('picture', bytes, { filename: name, contentType: type });
const jpeg = (): Promise<Buffer> =>
  sharp({ create: { width: 640, height: 480, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();

describe('looks', () => {
  test('a look is stored as it was sent, evaluated when read, and sent twice is kept once', async () => {
    const input = look();
    const made = await coach.send('post', `/people/${person}/looks`, input);
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ id: input.id, observation, mends: [], relooks: [], by: coach.account!.name });
    expect((await coach.send('post', `/people/${person}/looks`, input)).status).toBe(200);
    const history = (await coach.get(`/people/${person}/looks`)).body;
    expect(history).toMatchObject({
      next: null,
      items: [{ clean: 21.4, total: 40, endedBy: 'target', top: { fault: 'hip-sag', severity: 'clear' } }],
    });
    const stored = (await studio.db('observations').first()) as { record: string };
    expect(stored.record).not.toMatch(/severity|probability|clean/);
  });
  test('set-up, parts, reps and camera are stored as they were sent, and the line of the history says them', async () => {
    const raise = {
      ...observation,
      position: 'hanging',
      rung: 'half',
      events: [],
      target: undefined,
      setup: { addedMass: 2 },
      camera: { distance: 3, height: 0.6 },
      reps: [
        { t: 2, clean: true },
        { t: 4, clean: false, fault: 'swing' },
      ],
      targetReps: 6,
      resets: 1,
      rests: [{ t: 2.5, length: 1 }],
    };
    const made = await coach.send('post', `/people/${person}/looks`, look({ observation: raise }));
    expect(made.body).toMatchObject({ observation: { setup: { addedMass: 2 }, targetReps: 6, resets: 1 } });
    const [line] = (await coach.get(`/people/${person}/looks`)).body.items as object[];
    expect(line).toMatchObject({ reps: { done: 2, clean: 1 }, setup: { addedMass: 2 }, undecided: false });
    const ladders = (await coach.get(`/people/${person}/ladders`)).body as { holds: object[] };
    expect(ladders.holds[0]).toMatchObject({
      place: 'hanging/half',
      reps: { done: 2, clean: 1, target: 6 },
      setup: { addedMass: 2 },
    });
    const odd = await coach.send(
      'post',
      `/people/${person}/looks`,
      look({ observation: { ...raise, setup: { edgeDistance: 0.1 } } }),
    );
    expect(odd.status).toBe(422);
    expect(JSON.stringify(odd.body)).toContain('observation.setup.edgeDistance');
  });
  test('an answer is given, changed and taken back; the note beside it stays', async () => {
    const input = look();
    await coach.send('post', `/people/${person}/looks`, input);
    const change = (patch: object) => coach.send('patch', `/looks/${input.id}`, patch);
    await change({ evidence: { 'felt-first': 'belly', breath: 'steady' }, note: 'chalky' });
    await change({ evidence: { 'felt-first': 'low-back', cramp: 'calves' } });
    await change({ evidence: { breath: null } });
    expect((await coach.get(`/looks/${input.id}`)).body).toMatchObject({
      note: 'chalky',
      observation: { evidence: { 'felt-first': 'low-back', cramp: 'calves' } },
    });
    expect((await change({ evidence: { 'felt-first': null, cramp: null } })).body.observation.evidence).toBeUndefined();
    expect((await change({ evidence: { cramp: 'hull' } })).status).toBe(422);
  });
  test('judging by another method does not alter what is stored', async () => {
    const input = look({
      observation: {
        ...observation,
        events: [],
        ended: undefined,
        frames: [{ t: 0, points: { shoulder: [900, 400], hip: [600, 440], ankle: [100, 450] } }],
        landmarkSd: 0.5,
      },
    });
    await coach.send('post', `/people/${person}/looks`, input);
    const [before] = await studio.db<{ record: string }>('observations').select('record');
    const by = async (method: string) =>
      (await coach.get(`/looks/${input.id}/evaluation?method=${method}`)).body.findings[0]?.severity;
    expect(await by('straight')).not.toEqual(await by('hollow'));
    expect((await studio.db<{ record: string }>('observations').select('record'))[0]).toEqual(before);
    expect((await coach.get(`/looks/${input.id}/evaluation?method=magic`)).status).toBe(422);
  });
  test('pages, newest first', async () => {
    for (let i = 0; i < 5; i += 1)
      await coach.send('post', `/people/${person}/looks`, look({ startedAt: `2026-05-1${i}T09:00:00.000Z` }));
    const page = (await coach.get(`/people/${person}/looks?limit=3`)).body;
    expect(page.items.map((i: { startedAt: string }) => i.startedAt.slice(8, 10))).toEqual(['14', '13', '12']);
    const rest = (await coach.get(`/people/${person}/looks?limit=3&before=${page.next}`)).body;
    expect(rest).toMatchObject({ next: null, items: [{}, {}] });
  });
  test('pages lose no look of the same instant', async () => {
    const all = Array.from({ length: 5 }, () => look());
    for (const input of all) await coach.send('post', `/people/${person}/looks`, input);
    const found: string[] = [];
    for (let next: string | null = ''; next !== null;) {
      const before = next === '' ? '' : `&before=${next}`;
      const page = (await coach.get(`/people/${person}/looks?limit=2${before}`)).body as History;
      found.push(...page.items.map((i) => i.id));
      next = page.next;
    }
    expect(found.sort()).toEqual(all.map((l) => l.id).sort());
    expect((await coach.get(`/people/${person}/looks?before=yesterday`)).status).toBe(422);
  });
  test('a watched look needs no picture; frames do', async () => {
    const { picture: _none, ...watched } = observation;
    expect((await coach.send('post', `/people/${person}/looks`, look({ observation: watched }))).status).toBe(201);
    const frames = [{ t: 0, points: { hip: [1, 2] } }];
    const refused = await coach.send('post', `/people/${person}/looks`, look({ observation: { ...watched, frames } }));
    expect(refused.body.problems[0]).toMatchObject({ path: 'observation.picture' });
  });
  test('a file that was taken before, or is of somebody else, is asked about before it is kept', async () => {
    const other = (await coach.send('post', '/people', { name: 'Teo', stature: 1.9, mass: 95 })).body.id as string;
    const file = (who: string, change: object = {}) =>
      coach.send('post', `/people/${who}/looks`, look({ fromFile: true, ...change }));
    const sized = { ...observation, athlete: { stature: 1.72, mass: 68 } };
    expect((await file(person, { observation: sized })).status).toBe(201);
    const twice = await file(person, { observation: { ...sized, evidence: undefined } });
    expect([twice.status, twice.body.problems[0].path]).toEqual([409, 'known-here']);
    const elsewhere = await file(other, { observation: sized });
    expect([elsewhere.status, elsewhere.body.problems[0].path]).toEqual([409, 'known-elsewhere']);
    expect(elsewhere.body.detail).toContain('Marit');
    const body = await file(other, { observation: sized, confirmed: ['known-elsewhere'] });
    expect([body.status, body.body.problems[0].path]).toEqual([409, 'other-body']);
    expect((await file(other, { observation: sized, confirmed: ['known-elsewhere', 'other-body'] })).status).toBe(201);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toHaveLength(1);
  });
  test('a look stands on the hall’s day, whatever the day elsewhere', async () => {
    const utc = (days: number, time: string): string => `${dayAt(days)}T${time}.000Z`;
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: 'Pacific/Tongatapu' });
    studio.setNow(utc(-1, '12:30:00'));
    await coach.send('post', `/people/${person}/looks`, look({ startedAt: utc(-1, '12:00:00') }));
    expect((await coach.get(`/people/${person}/looks`)).body.items[0].day).toBe(DAY);
    expect((await coach.get('/floor')).body.looksToday).toBe(1);
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: 'America/Los_Angeles' });
    studio.setNow(utc(0, '04:30:00'));
    const evening = look({ startedAt: utc(0, '04:00:00') });
    await coach.send('post', `/people/${person}/looks`, evening);
    expect((await coach.get(`/looks/${evening.id}`)).body.day).toBe(dayAt(-1));
    expect((await coach.get(`/people/${person}/ladders`)).body.holds[0].day).toBe(dayAt(-1));
    expect((await coach.get('/floor')).body.looksToday).toBe(1);
  });
  test('a mend’s id that another look has is refused, not dropped', async () => {
    const [one, two] = [look(), look({ startedAt: at(-1, '09:00:00') })];
    for (const input of [one, two]) await coach.send('post', `/people/${person}/looks`, input);
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    expect((await coach.send('post', `/looks/${one.id}/mends`, mend)).status).toBe(201);
    expect((await coach.send('post', `/looks/${two.id}/mends`, mend)).status).toBe(409);
  });
  test('answers and notes are added, mends tried are kept and taken back, a re-look is linked', async () => {
    const input = look();
    await coach.send('post', `/people/${person}/looks`, input);
    expect(
      (await coach.send('patch', `/looks/${input.id}`, { evidence: { 'felt-first': 'belly' }, note: 'good' })).body,
    ).toMatchObject({ note: 'good', observation: { evidence: { 'felt-first': 'belly' } } });
    expect((await coach.send('patch', `/looks/${input.id}`, { evidence: { 'felt-first': 'soul' } })).status).toBe(422);
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    expect((await coach.send('post', `/looks/${input.id}/mends`, mend)).body.mends).toMatchObject([mend]);
    expect((await coach.send('post', `/looks/${input.id}/mends`, mend)).body.mends).toHaveLength(1);
    expect((await coach.get(`/people/${person}/looks`)).body.items[0].helped).toEqual([{ fault: 'hip-sag', step: 0 }]);
    expect((await coach.send('post', `/looks/${input.id}/mends`, { ...mend, result: 'magic' })).status).toBe(422);
    const again = look({ relookOf: input.id });
    await coach.send('post', `/people/${person}/looks`, again);
    expect((await coach.get(`/looks/${input.id}`)).body.relooks).toEqual([again.id]);
    expect((await coach.send('delete', `/looks/${input.id}/mends/${mend.id}`)).body.mends).toEqual([]);
    expect((await coach.send('delete', `/looks/${input.id}/mends/${mend.id}`)).status).toBe(404);
  });
  test('quick tests and an overruling are kept, change the causes, and are taken back', async () => {
    const input = look();
    await coach.send('post', `/people/${person}/looks`, input);
    const causes = async (): Promise<{ cause: string; probability: number }[]> =>
      (await coach.get(`/looks/${input.id}/evaluation`)).body.causes;
    const before = await causes();
    const kept = await coach.send('patch', `/looks/${input.id}`, {
      tests: { 'thigh-drop': 'positive', 'leg-raise-passive': 61 },
    });
    expect(kept.body.observation.tests).toEqual({ 'thigh-drop': 'positive', 'leg-raise-passive': 61 });
    expect(await causes()).not.toEqual(before);
    // A second look of the sitting knows them: they are not asked again.
    const facts = async (): Promise<Facts> => (await coach.get(`/people/${person}/facts`)).body as Facts;
    expect((await facts()).answered).toEqual([{ at: input.startedAt, tests: kept.body.observation.tests }]);
    await coach.send('patch', `/looks/${input.id}`, { tests: { 'thigh-drop': null, 'leg-raise-passive': null } });
    expect(await causes()).toEqual(before);
    expect((await facts()).answered).toEqual([]);
    await coach.send('patch', `/looks/${input.id}`, { overrule: { cause: 'wrist', reason: 'old fracture' } });
    expect((await causes())[0]).toMatchObject({ cause: 'wrist' });
    expect((await coach.send('patch', `/looks/${input.id}`, { overrule: null })).body.overrule).toBeNull();
    expect(
      (await coach.send('patch', `/looks/${input.id}`, { overrule: { cause: 'luck', reason: 'x' } })).body.problems[0],
    ).toMatchObject({ path: 'overrule.cause' });
    expect((await coach.send('patch', `/looks/${input.id}`, { tests: { 'coin-toss': 'positive' } })).status).toBe(422);
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    await coach.send('post', `/looks/${input.id}/mends`, mend);
    // A cue that mended it speaks against a lever that is too long.
    const lever = (list: { cause: string; probability: number }[]): number =>
      list.find((c) => c.cause === 'lever')?.probability ?? 0;
    expect(lever(before)).toBeGreaterThan(0.2);
    expect(lever(await causes())).toBeLessThan(lever(before));
  });
  test('taken out and brought back by a coach, not by an assistant', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Squad' })).body.id as string;
    await coach.send('patch', `/people/${person}`, { groupId: group });
    const input = look();
    const assistant = await studio.as('assistant', [group]);
    expect((await assistant.send('post', `/people/${person}/looks`, input)).status).toBe(201);
    expect((await assistant.send('delete', `/looks/${input.id}`)).status).toBe(403);
    expect((await coach.send('delete', `/looks/${input.id}`)).status).toBe(204);
    expect((await coach.get(`/looks/${input.id}`)).status).toBe(404);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toEqual([]);
    expect((await assistant.send('post', `/looks/${input.id}/restore`)).status).toBe(403);
    expect((await coach.send('post', `/looks/${input.id}/restore`)).status).toBe(200);
    expect((await coach.send('post', `/looks/${randomUUID()}/restore`)).status).toBe(404);
  });
  test('the file of a look is the open format and comes back in', async () => {
    const input = look();
    await coach.send('post', `/people/${person}/looks`, input);
    const file = await coach.get(`/looks/${input.id}/file`);
    expect(file.headers['content-disposition']).toMatch(new RegExp(`attachment; filename="?look-${DAY}\\.json`));
    expect(file.body).toEqual(observation);
    expect((await coach.send('post', '/evaluate', file.body)).body.hold.clean).toBe(21.4);
  });
  test.each([
    [{ observation: { ...observation, version: 9 } }, 'observation.version'],
    [{ observation: { ...observation, rung: 'ceiling' } }, 'observation.rung'],
    [
      { observation: { ...observation, events: [{ t: 1, fault: 'swing', state: 'on' }] } },
      'observation.events[0].fault',
    ],
    [{ id: 'seven' }, 'id'],
    [{ startedAt: 'noon' }, 'startedAt'],
    [{ relookOf: randomUUID() }, 'relookOf'],
  ])('refuses %j at its place and keeps nothing', async (change, path) => {
    const answer = await coach.send('post', `/people/${person}/looks`, look(change));
    expect(answer.status).toBe(422);
    expect(answer.body.problems[0].path).toBe(path);
    expect(await studio.db('observations').first()).toBeUndefined();
  });
  test('sent many times at once it is kept once, and what was taken out is not kept again', async () => {
    const input = look();
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => coach.send('post', `/people/${person}/looks`, input).then((a) => a.status)),
    );
    expect(answers.sort()).toEqual([200, 200, 200, 200, 200, 200, 200, 201]);
    await coach.send('delete', `/looks/${input.id}`);
    const again = await coach.send('post', `/people/${person}/looks`, input);
    expect([again.status, again.body.title]).toEqual([409, 'This look was taken out']);
  });
  test('an assistant changes what it made, and nobody else’s', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Crew' })).body.id as string;
    await coach.send('patch', `/people/${person}`, { groupId: group });
    const [helper, other] = [await studio.as('assistant', [group]), await studio.as('assistant', [group])];
    const input = look();
    expect((await helper.send('post', `/people/${person}/looks`, input)).status).toBe(201);
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    expect((await other.send('post', `/looks/${input.id}/mends`, mend)).status).toBe(201);
    for (const [client, status] of [
      [other, 403],
      [helper, 200],
      [coach, 200],
    ] as const) {
      expect((await client.send('patch', `/looks/${input.id}`, { note: 'seen' })).status).toBe(status);
    }
    expect((await other.send('delete', `/looks/${input.id}/mends/${mend.id}`)).status).toBe(403);
    expect((await helper.send('delete', `/looks/${input.id}/mends/${mend.id}`)).status).toBe(200);
    const [intake, screen] = [`/people/${person}/intakes`, `/people/${person}/screens`];
    for (const path of [intake, screen]) expect((await helper.send('post', path, {})).status).toBe(403);
  });
  test('nobody from outside, and nobody else’s people', async () => {
    const input = look();
    await coach.send('post', `/people/${person}/looks`, input);
    const stranger = await studio.stranger();
    const assistant = await studio.as('assistant');
    for (const path of [
      `/looks/${input.id}`,
      `/looks/${input.id}/evaluation`,
      `/looks/${input.id}/file`,
      `/people/${person}/looks`,
    ]) {
      expect((await stranger.get(path)).status).toBe(401);
      expect((await assistant.get(path)).status).toBe(404);
    }
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    for (const [method, path, body] of [
      ['patch', '', {}],
      ['post', '/mends', mend],
    ] as const) {
      expect((await stranger.send(method, `/looks/${input.id}${path}`, body)).status).toBe(401);
      expect((await assistant.send(method, `/looks/${input.id}${path}`, body)).status).toBe(404);
    }
    expect((await assistant.send('post', `/people/${person}/looks`, look())).status).toBe(404);
    expect((await stranger.send('post', '/evaluate', observation)).status).toBe(401);
    const other = (await coach.send('post', '/people', { name: 'Teo' })).body.id as string;
    expect((await coach.send('post', `/people/${other}/looks`, input)).status).toBe(409);
  });
});

describe('pictures', () => {
  test('without consent none is taken', async () => {
    expect((await upload(coach, await jpeg())).status).toBe(409);
    expect(readdirSync(`${studio.dir}/media`)).toEqual([]);
  });
  test('turned upright, stripped of position data, with a thumbnail, kept from caches', async () => {
    await consent();
    const bytes = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#888' } })
      .withExif({ IFD0: { Copyright: 'secret-place' }, IFD3: { GPSLatitude: '53/1 20/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const made = await upload(coach, bytes);
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ width: 480, height: 640 });
    const full = await coach
      .get(`/media/${made.body.id}`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (d: Buffer) => parts.push(d));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    expect(full.headers['cache-control']).toBe('private, no-store');
    const facts = await sharp(full.body as Buffer).metadata();
    expect(facts).toMatchObject({ width: 480, height: 640 });
    expect(facts.exif).toBeUndefined();
    expect((full.body as Buffer).includes('secret-place')).toBe(false);
    expect((await coach.get(`/media/${made.body.id}/thumbnail`)).type).toBe('image/jpeg');
    const input = look({ mediaId: made.body.id });
    expect((await coach.send('post', `/people/${person}/looks`, input)).body.mediaId).toBe(made.body.id);
  });
  test('only for who may see the person', async () => {
    await consent();
    const { id } = (await upload(coach, await jpeg())).body as { id: string };
    const stranger = await studio.stranger();
    const assistant = await studio.as('assistant');
    for (const path of [`/media/${id}`, `/media/${id}/thumbnail`]) {
      expect((await stranger.get(path)).status).toBe(401);
      expect((await assistant.get(path)).status).toBe(404);
    }
    expect((await upload(stranger, await jpeg())).status).toBe(401);
    expect((await upload(assistant, await jpeg())).status).toBe(404);
    expect((await assistant.send('delete', `/media/${id}`)).status).toBe(403);
    expect((await coach.send('delete', `/media/${id}`)).status).toBe(204);
    expect((await coach.get(`/media/${id}`)).status).toBe(404);
  });
  test.each([
    ['text', () => Buffer.from('not a picture'), 422],
    ['half a JPEG', async () => (await jpeg()).subarray(0, 700), 422],
    ['an SVG', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), 422],
    [
      'a GIF',
      () =>
        sharp({ create: { width: 9, height: 9, channels: 3, background: '#888' } })
          .gif()
          .toBuffer(),
      422,
    ],
    [
      '51 megapixels',
      () =>
        sharp({ create: { width: 10200, height: 5000, channels: 3, background: '#888' } })
          .png()
          .toBuffer(),
      422,
    ],
    ['21 MB', () => Buffer.alloc(21 * 1024 * 1024), 413],
  ])('%s is refused and leaves nothing behind', async (_name, make, status) => {
    await consent();
    const answer = await upload(coach, await make());
    expect([answer.status, answer.type]).toEqual([status, 'application/problem+json']);
    expect(answer.body.title).toMatch(/picture/i);
    expect(readdirSync(`${studio.dir}/media`)).toEqual([]);
    expect(await studio.db('media').first()).toBeUndefined();
  });
  test('a field missing or misnamed', async () => {
    await consent();
    const none = await coach.agent.post(`/api/people/${person}/media`).set(CSRF_HEADER, coach.token).field('a', 'b');
    expect(none.body.problems).toMatchObject([{ path: 'picture' }]);
    const other = await coach.agent
      .post(`/api/people/${person}/media`)
      .set(CSRF_HEADER, coach.token)
      .attach('photo', await jpeg(), 'a.jpg');
    expect(other.status).toBe(400);
  });
  test('withdrawing the consent deletes the pictures and keeps the numbers', async () => {
    await consent();
    const { id } = (await upload(coach, await jpeg())).body as { id: string };
    const input = look({ mediaId: id });
    await coach.send('post', `/people/${person}/looks`, input);
    const record = (await coach.get(`/people/${person}`)).body.consents[0].id as string;
    expect((await coach.send('post', `/people/${person}/consents/${record}/withdraw`)).body.allows.pictures).toBe(
      false,
    );
    expect(existsSync(`${studio.dir}/media/${id}.jpg`)).toBe(false);
    expect((await coach.get(`/looks/${input.id}`)).body).toMatchObject({ mediaId: null, observation: { target: 40 } });
    // Said again it is done once, and what was kept on a device for that picture is taken without it.
    expect((await coach.send('post', `/people/${person}/consents/${record}/withdraw`)).status).toBe(200);
    expect((await coach.send('post', `/people/${person}/looks`, look({ mediaId: id }))).body.mediaId).toBeNull();
  });
  test('a permission that has run out by the server’s day shows nothing, and one of a minor’s own neither', async () => {
    await coach.send('post', `/people/${person}/consents`, {
      kind: 'pictures',
      givenBy: 'Marit',
      relation: 'self',
      from: DAY,
      until: DAY,
    });
    const { id } = (await upload(coach, await jpeg())).body as { id: string };
    expect((await coach.get(`/media/${id}`)).status).toBe(200);
    await coach.send('patch', `/people/${person}`, { birthYear: 2012 });
    expect((await coach.get(`/media/${id}`)).status).toBe(404);
    await coach.send('patch', `/people/${person}`, { birthYear: 1990 });
    studio.setNow(at(1, '00:00:00'));
    for (const path of [`/media/${id}`, `/media/${id}/thumbnail`]) expect((await coach.get(path)).status).toBe(404);
    expect((await upload(coach, await jpeg())).status).toBe(409);
    studio.setNow(at(0, '23:59:00'));
    expect((await coach.get(`/media/${id}`)).status).toBe(200);
  });
  test('an upload that began before a withdrawal and ends after it is refused and leaves nothing', async () => {
    await consent();
    const record = (await coach.get(`/people/${person}`)).body.consents[0].id as string;
    const store = studio.context.pictures.store.bind(studio.context.pictures);
    let withdrawn = 0;
    studio.context.pictures.store = async (...given) => {
      const size = await store(...given);
      withdrawn = (await coach.send('post', `/people/${person}/consents/${record}/withdraw`)).status;
      return size;
    };
    expect((await upload(coach, await jpeg())).status).toBe(409);
    expect(withdrawn).toBe(200);
    expect(readdirSync(`${studio.dir}/media`)).toEqual([]);
    expect(await studio.db('media').first()).toBeUndefined();
    await studio.context.removals.sweep();
    expect(await studio.db('media_removals').first()).toBeUndefined();
  });
  test('a withdrawal whose files cannot be removed shows none of them, and the next sweep removes them', async () => {
    await consent();
    const { id } = (await upload(coach, await jpeg())).body as { id: string };
    const record = (await coach.get(`/people/${person}`)).body.consents[0].id as string;
    const remove = studio.context.pictures.remove.bind(studio.context.pictures);
    studio.context.pictures.remove = () => Promise.reject(Object.assign(new Error('read-only'), { code: 'EROFS' }));
    expect((await coach.send('post', `/people/${person}/consents/${record}/withdraw`)).status).toBe(200);
    expect((await coach.get(`/media/${id}`)).status).toBe(404);
    expect(existsSync(`${studio.dir}/media/${id}.jpg`)).toBe(true);
    studio.context.pictures.remove = remove;
    await studio.context.removals.sweep();
    expect(readdirSync(`${studio.dir}/media`)).toEqual([]);
    expect(await studio.db('media_removals').first()).toBeUndefined();
  });
  test('a sweep that began before an upload was answered leaves what was kept meanwhile', async () => {
    await consent();
    const first = ((await upload(coach, await jpeg())).body as { id: string }).id;
    const { pictures } = studio.context;
    const [store, remove] = [pictures.store.bind(pictures), pictures.remove.bind(pictures)];
    const written = signal();
    const swept = signal();
    // An upload is under way while another's picture is let go, and answered before the sweep comes to it.
    pictures.store = async (...given) => {
      const size = await store(...given);
      written.done();
      await swept.came;
      return size;
    };
    const uploading = upload(coach, await jpeg()).then((r) => r);
    await written.came;
    let kept: Promise<{ body: unknown; status: number }> | undefined;
    pictures.remove = async (id) => {
      swept.done();
      // Either the answer comes first, or it waits until this one is through.
      await Promise.race([(kept ??= uploading), new Promise((r) => setTimeout(r, 200))]);
      await remove(id);
    };
    expect((await coach.send('delete', `/media/${first}`)).status).toBe(204);
    const { body, status } = await uploading;
    await studio.context.removals.sweep();
    expect(status).toBe(201);
    const { id } = body as { id: string };
    expect((await coach.get(`/media/${id}`)).status).toBe(200);
    expect(readdirSync(`${studio.dir}/media`).sort()).toEqual([`${id}.jpg`, `${id}.thumb.jpg`]);
    for (const table of ['media_removals', 'media_writing']) expect(await studio.db(table).first()).toBeUndefined();
  });
  test('faces are made unknowable before the picture is kept; the rest stays', async () => {
    await consent();
    // A chessboard stands for a face: blurred, its squares cannot be told apart.
    const board = Buffer.alloc(400 * 400 * 3);
    for (let i = 0; i < 400 * 400; i += 1)
      board.fill((Math.floor(i / 400 / 8) + Math.floor((i % 400) / 8)) % 2 ? 255 : 0, i * 3, i * 3 + 3);
    const bytes = await sharp(board, { raw: { width: 400, height: 400, channels: 3 } })
      .png()
      .toBuffer();
    const made = await coach.agent
      .post(`/api/people/${person}/media`)
      .set(CSRF_HEADER, coach.token)
      .field('blur', JSON.stringify([{ x: 0.25, y: 0.25, width: 0.5, height: 0.5 }]))
      .attach('picture', bytes, { filename: 'a.png', contentType: 'image/png' });
    expect(made.status).toBe(201);
    const spread = async (left: number, top: number): Promise<number> => {
      const part = sharp(`${studio.dir}/media/${made.body.id}.jpg`).extract({ left, top, width: 80, height: 80 });
      return (await sharp(await part.png().toBuffer()).stats()).channels[0]!.stdev;
    };
    expect(await spread(160, 160)).toBeLessThan(8);
    expect(await spread(10, 10)).toBeGreaterThan(100);
    for (const blur of ['[{"x":2}]', 'face', '[{"x":0,"y":0,"width":1,"height":1,"depth":1}]']) {
      const answer = await coach.agent
        .post(`/api/people/${person}/media`)
        .set(CSRF_HEADER, coach.token)
        .field('blur', blur)
        .attach('picture', bytes, { filename: 'a.png', contentType: 'image/png' });
      expect(answer.status).toBe(422);
    }
  });
  test('a look that was taken out keeps its picture while it can be put back, and then lets it go', async () => {
    await consent();
    const shared = ((await upload(coach, await jpeg())).body as { id: string }).id;
    const own = ((await upload(coach, await jpeg())).body as { id: string }).id;
    const [a, b, c] = [look({ mediaId: own }), look({ mediaId: shared }), look({ mediaId: shared })];
    for (const input of [a, b, c]) await coach.send('post', `/people/${person}/looks`, input);
    for (const input of [a, b]) await coach.send('delete', `/looks/${input.id}`);
    await studio.context.removals.ofDeletedLooks();
    expect((await coach.get(`/media/${own}`)).status).toBe(200);
    studio.setNow(after(24.1));
    await studio.context.removals.ofDeletedLooks();
    expect((await coach.get(`/media/${own}`)).status).toBe(404);
    expect(existsSync(`${studio.dir}/media/${own}.jpg`)).toBe(false);
    expect((await coach.get(`/media/${shared}`)).status).toBe(200);
    expect((await coach.send('post', `/looks/${a.id}/restore`)).body).toMatchObject({ mediaId: null });
  });
  test('a folder that cannot be written is not called a damaged file', async () => {
    await consent();
    rmSync(`${studio.dir}/media`, { recursive: true });
    writeFileSync(`${studio.dir}/media`, '');
    const answer = await upload(coach, await jpeg());
    expect([answer.status, answer.body.title]).toEqual([507, 'The server cannot write to its folder']);
    expect(await studio.db('media').first()).toBeUndefined();
  });
});
