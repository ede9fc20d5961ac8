import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { OnLadders } from '../../api/ladders.js';
import { catalog } from '../../core/catalog/shipped.js';
import { watchedPlank } from '../../core/testing.js';
import { after, at, DAY, dayAt, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let person: string;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  person = (await coach.send('post', '/people', { name: 'Marit', stature: 1.72, mass: 68 })).body.id as string;
});
afterEach(() => studio.close());

const look = async (change: object = {}, startedAt = at(-2, '09:00:00'), who = person): Promise<string> => {
  const id = randomUUID();
  await coach.send('post', `/people/${who}/looks`, { id, startedAt, observation: watchedPlank(change) });
  return id;
};
const on = async (): Promise<OnLadders> => (await coach.get(`/people/${person}/ladders`)).body as OnLadders;
const step = (change: object = {}) => ({
  id: randomUUID(),
  from: 'front-plank/forearm',
  rule: 3,
  kind: 'step-up',
  proposal: 'Gate passed: step up.',
  numbers: [{ label: 'best clean', value: '41 s' }],
  decision: 'accepted',
  to: 'front-plank/elbows-ahead',
  seconds: 30,
  ...change,
});
const decide = (body: object, client = coach) => client.send('post', `/people/${person}/ladder-steps`, body);

describe('holds on the ladders', () => {
  test('are derived from the looks, newest first; a still is none', async () => {
    await look();
    const later = await look({ events: [], ended: { t: 40, reason: 'target' } }, at(-1, '09:00:00'));
    await look({ events: [], ended: undefined, frames: [{ t: 0, points: { hip: [600, 440] } }] }, at(0, '09:00:00'));
    const { holds } = await on();
    expect(holds.map((h) => [h.place, h.day, h.clean, h.broke])).toEqual([
      ['front-plank/forearm', dayAt(-1), 40, false],
      ['front-plank/forearm', dayAt(-2), 21.4, true],
    ]);
    expect(holds[0]!.lookId).toBe(later);
  });
  test('the evaluation of a look knows the holds before it and none after', async () => {
    const clean = (id: string) =>
      coach.get(`/looks/${id}/evaluation`).then((r) => (r.body.ladder as { rule: number }).rule);
    const days = [dayAt(-26), dayAt(-18), dayAt(-10), dayAt(-2)];
    const ids: string[] = [];
    for (const [i, day] of days.entries())
      ids.push(
        await look(
          { events: [{ t: 26 - i, fault: 'hip-sag', state: 'on' }], ended: { t: 38, reason: 'coach' } },
          `${day}T09:00:00.000Z`,
        ),
      );
    expect(await clean(ids[0]!)).toBe(6);
    expect(await clean(ids[3]!)).toBe(2);
  });
});

describe('steps decided', () => {
  test('accepted, changed and declined are stored with who and when, and can be taken back', async () => {
    const lookId = await look();
    const first = step({ lookId });
    expect((await decide(first)).status).toBe(201);
    expect((await decide(first)).status).toBe(200);
    studio.setNow(after(0.02));
    await decide(step({ decision: 'changed', to: 'front-plank/hollow-shaped', reason: 'wrists are tired' }));
    studio.setNow(after(0.04));
    const then = (await decide(step({ decision: 'declined', reason: 'a wedding on Saturday' }))).body as OnLadders;
    expect(then.steps.map((s) => [s.decision, s.to, s.by, s.day])).toEqual([
      ['declined', 'front-plank/elbows-ahead', coach.account!.name, DAY],
      ['changed', 'front-plank/hollow-shaped', coach.account!.name, DAY],
      ['accepted', 'front-plank/elbows-ahead', coach.account!.name, DAY],
    ]);
    const back = (await coach.send('delete', `/people/${person}/ladder-steps/${first.id}`)).body as OnLadders;
    expect(back.steps).toHaveLength(2);
    expect((await coach.send('delete', `/people/${person}/ladder-steps/${first.id}`)).status).toBe(404);
  });
  test.each([
    ['a change without a reason', { decision: 'changed' }, 'reason'],
    ['a version that does not exist', { to: 'front-plank/mast' }, 'to'],
    ['a place that is none', { from: 'mast' }, 'from'],
    ['a rule that is none', { rule: 9 }, 'rule'],
    ['somebody else’s look', { lookId: randomUUID() }, 'lookId'],
  ])('refuses %s', async (_name, change, path) => {
    const answer = await decide(step(change));
    expect(answer.status).toBe(422);
    expect((answer.body.problems as { path: string }[])[0]!.path).toBe(path);
    expect((await on()).steps).toEqual([]);
  });
  test('nobody is sent to a version that a caution leaves out; declining it is fine', async () => {
    const to = catalog.rungs.find((r) => r.family === 'front-plank' && r.excludedBy.includes('shoulder'))!;
    await coach.send('post', `/people/${person}/cautions`, { caution: 'shoulder', from: dayAt(-19) });
    const body = step({ to: `front-plank/${to.id}` });
    expect((await decide(body)).body.problems[0]).toMatchObject({ path: 'to' });
    expect((await decide({ ...body, decision: 'declined', reason: 'shoulder' })).status).toBe(201);
  });
  test('a studio’s own version can be stepped to', async () => {
    const own = { ...catalog.rungs.find((r) => r.id === 'forearm')!, id: 'on-the-slip', name: 'On the slip' };
    expect((await coach.send('put', '/catalogue/rungs/front-plank.on-the-slip', own)).status).toBe(200);
    expect((await decide(step({ to: 'front-plank/on-the-slip' }))).status).toBe(201);
  });
  test('a step is not moved to somebody else by its id', async () => {
    const body = step();
    await decide(body);
    const other = (await coach.send('post', '/people', { name: 'Teo' })).body.id as string;
    expect((await coach.send('post', `/people/${other}/ladder-steps`, body)).status).toBe(409);
  });
});

describe('goals and access', () => {
  test('a skill is set once and dropped', async () => {
    await coach.send('put', `/people/${person}/goals/dragon-flag`);
    expect((await coach.send('put', `/people/${person}/goals/dragon-flag`)).body.goals).toEqual(['dragon-flag']);
    expect((await coach.send('put', `/people/${person}/goals/mast-climb`)).status).toBe(422);
    expect((await coach.send('delete', `/people/${person}/goals/dragon-flag`)).body.goals).toEqual([]);
  });
  test('assistants read and decide nothing; others see nothing', async () => {
    const group = (await coach.send('post', '/groups', { name: 'Crew' })).body.id as string;
    await coach.send('patch', `/people/${person}`, { groupId: group });
    const helper = await studio.as('assistant', [group]);
    expect((await helper.get(`/people/${person}/ladders`)).status).toBe(200);
    expect((await decide(step(), helper)).status).toBe(403);
    expect((await helper.send('put', `/people/${person}/goals/dragon-flag`)).status).toBe(403);
    expect((await (await studio.as('assistant', [])).get(`/people/${person}/ladders`)).status).toBe(404);
    expect((await (await studio.stranger()).get(`/people/${person}/ladders`)).status).toBe(401);
  });
});
