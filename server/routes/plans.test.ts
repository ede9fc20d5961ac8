import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Facts, Prescription } from '../../api/plans.js';
import type { Circumstance } from '../../core/person/circumstance.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { doseOf } from '../../core/prescribe/dose.js';
import { stopSigns } from '../../core/studio/intake.js';
import { watchedPlank } from '../../core/testing.js';
import { after, at, DAY, dayAt, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let owner: Client;
let person: string;
beforeEach(async () => {
  studio = await testStudio();
  [owner, coach] = [await studio.as('owner'), await studio.as('coach')];
  person = (await coach.send('post', '/people', { name: 'Marit', stature: 1.72, mass: 68 })).body.id as string;
});
afterEach(() => studio.close());

const item = (drill: string) => ({
  drill,
  dose: doseOf(catalog, record(catalog.drills, drill)),
  why: 'the quiet seat',
  changes: [],
  minutes: 3,
});
const input = (change: object = {}) => ({
  family: 'front-plank',
  method: 'Hollow first',
  causes: [{ cause: 'glute-quiet', probability: 0.62 }],
  items: [item('bridge')],
  startsOn: DAY,
  relookOn: dayAt(14),
  ...change,
});
const assign = (change: object = {}, client = coach) =>
  client.send('post', `/people/${person}/prescriptions`, input(change));
const caution = (id: string) => coach.send('post', `/people/${person}/cautions`, { caution: id, from: DAY });
const standing = (): Promise<Circumstance> => studio.circumstance(coach, person);
const facts = async (): Promise<Facts> => (await coach.get(`/people/${person}/facts`)).body as Facts;
const answers = (yes: string[] = []) => ({
  answers: Object.fromEntries(stopSigns.map((s) => [s.id, yes.includes(s.id)])),
});
const ask = (yes: string[] = []) => coach.send('post', `/people/${person}/intakes`, answers(yes));

describe('prescriptions', () => {
  test('a series keeps its versions; the newest is in force and ends when it is ended', async () => {
    const [first] = (await assign()).body as Prescription[];
    expect(first).toMatchObject({ version: 1, newest: true, endedOn: null, by: coach.account!.name, warnings: [] });
    const all = (await assign({ series: first!.series, note: 'slower' })).body as Prescription[];
    expect(all.map((p) => [p.version, p.newest])).toEqual([
      [2, true],
      [1, false],
    ]);
    expect((await standing()).inForce).toEqual(['bridge']);
    const ended = (await coach.send('post', `/prescriptions/${all[0]!.id}/end`, { day: DAY })).body as Prescription[];
    expect(ended.find((p) => p.newest)!.endedOn).toBe(DAY);
    await coach.send('post', `/prescriptions/${all[0]!.id}/end`, { day: null });
    expect((await standing()).inForce).toEqual(['bridge']);
    expect((await standing()).recent).toEqual(['bridge']);
  });
  test('a version of a ladder is given like a drill, with the dose that was edited; one that a caution leaves out is refused', async () => {
    const given = (place: string, seconds = 18) => ({
      ...item('bridge'),
      drill: place,
      dose: { ...item('bridge').dose, sets: [4, 4], amount: [seconds, seconds], unit: 's', hold: null, clean: true },
      place: 'end',
      size: { sizing: 'surface', value: 0.42 },
    });
    const [made] = (await assign({ items: [given('front-plank/knees'), item('bridge')] })).body as Prescription[];
    expect(made!.items[0]).toMatchObject({
      drill: 'front-plank/knees',
      dose: { sets: [4, 4], amount: [18, 18], unit: 's' },
      size: { sizing: 'surface', value: 0.42 },
      text: { name: 'Front plank: on the knees, forearms', place: 'end' },
    });
    const sheet = await coach.get(`/prescriptions/${made!.id}/sheet.pdf`);
    expect([sheet.status, sheet.headers['content-type']]).toEqual([200, 'application/pdf']);
    expect((await standing()).inForce).toEqual(['front-plank/knees', 'bridge']);
    await caution('low-back');
    const refused = await assign({ items: [given('front-plank/minus-one')] });
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain('items[0].drill');
    expect((await assign({ items: [given('front-plank/slipway')] })).status).toBe(422);
    const backwards = { ...item('bridge'), dose: { ...item('bridge').dose, sets: [3, 2] } };
    const wrong = await assign({ items: [backwards] });
    expect([wrong.status, JSON.stringify(wrong.body)]).toEqual([422, expect.stringContaining('items[0].dose.sets')]);
  });
  test('the sheet has the breath of the method that it was chosen by', async () => {
    const method = record(catalog.methods, 'quiet').name;
    const [made] = (await assign({ method, items: [item('dead-bug-legs')] })).body as Prescription[];
    expect(made!.items[0]!.text!.breath).toBe('Quiet in through the nose, long slow out.');
  });
  test('a caution added, edited by the owner, or taken away changes the warnings of what is open', async () => {
    await assign();
    const warnings = async () =>
      ((await coach.get(`/people/${person}/prescriptions`)).body as Prescription[])[0]!.warnings;
    expect(record(catalog.drills, 'bridge').excludedBy).not.toContain('wrist');
    await caution('wrist');
    expect(await warnings()).toEqual([]);
    await owner.send('put', '/catalogue/cautions/wrist', {
      ...record(catalog.cautions, 'wrist'),
      excludes: ['drill:bridge'],
    });
    expect(await warnings()).toMatchObject([{ drill: 'bridge', kind: 'excluded' }]);
    await owner.send('delete', '/catalogue/cautions/wrist');
    expect(await warnings()).toEqual([]);
  });
  test('what a caution excludes is refused, and the answer says which drill', async () => {
    const barred = catalog.drills.find((d) => d.excludedBy.includes('neck'))!;
    await caution('neck');
    const answer = await assign({ items: [item('bridge'), item(barred.id)] });
    expect(answer.status).toBe(422);
    expect(answer.body.problems).toMatchObject([{ path: 'items[1].drill' }]);
    expect((await coach.get(`/people/${person}/prescriptions`)).body).toEqual([]);
  });
  test.each([
    ['no drill', { items: [] }, 'items'],
    ['a re-look before the start', { relookOn: dayAt(-19) }, 'relookOn'],
    ['a drill that does not exist', { items: [{ ...item('bridge'), drill: 'keel-haul' }] }, 'items[0].drill'],
    ['a position that does not exist', { family: 'mast' }, 'family'],
    ['somebody else’s look', { lookId: randomUUID() }, 'lookId'],
    ['a series of nobody’s', { series: randomUUID() }, 'series'],
    ['minutes below nothing', { items: [{ ...item('bridge'), minutes: -1 }] }, 'items[0].minutes'],
  ])('refuses %s', async (_name, change, path) => {
    const answer = await assign(change);
    expect(answer.status).toBe(422);
    expect((answer.body.problems as { path: string }[]).map((p) => p.path)).toContain(path);
  });
  test('a stop sign bars assigning until a later asking is clear', async () => {
    await ask(['numbness']);
    const barred = await assign();
    expect(barred.status).toBe(409);
    expect(barred.body.detail).toContain('licensed professional');
    await ask();
    expect((await assign()).status).toBe(201);
  });
  test('pain that ended a hold bars drills for that position until the signs are asked again', async () => {
    await coach.send('post', `/people/${person}/looks`, {
      id: randomUUID(),
      startedAt: at(0, '09:00:00'),
      observation: watchedPlank({ ended: { t: 32, reason: 'pain' } }),
    });
    expect((await standing()).painIn).toEqual(['front-plank']);
    expect((await assign()).status).toBe(409);
    expect((await assign({ family: 'hollow' })).status).toBe(201);
    await ask();
    expect((await standing()).painIn).toEqual([]);
    expect((await assign()).status).toBe(201);
  });
  test('pain means the last hold of the position: one after it that went well clears it', async () => {
    const held = (startedAt: string, change: object = {}) =>
      coach.send('post', `/people/${person}/looks`, { id: randomUUID(), startedAt, observation: watchedPlank(change) });
    await held(at(-2, '09:00:00'), { ended: { t: 32, reason: 'pain' } });
    expect((await standing()).painIn).toEqual(['front-plank']);
    await held(at(-1, '09:00:00'));
    expect((await standing()).painIn).toEqual([]);
  });
  test('what arrives later counts later, whatever the clocks of devices and server say', async () => {
    await ask();
    // A slow device brings a hold from before the asking after it.
    studio.setNow(after(0.02));
    await coach.send('post', `/people/${person}/looks`, {
      id: randomUUID(),
      startedAt: at(0, '08:00:00'),
      observation: watchedPlank({ ended: { t: 32, reason: 'pain' } }),
    });
    expect((await standing()).painIn).toEqual(['front-plank']);
    await ask(['fall']);
    // A server whose clock was set back a year lifts nothing, and a clear asking after that does.
    studio.setNow('2025-05-20T11:00:00.000Z');
    expect(await standing()).toMatchObject({ signs: ['fall'], painIn: ['front-plank'] });
    expect((await assign()).status).toBe(409);
    await ask();
    expect(await standing()).toMatchObject({ signs: [], painIn: [] });
  });
  test('a hold that an assistant logs lifts no pain, and one that hurt counts from anybody', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Crew' })).body.id as string;
    await coach.send('patch', `/people/${person}`, { groupId: group });
    const helper = await studio.as('assistant', [group]);
    const held = (client: Client, reason: string) =>
      client.send('post', `/people/${person}/looks`, {
        id: randomUUID(),
        startedAt: NOW,
        observation: watchedPlank({ ended: { t: 32, reason: reason as 'pain' } }),
      });
    await held(helper, 'pain');
    await held(helper, 'target');
    expect((await standing()).painIn).toEqual(['front-plank']);
    await held(coach, 'target');
    expect((await standing()).painIn).toEqual([]);
  });
  test('while something stands against loading no step up a ladder is kept, and one that is declined is', async () => {
    await ask(['dizziness']);
    const step = (decision: string) =>
      coach.send('post', `/people/${person}/ladder-steps`, {
        id: randomUUID(),
        from: 'front-plank/forearm',
        rule: 3,
        kind: 'step-up',
        proposal: 'Up.',
        numbers: [],
        decision,
        to: 'front-plank/straight-arm',
        seconds: 30,
        reason: 'not today',
      });
    const refused = await step('accepted');
    expect([refused.status, refused.body.title]).toEqual([409, 'Nothing that loads is assigned now']);
    expect((await step('changed')).status).toBe(409);
    expect((await step('declined')).status).toBe(201);
    await ask();
    expect((await step('accepted')).status).toBe(201);
  });
  test('the sheet is a PDF of one page, kept by nobody on the way, and names no health note', async () => {
    const items = ['bridge', 'dead-bug', 'bird-dog-drill', 'cat-cow']
      .filter((id) => catalog.drills.some((d) => d.id === id))
      .concat(catalog.drills.slice(0, 4).map((d) => d.id));
    await assign({ items: [...new Set(items)].slice(0, 5).map(item) });
    const [p] = (await coach.get(`/people/${person}/prescriptions`)).body as Prescription[];
    const sheet = await coach.get(`/prescriptions/${p!.id}/sheet.pdf`).buffer(true);
    expect(sheet.status).toBe(200);
    expect(sheet.headers['content-type']).toBe('application/pdf');
    expect(sheet.headers['cache-control']).toContain('no-store');
    const bytes = (sheet.body as Buffer).toString('latin1');
    expect(bytes.startsWith('%PDF-')).toBe(true);
    expect(bytes.match(/\/Type \/Page\b/g)).toHaveLength(1);
    expect(studio.log.join('')).not.toContain('Marit');
  });
  test('assistants read and do not assign; one without the group sees nothing; nor does a stranger', async () => {
    await assign();
    const [p] = (await coach.get(`/people/${person}/prescriptions`)).body as Prescription[];
    const group = (await coach.send('post', '/groups', { name: 'Crew' })).body.id as string;
    await coach.send('patch', `/people/${person}`, { groupId: group });
    const helper = await studio.as('assistant', [group]);
    expect((await helper.get(`/people/${person}/prescriptions`)).status).toBe(200);
    expect((await assign({}, helper)).status).toBe(403);
    expect((await helper.send('post', `/prescriptions/${p!.id}/end`, { day: DAY })).status).toBe(403);
    const other = await studio.as('assistant', []);
    for (const path of ['prescriptions', 'facts', 'intakes', 'screens'])
      expect((await other.get(`/people/${person}/${path}`)).status).toBe(404);
    expect((await other.get(`/prescriptions/${p!.id}/sheet.pdf`)).status).toBe(404);
    expect((await (await studio.stranger()).get(`/prescriptions/${p!.id}/sheet.pdf`)).status).toBe(401);
  });
});

