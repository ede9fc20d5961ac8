import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import {
  plainSettings,
  type MadeLink,
  type Programme,
  type ProgrammeLink,
  type SoloSheet,
  type Tried,
} from '../../api/programmes.js';
import type { WaitingClip } from '../../api/clips.js';
import { CSRF_HEADER } from '../../api/common.js';
import type { Person } from '../../api/people.js';
import { addDays } from '../../core/days.js';
import { stopSigns } from '../../core/studio/intake.js';
import { watchedPlank } from '../../core/testing.js';
import { noDefaults } from '../repositories/studio.js';
import { TEST_ZONE } from '../../tools/test-day.mjs';
import { after, DAY, dayAt, mondayIn, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let stranger: Client;
let id: string;
let made: Programme;
const settings = { ...plainSettings(mondayIn(0)), weeks: 2, note: 'her back is sore on Mondays' };
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  stranger = await studio.stranger();
  id = (await coach.send('post', '/people', { name: 'Marit Solheim', stature: 1.7, mass: 68 })).body.id as string;
  await coach.send('post', `/people/${id}/looks`, {
    id: randomUUID(),
    startedAt: NOW,
    observation: watchedPlank({ events: [{ t: 30, fault: 'hip-sag', state: 'on' }] }),
  });
  made = (await coach.send('post', `/people/${id}/programmes`, { id: randomUUID(), version: 0, settings }))
    .body as Programme;
});
afterEach(() => studio.close());

const linked = async (scopes = ['programme', 'progress'], days = 14): Promise<MadeLink> =>
  (await coach.send('post', `/programmes/${made.id}/links`, { scopes, days })).body as MadeLink;
const open = (secret: string, by = stranger) => by.send('post', '/solo', { secret });
const monday = () => made.planned.weeks[0]!.days[0]!;
const log = (secret: string, logs: object[]) => stranger.send('put', '/solo/logs', { secret, logs });

