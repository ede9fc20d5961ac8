import { randomUUID } from 'node:crypto';
import { request as ask } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { History, Look } from '../../api/observations.js';
import type { Notes, Run, RunLine } from '../../api/runs.js';
import type { Facts } from '../../api/plans.js';
import type { RunEvent, RunSaid, Where } from '../../core/formats/run.js';
import { noteKey } from '../../core/class/run.js';
import { stopSigns } from '../../core/studio/intake.js';
import { DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
});
afterEach(() => studio.close());

const person = async (name: string): Promise<string> =>
  (await coach.send('post', '/people', { name, stature: 1.7, mass: 68 })).body.id as string;
const at = Date.parse(NOW);
const said = (event: RunSaid, second = 0): RunEvent => ({ ...event, id: randomUUID(), at: at + second * 1000 });
const where: Where = { block: 'b1', round: 1, side: null };

async function begun(members: string[]): Promise<{ classId: string; run: Run }> {
  const of = {
    id: randomUUID(),
    name: 'Lunchtime',
    day: DAY,
    minutes: 30,
    kit: {},
    members,
    blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' }],
  };
  await coach.send('post', '/classes', of);
  const run = (await coach.send('post', `/classes/${of.id}/runs`, { id: randomUUID() })).body as Run;
  return { classId: of.id, run };
}
const note = async (run: Run, events: RunEvent[], since = 0, by = coach): Promise<Notes> =>
  (await by.send('post', `/runs/${run.id}/events`, { events, since })).body as Notes;
const history = async (id: string): Promise<History['items']> =>
  ((await coach.get(`/people/${id}/looks`)).body as History).items;

describe('a class that runs', () => {
  test('has the plan as it stood when it began; begun twice it runs once', async () => {
    const [ana, ben] = [await person('Ana'), await person('Ben')];
    const { classId, run } = await begun([ana, ben]);
    expect(run).toMatchObject({ classId, name: 'Lunchtime', day: DAY, kit: {}, keptAt: null, kept: [] });
    expect(run.people.map((p) => p.name)).toEqual(['Ana', 'Ben']);
    expect(run.plan.blocks[0]!.rounds.map((r) => r.assigned.length)).toEqual([2, 2]);
    const again = await coach.send('post', `/classes/${classId}/runs`, { id: run.id });
    expect([again.status, again.body]).toEqual([200, run]);
    const before = (await coach.get(`/classes/${classId}`)).body as {
      by: string;
      changedAt: string;
      members: string[];
    };
    const { by: _by, changedAt: _at, ...input } = before;
    await coach.send('put', `/classes/${classId}`, { ...input, members: [ana] });
    expect(((await coach.get(`/runs/${run.id}`)).body as Run).people).toHaveLength(2);
    expect(((await coach.get(`/classes/${classId}/runs`)).body as RunLine[]).map((r) => r.id)).toEqual([run.id]);
  });
  test('cannot begin with nobody, nor under the number of another class’s run', async () => {
    const { run } = await begun([await person('Ana')]);
    const empty = { ...(await begun([await person('Ben')])), run: null };
    expect((await coach.send('post', `/classes/${empty.classId}/runs`, { id: run.id })).status).toBe(409);
    const of = { id: randomUUID(), name: 'Empty', day: DAY, minutes: 30, kit: {}, members: [], blocks: [] };
    await coach.send('post', '/classes', of);
    const refused = await coach.send('post', `/classes/${of.id}/runs`, { id: randomUUID() });
    expect([refused.status, (refused.body as { title: string }).title]).toEqual([409, 'There is nothing to run']);
  });
  test('two devices: each event counts once, whoever sends it, and each is told what it does not know', async () => {
    const ana = await person('Ana');
    const { run } = await begun([ana]);
    const [start, seen] = [
      said({ is: 'start' }),
      said({ is: 'seen', member: ana, where, fault: 'hip-sag', t: 12 }, 22),
    ];
    const one = await note(run, [start, start, seen]);
    expect(one.events).toEqual([start, seen]);
    expect(one.now).toBe(at);
    const other = await studio.as('coach');
    const second = said({ is: 'clean', member: ana, where: { ...where, round: 2 } }, 90);
    expect((await note(run, [second, seen], 0, other)).events).toEqual([start, seen, second]);
    expect((await note(run, [], one.next)).events).toEqual([second]);
  });
  test('an event that is none is refused with its place, and nothing of what came with it is kept', async () => {
    const { run } = await begun([await person('Ana')]);
    const answer = await coach.send('post', `/runs/${run.id}/events`, {
      events: [said({ is: 'start' }), { ...said({ is: 'start' }), is: 'dance' }],
      since: 0,
    });
    expect([answer.status, (answer.body as { problems: { path: string }[] }).problems[0]!.path]).toEqual([
      422,
      'events[1].is',
    ]);
    expect((await note(run, [])).events).toEqual([]);
  });
  test('somebody who was not expected joins with versions of their own; who has a stop sign is named and given nothing', async () => {
    const [ana, eve, ole] = [await person('Ana'), await person('Eve'), await person('Ole')];
    const { run } = await begun([ana]);
    const sign = { answers: Object.fromEntries(stopSigns.map((s, i) => [s.id, i === 0])) };
    await coach.send('post', `/people/${ole}/intakes`, sign);
    await coach.send('post', `/runs/${run.id}/members`, { member: eve });
    const after = (await coach.send('post', `/runs/${run.id}/members`, { member: ole })).body as Run;
    expect(after.people.map((p) => p.name)).toEqual(['Ana', 'Eve']);
    expect(after.resting.map((p) => p.name)).toEqual(['Ole']);
    expect(after.plan.blocks[0]!.rounds[1]!.assigned.map((a) => a.member)).toEqual([ana, eve]);
    expect(after.plan.blocks[0]!.options.some((o) => o.member === eve)).toBe(true);
    expect((await coach.send('post', `/runs/${run.id}/members`, { member: randomUUID() })).status).toBe(422);
  });
  test('two who join at once from two devices are both there, and one who joins twice is there once', async () => {
    const [ana, eve, kim] = [await person('Ana'), await person('Eve'), await person('Kim')];
    const { run } = await begun([ana]);
    const join = (member: string) => coach.send('post', `/runs/${run.id}/members`, { member });
    await Promise.all([join(eve), join(kim), join(eve)]);
    const { people, plan } = (await coach.get(`/runs/${run.id}`)).body as Run;
    expect(people.map((p) => p.name).sort()).toEqual(['Ana', 'Eve', 'Kim']);
    expect(plan.blocks[0]!.rounds[0]!.assigned.map((a) => a.member).sort()).toEqual([ana, eve, kim].sort());
  });
});

