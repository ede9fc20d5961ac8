import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { PASSWORD, testStudio, type TestStudio } from '../testing.js';

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
  test('guessing is slowed', async () => {
    const client = await studio.stranger();
    const answers: number[] = [];
    for (let i = 0; i < 11; i += 1)
      answers.push((await client.send('post', '/session', { email: 'a@hall.example', password: 'guess' })).status);
    expect(answers.slice(0, 10)).toEqual(Array(10).fill(401));
    expect(answers[10]).toBe(429);
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