describe('a link', () => {
  test('opens the person’s own sheet without an account, and nothing beside it', async () => {
    await coach.send('put', '/studio/defaults', {}).catch(() => undefined);
    const { secret, link } = await linked();
    expect(secret).toMatch(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);
    const sheet = (await open(secret)).body as SoloSheet;
    expect(sheet).toMatchObject({
      name: 'Marit',
      coach: coach.account!.name,
      until: link.until,
      stopped: false,
      resting: [],
    });
    expect(sheet.weeks[0]!.days[0]!.items.map((i) => i.item)).toEqual(monday().items.map((i) => i.item));
    expect(Object.keys(sheet.texts).sort()).toEqual(
      [...new Set(made.planned.weeks.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => i.item))))].sort(),
    );
    expect(sheet.progress!.lines).toEqual([
      {
        place: 'front-plank/forearm',
        name: 'Front plank, Forearms',
        unit: 's',
        days: [{ day: DAY, clean: 30 }],
      },
    ]);
    // No surname, no id of the person, no reasons, no note of the coach.
    const text = JSON.stringify(sheet);
    for (const said of ['Solheim', id, 'sore on Mondays', 'probability', 'hip-sag', '"why"'])
      expect(text).not.toContain(said);
    // What it was not made for stays shut, and so does everything else.
    const progress = await linked(['progress']);
    const only = (await open(progress.secret)).body as SoloSheet;
    expect([only.weeks, only.texts, only.progress === null]).toEqual([[], {}, false]);
    expect(
      (await log(progress.secret, [{ day: monday().day, item: monday().items[0]!.item, is: 'done' }])).status,
    ).toBe(404);
    expect((await stranger.get(`/programmes/${made.id}`)).status).toBe(401);
    expect(((await open((await linked(['programme'])).secret)).body as SoloSheet).progress).toBeNull();
  });

  test('is kept as a hash only, stands in no log, and says when it was opened', async () => {
    const { secret, link } = await linked();
    expect(link.openedAt).toBeNull();
    await open(secret);
    await stranger.agent.get(`/s/${secret}`);
    const rows = JSON.stringify(
      await Promise.all(['programme_links', 'sign_in_tries'].map((t) => studio.db(t).select('*'))),
    );
    expect(rows).not.toContain(secret);
    expect(studio.log.join('')).not.toContain(secret);
    const [listed] = (await coach.get(`/programmes/${made.id}/links`)).body as ProgrammeLink[];
    expect(listed).toMatchObject({ id: link.id, shut: false, openedAt: NOW, by: coach.account!.name });
    expect(JSON.stringify(listed)).not.toContain(secret);
    const other = await studio.as('assistant', []);
    expect((await other.get(`/programmes/${made.id}/links`)).status).toBe(403);
  });

  test('opens nothing once it is taken back or over, for an archived person, or guessed', async () => {
    const { secret, link } = await linked();
    await coach.send('delete', `/links/${link.id}`);
    expect((await open(secret)).status).toBe(404);
    expect((await log(secret, [{ day: monday().day, item: monday().items[0]!.item, is: 'done' }])).status).toBe(404);
    const short = await linked(['programme'], 1);
    studio.setNow(after(23.9));
    expect((await open(short.secret)).status).toBe(200);
    studio.setNow(after(24.1));
    expect((await open(short.secret)).status).toBe(404);
    const third = await linked();
    await coach.send('patch', `/people/${id}`, { archived: true });
    expect((await open(third.secret)).status).toBe(404);
    expect((await open('no secret')).status).toBe(422);
  });

  test('guesses from one address are slowed down; somebody else’s link goes on opening', async () => {
    const { secret } = await linked();
    const guess = (): string => randomUUID();
    let last = 0;
    for (let i = 0; i < 101; i += 1) last = (await open(guess())).status;
    expect(last).toBe(429);
    const elsewhere = await studio.stranger();
    const answer = await elsewhere.agent.post('/api/solo').set('x-anchor-token', elsewhere.token).send({ secret });
    // The same address in a test; what counts is that no other link's own count was used up.
    expect([200, 429]).toContain(answer.status);
    const counts = (await studio.db('sign_in_tries').where('key', 'like', 'link account:%')) as { tries: number }[];
    expect(counts.length).toBeGreaterThan(50);
    expect(Math.max(...counts.map((c) => c.tries))).toBeLessThan(100);
    // Signing in and opening a screen from there are counted by themselves.
    await studio.as('assistant');
    expect((await stranger.send('post', '/walls', { code: 'AAAAAA' })).status).toBe(404);
  });

  test('what was done is said by the person, counts, and is told apart; what cannot be is refused whole', async () => {
    const { secret } = await linked();
    const { day, items } = monday();
    const sheet = (
      await log(secret, [
        { day, item: items[0]!.item, is: 'done' },
        { day, item: items[1]!.item, is: 'partly', sets: 1, best: 12, felt: 'belly' },
      ])
    ).body as SoloSheet;
    expect(sheet.logs).toHaveLength(2);
    const seen = (await coach.get(`/programmes/${made.id}`)).body as Programme;
    expect(seen.adherence.done).toBe(items[0]!.sets + 1);
    expect(seen.logs.map((l) => l.by)).toEqual([null, null]);
    const toCome = made.planned.weeks[1]!.days.at(-1)!;
    const refused = await log(secret, [
      { day, item: items[0]!.item, is: 'not' },
      { day: toCome.day, item: toCome.items[0]!.item, is: 'done' },
    ]);
    expect([refused.status, (refused.body as { problems: { path: string }[] }).problems[0]!.path]).toEqual([
      422,
      'logs[1].day',
    ]);
    expect(((await coach.get(`/programmes/${made.id}`)).body as Programme).logs.map((l) => l.is).sort()).toEqual([
      'done',
      'partly',
    ]);
  });

  test('pain leaves its position alone until the stop signs were asked again, and a stop sign stops all', async () => {
    const { secret } = await linked();
    const plank = monday().items.find((i) => i.item.startsWith('front-plank/'))!;
    const sheet = (await log(secret, [{ day: monday().day, item: plank.item, is: 'partly', pain: true }]))
      .body as SoloSheet;
    expect(sheet.resting).toContain(plank.item);
    expect((await studio.circumstance(coach, id)).painIn).toEqual(['front-plank']);
    const tried = async (): Promise<string[]> =>
      (
        (await coach.send('post', `/people/${id}/programmes/try`, { ...settings, note: '' })).body as Tried
      ).planned.weeks.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => i.item)));
    expect((await tried()).some((i) => i.startsWith('front-plank/'))).toBe(false);
    const answers = (yes: boolean) => ({
      answers: Object.fromEntries(stopSigns.map((s, i) => [s.id, yes && i === 0])),
    });
    await coach.send('post', `/people/${id}/intakes`, answers(false));
    expect((await tried()).some((i) => i.startsWith('front-plank/'))).toBe(true);
    expect(((await open(secret)).body as SoloSheet).resting).toEqual([]);
    await coach.send('post', `/people/${id}/intakes`, answers(true));
    expect(((await open(secret)).body as SoloSheet).stopped).toBe(true);
  });
});