describe('afterwards', () => {
  test('notes are looks of their class, each once, with clean seconds to the first fault; ladders and stops read them', async () => {
    const [ana, ben] = [await person('Ana'), await person('Ben')];
    const { run } = await begun([ana, ben]);
    await note(run, [
      said({ is: 'start' }),
      said({ is: 'seen', member: ana, where, fault: 'hip-sag', t: 12 }, 22),
      said({ is: 'felt', member: ana, where, site: 'low-back' }, 50),
      said({ is: 'pain', member: ben, where: { ...where, round: 2 }, t: 8 }, 63),
    ]);
    const keys = [noteKey(ana, where), noteKey(ben, { ...where, round: 2 })];
    const kept = (await coach.send('post', `/runs/${run.id}/looks`, { notes: keys })).body as Run;
    expect(kept.kept.map((k) => [k.note, k.personId])).toEqual([
      [keys[0], ana],
      [keys[1], ben],
    ]);
    expect(kept.keptAt).toBe(NOW);
    const again = (await coach.send('post', `/runs/${run.id}/looks`, { notes: keys })).body as Run;
    expect(again.kept).toEqual(kept.kept);
    const [line] = await history(ana);
    expect(line).toMatchObject({ clean: 12, total: 30, target: 30, runId: run.id, top: { fault: 'hip-sag' } });
    expect(line!.startedAt).toBe(new Date(at + 10_000).toISOString());
    const look = (await coach.get(`/looks/${line!.id}`)).body as Look;
    expect([look.runId, look.observation.evidence]).toEqual([run.id, { 'felt-first': 'low-back' }]);
    // The body of that day stands in the record.
    expect(look.observation.athlete).toMatchObject({ stature: 1.7, mass: 68 });
    const facts = (await coach.get(`/people/${ben}/facts`)).body as Facts;
    expect(facts.lastHolds).toMatchObject([{ position: 'front-plank', pain: true }]);
  });
  test('a note that is none or lacks its second keeps nothing, and says which', async () => {
    const ana = await person('Ana');
    const { run } = await begun([ana]);
    const whole = said({ is: 'clean', member: ana, where: { ...where, round: 2 } }, 100);
    const late = said({ is: 'seen', member: ana, where, fault: 'hip-sag', t: null }, 50);
    await note(run, [whole, late]);
    const notes = [noteKey(ana, { ...where, round: 2 }), noteKey(ana, where), 'nothing'];
    const refused = await coach.send('post', `/runs/${run.id}/looks`, { notes });
    expect((refused.body as { problems: object[] }).problems).toEqual([
      { path: 'notes[1]', message: 'lacks the second of a fault' },
      { path: 'notes[2]', message: 'is no note of this class' },
    ]);
    expect(await history(ana)).toEqual([]);
    await note(run, [said({ is: 'undo', of: late.id }, 60)]);
    await coach.send('post', `/runs/${run.id}/looks`, { notes: notes.slice(0, 1) });
    expect(await history(ana)).toMatchObject([{ clean: 30, runId: run.id }]);
  });
});

