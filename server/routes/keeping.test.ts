import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { join } from 'node:path';
import { existsSync, readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { Secret, TOTP } from 'otpauth';
import type { OwnDevices, SecondBegun, SessionState } from '../../api/accounts.js';
import type { ProblemBody } from '../../api/common.js';
import type { Letter, OutboxOfStudio } from '../../api/letters.js';
import type { Route } from '../../api/route.js';
import { routes } from '../../api/routes.js';
import { trailMark, type TrailLine, type TrailState } from '../../api/trail.js';
import { hallTime } from '../../core/days.js';
import { watchedPlank } from '../../core/testing.js';
import { TEST_ZONE } from '../../tools/test-day.mjs';
import { marksIn } from '../trail/mark.js';
import { ON_SERVER, onFile } from '../testing-database.js';
import { openTrail, trailFile } from '../trail/trail-database.js';
import { NOW, PASSWORD, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let owner: Client;
let coach: Client;
let marit: string;
beforeEach(async () => {
  studio = await testStudio();
  [owner, coach] = [await studio.as('owner'), await studio.as('coach')];
  marit = (await coach.send('post', '/people', { name: 'Marit Solheim', notes: 'old shoulder' })).body.id as string;
});
afterEach(() => studio.close());

const PHONE =
  'Mozilla/5.0 (Linux; Android 14; Pixel 7) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/124.0 Mobile Safari/537.36';
const lines = async (query = ''): Promise<TrailLine[]> =>
  ((await owner.get(`/trail${query}`)).body as { items: TrailLine[] }).items;
const state = async (): Promise<TrailState> => (await owner.get('/trail/state')).body as TrailState;
const later = (minutes: number): void => studio.setNow(new Date(Date.parse(NOW) + minutes * 60_000).toISOString());
/** A request whose answer can be broken off. */
function halfSent(name: keyof typeof routes) {
  const handler = marksIn(studio.db, studio.context.trail)(name, routes[name])!;
  const response = Object.assign(new EventEmitter(), {
    statusCode: 200,
    headersSent: false,
    locals: { account: coach.account },
  });
  const request = { params: { id: marit }, get: () => PHONE };
  return {
    mark: () => new Promise<void>((next) => void handler(request as never, response as never, () => next())),
    close(begun: boolean): void {
      response.headersSent = begun;
      response.emit('close');
    },
  };
}
const brief = (all: readonly TrailLine[]): string[] => all.map((l) => `${l.act} ${l.what}`);

describe('the trail', () => {
  test('says who read, changed, took away and deleted, of whom, and from which kind of device', async () => {
    await coach.get(`/people/${marit}`).set('User-Agent', PHONE);
    await coach.send('patch', `/people/${marit}`, { goal: 'row' });
    const look = { id: randomUUID(), startedAt: NOW, observation: watchedPlank() };
    await coach.send('post', `/people/${marit}/looks`, look);
    await coach.get(`/looks/${look.id}/file`);
    await coach.send('delete', `/looks/${look.id}`);
    const all = await lines(`?person=${marit}`);
    expect(brief(all)).toEqual([
      'deleted looks.remove',
      'exported looks.file',
      'changed looks.add',
      'changed people.change',
      'read record',
      'changed people.add',
    ]);
    expect(all.every((l) => l.account?.id === coach.account!.id && l.person?.name === 'Marit Solheim')).toBe(true);
    expect(all[4]!.device).toMatch(/^phone · Android · Chrome$/);
    expect(all[0]!.device).toBe('a program');
    expect(brief(await lines(`?person=${marit}&act=exported`))).toEqual(['exported looks.file']);
    expect(await lines(`?account=${owner.account!.id}&person=${marit}`)).toEqual([]);
  });
  test('what was refused, and what was asked of nobody, stands in no line; a second read within a quarter of an hour is the same one', async () => {
    const assistant = await studio.as('assistant', []);
    const before = (await state()).lines;
    expect((await assistant.get(`/people/${marit}`)).status).toBe(404);
    expect((await coach.send('patch', `/people/${marit}`, { mass: -1 })).status).toBe(422);
    await coach.get('/catalogue');
    expect((await state()).lines).toBe(before);
    await coach.get(`/people/${marit}`);
    await coach.get(`/people/${marit}/facts`);
    expect((await state()).lines).toBe(before + 1);
    later(16);
    await coach.get(`/people/${marit}`);
    expect((await state()).lines).toBe(before + 2);
  });
  test('is only added to, and shows where somebody tampered with the file', async () => {
    await coach.send('patch', `/people/${marit}`, { goal: 'a' });
    await coach.send('patch', `/people/${marit}`, { goal: 'b' });
    // A line is written once the answer has gone.
    while ((await state()).lines < 2);
    expect(await state()).toMatchObject({ brokenAt: null, missed: 0, years: 2 });
    const trail = await openTrail(studio.dir, studio.context.config.database);
    // By its text: the driver's errors are of whichever test file loaded it first.
    const refused = (asked: Promise<unknown>): Promise<string> =>
      asked.then(
        () => '',
        (error: Error) => error.message,
      );
    expect(await refused(trail('acts').update('account_name', 'nobody'))).toContain('does not change');
    expect(await refused(trail('acts').delete())).toContain('kept until');
    await trail.raw(ON_SERVER ? 'drop trigger acts_stay on acts' : 'drop trigger acts_stay');
    const { id } = (await trail('acts').max({ id: 'id' }).first()) as { id: number };
    await trail('acts')
      .where('id', id - 1)
      .update('account_name', 'nobody');
    await trail.destroy();
    expect((await state()).brokenAt).toBe(id - 1);
  });
  test('lines whose time is over go, the rest stays whole; other years hold for lines to come', async () => {
    await owner.send('put', '/trail/years', { years: 1 });
    studio.setNow('2020-01-01T00:00:00.000Z');
    await coach.send('patch', `/people/${marit}`, { goal: 'old' });
    studio.setNow(NOW);
    await coach.send('patch', `/people/${marit}`, { goal: 'new' });
    const before = await state();
    expect(await studio.context.trail.tidy()).toBe(1);
    expect(await state()).toMatchObject({ lines: before.lines - 1, years: 1 });
    expect((await owner.send('put', '/trail/years', { years: 0 })).status).toBe(422);
  });
  test('is an owner’s to read and to take away, in a table that no spreadsheet takes for a formula; that is a line too', async () => {
    for (const path of ['/trail', '/trail/state', '/trail/trail.csv']) expect((await coach.get(path)).status).toBe(403);
    await coach.send('patch', `/people/${marit}`, { name: '=cmd()' });
    const { text } = await owner.get(`/trail/trail.csv?person=${marit}`);
    expect(text).toContain("'=cmd()");
    expect(text).toContain('Changed the details');
    expect(brief(await lines('?act=exported'))).toContain('exported trail.file');
  });
  test('holds no name and no id of a person, so that it says nothing more when they are gone', async () => {
    await coach.get(`/people/${marit}`);
    const trail = await openTrail(studio.dir, studio.context.config.database);
    const told = [JSON.stringify([await trail('acts').select(), await trail('marks').select()])];
    await trail.destroy();
    await studio.context.trail.close();
    if (!ON_SERVER)
      for (const end of ['', '-wal'].filter((e) => existsSync(trailFile(studio.dir) + e)))
        told.push(readFileSync(trailFile(studio.dir) + end, 'latin1'));
    for (const secret of [marit, 'Marit', 'old shoulder']) expect(told.join('')).not.toContain(secret);
    await studio.db('people').where('id', marit).delete();
    const [read] = await lines('?act=read');
    expect(read).toMatchObject({ person: null, erased: true });
  });
  test('pages lead on to older lines, each once', async () => {
    for (let i = 0; i < 7; i += 1) await coach.send('patch', `/people/${marit}`, { goal: `g${i}` });
    const seen: number[] = [];
    let before = '';
    do {
      const page = (await owner.get(`/trail?limit=3&act=changed${before}`)).body as {
        items: TrailLine[];
        next: string | null;
      };
      seen.push(...page.items.map((l) => l.id));
      before = page.next === null ? '' : `&before=${encodeURIComponent(page.next)}`;
    } while (before);
    expect(seen).toHaveLength(8);
    expect(new Set(seen).size).toBe(8);
  });
  test('every route that names a person, or what is a person’s, is marked', () => {
    for (const [name, route] of Object.entries(routes) as [string, Route][]) {
      if (route.role === 'anyone') continue;
      const ofPerson = /^\/(people|looks|media|prescriptions|programmes|letters|links|clips)\b/.test(route.path);
      if (ofPerson) expect([name, trailMark(route)]).not.toEqual([name, null]);
    }
  });
  test('a file that was broken off on its way counts as taken out, once; what never began does not', async () => {
    const never = halfSent('people.everything');
    await never.mark();
    never.close(false);
    const begun = halfSent('people.everything');
    await begun.mark();
    begun.close(true);
    begun.close(true);
    await new Promise((done) => setTimeout(done, 50));
    expect(brief(await lines(`?person=${marit}&act=exported`))).toEqual(['exported people.everything']);
  });
  onFile(test)('without room for a line nothing is taken out or deleted, and reading goes on, counted', async () => {
    await studio.context.trail.close();
    const { chmodSync, rmSync, mkdirSync } = await import('node:fs');
    for (const end of ['', '-wal', '-shm']) rmSync(trailFile(studio.dir) + end, { force: true });
    // Something else lies where the trail should: it cannot be opened.
    mkdirSync(trailFile(studio.dir));
    chmodSync(join(studio.dir), 0o700);
    expect((await coach.get(`/people/${marit}`)).status).toBe(200);
    expect((await coach.send('delete', `/people/${marit}/goals/dragon-flag`)).status).toBe(507);
    expect((await coach.get(`/people/${marit}/record.xlsx`)).status).toBe(507);
  });
});

describe('devices', () => {
  const devices = async (client: Client): Promise<OwnDevices> =>
    (await client.get('/session/devices')).body as OwnDevices;
  const again = async (agent = PHONE): Promise<Client> => {
    const client = await studio.stranger();
    const answer = await client
      .send('post', '/session', { email: coach.account!.email, password: PASSWORD })
      .set('User-Agent', agent);
    client.token = (answer.body as SessionState).token;
    return client;
  };
  test('are listed with their kind; each can be signed out, and is at once', async () => {
    const phone = await again();
    const all = await devices(coach);
    expect(all.devices).toHaveLength(2);
    expect(all.devices[0]).toMatchObject({ here: true, since: NOW });
    expect(all.devices[1]).toMatchObject({ here: false, device: 'phone · Android · Chrome' });
    expect((await phone.get('/people')).status).toBe(200);
    const left = (await coach.send('delete', `/session/devices/${all.devices[1]!.id}`)).body as OwnDevices;
    expect(left.devices).toHaveLength(1);
    expect((await phone.get('/people')).status).toBe(401);
    expect((await coach.get('/people')).status).toBe(200);
    expect((await coach.send('delete', `/session/devices/${all.devices[1]!.id}`)).status).toBe(404);
  });
  test('of another are an owner’s to see and to end; nobody sees a session’s secret', async () => {
    const path = `/accounts/${coach.account!.id}/devices`;
    expect((await coach.get(`/accounts/${owner.account!.id}/devices`)).status).toBe(403);
    const all = (await owner.get(path)).body as OwnDevices;
    const [{ sid }] = (await studio
      .db('sessions')
      .whereRaw('cast(sess as text) like ?', [`%${coach.account!.id}%`])
      .select('sid')) as [{ sid: string }];
    expect(JSON.stringify(all)).not.toContain(sid);
    expect((await owner.send('delete', `${path}/${all.devices[0]!.id}`)).status).toBe(200);
    expect((await coach.get('/people')).status).toBe(401);
  });
  test('sign-ins are listed, wrong ones too; what was typed for nobody’s account stands nowhere', async () => {
    const client = await studio.stranger();
    await client.send('post', '/session', { email: coach.account!.email, password: 'not this one' });
    await client.send('post', '/session', { email: 'secret-word@hall.example', password: 'x' });
    expect((await devices(coach)).signIns.map((s) => s.ok)).toEqual([false, true]);
    expect(JSON.stringify(await lines('?act=refused'))).not.toContain('secret-word');
  });
});

describe('a second factor', () => {
  const codeAt = (secret: string, at: number): string =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at });
  const signIn = async (code?: string) => {
    const client = await studio.stranger();
    return client.send('post', '/session', {
      email: coach.account!.email,
      password: PASSWORD,
      ...(code ? { code } : {}),
    });
  };
  const now = (): number => Date.parse(NOW);
  async function begun(): Promise<{ secret: string; codes: string[] }> {
    const { secret, address, picture } = (await coach.send('post', '/session/second')).body as SecondBegun;
    expect(address).toContain(secret);
    expect(picture).toContain('<svg');
    expect((await signIn()).status).toBe(200);
    const kept = await coach.send('put', '/session/second', { code: codeAt(secret, now()) });
    return { secret, codes: (kept.body as { codes: string[] }).codes };
  }
  test('counts from the first right code on; then the password alone lets nobody in, and a code lets in once', async () => {
    const { secret } = await begun();
    const asked = await signIn();
    expect(asked.status).toBe(401);
    expect((asked.body as ProblemBody).problems![0]!.path).toBe('code');
    expect((await signIn('000000')).status).toBe(401);
    // The code that took it into use does not let in.
    expect((await signIn(codeAt(secret, now()))).status).toBe(401);
    studio.setNow(new Date(now() + 30_000).toISOString());
    const code = codeAt(secret, now() + 30_000);
    expect((await signIn(code)).status).toBe(200);
    expect((await signIn(code)).status).toBe(401);
    // An old one does not, nor one of a minute to come.
    studio.setNow(new Date(now() + 300_000).toISOString());
    expect((await signIn(codeAt(secret, now() + 30_000))).status).toBe(401);
    expect((await signIn(codeAt(secret, now() + 300_000))).status).toBe(200);
    expect((await signIn(codeAt(secret, now() + 400_000))).status).toBe(401);
  });
  test('wrong codes shut it by account: for minutes, then for hours; a code for a lost device lets in', async () => {
    const { secret, codes } = await begun();
    let time = now() + 60_000;
    const wait = (minutes: number): void => studio.setNow(new Date((time += minutes * 60_000)).toISOString());
    wait(0);
    for (const status of [401, 401, 429]) expect((await signIn('000000')).status).toBe(status);
    // Told to who has the account, once for each wrong code that shut it.
    const outbox = (): Promise<OutboxOfStudio> => coach.get('/letters').then((a) => a.body as OutboxOfStudio);
    const { letters } = await outbox();
    expect(letters).toMatchObject([{ what: 'second-shut', to: coach.account!.email, personId: null, by: null }]);
    const letter = (await coach.get(`/letters/${letters[0]!.id}`)).body as Letter;
    expect(letter.text).toContain(`from ${hallTime(time + 300_000, TEST_ZONE)} on `);
    expect((await coach.get(`/letters/${letters[0]!.id}/message.eml`)).status).toBe(200);
    // The right one does not let in either, and says when it will.
    const shut = await signIn(codeAt(secret, time));
    expect([shut.status, shut.headers['retry-after']]).toEqual([429, '300']);
    expect((shut.body as ProblemBody).detail).toContain('5 minutes');
    expect((await outbox()).letters).toHaveLength(1);
    wait(5.1);
    expect((await signIn('000000')).status).toBe(429);
    wait(14.8);
    expect((await signIn(codeAt(secret, time))).status).toBe(429);
    wait(0.3);
    for (const [minutes, said] of [
      [61, '60 minutes'],
      [241, '4 hours'],
      [721, '12 hours'],
      [721, '12 hours'],
    ] as const) {
      expect(((await signIn('000000')).body as ProblemBody).detail).toContain(said);
      wait(minutes);
    }
    expect((await signIn('000000')).status).toBe(429);
    expect((await signIn(codes[2])).status).toBe(200);
    // Let in, it counts from none again.
    expect((await signIn('000000')).status).toBe(401);
    expect((await signIn(codeAt(secret, time))).status).toBe(200);
    // A lock that a clock years ahead had set is none.
    await studio.db('accounts').update({ second_shut_until: '2099-01-01T00:00:00.000Z' });
    wait(1);
    expect((await signIn(codeAt(secret, time))).status).toBe(200);
  });
  test('ten codes for a lost device let in once each, however they are typed', async () => {
    const { codes } = await begun();
    expect(new Set(codes).size).toBe(10);
    expect((await signIn(codes[0]!.toLowerCase().replaceAll('-', ' '))).status).toBe(200);
    expect((await signIn(codes[0])).status).toBe(401);
    expect((await signIn(codes[1])).status).toBe(200);
  });
  test('is taken away with the password, or by an owner; the secret lies sealed', async () => {
    const { secret } = await begun();
    expect((await coach.send('post', '/session/second')).status).toBe(409);
    expect((await coach.send('post', '/session/second/off', { password: 'not it' })).status).toBe(422);
    const [{ second_secret }] = (await studio.db('accounts').where('id', coach.account!.id)) as [
      { second_secret: Buffer },
    ];
    expect(second_secret.toString('latin1')).not.toContain(
      Buffer.from(Secret.fromBase32(secret).bytes).toString('latin1'),
    );
    expect((await coach.send('post', '/session/second/off', { password: PASSWORD })).status).toBe(204);
    expect((await signIn()).status).toBe(200);
    await begun();
    await owner.send('patch', `/accounts/${coach.account!.id}`, { second: false });
    expect((await signIn()).status).toBe(200);
    expect(brief(await lines()).filter((l) => l.includes('second'))).toEqual([
      'changed second.keep',
      'changed second.off',
      'changed second.keep',
    ]);
  });
});