describe('a calendar', () => {
  const events = (text: string): { uid: string; day: string; summary: string; sequence: number; says: string }[] =>
    new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c))
      .map((e) => ({
        uid: e.uid,
        day: e.startDate.toString(),
        summary: e.summary,
        sequence: e.sequence,
        says: e.description ?? '',
      }));
  const text = async (path: string, by = coach): Promise<string> =>
    (
      await by.agent
        .get(`/api${path}`)
        .buffer(true)
        .parse((res, done) => {
          let all = '';
          res.on('data', (part: Buffer) => (all += part.toString('utf8')));
          res.on('end', () => done(null, all));
        })
    ).body as string;

  test('is read by another reader: every day with its items, looks, the hall’s time zone; ids stay over versions', async () => {
    // Days are dates on the hall's wall, wherever the server stands.
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: 'America/Los_Angeles' });
    const far = events(await text(`/programmes/${made.id}/calendar.ics`)).map((e) => e.day);
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: 'Pacific/Auckland' });
    const first = await text(`/programmes/${made.id}/calendar.ics`);
    const read = events(first);
    expect(read.map((e) => e.day)).toEqual(far);
    const days = made.planned.weeks.flatMap((w) => w.days);
    expect(read.filter((e) => !e.summary.startsWith('Look')).map((e) => e.day)).toEqual(days.map((d) => d.day));
    expect(read[0]!.summary).toBe(`Marit, ${Math.round(days[0]!.minutes)} min`);
    expect(read[0]!.says.split('\n')).toHaveLength(days[0]!.items.length);
    expect(new ICAL.Component(ICAL.parse(first) as unknown[]).getFirstPropertyValue('x-wr-timezone')).toBe(
      'Pacific/Auckland',
    );
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: TEST_ZONE });
    expect(first).not.toContain('Solheim');
    await coach.send('post', `/people/${id}/programmes`, {
      id: made.id,
      version: 1,
      settings: { ...settings, days: ['mon', 'wed', 'sat'] },
    });
    const second = events(await text(`/programmes/${made.id}/calendar.ics`));
    expect(second.every((e) => e.sequence === 2)).toBe(true);
    const kept = read.filter((e) => second.some((s) => s.uid === e.uid));
    const stays = [0, 2, 7, 9].map((n) => addDays(mondayIn(0), n));
    expect(kept.map((e) => e.day)).toEqual(stays);
    expect(new Set(second.map((e) => e.uid)).size).toBe(second.length);
    await coach.send('post', `/programmes/${made.id}/end`, { day: DAY });
    expect(events(await text(`/programmes/${made.id}/calendar.ics`)).map((e) => e.day)).toEqual(
      second.map((e) => e.day).filter((d) => d <= DAY),
    );
  });

  test('by link as long as the link opens something, and no table keeps its secret; classes have one too', async () => {
    const { secret, link } = await linked();
    const feed = `/solo/${secret}/calendar.ics`;
    expect(events(await text(feed, stranger)).length).toBeGreaterThan(0);
    expect(studio.log.join('')).not.toContain(secret);
    expect(JSON.stringify(await studio.db('sign_in_tries').select('*'))).not.toContain(secret);
    expect((await stranger.agent.get(`/api/solo/${(await linked(['progress'])).secret}/calendar.ics`)).status).toBe(
      404,
    );
    await coach.send('delete', `/links/${link.id}`);
    expect((await stranger.agent.get(`/api${feed}`)).status).toBe(404);
    const one = {
      id: randomUUID(),
      name: 'Lunch, trunk; basics',
      day: dayAt(2),
      minutes: 30,
      kit: {},
      members: [],
      blocks: [],
      pins: [],
    };
    await coach.send('post', '/classes', one);
    await coach.send('post', '/classes', { ...one, id: randomUUID(), name: 'A template', day: null });
    expect(events(await text('/calendar/classes.ics'))).toMatchObject([
      { uid: `${one.id}@upright-anchor`, day: one.day, summary: 'Lunch, trunk; basics, 30 min' },
    ]);
  });
});

