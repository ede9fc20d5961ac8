import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { StudioCatalogue } from '../../api/studio.js';
import { offered, offeredRungs, record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { ladderOf, rungsOnLadder } from '../../core/catalog/ladders.js';
import type { StudioEntry } from '../../core/formats/entries.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { watchedPlank } from '../../core/testing.js';
import { at, DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';
import { TEST_ZONE } from '../../tools/test-day.mjs';

let studio: TestStudio;
let coach: Client;
let owner: Client;
beforeEach(async () => {
  studio = await testStudio();
  [owner, coach] = [await studio.as('owner'), await studio.as('coach')];
});
afterEach(() => studio.close());

const bridge = record(catalog.drills, 'bridge');
const own = { ...bridge, id: 'harbour-bridge', name: 'Bridge on the quay step', copiedFrom: 'bridge' };

const DOSE = catalog.doses.wake;

/** What the tests of defaults leave as it is. */
const REST = { timeZone: 'UTC', offlineCopies: true };

describe('the studio’s catalogue', () => {
  test('starts empty, with nothing chosen', async () => {
    expect((await coach.get('/catalogue')).body).toMatchObject({
      entries: [],
      defaults: { method: null, familyMethods: {}, kit: null, timeZone: TEST_ZONE, offlineCopies: true },
    });
  });
  test('a shipped drill is changed and restored; who did what is kept', async () => {
    const changed = { ...bridge, name: 'Bridge, slowly' };
    const put = await coach.send('put', '/catalogue/drills/bridge', changed);
    expect(put.status).toBe(200);
    expect(put.body.entries).toMatchObject([
      { kind: 'drills', key: 'bridge', record: { name: 'Bridge, slowly' }, by: coach.account!.name },
    ]);
    expect((await owner.send('delete', '/catalogue/drills/bridge')).body.entries).toEqual([]);
    const changes = (await coach.get('/catalogue/drills/bridge/changes')).body as { by: string; record: unknown }[];
    expect(changes.map((c) => [c.by, (c.record as { name: string } | null)?.name ?? null])).toEqual([
      [owner.account!.name, null],
      [coach.account!.name, 'Bridge, slowly'],
    ]);
    expect((await coach.send('delete', '/catalogue/drills/bridge')).status).toBe(404);
  });
  test('an own entry that nothing uses is taken away; one that another builds on is retired, and can be put back', async () => {
    await coach.send('put', `/catalogue/drills/${own.id}`, own);
    const harder = { ...own, id: 'harbour-bridge-2', name: 'The same on one leg', easier: own.id };
    expect((await coach.send('put', `/catalogue/drills/${harder.id}`, harder)).status).toBe(200);
    expect((await coach.get(`/catalogue/drills/${own.id}/uses`)).body).toMatchObject({
      looks: 0,
      entries: [{ kind: 'drills', key: 'harbour-bridge-2' }],
    });
    const retired = (await coach.send('delete', `/catalogue/drills/${own.id}`)).body as StudioCatalogue;
    expect(retired.entries.find((e) => e.key === own.id)).toMatchObject({ retired: true });
    expect((await coach.send('delete', `/catalogue/drills/${own.id}`)).status).toBe(404);
    const back = (await coach.send('post', `/catalogue/drills/${own.id}/restore`)).body as StudioCatalogue;
    expect(back.entries.find((e) => e.key === own.id)).toMatchObject({ retired: false, record: { name: own.name } });
    await coach.send('delete', `/catalogue/drills/${harder.id}`);
    expect((await coach.send('delete', `/catalogue/drills/${own.id}`)).body.entries).toEqual([]);
    expect((await coach.send('post', `/catalogue/drills/${own.id}/restore`)).body.entries).toHaveLength(1);
    expect((await coach.send('post', '/catalogue/drills/never-was/restore')).status).toBe(404);
  });
  test.each([
    ['an id that is not the address’', { ...own, id: 'other' }, 'id', 'harbour-bridge'],
    ['a fault that does not exist', { ...own, watch: ['hip-sag', 'mast-lean'] }, 'watch[1]', 'mast-lean'],
    ['no reps and no time', { ...own, dose: { sets: 0 } }, 'dose', ''],
    ['an easier drill that does not exist', { ...own, easier: 'rope-yarn' }, 'easier', 'rope-yarn'],
  ])('refuses %s and says where', async (_name, body, path, says) => {
    const answer = await coach.send('put', `/catalogue/drills/${own.id}`, body);
    expect(answer.status).toBe(422);
    const problem = (answer.body.problems as { path: string; message: string }[]).find((p) => p.path.startsWith(path));
    expect(problem?.message).toContain(says);
    expect((await coach.get('/catalogue')).body.entries).toEqual([]);
  });
  test('limits must worsen in one direction', async () => {
    const limit = catalog.tolerances.find((t) => t.family === 'front-plank' && t.fault === 'hip-sag')!;
    const [option] = Object.keys(limit.limits);
    const bad = { ...limit, limits: { ...limit.limits, [option!]: [9, 5, 12] } };
    const answer = await coach.send('put', `/catalogue/tolerances/${limit.id}`, bad);
    expect(answer.status).toBe(422);
    expect(answer.body.problems[0].path).toBe(`limits.${option}`);
  });
  test('a changed limit re-judges what is stored, and restoring brings the old verdict back', async () => {
    const person = (await coach.send('post', '/people', { name: 'Marit' })).body.id as string;
    const look = '5b0e6a34-1111-4222-8333-444455556666';
    await coach.send('post', `/people/${person}/looks`, {
      id: look,
      startedAt: at(0, '09:00:00'),
      observation: watchedPlank({
        method: 'straight',
        events: [],
        ended: undefined,
        landmarkSd: 0.5,
        frames: [{ t: 0, points: { shoulder: [900, 400], hip: [600, 440], ankle: [100, 450] } }],
      }),
    });
    const severity = async (): Promise<string | undefined> =>
      ((await coach.get(`/looks/${look}/evaluation`)).body.findings as { fault: string; severity: string }[]).find(
        (f) => f.fault === 'hip-sag',
      )?.severity;
    const before = await severity();
    const limit = catalog.tolerances.find((t) => t.family === 'front-plank' && t.fault === 'hip-sag')!;
    const wide = Object.fromEntries(
      Object.entries(limit.limits).map(([k, l]) => [k, l && l.map((n) => n + Math.sign(n || -1) * 60)]),
    );
    await coach.send('put', `/catalogue/tolerances/${limit.id}`, { ...limit, limits: wide });
    expect(before).toBeDefined();
    expect(await severity()).not.toBe(before);
    await coach.send('delete', `/catalogue/tolerances/${limit.id}`);
    expect(await severity()).toBe(before);
  });
  test('the cautions table is an owner’s; assistants change nothing; strangers see nothing', async () => {
    const neck = record(catalog.cautions, 'neck');
    const body = { ...neck, excludes: ['drill:bridge'] };
    expect((await coach.send('put', '/catalogue/cautions/neck', body)).status).toBe(403);
    expect((await owner.send('put', '/catalogue/cautions/neck', body)).status).toBe(200);
    expect((await coach.send('delete', '/catalogue/cautions/neck')).status).toBe(403);
    const assistant = await studio.as('assistant');
    expect((await assistant.send('put', `/catalogue/drills/${own.id}`, own)).status).toBe(403);
    expect((await (await studio.stranger()).get('/catalogue')).status).toBe(401);
  });
  test('a gate between ladders is changed, taken out of force and restored', async () => {
    const gate = catalog.crossGates[0]!;
    const at = `/catalogue/crossGates/${gate.id}`;
    expect((await coach.send('put', at, { ...gate, seconds: 30, off: true })).body.entries).toMatchObject([
      { kind: 'crossGates', key: gate.id, record: { seconds: 30, off: true } },
    ]);
    const bad = await coach.send('put', at, { ...gate, from: 'mast/top' });
    expect([bad.status, bad.body.problems[0].path]).toEqual([422, 'from']);
    expect((await coach.send('put', at, { ...gate, sets: 0 })).body.problems[0].path).toBe('sets');
    expect((await coach.send('delete', at)).body.entries).toEqual([]);
  });
  test('the order of a position’s pads is the studio’s own; a fault of another position, or one twice, is refused', async () => {
    const plank = record(catalog.families, 'front-plank');
    const at = '/catalogue/pads/front-plank';
    const order = [plank.pads[3]!, plank.pads[0]!, plank.pads[1]!, plank.pads[2]!];
    const kept = await coach.send('put', at, { id: plank.id, order });
    expect(kept.body.entries).toMatchObject([{ kind: 'pads', key: 'front-plank', record: { order } }]);
    const own = applyEntries(catalog, kept.body.entries as StudioEntry[]);
    expect(record(own.families, 'front-plank').pads).toEqual(order);
    expect(record(own.families, 'hollow').pads).toEqual(record(catalog.families, 'hollow').pads);
    const strange = await coach.send('put', at, { id: plank.id, order: [...order, 'feet-flap'] });
    expect([strange.status, strange.body.problems[0].path]).toEqual([422, 'order[4]']);
    expect((await coach.send('put', at, { id: plank.id, order: [...order, order[0]] })).status).toBe(422);
    expect((await coach.send('delete', at)).body.entries).toEqual([]);
  });
  test('how often a cause is there and a test errs is the studio’s own, and moves the causes; what makes no sense is refused', async () => {
    const lever = record(catalog.causes, 'lever');
    const bent = record(catalog.tests, 'knees-in');
    await coach.send('put', '/catalogue/causes/lever', { ...lever, prior: 0.4 });
    const at = '/catalogue/tests/knees-in';
    const kept = await coach.send('put', at, { ...bent, errors: { positive: 0.95, base: 0.05 } });
    const own = applyEntries(catalog, kept.body.entries as StudioEntry[]);
    expect(record(own.causes, 'lever').prior).toBe(0.4);
    expect(record(own.tests, 'knees-in').errors).toEqual({ positive: 0.95, base: 0.05 });
    const person = (await coach.send('post', '/people', { name: 'Teo' })).body.id as string;
    const id = crypto.randomUUID();
    const observation = watchedPlank({ tests: { 'knees-in': 'positive' } });
    await coach.send('post', `/people/${person}/looks`, { id, startedAt: NOW, observation });
    type Causes = { causes: { cause: string; probability: number }[] };
    const chance = async (): Promise<number> =>
      ((await coach.get(`/looks/${id}/evaluation`)).body as Causes).causes.find((c) => c.cause === 'lever')!
        .probability;
    const here = await chance();
    await coach.send('delete', '/catalogue/causes/lever');
    await coach.send('delete', at);
    expect(await chance()).toBeLessThan(here - 0.1);
    const upside = await coach.send('put', at, { ...bent, errors: { positive: 0.1, base: 0.5 } });
    expect([upside.status, upside.body.problems[0].path]).toEqual([422, 'errors']);
    expect((await coach.send('put', '/catalogue/causes/lever', { ...lever, prior: 1 })).body.problems[0].path).toBe(
      'prior',
    );
    const strange = await coach.send('put', '/catalogue/tests/hull', { ...bent, id: 'hull' });
    expect([strange.status, strange.body.problems[0].path]).toEqual([422, 'id']);
  });
  test.each(['masts/bridge', 'drills/Bridge%20one', 'tests/knee-to-wall'])('no entry at %s', async (path) => {
    expect((await coach.send('put', `/catalogue/${path}`, own)).status).toBe(422);
  });
});

describe('defaults', () => {
  test('method and kit of the hall judge whoever has none of their own', async () => {
    const value = { method: 'hollow', familyMethods: { 'front-plank': 'straight' }, kit: ['mat', 'wall'], ...REST };
    expect((await owner.send('put', '/studio/defaults', value)).body.defaults).toEqual(value);
    const person = (await coach.send('post', '/people', { name: 'Teo' })).body.id as string;
    const id = crypto.randomUUID();
    await coach.send('post', `/people/${person}/looks`, {
      id,
      startedAt: `${DAY}T09:00:00.000Z`,
      observation: watchedPlank({
        method: undefined,
        events: [],
        ended: undefined,
        landmarkSd: 0.5,
        frames: [{ t: 0, points: { shoulder: [900, 400], hip: [600, 440], ankle: [100, 450] } }],
      }),
    });
    const judged = async (by = ''): Promise<string> =>
      JSON.stringify((await coach.get(`/looks/${id}/evaluation${by && `?method=${by}`}`)).body.findings);
    const [straight, hollow] = [await judged('straight'), await judged('hollow')];
    expect(straight).not.toBe(hollow);
    expect(await judged()).toBe(straight);
    await coach.send('patch', `/people/${person}`, { familyMethods: { 'front-plank': 'hollow' } });
    expect(await judged()).toBe(hollow);
    await coach.send('patch', `/people/${person}`, { familyMethods: {} });
    await owner.send('put', '/studio/defaults', { ...value, familyMethods: {} });
    expect(await judged()).toBe(hollow);
  });
  test.each([
    [{ method: 'nautical', familyMethods: {}, kit: null }, 'method'],
    [{ method: null, familyMethods: { mast: 'hollow' }, kit: null }, 'familyMethods.mast'],
    [{ method: null, familyMethods: { 'front-plank': 'nautical' }, kit: null }, 'familyMethods.front-plank'],
  ])('refuses what does not exist: %j', async (value, path) => {
    const answer = await owner.send('put', '/studio/defaults', { ...REST, ...value });
    expect(answer.status).toBe(422);
    expect(answer.body.problems[0].path).toBe(path);
  });
  test('only an owner sets them', async () => {
    expect((await coach.send('put', '/studio/defaults', { method: null, familyMethods: {}, kit: null })).status).toBe(
      403,
    );
  });
});

describe('taking away what people’s records speak of', () => {
  const rung = {
    ...record(
      catalog.rungs.filter((r) => r.family === 'front-plank'),
      'forearm',
    ),
    id: 'pier',
    name: 'On the pier',
  };
  let person: string;
  beforeEach(async () => {
    person = (await coach.send('post', '/people', { name: 'Marit' })).body.id as string;
  });
  const looked = async (change: object): Promise<string> => {
    const id = randomUUID();
    const made = await coach.send('post', `/people/${person}/looks`, {
      id,
      startedAt: NOW,
      observation: watchedPlank(change),
    });
    expect(made.status).toBe(201);
    return id;
  };
  test('a version: its looks, ladders and bench stay readable, and it is offered no more', async () => {
    await coach.send('put', '/catalogue/rungs/front-plank.pier', rung);
    const id = await looked({ rung: 'pier' });
    expect((await coach.get('/catalogue/rungs/front-plank.pier/uses')).body.looks).toBe(1);
    expect((await coach.send('delete', '/catalogue/rungs/front-plank.pier')).status).toBe(200);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toMatchObject([{ id, rung: 'pier', cannot: null }]);
    expect((await coach.get(`/people/${person}/ladders`)).status).toBe(200);
    expect((await coach.get(`/looks/${id}/evaluation`)).status).toBe(200);
    // A hold that waited on a device meanwhile is still taken.
    await looked({ rung: 'pier' });
    const { catalog: now } = await studio.context.studio.now();
    expect(offeredRungs(now, 'front-plank').map((r) => r.id)).not.toContain('pier');
    expect(rungsOnLadder(now, ladderOf(now, { family: 'front-plank', id: 'forearm' })!).map((r) => r.id)).not.toContain(
      'pier',
    );
  });
  test('a fault that is narrowed away from a position keeps the looks in which it was tapped', async () => {
    const fault = {
      ...record(catalog.faults, 'swing'),
      families: [...record(catalog.faults, 'swing').families, 'front-plank'],
    };
    await coach.send('put', '/catalogue/faults/swing', fault);
    await looked({ events: [{ t: 4, fault: 'swing', state: 'on' }] });
    expect((await coach.send('delete', '/catalogue/faults/swing')).status).toBe(200);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toMatchObject([{ cannot: null, clean: 4 }]);
    const fresh = {
      id: randomUUID(),
      startedAt: NOW,
      observation: watchedPlank({ events: [{ t: 4, fault: 'swing', state: 'on' }] }),
    };
    expect((await coach.send('post', `/people/${person}/looks`, fresh)).status).toBe(422);
  });
  test('a method: people who are judged by it still are, and a drill: its sheet keeps the text it was given with', async () => {
    const method = { ...record(catalog.methods, 'quiet'), id: 'harbour', name: 'Harbour way' };
    await coach.send('put', '/catalogue/methods/harbour', method);
    await coach.send('patch', `/people/${person}`, { method: 'harbour' });
    expect((await coach.get('/catalogue/methods/harbour/uses')).body.people).toBe(1);
    await coach.send('delete', '/catalogue/methods/harbour');
    const { catalog: now } = await studio.context.studio.now();
    expect(now.methods.map((m) => m.id)).toContain('harbour');
    expect(offered(now, 'methods').map((m) => m.id)).not.toContain('harbour');

    await coach.send('put', `/catalogue/drills/${own.id}`, own);
    const item = { drill: own.id, dose: { ...DOSE }, why: '', changes: [], minutes: 3 };
    const prescription = {
      family: 'front-plank',
      method: 'Harbour way',
      causes: [],
      items: [item],
      startsOn: DAY,
      relookOn: DAY,
    };
    const given = await coach.send('post', `/people/${person}/prescriptions`, prescription);
    expect(given.body[0].items[0].text).toMatchObject({ name: own.name, how: own.how });
    await coach.send('delete', `/catalogue/drills/${own.id}`);
    const [kept] = (await coach.get(`/people/${person}/prescriptions`)).body as {
      id: string;
      items: { text: object }[];
      warnings: object[];
    }[];
    expect(kept!.items[0]!.text).toMatchObject({ name: own.name });
    expect(kept!.warnings).toMatchObject([{ kind: 'gone', drill: own.id }]);
    expect((await coach.get(`/prescriptions/${kept!.id}/sheet.pdf`)).status).toBe(200);
    expect((await coach.send('post', `/people/${person}/prescriptions`, prescription)).status).toBe(422);
  });
});
