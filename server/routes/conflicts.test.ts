import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { ProblemBody } from '../../api/common.js';
import type { Look } from '../../api/observations.js';
import type { Person } from '../../api/people.js';
import type { Prescription, PrescriptionInput } from '../../api/plans.js';
import { plainSettings, type Programme } from '../../api/programmes.js';
import type { StudioCatalogue } from '../../api/studio.js';
import { catalog } from '../../core/catalog/shipped.js';
import { doseOf } from '../../core/prescribe/dose.js';
import { watchedPlank } from '../../core/testing.js';
import { DAY, dayAt, mondayIn, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let other: Client;
let id: string;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  other = await studio.as('owner');
  id = ((await coach.send('post', '/people', { name: 'Marit Solheim', goal: 'lever' })).body as Person).id;
});
afterEach(() => studio.close());

type Method = Parameters<Client['send']>[0];
const over = (client: Client, version: number, method: Method, path: string, body: object) =>
  client.send(method, path, body).set('If-Match', `"${version}"`);
const problem = (answer: { status: number; body: unknown }): ProblemBody => {
  expect(answer.status).toBe(409);
  return answer.body as ProblemBody;
};

describe('a stale change is answered with what stands, and writes nothing', () => {
  test('of a person', async () => {
    const before = (await coach.get(`/people/${id}`)).body as Person;
    expect(before.version).toBe(1);
    const theirs = (await over(other, 1, 'patch', `/people/${id}`, { goal: 'planche' })).body as Person;
    expect(theirs).toMatchObject({ version: 2, goal: 'planche', changedBy: other.account!.name });
    const said = problem(await over(coach, 1, 'patch', `/people/${id}`, { goal: 'handstand' }));
    expect(said.current).toMatchObject({ version: 2, goal: 'planche', changedBy: other.account!.name });
    expect(said.detail).toContain(other.account!.name);
    expect((await coach.get(`/people/${id}`)).body).toMatchObject({ goal: 'planche', version: 2 });
    expect((await over(coach, 2, 'patch', `/people/${id}`, { goal: 'handstand' })).body).toMatchObject({ version: 3 });
    // Who names no version changes what stands, as a program does.
    expect((await coach.send('patch', `/people/${id}`, { notes: 'n' })).body).toMatchObject({ version: 4 });
  });
  test('of a look, its mends counted', async () => {
    const input = { id: randomUUID(), startedAt: NOW, observation: watchedPlank() };
    const look = (await coach.send('post', `/people/${id}/looks`, input)).body as Look;
    const mend = { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    await other.send('post', `/looks/${look.id}/mends`, mend);
    const said = problem(await over(coach, look.version!, 'patch', `/looks/${look.id}`, { note: 'steady' }));
    expect((said.current as Look).mends).toHaveLength(1);
    const now = (said.current as Look).version!;
    expect((await over(coach, now, 'patch', `/looks/${look.id}`, { note: 'steady' })).body).toMatchObject({
      note: 'steady',
      version: now + 1,
      changedBy: coach.account!.name,
    });
  });
  test('of a class; one that was taken away is not brought back by it', async () => {
    const input = {
      id: randomUUID(),
      name: 'Lunch',
      day: DAY,
      minutes: 30,
      kit: {},
      members: [],
      blocks: [],
      pins: [],
    };
    await coach.send('post', '/classes', input);
    const path = `/classes/${input.id}`;
    await over(other, 1, 'put', path, { ...input, minutes: 40 });
    const said = problem(await over(coach, 1, 'put', path, { ...input, name: 'Late' }));
    expect(said.current).toMatchObject({ minutes: 40, name: 'Lunch', version: 2, by: other.account!.name });
    expect((await coach.get(path)).body).toMatchObject({ minutes: 40, name: 'Lunch' });
    await coach.send('delete', path);
    expect((await over(coach, 2, 'put', path, input)).status).toBe(404);
  });
  test('of an entry of the catalogue, also one that nobody had changed before', async () => {
    const drill = catalog.drills[0]!;
    const path = `/catalogue/drills/${drill.id}`;
    const theirs = (await over(other, 0, 'put', path, { ...drill, name: 'Theirs' })).body as StudioCatalogue;
    expect(theirs.entries[0]).toMatchObject({ version: 1 });
    expect(problem(await over(coach, 0, 'put', path, { ...drill, name: 'Mine' })).current).toMatchObject({
      record: { name: 'Theirs' },
      version: 1,
      by: other.account!.name,
    });
    await other.send('delete', path);
    expect(problem(await over(coach, 1, 'put', path, { ...drill, name: 'Mine' })).current).toBeNull();
    await over(coach, 0, 'put', path, { ...drill, name: 'Mine' });
    // Taken away and made anew it is not the version that stood before.
    expect(problem(await over(other, 1, 'put', path, drill)).current).toMatchObject({ version: 3 });
  });
  test('of the hall’s defaults', async () => {
    const { defaults, signed } = (await other.get('/catalogue')).body as StudioCatalogue;
    const owner = await studio.as('owner');
    const stands = signed!.version!;
    await over(owner, stands, 'put', '/studio/defaults', { ...defaults, name: 'North quay' });
    const said = problem(await over(other, stands, 'put', '/studio/defaults', { ...defaults, name: 'South quay' }));
    expect(said.current).toMatchObject({ name: 'North quay', version: stands + 1, changedBy: owner.account!.name });
  });
  test('of a programme', async () => {
    const input = { id: randomUUID(), version: 0, settings: plainSettings(mondayIn(1)) };
    const path = `/people/${id}/programmes`;
    await coach.send('post', path, input);
    await other.send('post', path, { ...input, version: 1, settings: { ...input.settings, minutes: 30 } });
    const said = problem(
      await coach.send('post', path, { ...input, version: 1, settings: { ...input.settings, weeks: 5 } }),
    );
    expect((said.current as Programme).settings.minutes).toBe(30);
    expect((said.current as Programme).versions[0]).toMatchObject({ version: 2, by: other.account!.name });
  });
  test('of what is assigned: a second one never takes a first one’s place unseen, nor stands beside it', async () => {
    const drill = catalog.drills.find((d) => d.id === 'bridge')!;
    const given: PrescriptionInput = {
      series: null,
      lookId: null,
      family: 'front-plank',
      method: '',
      causes: [],
      items: [{ drill: 'bridge', dose: doseOf(catalog, drill), why: '', changes: [], minutes: 3, size: null }],
      note: '',
      startsOn: DAY,
      relookOn: dayAt(10),
    };
    const path = `/people/${id}/prescriptions`;
    const [first] = (await over(other, 0, 'post', path, given)).body as Prescription[];
    const beside = problem(await over(coach, 0, 'post', path, { ...given, note: 'mine' }));
    expect(beside.current).toMatchObject({ series: first!.series, version: 1, by: other.account!.name });
    expect((await coach.get(path)).body).toHaveLength(1);
    const after = { ...given, series: first!.series, note: 'mine' };
    await over(coach, 1, 'post', path, after);
    expect(problem(await over(other, 1, 'post', path, after)).current).toMatchObject({ version: 2, note: 'mine' });
    // Another position is another matter.
    expect((await over(coach, 0, 'post', path, { ...given, family: 'side-plank' })).status).toBe(201);
  });
  test('a version that is none is said to be none', async () => {
    const answer = await coach.send('patch', `/people/${id}`, { notes: 'n' }).set('If-Match', 'W/"x"');
    expect(answer.status).toBe(422);
    expect((answer.body as ProblemBody).problems![0]!.path).toBe('If-Match');
  });
  test('of fifty who change one person at once one is first, and nobody’s change is lost unsaid', async () => {
    const answers = await Promise.all(
      Array.from({ length: 50 }, (_, i) => over(i % 2 ? coach : other, 1, 'patch', `/people/${id}`, { goal: `g${i}` })),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(49);
    expect((await coach.get(`/people/${id}`)).body).toMatchObject({ version: 2 });
  });
});