describe('a clip that is sent in', () => {
  const CLIP = Buffer.concat([Buffer.from('0000001866747970', 'hex'), Buffer.alloc(32)]);
  const clip = (change: object = {}) => ({
    id: randomUUID() as string,
    name: 'monday.mp4',
    type: 'video/mp4',
    bytes: CLIP.length,
    note: 'my hips?',
    ...change,
  });
  const self = { givenBy: 'Marit Solheim', relation: 'self' };
  const announce = (secret: string, of: object, consent: object | null = self) =>
    stranger.send('post', '/solo/clips', { secret, clip: of, consent });
  const content = (of: string, bytes = CLIP) =>
    stranger.agent
      .put(`/api/solo/clips/${of}/content`)
      .set(CSRF_HEADER, stranger.token)
      .type('application/octet-stream')
      .send(bytes);
  const inbox = async () => ((await coach.get('/clips')).body as { clips: WaitingClip[] }).clips;

  test('lands in the coach’s inbox, with the permission that was stated recorded as such', async () => {
    const { secret } = await linked(['programme', 'send-in']);
    expect(((await open(secret)).body as SoloSheet).sendIn).toEqual({
      allowed: false,
      withdrawn: false,
      minor: false,
      waiting: 0,
    });
    const one = clip();
    expect((await announce(secret, one, null)).body).toMatchObject({ problems: [{ path: 'consent' }] });
    expect((await announce(secret, one)).status).toBe(201);
    expect((await announce(secret, one)).status).toBe(200);
    expect(await inbox()).toEqual([]);
    expect((await content(one.id)).status).toBe(204);
    expect((await content(one.id)).status).toBe(204);
    expect(await inbox()).toMatchObject([
      { id: one.id, personName: 'Marit Solheim', note: 'my hips?', byLink: true, by: coach.account!.name },
    ]);
    const person = (await coach.get(`/people/${id}`)).body as Person;
    // For this clip, and for nothing else.
    expect(person.allows).toMatchObject({ clips: false, pictures: false, ownClips: [one.id] });
    expect(person.consents).toMatchObject([
      { givenBy: 'Marit Solheim', clips: true, forClip: one.id, purpose: expect.stringContaining('by link') },
    ]);
    expect((await coach.get(`/clips/${one.id}/content`)).status).toBe(200);
    expect((await coach.send('post', `/people/${id}/clips`, clip())).status).toBe(409);
    expect(((await open(secret)).body as SoloSheet).sendIn).toMatchObject({ allowed: false, waiting: 1 });
    expect((await announce(secret, clip(), null)).status).toBe(422);
  });
  test('goes alone when its own permission is withdrawn, and none is given by link after that', async () => {
    const { secret } = await linked(['send-in']);
    const [one, two] = [clip(), clip()];
    for (const each of [one, two]) {
      await announce(secret, each);
      expect((await content(each.id)).status).toBe(204);
    }
    const under = clip();
    await announce(secret, under);
    const consentFor = async (of: string): Promise<string> =>
      ((await coach.get(`/people/${id}`)).body as Person).consents.find((c) => c.forClip === of)!.id;
    await coach.send('post', `/people/${id}/consents/${await consentFor(one.id)}/withdraw`);
    expect((await inbox()).map((c) => c.id)).toEqual([two.id]);
    expect(((await open(secret)).body as SoloSheet).sendIn).toMatchObject({ allowed: false, withdrawn: true });
    expect((await announce(secret, clip())).status).toBe(409);
    // What was announced before carries its own permission still; withdrawn as well, it does not come.
    await coach.send('post', `/people/${id}/consents/${await consentFor(under.id)}/withdraw`);
    expect((await content(under.id)).status).toBe(404);
    // A coach records a new one.
    const anew = { kind: 'pictures', givenBy: 'Marit', relation: 'self', purpose: '', clips: true, from: DAY };
    expect((await coach.send('post', `/people/${id}/consents`, anew)).status).toBe(201);
    expect((await announce(secret, clip(), null)).status).toBe(201);
  });
  test('that was announced does not come once the link is shut, or over', async () => {
    for (const end of ['shut', 'over'] as const) {
      const { secret, link } = await linked(['send-in']);
      const one = clip();
      expect((await announce(secret, one)).status).toBe(201);
      if (end === 'shut') await coach.send('delete', `/links/${link.id}`);
      else await studio.db('programme_links').where('id', link.id).update({ until: NOW });
      expect((await content(one.id)).status).toBe(404);
    }
    expect(await inbox()).toEqual([]);
  });
  test('takes room when it comes, not when it is announced; and waits no longer than it may come', async () => {
    const small = await studio.again({ clipsBytes: 2 * CLIP.length });
    expect(small.context.config.clipsBytes).toBe(2 * CLIP.length);
    const { secret } = await linked(['send-in']);
    for (let i = 0; i < 5; i += 1) expect((await announce(secret, clip())).status).toBe(201);
    expect(await studio.context.clips.bytes()).toBe(0);
    expect((await announce(secret, clip())).status).toBe(409);
    studio.setNow(after(1.1));
    const last = clip();
    expect((await announce(secret, last)).status).toBe(201);
    expect((await content(last.id)).status).toBe(204);
    expect(await studio.context.clips.bytes()).toBe(CLIP.length);
  });
  test('a picture waits like a clip, without what a phone wrote into it; what is none is not kept', async () => {
    const { secret } = await linked(['send-in']);
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
      .withExif({ IFD0: { Copyright: 'fjord 61.2 north' } })
      .jpeg()
      .toBuffer();
    expect(picture.toString('latin1')).toContain('fjord');
    const one = clip({ name: 'a.jpg', type: 'image/jpeg', bytes: picture.length });
    await announce(secret, one);
    expect((await content(one.id, picture)).status).toBe(204);
    expect(await inbox()).toMatchObject([{ type: 'image/jpeg' }]);
    const kept = await coach.get(`/clips/${one.id}/content`).buffer(true);
    expect(kept.headers['content-type']).toBe('image/jpeg');
    const bytes = kept.body as Buffer;
    expect(await sharp(bytes).metadata()).toMatchObject({ width: 40, height: 30, format: 'jpeg' });
    expect(bytes.toString('latin1')).not.toContain('fjord');
    const film = clip({ type: 'image/jpeg' });
    await announce(secret, film);
    expect((await content(film.id)).status).toBe(422);
    const cut = clip({ type: 'image/jpeg', bytes: 60 });
    await announce(secret, cut);
    expect((await content(cut.id, picture.subarray(0, 60))).status).toBe(422);
    // Cut off in the middle it is none either.
    const large = await sharp({
      create: {
        width: 900,
        height: 700,
        channels: 3,
        background: '#888',
        noise: { type: 'gaussian', mean: 128, sigma: 30 },
      },
    })
      .jpeg()
      .toBuffer();
    const half = large.subarray(0, Math.round(large.length / 2));
    const torn = clip({ type: 'image/jpeg', bytes: half.length });
    await announce(secret, torn);
    expect((await content(torn.id, half)).status).toBe(422);
    expect(await inbox()).toHaveLength(1);
  });
  test('of a minor a guardian states it', async () => {
    await coach.send('patch', `/people/${id}`, { birthYear: 2012 });
    const { secret } = await linked(['send-in']);
    expect((await announce(secret, clip())).body).toMatchObject({ problems: [{ path: 'consent.relation' }] });
    expect((await announce(secret, clip(), { givenBy: 'Kari', relation: 'guardian' })).status).toBe(201);
  });
  test('only by a link that says so, only what was announced, only within the hour, only so many', async () => {
    const { secret } = await linked(['programme', 'progress']);
    expect((await announce(secret, clip())).status).toBe(404);
    expect((await content(randomUUID())).status).toBe(404);
    const may = await linked(['send-in']);
    const one = clip();
    await announce(may.secret, one);
    expect((await content(one.id, Buffer.concat([CLIP, CLIP]))).status).toBe(413);
    expect((await content(one.id, Buffer.alloc(CLIP.length, 7))).status).toBe(422);
    const own = clip();
    const all = { kind: 'pictures', givenBy: 'Marit', relation: 'self', purpose: '', clips: true, from: DAY };
    await coach.send('post', `/people/${id}/consents`, all);
    expect((await coach.send('post', `/people/${id}/clips`, own)).status).toBe(201);
    expect((await content(own.id)).status).toBe(404);
    expect((await announce(may.secret, own)).status).toBe(409);
    for (let i = 0; i < 4; i += 1) expect((await announce(may.secret, clip())).status).toBe(201);
    expect((await announce(may.secret, clip())).status).toBe(409);
    studio.setNow(new Date(Date.parse(NOW) + 61 * 60_000).toISOString());
    expect((await content(one.id)).status).toBe(404);
    await coach.send('delete', `/links/${may.link.id}`);
    expect((await announce(may.secret, clip())).status).toBe(404);
  });
});

