import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import type { SessionState } from '../../api/accounts.js';
import { PASSWORD, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
beforeEach(async () => {
  studio = await testStudio();
});
afterEach(() => studio.close());

describe('the first owner', () => {
  const owner = { name: 'Halla', email: 'Halla@Hall.example', password: PASSWORD };
  test('is made with the printed code, once, and is signed in', async () => {
    const client = await studio.stranger();
    expect((await client.get('/session')).body).toMatchObject({ account: null, needsOwner: true, demo: null });
    const wrong = await client.send('post', '/owner', { ...owner, code: 'NOPE' });
    expect(wrong.status).toBe(422);
    expect(wrong.body.problems).toMatchObject([{ path: 'code' }]);
    const made = await client.send('post', '/owner', { ...owner, code: studio.context.ownerCode()!.toLowerCase() });
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ needsOwner: false, account: { role: 'owner', email: 'halla@hall.example' } });
    client.token = made.body.token;
    expect(
      (await client.send('post', '/owner', { ...owner, email: 'b@c.example', code: studio.context.ownerCode()! }))
        .status,
    ).toBe(409);
  });
});

describe('sessions', () => {
  test('wrong password and unknown address give the same answer; the cookie is closed to scripts', async () => {
    const coach = await studio.as('coach');
    const client = await studio.stranger();
    const wrong = await client.send('post', '/session', { email: coach.account!.email, password: 'wrong-password' });
    const unknown = await client.send('post', '/session', { email: 'who@hall.example', password: 'wrong-password' });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect({ ...wrong.body, requestId: '' }).toEqual({ ...unknown.body, requestId: '' });
    const right = await client.send('post', '/session', {
      email: coach.account!.email.toUpperCase(),
      password: PASSWORD,
    });
    expect(right.status).toBe(200);
    expect(String(right.headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Lax/);
  });
  test('behind a proxy with https the cookie is Secure', async () => {
    const proxied = await testStudio({ trustProxy: true });
    const client = await proxied.stranger();
    const answer = await client.agent.get('/api/session').set('x-forwarded-proto', 'https');
    const made = await client.agent
      .post('/api/owner')
      .set('x-forwarded-proto', 'https')
      .set('x-anchor-token', answer.body.token)
      .send({ code: proxied.context.ownerCode(), name: 'H', email: 'h@h.example', password: PASSWORD });
    expect(String(made.headers['set-cookie'])).toMatch(/Secure/);
    await proxied.close();
  });
  test('without the token nothing is changed; signing out ends the session', async () => {
    const coach = await studio.as('coach');
    expect((await coach.agent.post('/api/groups').send({ name: 'Crew' })).status).toBe(403);
    expect(
      (
        await coach.agent
          .post('/api/groups')
          .set('x-anchor-token', 'x'.repeat(coach.token.length))
          .send({ name: 'Crew' })
      ).status,
    ).toBe(403);
    expect((await coach.send('delete', '/session')).status).toBe(204);
    expect((await coach.get('/people')).status).toBe(401);
  });
  const guess = async (client: Client, email: string, times: number): Promise<number[]> => {
    const answers: number[] = [];
    for (let i = 0; i < times; i += 1)
      answers.push((await client.send('post', '/session', { email, password: 'guess' })).status);
    return answers;
  };
  test('guessing at one account from one address is slowed, and a restart forgives nothing', async () => {
    const client = await studio.stranger();
    const answers = await guess(client, 'a@hall.example', 11);
    expect(answers).toEqual([...Array<number>(10).fill(401), 429]);
    const again = (await studio.again()).app;
    const token = ((await request(again).get('/api/session')).body as { token: string }).token;
    const after = await request(again)
      .post('/api/session')
      .set('x-anchor-token', token)
      .send({ email: 'a@hall.example', password: 'guess' });
    expect([after.status, after.headers['retry-after']]).toEqual([429, '900']);
  });
  test('an address written in another way is the same address', async () => {
    const client = await studio.stranger();
    const written = ['a@hall.example', 'A@hall.example', ' a@HALL.example', 'a@hall.example '];
    const answers: number[] = [];
    for (let i = 0; i < 12; i += 1) answers.push((await guess(client, written[i % 4]!, 1))[0]!);
    expect(answers.slice(9)).toEqual([401, 429, 429]);
  });
  test('ten wrong tries lock nobody else out, and a right one takes its own back', async () => {
    const coach = await studio.as('coach');
    const client = await studio.stranger();
    await guess(client, 'a@hall.example', 11);
    const right = { email: coach.account!.email, password: PASSWORD };
    for (let i = 0; i < 12; i += 1)
      expect((await (await studio.stranger()).send('post', '/session', right)).status).toBe(200);
  });
  test('one address that tries many accounts, and one account tried from many addresses, are slowed too', async () => {
    const proxied = await testStudio({ trustProxy: true });
    const client = await proxied.stranger();
    const from = (address: string, email: string) =>
      client.agent
        .post('/api/session')
        .set('x-anchor-token', client.token)
        .set('x-forwarded-for', address)
        .send({ email, password: 'guess' })
        .then((a) => a.status);
    const many: number[] = [];
    for (let i = 0; i < 101; i += 1) many.push(await from('10.0.0.1', `${i}@hall.example`));
    expect([many[99], many[100]]).toEqual([401, 429]);
    const one: number[] = [];
    for (let i = 0; i < 101; i += 1) one.push(await from(`10.1.0.${i}`, 'a@hall.example'));
    expect([one[99], one[100]]).toEqual([401, 429]);
    await proxied.close();
  });
  test.each([
    [{}, 'email'],
    [{ email: 'no', password: 'x' }, 'email'],
    [{ email: 'a@b.example', password: 'x', more: 1 }, 'more'],
  ])('malformed %j', async (body, path) => {
    const answer = await (await studio.stranger()).send('post', '/session', body);
    expect(answer.status).toBe(422);
    expect(answer.type).toBe('application/problem+json');
    expect(answer.body.problems[0].path).toBe(path);
    expect(answer.body.requestId).toBe(answer.headers['x-request-id']);
  });
  test('a disabled account is out at once', async () => {
    const owner = await studio.as('owner');
    const coach = await studio.as('coach');
    expect((await owner.send('patch', `/accounts/${coach.account!.id}`, { disabled: true })).status).toBe(200);
    expect((await coach.get('/people')).status).toBe(401);
    const again = await studio.stranger();
    expect((await again.send('post', '/session', { email: coach.account!.email, password: PASSWORD })).status).toBe(
      401,
    );
  });
});

describe('passwords', () => {
  const fresh = 'oar-and-rowlock-7';
  test('one’s own is changed with the one before; other sessions of the account end, this one goes on', async () => {
    const coach = await studio.as('coach');
    const { email } = coach.account!;
    const elsewhere = await studio.stranger();
    const signedIn = await elsewhere.send('post', '/session', { email, password: PASSWORD });
    elsewhere.token = (signedIn.body as SessionState).token;
    const wrong = await coach.send('post', '/session/password', { before: 'not it', password: fresh });
    expect(wrong.body.problems).toMatchObject([{ path: 'before' }]);
    const done = await coach.send('post', '/session/password', { before: PASSWORD, password: fresh });
    expect([done.status, done.body.account.email]).toEqual([200, email]);
    coach.token = done.body.token;
    expect((await coach.send('post', '/groups', { name: 'Crew' })).status).toBe(201);
    expect((await elsewhere.get('/people')).status).toBe(401);
    const again = await studio.stranger();
    expect((await again.send('post', '/session', { email, password: PASSWORD })).status).toBe(401);
    expect((await again.send('post', '/session', { email, password: fresh })).status).toBe(200);
    expect((await (await studio.stranger()).send('post', '/session/password', {})).status).toBe(401);
  });
  test('an owner’s reset ends every session of the account; closing an account does, for good', async () => {
    const [owner, coach, helper] = [await studio.as('owner'), await studio.as('coach'), await studio.as('assistant')];
    await owner.send('patch', `/accounts/${coach.account!.id}`, { password: fresh });
    expect((await coach.get('/people')).status).toBe(401);
    const path = `/accounts/${helper.account!.id}`;
    await owner.send('patch', path, { disabled: true });
    await owner.send('patch', path, { disabled: false });
    expect((await helper.get('/people')).status).toBe(401);
    expect((await owner.get('/people')).status).toBe(200);
  });
});

describe('an account that is also a person', () => {
  test('the owner ties it and unties it; it says so to its holder, and goes when the person does', async () => {
    const [owner, coach] = [await studio.as('owner'), await studio.as('coach')];
    const person = (await owner.send('post', '/people', { name: 'Marit' })).body.id as string;
    const path = `/accounts/${coach.account!.id}`;
    expect((await coach.send('patch', path, { personId: person })).status).toBe(403);
    expect((await owner.send('patch', path, { personId: person })).body).toMatchObject({ personId: person });
    expect((await coach.get('/session')).body.account).toMatchObject({ personId: person });
    const twice = await owner.send('patch', `/accounts/${owner.account!.id}`, { personId: person });
    expect([twice.status, twice.body.problems[0].path]).toEqual([422, 'personId']);
    expect((await owner.send('patch', path, { personId: randomUUID() })).status).toBe(422);
    expect((await owner.send('patch', path, { personId: null })).body).toMatchObject({ personId: null });
    await owner.send('patch', path, { personId: person });
    await studio.db('people').where('id', person).delete();
    expect((await coach.get('/session')).body.account).toMatchObject({ personId: null });
  });
});

describe('at the same time', () => {
  test('two owners who close each other leave one', async () => {
    const [a, b] = [await studio.as('owner'), await studio.as('owner')];
    const answers = await Promise.all([
      a.send('patch', `/accounts/${b.account!.id}`, { role: 'coach' }).then((r) => r.status),
      b.send('patch', `/accounts/${a.account!.id}`, { disabled: true }).then((r) => r.status),
    ]);
    expect(await studio.db('accounts').where({ role: 'owner' }).whereNull('disabled_at')).not.toHaveLength(0);
    expect(answers).toContain(200);
  });
  test('many first owners make one, and many accounts of one address make one', async () => {
    const client = await studio.stranger();
    const body = { name: 'Halla', email: 'halla@hall.example', password: PASSWORD, code: studio.context.ownerCode()! };
    const made = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        client.send('post', '/owner', { ...body, email: `h${i}@hall.example` }).then((r) => r.status),
      ),
    );
    expect(made.sort()).toEqual([201, 409, 409, 409, 409, 409]);
    const owner = await studio.as('owner');
    const added = await Promise.all(
      Array.from({ length: 6 }, () =>
        owner
          .send('post', '/accounts', { name: 'C', email: 'c@hall.example', password: PASSWORD, role: 'coach' })
          .then((r) => r.status),
      ),
    );
    expect(added.sort()).toEqual([201, 422, 422, 422, 422, 422]);
    const groups = await Promise.all(
      Array.from({ length: 6 }, () => owner.send('post', '/groups', { name: 'Crew' }).then((r) => r.status)),
    );
    expect(groups.sort()).toEqual([201, 422, 422, 422, 422, 422]);
  });
});