describe('stop signs', () => {
  test('asked, stored, due again after ninety days', async () => {
    expect(await standing()).toMatchObject({ intakeDue: true, signs: [], stop: null });
    const after = (await ask()).body as Facts;
    expect(after.intakes).toMatchObject([{ day: DAY, yes: [], advice: null }]);
    expect(await standing()).toMatchObject({ intakeDue: false, stop: null });
    studio.setNow(at(104, '10:00:00'));
    expect((await standing()).intakeDue).toBe(true);
  });
  test('a yes to an urgent sign says so and names no illness', async () => {
    await ask(['chest', 'pain']);
    expect(await standing()).toMatchObject({ signs: ['pain', 'chest'], stop: 'now' });
    expect((await coach.get(`/people/${person}/intakes`)).body).toHaveLength(1);
  });
  test('every question wants an answer, and no other', async () => {
    const { chest: _left, ...rest } = answers().answers;
    const answer = await coach.send('post', `/people/${person}/intakes`, { answers: { ...rest, mood: true } });
    expect(answer.status).toBe(422);
    expect((answer.body.problems as { path: string }[]).map((p) => p.path).sort()).toEqual([
      'answers.chest',
      'answers.mood',
    ]);
    expect((await facts()).intakes).toEqual([]);
  });
});

