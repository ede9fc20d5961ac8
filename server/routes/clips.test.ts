/** Clips: kept where there is permission, whole or not at all, played by range, gone with the permission or the look. */
import { randomUUID } from 'node:crypto';
import { checkFiles } from '../media/check-files.js';
import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { CSRF_HEADER } from '../../api/common.js';
import type { Clip, WaitingClip } from '../../api/clips.js';
import type { Look } from '../../api/observations.js';
import { watchedPlank } from '../../core/testing.js';
import { after, DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let person: string;
beforeAll(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
});
afterAll(() => studio.close());
const allow = (clips = true) =>
  coach.send('post', `/people/${person}/consents`, {
    kind: 'pictures',
    givenBy: 'Marit',
    relation: 'self',
    from: DAY,
    clips,
  });
beforeEach(async () => {
  person = (await coach.send('post', '/people', { name: `P ${randomUUID()}` })).body.id as string;
});

const MP4 = Buffer.concat([Buffer.from('0000001866747970', 'hex'), Buffer.alloc(5000, 7)]);
const announce = (over: object = {}, client = coach) => {
  const body = { id: randomUUID(), name: 'plank.mp4', type: 'video/mp4', bytes: MP4.length, ...over };
  return client.send('post', `/people/${person}/clips`, body).then((answer) => ({ answer, id: body.id }));
};
const send = (id: string, bytes: Buffer, client = coach) =>
  client.agent
    .put(`/api/clips/${id}/content`)
    .set(CSRF_HEADER, client.token)
    .type('application/octet-stream')
    .send(bytes);
const file = (id: string): boolean => existsSync(join(studio.dir, 'clips', `${id}.clip`));
const inbox = async (client = coach): Promise<string[]> =>
  ((await client.get('/clips')).body as { clips: WaitingClip[] }).clips.map((c) => c.id);
const looked = async (): Promise<string> => {
  const id = randomUUID();
  await coach.send('post', `/people/${person}/looks`, { id, startedAt: NOW, observation: watchedPlank() });
  return id;
};