describe('names and groups', () => {
  const input = { name: 'Casper', email: 'casper@hall.example', password: PASSWORD, role: 'assistant' };
  test('one spelling of each letter, and nothing that cannot be seen', async () => {
    const owner = await studio.as('owner');
    const made = await owner.send('post', '/people', { name: '  Zoe\u0308 ' });
    expect(made.body.name).toBe('Zo\u00eb');
    for (const name of ['Ma\u200brit', 'Ma\u202erit', 'Ma\nrit', 'Ma\u0000rit', '\ufeffMarit', 'Ma\u2028rit']) {
      const answer = await owner.send('post', '/people', { name });
      expect([name, answer.status, answer.body.problems?.[0]?.path]).toEqual([name, 422, 'name']);
      expect(answer.body.problems[0].message).toMatch(/cannot be seen/);
      expect((await owner.send('post', '/groups', { name })).status).toBe(422);
      expect((await owner.send('post', '/accounts', { ...input, name })).status).toBe(422);
    }
    const email = 'Cas\u200bper@hall.example';
    expect((await owner.send('post', '/accounts', { ...input, email })).body.problems[0].path).toBe('email');
  });
  test('groups that are unknown, said twice, or in capitals', async () => {
    const owner = await studio.as('owner');
    const group = (await owner.send('post', '/groups', { name: 'Squad' })).body.id as string;
    const made = await owner.send('post', '/accounts', { ...input, groups: [group.toUpperCase(), group, group] });
    expect([made.status, made.body.groups]).toEqual([201, [group]]);
    const unknown = '00000000-0000-4000-8000-000000000001';
    for (const answer of [
      await owner.send('post', '/accounts', { ...input, email: 'x@hall.example', groups: [unknown] }),
      await owner.send('patch', `/accounts/${made.body.id}`, { groups: [group, unknown] }),
    ])
      expect([answer.status, answer.body.problems[0].path]).toEqual([422, 'groups']);
    const person = (await owner.send('post', '/people', { name: 'Teo', groupId: group.toUpperCase() })).body;
    expect(person.group.id).toBe(group);
    expect((await owner.get(`/people/${String(person.id).toUpperCase()}`)).status).toBe(200);
  });
});