/** What a client's agent sends to stay signed in. */
const cookieOf = (client: Client): string =>
  (client.agent as unknown as { jar: { getCookies: (of: object) => { toValueString: () => string } } }).jar
    .getCookies({ domain: '127.0.0.1', path: '/api', secure: false, script: false })
    .toValueString();

test('who follows a class and is shut out hears nothing more at once; twenty devices hang on one listener', async () => {
  const ana = await person('Ana');
  const { run } = await begun([ana]);
  const server = studio.app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  const warned: string[] = [];
  const warning = (w: Error): void => void warned.push(w.message);
  process.on('warning', warning);
  /** Opens a stream. @returns what resolves when it ends */
  const follow = (cookie: string) =>
    new Promise<{ over: Promise<void> }>((resolve, reject) => {
      const stream = ask({ port, path: `/api/runs/${run.id}/stream`, headers: { cookie } }, (answer) => {
        answer.resume();
        resolve({ over: new Promise((over) => answer.on('close', () => over())) });
      });
      stream.on('error', reject);
      stream.end();
    });
  try {
    const [owner, other] = [await studio.as('owner'), await studio.as('coach')];
    const cookie = cookieOf(other);
    const ended = await Promise.all(Array.from({ length: 20 }, () => follow(cookie)));
    const stays = await follow(cookieOf(coach));
    let stayed = true;
    void stays.over.then(() => (stayed = false));
    expect((await owner.send('patch', `/accounts/${other.account!.id}`, { disabled: true })).status).toBe(200);
    await Promise.all(ended.map((e) => e.over));
    expect(stayed).toBe(true);
    expect((await other.get(`/runs/${run.id}`)).status).toBe(401);
    expect(warned).toEqual([]);
  } finally {
    process.off('warning', warning);
    server.closeAllConnections();
    server.close();
  }
});
test('who follows a class is told at once of what another device noted; who may not see classes is not let in', async () => {
  const ana = await person('Ana');
  const { run } = await begun([ana]);
  const server = studio.app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  const follow = (cookie: string, heard: (piece: string) => void) =>
    new Promise<number>((resolve) => {
      const stream = ask({ port, path: `/api/runs/${run.id}/stream`, headers: { cookie } }, (answer) => {
        answer.on('data', (piece: Buffer) => heard(piece.toString()));
        resolve(answer.statusCode!);
      });
      stream.on('error', () => undefined);
      stream.end();
    });
  try {
    let said1 = '';
    let told: () => void;
    const twice = new Promise<void>((resolve) => (told = resolve));
    const status = await follow(cookieOf(coach), (piece) => {
      said1 += piece;
      if ((said1.match(/event: ?noted/g) ?? []).length === 2) told();
    });
    expect(status).toBe(200);
    await note(run, [said({ is: 'start' })], 0, await studio.as('coach'));
    await twice;
    expect(await follow(cookieOf(await studio.as('assistant')), () => undefined)).toBe(403);
    expect(await follow('', () => undefined)).toBe(401);
  } finally {
    server.closeAllConnections();
    server.close();
  }
});