describe('movement screens', () => {
  const screen = (change: object = {}) => ({
    id: randomUUID(),
    doneAt: at(-1, '09:00:00'),
    record: {
      screen: 'overhead-squat',
      reps: { front: 4, side: 4, rear: 4 },
      counts: { 'front/knee-in': 3, 'side/heels-rise': 1 },
      wideStance: false,
      supported: false,
      tests: { 'knee-to-wall': 6 },
      ...change,
    },
  });
  const put = (body: object) => coach.send('post', `/people/${person}/screens`, body);

  test('findings and range checks feed the standing; an old screen does not', async () => {
    await put(screen());
    expect((await standing()).history).toMatchObject({ screen: ['knee-in'], tests: { 'knee-to-wall': 6 } });
    studio.setNow(at(92, '10:00:00'));
    expect((await standing()).history).toEqual({ screen: [], tests: {} });
  });
  test('the newest of a kind speaks, and the single-leg squat says which side is worse', async () => {
    await put(screen());
    await put({ ...screen({ counts: {}, tests: {} }), doneAt: at(0, '09:00:00') });
    expect((await standing()).history.screen).toEqual([]);
    await put(
      screen({
        screen: 'single-leg-squat',
        reps: { 'front.left': 4, 'front.right': 4 },
        counts: { 'front.left/knee-in': 3 },
        tests: {},
      }),
    );
    expect((await standing()).history).toMatchObject({ screen: ['knee-in'], sides: 'left-worse' });
  });
  test('sent twice it is kept once; a coach may take it away', async () => {
    const body = screen();
    expect((await put(body)).status).toBe(201);
    expect((await put(body)).status).toBe(200);
    const { id } = ((await coach.get(`/people/${person}/screens`)).body as { id: string }[])[0]!;
    const helper = await studio.as('assistant', []);
    expect((await helper.send('delete', `/people/${person}/screens/${id}`)).status).toBe(403);
    expect((await coach.send('delete', `/people/${person}/screens/${id}`)).body).toEqual([]);
    expect((await coach.send('delete', `/people/${person}/screens/${id}`)).status).toBe(404);
  });
  test.each([
    ['more faults than reps', { counts: { 'front/knee-in': 5 } }, 'record.counts'],
    ['what is not looked for', { counts: { 'front/shoulder-shrug': 1 } }, 'record.counts'],
    ['an unknown screen', { screen: 'mast-climb' }, 'record.screen'],
    ['half a rep', { reps: { front: 2.5 } }, 'record.reps'],
  ])('refuses %s', async (_name, change, path) => {
    const answer = await put(screen(change));
    expect(answer.status).toBe(422);
    expect((answer.body.problems as { path: string }[])[0]!.path).toContain(path);
    expect((await coach.get(`/people/${person}/screens`)).body).toEqual([]);
  });
  test('a screen is not moved to somebody else by its id', async () => {
    const body = screen();
    await put(body);
    const other = (await coach.send('post', '/people', { name: 'Teo' })).body.id as string;
    expect((await coach.send('post', `/people/${other}/screens`, body)).status).toBe(409);
  });
});