describe('accounts', () => {
  const input = { name: 'Casper', email: 'casper@hall.example', password: PASSWORD, role: 'assistant' };
  test('an owner adds, lists and changes; the address is taken once', async () => {
    const owner = await studio.as('owner');
    const group = (await owner.send('post', '/groups', { name: 'Squad' })).body.id as string;
    const made = await owner.send('post', '/accounts', { ...input, groups: [group] });
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ role: 'assistant', groups: [group] });
    expect(JSON.stringify(made.body)).not.toContain('password');
    expect((await owner.send('post', '/accounts', input)).body.problems[0]).toMatchObject({ path: 'email' });
    expect((await owner.get('/accounts')).body).toHaveLength(2);
    const changed = await owner.send('patch', `/accounts/${made.body.id}`, {
      role: 'coach',
      name: 'Cas',
      groups: [],
      password: 'another-pass-1',
    });
    expect(changed.body).toMatchObject({ role: 'coach', name: 'Cas', groups: [] });
    expect((await owner.send('patch', '/accounts/0b0e6a34-1111-4222-8333-444455556666', { name: 'X' })).status).toBe(
      404,
    );
    expect(
      (await owner.send('post', '/accounts', { ...input, email: 'x@y.example', password: 'short' })).body.problems[0],
    ).toMatchObject({ path: 'password' });
  });
  test('the last owner stays', async () => {
    const owner = await studio.as('owner');
    expect((await owner.send('patch', `/accounts/${owner.account!.id}`, { disabled: true })).status).toBe(409);
    expect((await owner.send('patch', `/accounts/${owner.account!.id}`, { role: 'coach' })).status).toBe(409);
  });
  test('nobody else gets in', async () => {
    for (const client of [await studio.as('coach'), await studio.as('assistant')]) {
      expect((await client.get('/accounts')).status).toBe(403);
      expect((await client.send('post', '/accounts', input)).status).toBe(403);
    }
    expect((await (await studio.stranger()).get('/accounts')).status).toBe(401);
  });
});
