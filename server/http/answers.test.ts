/** Answers are sent in the way of writing that was asked for, and read the same in each. */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { watchedPlank } from '../../core/testing.js';
import { NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let history: string;
beforeAll(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  const person = (await coach.send('post', '/people', { name: 'Marit Åkerö' })).body.id as string;
  for (let i = 0; i < 6; i += 1)
    await coach.send('post', `/people/${person}/looks`, {
      id: randomUUID(),
      startedAt: NOW,
      observation: watchedPlank(),
    });
  history = `/people/${person}/looks`;
});
afterAll(() => studio.close());

/** What was said, unpacked by the client. */
const asked = (path: string, encodings: string) => coach.get(path).set('accept-encoding', encodings);

test.each([
  ['br, gzip', 'br'],
  ['gzip', 'gzip'],
])('an answer asked for in %s comes as %s and says its length', async (encodings, way) => {
  const plain = await coach.get(history);
  const answer = await asked(history, encodings);
  expect(answer.status).toBe(200);
  expect(answer.headers).toMatchObject({ 'content-encoding': way, vary: 'Accept-Encoding' });
  expect(Number(answer.headers['content-length'])).toBeLessThan(JSON.stringify(plain.body).length / 2);
  expect(answer.headers).not.toHaveProperty('etag');
  expect(plain.body.items).toHaveLength(6);
  expect(answer.body).toEqual(plain.body);
  expect(plain.headers['content-type']).toMatch(/json; charset=utf-8/);
});

test('nothing is compressed for who cannot read it, nor what is short', async () => {
  const answer = await asked(history, 'identity');
  expect(answer.headers).not.toHaveProperty('content-encoding');
  expect(answer.body).toEqual((await coach.get(history)).body);
  expect((await asked('/session', 'br, gzip')).headers).not.toHaveProperty('content-encoding');
});
