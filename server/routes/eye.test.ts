import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import type { Blind, Deal, OwnEye, Played, Practice, Second, StudioEyes } from '../../api/eye.js';
import { CSRF_HEADER } from '../../api/common.js';
import type { Look } from '../../api/observations.js';
import { catalog } from '../../core/catalog/shipped.js';
import { pictureOf, truthOfHold } from '../../core/eye/deal.js';
import type { Dealt, PictureItem } from '../../core/formats/eye.js';
import { nobody } from '../../core/person/circumstance.js';
import { placedPlank, watchedPlank } from '../../core/testing.js';
import { after, DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let owner: Client;
let coach: Client;
let group: string;
beforeEach(async () => {
  studio = await testStudio();
  owner = await studio.as('owner');
  coach = await studio.as('coach');
  group = (await owner.send('post', '/groups', { name: 'Crew' })).body.id as string;
});
afterEach(() => studio.close());

const dealTo = async (client: Client, wish: object = {}): Promise<Deal> =>
  (await client.send('post', '/eye/deals', { id: randomUUID(), kind: 'holds', families: ['front-plank'], ...wish }))
    .body as Deal;
const holdsOf = (dealt: Dealt) => (dealt.kind === 'holds' ? dealt.items : []);
/** Taps every break that is there, so late; or nothing. */
const taps = ({ dealt }: Deal, late: number | null) => ({
  answered: {
    kind: 'holds',
    answers: holdsOf(dealt).map((item) => ({
      events:
        late === null
          ? []
          : truthOfHold(item, catalog, nobody()).breaks.map((b) => ({ t: b.t + late, fault: b.fault, state: 'on' })),
    })),
  },
});
const play = async (client: Client, deal: Deal, body: object): Promise<Played> =>
  (await client.send('put', `/eye/deals/${deal.id}/answers`, body)).body as Played;
const eyeOf = async (client: Client): Promise<OwnEye> => (await client.get('/eye')).body as OwnEye;

async function person(client: Client, groupId: string | null = group): Promise<string> {
  return (await client.send('post', '/people', { name: `P ${randomUUID()}`, groupId })).body.id as string;
}
async function picturedLook(by: Client, personId: string): Promise<string> {
  await owner.send('post', `/people/${personId}/consents`, {
    kind: 'pictures',
    givenBy: 'M',
    relation: 'self',
    from: DAY,
  });
  const jpeg = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  const media = await owner.agent
    .post(`/api/people/${personId}/media`)
    .set(CSRF_HEADER, owner.token)
    .attach('picture', jpeg, 'a.jpg');
  const input = { id: randomUUID(), startedAt: NOW, observation: placed(), mediaId: (media.body as { id: string }).id };
  await by.send('post', `/people/${personId}/looks`, input);
  return input.id;
}
/** A watched hold with a clip that may be kept. */
async function filmedLook(by: Client, personId: string, change: object = {}): Promise<{ look: string; clip: string }> {
  await owner.send('post', `/people/${personId}/consents`, {
    ...{ kind: 'pictures', givenBy: 'M', relation: 'self', from: DAY },
    clips: true,
  });
  const [look, clip] = [randomUUID(), randomUUID()];
  await by.send('post', `/people/${personId}/looks`, { id: look, startedAt: NOW, observation: watchedPlank(change) });
  const bytes = Buffer.concat([Buffer.from('0000001866747970', 'hex'), Buffer.alloc(500, 7)]);
  await by.send('post', `/people/${personId}/clips`, {
    ...{ id: clip, name: 'plank.mp4', type: 'video/mp4', bytes: bytes.length },
    lookId: look,
  });
  await by.agent
    .put(`/api/clips/${clip}/content`)
    .set(CSRF_HEADER, by.token)
    .type('application/octet-stream')
    .send(bytes);
  return { look, clip };
}
const placed = (hip = 440) =>
  placedPlank({
    floor: [
      [50, 520],
      [1200, 520],
    ],
    frames: [{ t: 0, points: { shoulder: [900, 400], hip: [500, hip], knee: [300, 445], ankle: [100, 450] } }],
  });

describe('rounds of practice', () => {
  test('is dealt once, kept to what is wished for, and played: a perfect eye has seen everything', async () => {
    const deal = await dealTo(coach);
    const again = await coach.send('post', '/eye/deals', { id: deal.id, kind: 'pictures' });
    expect([again.status, again.body]).toEqual([200, deal]);
    expect((await coach.get(`/eye/deals/${deal.id}`)).body).toEqual(deal);
    for (const item of holdsOf(deal.dealt)) expect(item.family).toBe('front-plank');
    const { line, own } = await play(coach, deal, taps(deal, 0.4));
    expect(line.seen.hits).toBe(line.seen.of);
    expect(line.alarms.hits).toBe(0);
    if (line.seen.of > 0) expect(line.late).toBeCloseTo(0.4, 6);
    expect((await coach.get(`/eye/deals/${deal.id}`)).body).toEqual({ ...deal, line });
    expect(own.rounds.map((r) => r.id)).toEqual([deal.id]);
    // What stands is what was answered first, whatever comes after it.
    expect((await play(coach, deal, taps(deal, null))).line).toEqual(line);
  });
  test('answers that do not fit are told where and what, and the round can still be played', async () => {
    const deal = await dealTo(coach);
    const short = { answered: { kind: 'holds', answers: [{ events: [] }] } };
    const answer = await coach.send('put', `/eye/deals/${deal.id}/answers`, short);
    expect([answer.status, answer.body.problems]).toEqual([422, [expect.objectContaining({ path: 'answers' })]]);
    expect((await eyeOf(coach)).rounds).toEqual([]);
    expect((await coach.send('put', `/eye/deals/${deal.id}/answers`, taps(deal, 0))).status).toBe(200);
    const none = await coach.send('post', '/eye/deals', { id: randomUUID(), kind: 'holds', faults: ['no-such'] });
    expect([none.status, none.body.problems[0].path]).toEqual([422, 'families']);
  });
  test('a round is its coach’s alone: others neither read, answer nor remove it', async () => {
    const deal = await dealTo(coach);
    expect((await owner.get(`/eye/deals/${deal.id}`)).status).toBe(404);
    expect((await owner.send('put', `/eye/deals/${deal.id}/answers`, taps(deal, 0))).status).toBe(404);
    expect((await owner.send('delete', `/eye/deals/${deal.id}`)).status).toBe(404);
    expect((await owner.send('post', '/eye/deals', { id: deal.id, kind: 'holds' })).status).toBe(409);
  });
  test('what can be practised follows the method of the hall', async () => {
    const { practice } = (await coach.get('/eye/practice')).body as Practice;
    expect(practice.find((p) => p.family === 'front-plank')!.faults).toContain('hip-sag');
    expect((await eyeOf(coach)).studio).toBeNull();
  });
});

describe('what an eye is worth stands in the verdicts on what it saw', () => {
  test('a placing check changes the band of its coach’s pictures, kept lines too, and its removal takes that back', async () => {
    const who = await person(owner);
    const input = { id: randomUUID(), startedAt: NOW, observation: placed() };
    await coach.send('post', `/people/${who}/looks`, input);
    const line = async () =>
      ((await coach.get(`/people/${who}/looks`)).body.items as { bodyLine: { sd: number } }[])[0]!;
    const before = (await line()).bodyLine.sd;
    const deal = await dealTo(coach, { kind: 'placing' });
    const careless = (deal.dealt.items as PictureItem[]).map((item) => {
      const { points } = pictureOf(item, catalog);
      const off = (dx: number) =>
        Object.fromEntries(
          ['shoulder', 'hip', 'knee', 'ankle'].map((n) => {
            const [x, y] = points[n as 'hip']!;
            return [n, [x + dx, y + dx]];
          }),
        );
      return [off(30), off(-30)];
    });
    const played = await play(coach, deal, { answered: { kind: 'placing', answers: careless } });
    expect(played.own.summary.placing!.points.map((p) => p.point)).toEqual(['shoulder', 'hip', 'knee', 'ankle']);
    expect(played.own.summary.eye.placing!.rest).toBeGreaterThan(0.02);
    const look = (await owner.get(`/looks/${input.id}`)).body as Look;
    expect(look.eye!.placing).toEqual(played.own.summary.eye.placing);
    expect((await line()).bodyLine.sd).toBeGreaterThan(1.5 * before);
    const evaluation = (await coach.get(`/looks/${input.id}/evaluation`)).body as {
      measures: { id: string; sd: number }[];
    };
    expect(evaluation.measures.find((m) => m.id === 'hip-line')!.sd).toBeCloseTo((await line()).bodyLine.sd, 6);
    await coach.send('delete', `/eye/deals/${deal.id}`);
    expect((await line()).bodyLine.sd).toBeCloseTo(before, 9);
    expect((await eyeOf(coach)).summary.placing).toBeNull();
  });
  test('a fault that is often tapped for nothing is not stated any more; what came in a file was seen by another eye', async () => {
    const who = await person(owner);
    const [own, file] = [randomUUID(), randomUUID()];
    await coach.send('post', `/people/${who}/looks`, { id: own, startedAt: NOW, observation: watchedPlank() });
    await coach.send('post', `/people/${who}/looks`, {
      id: file,
      startedAt: NOW,
      observation: watchedPlank({ target: 60 }),
      fromFile: true,
    });
    const sag = async (id: string) =>
      (
        (await coach.get(`/looks/${id}/evaluation`)).body as { findings: { fault: string; probability: number }[] }
      ).findings.find((f) => f.fault === 'hip-sag')!.probability;
    expect(await sag(own)).toBeCloseTo(0.9, 9);
    for (let i = 0; i < 3; i += 1) {
      const deal = await dealTo(coach, { faults: ['head-drop'] });
      const alarms = holdsOf(deal.dealt).map(() => ({ events: [{ t: 3, fault: 'hip-sag', state: 'on' }] }));
      await play(coach, deal, { answered: { kind: 'holds', answers: alarms } });
    }
    expect(await sag(own)).toBeLessThan(0.6);
    expect(await sag(file)).toBeCloseTo(0.9, 9);
    const session = (await coach.get('/session')).body as { eye: { taps: { there: Record<string, number> } } };
    expect(session.eye.taps.there['hip-sag']).toBeCloseTo(await sag(own), 9);
    expect((await owner.get('/session')).body.eye).toBeNull();
  });
});

describe('two eyes', () => {
  test('a picture is judged blind: nothing that was seen in it is told, and both judgements stand side by side', async () => {
    const look = await picturedLook(owner, await person(owner));
    const list = (await coach.get('/eye/blind')).body as {
      lookId: string;
      observation: { frames: unknown[]; floor?: unknown };
    }[];
    expect(list.map((b) => b.lookId)).toEqual([look]);
    expect(list[0]!.observation).not.toHaveProperty('floor');
    expect(list[0]!.observation.frames).toEqual([]);
    expect((await coach.get(`/looks/${look}/blind`)).body).toEqual(list[0]);
    const set = (hip: number) => coach.send('put', `/looks/${look}/second`, { observation: placed(hip) });
    expect((await set(470)).status).toBe(200);
    // Once more stands in place of the first.
    await set(480);
    const seconds = (await owner.get(`/looks/${look}/seconds`)).body as Second[];
    expect(seconds.map((s) => s.observation.frames[0]!.points.hip)).toEqual([[500, 480]]);
    expect(seconds[0]!.madeBy).toBe(coach.account!.id);
    expect((await coach.get('/eye/blind')).body).toEqual([]);
    expect((await owner.get(`/looks/${look}`)).body.observation.frames[0].points.hip).toEqual([500, 440]);
  });
  test('not one’s own, not without a picture that is allowed today, not another position, not by who may not see the person', async () => {
    const who = await person(owner);
    const look = await picturedLook(owner, who);
    const set = (client: Client, observation: object) => client.send('put', `/looks/${look}/second`, { observation });
    expect((await set(owner, placed())).status).toBe(409);
    const other = await set(coach, { ...placed(), rung: 'straight-arm' });
    expect([other.status, other.body.problems[0].path]).toEqual([422, 'observation.rung']);
    expect((await set(coach, { ...placed(), frames: [], events: [] })).status).toBe(422);
    const elsewhere = await studio.as('assistant', []);
    expect((await set(elsewhere, placed())).status).toBe(404);
    expect((await elsewhere.get('/eye/blind')).body).toEqual([]);
    expect((await elsewhere.get(`/looks/${look}/seconds`)).status).toBe(404);
    const { consents } = (await owner.get(`/people/${who}`)).body as { consents: { id: string }[] };
    await owner.send('post', `/people/${who}/consents/${consents[0]!.id}/withdraw`);
    expect((await set(coach, placed())).status).toBe(409);
    expect((await coach.get('/eye/blind')).body).toEqual([]);
  });
  test('a clip is watched blind: target and set-up are told, no tap is; both say named or not, and clean seconds', async () => {
    const who = await person(owner);
    const { look, clip } = await filmedLook(owner, who, {
      events: [{ t: 21, fault: 'hip-sag', state: 'on' }],
      target: 40,
    });
    const [line, ...more] = (await coach.get('/eye/blind')).body as Blind[];
    expect(more).toEqual([]);
    expect(line).toMatchObject({ lookId: look, clipId: clip, mediaId: null });
    expect(line!.observation).toMatchObject({ target: 40, frames: [] });
    expect(line!.observation).not.toHaveProperty('events');
    expect(line!.observation).not.toHaveProperty('ended');
    const set = (change: object) => coach.send('put', `/looks/${look}/second`, { observation: watchedPlank(change) });
    const ended = { t: 30, reason: 'coach' };
    const unended = await set({ ended: undefined, events: [{ t: 3, fault: 'hip-sag', state: 'on' }] });
    expect([unended.status, unended.body.problems[0].path]).toEqual([422, 'observation.ended']);
    const framed = await coach.send('put', `/looks/${look}/second`, { observation: placed() });
    expect([framed.status, framed.body.problems[0].path]).toEqual([422, 'observation.frames']);
    expect((await set({ events: [{ t: 22, fault: 'hip-sag', state: 'on' }], ended })).status).toBe(200);
    expect((await coach.get('/eye/blind')).body).toEqual([]);
    const { pairs } = (await owner.get('/studio/eyes')).body as StudioEyes;
    const { agreement } = pairs.find((p) => [p.a, p.b].includes(coach.account!.name))!;
    expect(agreement.faults.map((f) => f.fault)).toContain('hip-sag');
    const { consents } = (await owner.get(`/people/${who}`)).body as { consents: { id: string }[] };
    await owner.send('post', `/people/${who}/consents/${consents[0]!.id}/withdraw`);
    expect((await set({ ended })).status).toBe(409);
  });
  test('of a set of reps the clip is not offered: it is judged by its picture or not at all', async () => {
    const { look } = await filmedLook(owner, await person(owner), {
      reps: [{ t: 2, clean: true }],
      targetReps: 5,
    });
    expect((await coach.get('/eye/blind')).body).toEqual([]);
    expect((await coach.get(`/looks/${look}/blind`)).status).toBe(409);
  });
  test('a colleague’s round is played after them on the same deal, and offered no more once it was', async () => {
    const deal = await dealTo(owner);
    expect(((await coach.get('/eye/practice')).body as Practice).shared).toEqual([]);
    await play(owner, deal, taps(deal, 0.3));
    const { shared } = (await coach.get('/eye/practice')).body as Practice;
    expect(shared).toEqual([{ id: deal.id, by: owner.account!.name, day: DAY, kind: 'holds' }]);
    const mine = await dealTo(coach, { of: deal.id });
    expect(mine.dealt).toEqual(deal.dealt);
    expect(((await coach.get('/eye/practice')).body as Practice).shared).toEqual([]);
    expect((await coach.send('post', '/eye/deals', { id: randomUUID(), kind: 'holds', of: mine.id })).status).toBe(404);
  });
  test('the owner sees where the eyes differ: rounds of one deal, pictures judged twice, holds watched together', async () => {
    const deal = await dealTo(owner);
    await play(owner, deal, taps(deal, 0.3));
    const mine = await dealTo(coach, { of: deal.id });
    await play(coach, mine, taps(mine, 0.9));
    const who = await person(owner);
    const look = await picturedLook(owner, who);
    await coach.send('put', `/looks/${look}/second`, { observation: placed(480) });
    for (const [client, t] of [
      [owner, 21],
      [coach, 23],
    ] as const)
      await client.send('post', `/people/${who}/looks`, {
        id: randomUUID(),
        startedAt: client === owner ? NOW : NOW.replace(':00.000Z', ':07.000Z'),
        observation: watchedPlank({ events: [{ t, fault: 'hip-sag', state: 'on' }] }),
      });
    // An hour later it was another hold.
    await coach.send('post', `/people/${who}/looks`, {
      id: randomUUID(),
      startedAt: after(0.02),
      observation: watchedPlank(),
    });
    const { eyes, pairs } = (await owner.get('/studio/eyes')).body as StudioEyes;
    expect(eyes.map((e) => [e.name, e.rounds])).toEqual(
      [owner, coach].map((c) => [c.account!.name, 1]).sort(([a], [b]) => String(a).localeCompare(String(b))),
    );
    expect(pairs).toHaveLength(1);
    // By name, whatever the accounts' numbers are.
    expect(pairs[0]!.a.localeCompare(pairs[0]!.b)).toBeLessThan(0);
    const [{ agreement }] = pairs as [StudioEyes['pairs'][number]];
    expect(agreement.things).toBe(holdsOf(deal.dealt).length + 2);
    expect(agreement.faults.map((f) => f.fault)).toContain('hip-sag');
    const clean = agreement.limits.find((l) => l.measure === 'clean')!;
    expect(clean.things).toBe(holdsOf(deal.dealt).length + 1);
    // The coach comes first by name, and tapped later.
    expect(clean.mean).toBeLessThan(0);
    expect((await coach.get('/studio/eyes')).status).toBe(403);
    // Two eyes make a median.
    expect((await eyeOf(coach)).studio).toMatchObject({ eyes: 2 });
  });
});