describe('one’s own programme', () => {
  test('is read and told of by who is signed in and tied to the person; by nobody else', async () => {
    const owner = await studio.as('owner');
    const helper = await studio.as('assistant');
    expect((await helper.get('/own/programme')).status).toBe(404);
    await owner.send('patch', `/accounts/${helper.account!.id}`, { personId: id });
    const sheet = (await helper.get('/own/programme')).body as SoloSheet;
    expect(sheet).toMatchObject({ name: 'Marit', programme: made.id, scopes: ['programme', 'progress'], sendIn: null });
    expect(JSON.stringify(sheet)).not.toContain('sore on Mondays');
    const logs = [{ day: monday().day, item: monday().items[0]!.item, is: 'done', note: 'heavy legs' }];
    const after = (await helper.send('put', '/own/programme/logs', { logs })).body as SoloSheet;
    expect(after.logs).toMatchObject([{ is: 'done' }]);
    // The best set is read by a forecast, and by no gate.
    const version = made.planned.weeks[0]!.days.flatMap((d) => d.items).find((i) => i.item.includes('/'))!;
    const on = made.planned.weeks[0]!.days.find((d) => d.items.includes(version))!.day;
    await helper.send('put', '/own/programme/logs', { logs: [{ day: on, item: version.item, is: 'done', best: 33 }] });
    const { said, holds } = (await coach.get(`/people/${id}/ladders`)).body as { said: object[]; holds: object[] };
    expect(said).toEqual([{ place: version.item, day: on, clean: 33 }]);
    expect(holds).toHaveLength(1);
    // It is the person's own word, as by link.
    const stored = (await coach.get(`/programmes/${made.id}`)).body as Programme;
    expect(stored.logs.every((l) => l.by === null)).toBe(true);
    expect(stored.logs.map((l) => l.note)).toContain('heavy legs');
    const odd = [{ ...logs[0]!, item: 'no-such' }];
    expect((await helper.send('put', '/own/programme/logs', { logs: odd })).status).toBe(422);
    await coach.send('post', `/programmes/${made.id}/end`, { day: dayAt(-1) });
    expect((await helper.get('/own/programme')).status).toBe(404);
  });
});