describe('a clip', () => {
  test('is announced, sent, waits, is played by range, and leaves the inbox for its look', async () => {
    await allow();
    const { answer, id } = await announce({ note: 'from the left' });
    expect(answer.status).toBe(201);
    expect(await inbox()).not.toContain(id);
    expect(((await send(id, MP4)).body as Clip).arrivedAt).toBe(NOW);
    expect(await inbox()).toContain(id);
    const part = await coach.agent.get(`/api/clips/${id}/content`).set('Range', 'bytes=4-7');
    expect([part.status, part.headers['content-range'], part.headers['cache-control']]).toEqual([
      206,
      `bytes 4-7/${MP4.length}`,
      'private, no-store',
    ]);
    expect((part.body as Buffer).toString()).toBe('ftyp');
    const look = await looked();
    await coach.send('patch', `/clips/${id}`, { lookId: look });
    expect(await inbox()).not.toContain(id);
    expect(((await coach.get(`/looks/${look}`)).body as Look).clipId).toBe(id);
    await coach.send('delete', `/clips/${id}`);
    expect(file(id)).toBe(false);
    expect(((await coach.get(`/looks/${look}`)).body as Look).clipId).toBeNull();
  });
  test('sent twice is kept once', async () => {
    await allow();
    const { id } = await announce();
    expect((await announce({ id })).answer.status).toBe(200);
    await send(id, MP4);
    expect((await send(id, Buffer.from('something else'))).status).toBe(200);
    expect((await coach.agent.get(`/api/clips/${id}/content`)).body).toEqual(MP4);
  });
  test('sent twice at once, the later one counts; neither is mixed with the other, and nothing else is left', async () => {
    await allow();
    const { id } = await announce();
    const { clipFiles } = studio.context;
    const draft = clipFiles.draft.bind(clipFiles);
    let [others, first] = [0, true];
    clipFiles.draft = async (...given) => {
      const made = await draft(...given);
      if (!first) return made;
      first = false;
      // While the first is still being written, its device sends it again.
      others = (await send(id, MP4)).status;
      return made;
    };
    const other = Buffer.from(MP4).fill(9, 20);
    expect([(await send(id, other)).status, others]).toEqual([200, 200]);
    clipFiles.draft = draft;
    expect((await coach.agent.get(`/api/clips/${id}/content`)).body).toEqual(MP4);
    expect(readdirSync(join(studio.dir, 'clips')).filter((name) => name.startsWith(id))).toEqual([`${id}.clip`]);
    expect(await checkFiles(studio.db, studio.dir)).toMatchObject({ missing: [], unknown: [], noted: 0 });
  });
  test('taken away while it is being sent it is not there, and neither is its file', async () => {
    await allow();
    const { id } = await announce();
    const { clipFiles } = studio.context;
    const draft = clipFiles.draft.bind(clipFiles);
    clipFiles.draft = async (...given) => {
      const made = await draft(...given);
      await coach.send('delete', `/clips/${id}`);
      return made;
    };
    expect((await send(id, MP4)).status).toBe(404);
    clipFiles.draft = draft;
    await studio.context.removals.sweep();
    expect(readdirSync(join(studio.dir, 'clips')).filter((name) => name.startsWith(id))).toEqual([]);
  });
  test('records without files and files without records are found', async () => {
    await allow();
    const { id } = await announce();
    await send(id, MP4);
    rmSync(join(studio.dir, 'clips', `${id}.clip`));
    const stray = `${randomUUID()}.clip`;
    writeFileSync(join(studio.dir, 'clips', stray), 'x');
    expect(await checkFiles(studio.db, studio.dir)).toMatchObject({
      missing: [`clips/${id}.clip`],
      unknown: [`clips/${stray}`],
    });
    rmSync(join(studio.dir, 'clips', stray));
    await coach.send('delete', `/clips/${id}`);
  });
  test('needs a permission that names clips; one for pictures alone is none', async () => {
    expect((await announce()).answer.status).toBe(409);
    await allow(false);
    expect((await announce()).answer.status).toBe(409);
    await allow();
    expect((await announce()).answer.status).toBe(201);
  });
  test.each([
    ['cut off', MP4.subarray(0, 900), 422],
    ['longer than announced', Buffer.concat([MP4, MP4]), 413],
    ['no clip', Buffer.alloc(MP4.length, 65), 422],
  ])('%s: says so and leaves nothing', async (_name, bytes, status) => {
    await allow();
    const { id } = await announce();
    expect((await send(id, bytes)).status).toBe(status);
    expect(readdirSync(join(studio.dir, 'clips')).filter((name) => name.startsWith(id))).toEqual([]);
    expect((await coach.agent.get(`/api/clips/${id}/content`)).status).toBe(404);
    // And can be sent again.
    expect((await send(id, MP4)).status).toBe(200);
  });
  test('too large, of another kind, or for somebody else’s look: refused by field', async () => {
    await allow();
    const field = async (over: object): Promise<string> =>
      ((await announce(over)).answer.body as { problems: { path: string }[] }).problems[0]!.path;
    expect(await field({ bytes: 201 * 1024 ** 2 })).toBe('bytes');
    expect(await field({ type: 'video/x-msvideo' })).toBe('type');
    const other = person;
    const look = await looked();
    person = (await coach.send('post', '/people', { name: 'Somebody' })).body.id as string;
    await allow();
    expect(await field({ lookId: look })).toBe('lookId');
    expect(other).not.toBe(person);
  });
  test('goes with the permission, file and all', async () => {
    const page = (await allow()).body as { consents: { id: string }[] };
    const { id } = await announce();
    await send(id, MP4);
    expect(file(id)).toBe(true);
    await coach.send('post', `/people/${person}/consents/${page.consents[0]!.id}/withdraw`);
    expect(file(id)).toBe(false);
    expect((await coach.agent.get(`/api/clips/${id}/content`)).status).toBe(404);
  });
  test('goes when its look was taken out for longer than it can be put back; what never came goes too', async () => {
    await allow();
    const look = await looked();
    const { id } = await announce({ lookId: look });
    await send(id, MP4);
    const { id: never } = await announce();
    await coach.send('delete', `/looks/${look}`);
    await studio.context.removals.ofDeletedLooks();
    expect(file(id)).toBe(true);
    studio.setNow(after(42 * 24));
    await studio.context.removals.ofDeletedLooks();
    studio.setNow(NOW);
    expect(file(id)).toBe(false);
    expect(await studio.context.clips.find(never)).toBeNull();
  });
  test('of somebody in another group is not there for an assistant', async () => {
    const group = (await (await studio.as('owner')).send('post', '/groups', { name: randomUUID() })).body.id as string;
    const assistant = await studio.as('assistant', [group]);
    await allow();
    const { id } = await announce();
    await send(id, MP4);
    expect(await inbox(assistant)).toEqual([]);
    expect((await assistant.get(`/clips/${id}/content`)).status).toBe(404);
    expect((await announce({}, assistant)).answer.status).toBe(404);
  });
  test('finds no room where the studio keeps as many as it may', async () => {
    await allow();
    studio.context.config.clipsBytes = (await studio.context.clips.bytes()) + MP4.length - 1;
    const { answer } = await announce();
    studio.context.config.clipsBytes = undefined;
    expect([answer.status, (answer.body as { title: string }).title]).toEqual([409, 'There is no room for this clip']);
  });
});
