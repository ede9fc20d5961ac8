import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { format, parseISO } from 'date-fns';
import ICAL from 'ical.js';
import type { Letter, OutboxOfStudio } from '../../api/letters.js';
import { plainSettings } from '../../api/programmes.js';
import { catalog } from '../../core/catalog/shipped.js';
import { rowsIntoFiles } from '../database/move.js';
import { databaseFile } from '../database/open.js';
import { ON_SERVER } from '../testing-database.js';
import { sealWith } from '../mail/seal.js';
import { lettersIn } from '../repositories/letters.js';
import { noDefaults } from '../repositories/studio.js';
import { addDays } from '../../core/days.js';
import { at, DAY, dayAt, mondayIn, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let id: string;
let sheet: string;
beforeEach(async () => {
  studio = await testStudio();
  const owner = await studio.as('owner');
  await owner.send('put', '/studio/defaults', { ...noDefaults(), name: 'Pier Four', timeZone: 'Europe/Oslo' });
  coach = await studio.as('coach');
  id = (await coach.send('post', '/people', { name: 'Marit Sund', email: 'marit@hall.example' })).body.id as string;
  const prescription = {
    family: 'front-plank',
    method: 'Straight',
    causes: [],
    items: [{ drill: 'bridge', dose: catalog.doses.wake, why: '', changes: [], minutes: 3 }],
    startsOn: DAY,
    relookOn: dayAt(14),
  };
  sheet = ((await coach.send('post', `/people/${id}/prescriptions`, prescription)).body as { id: string }[])[0]!.id;
});
afterEach(() => studio.close());

/** A day as letters write it, so many days on. */
const written = (days: number): string => format(parseISO(dayAt(days)), 'EEE d MMMM yyyy');
const input = (change: object = {}) => ({
  id: randomUUID() as string,
  what: 'sheet',
  of: sheet,
  to: 'marit@hall.example',
  note: 'Slowly.\nNo hurry.',
  ...change,
});
const send = (body: object) => coach.send('post', `/people/${id}/letters`, body);
const bytes = (answer: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void): void => {
  const chunks: Buffer[] = [];
  answer.on('data', (chunk: Buffer) => chunks.push(chunk));
  answer.on('end', () => done(null, Buffer.concat(chunks)));
};
const file = async (path: string): Promise<Buffer> =>
  (
    await coach
      .get(path)
      .buffer(true)
      .parse((answer, done) => bytes(answer as unknown as NodeJS.ReadableStream, done))
  ).body as Buffer;

/** All that the database holds. */
async function everyByte(): Promise<string> {
  if (!ON_SERVER) {
    await studio.db.raw('pragma wal_checkpoint(truncate)');
    return readFileSync(databaseFile(studio.dir), 'latin1');
  }
  const dir = mkdtempSync(join(tmpdir(), 'anchor-bytes-'));
  await rowsIntoFiles(studio.context.config.database!, dir);
  const bytes = readFileSync(databaseFile(dir), 'latin1');
  rmSync(dir, { recursive: true });
  return bytes;
}

describe('a letter', () => {
  test('with drills lies in the outbox as it left: text, sheet, the whole message', async () => {
    const body = input();
    const sent = await send(body);
    expect(sent.status).toBe(201);
    expect(sent.body).toMatchObject({ what: 'sheet', to: 'marit@hall.example', at: NOW, by: coach.account!.name });
    expect((await send(body)).status).toBe(200);
    const { leaves, letters } = (await coach.get('/letters')).body as OutboxOfStudio;
    expect([leaves, letters.length]).toEqual([false, 1]);
    const letter = (await coach.get(`/letters/${body.id}`)).body as Letter;
    expect(letter.subject).toBe('Your drills, Pier Four');
    for (const part of ['Hello Marit,', written(14), 'Slowly.\nNo hurry.', 'Stop on pain', coach.account!.name])
      expect(letter.text).toContain(part);
    expect((await file(`/letters/${body.id}/attachments/0`)).subarray(0, 5).toString()).toBe('%PDF-');
    expect((await coach.get(`/letters/${body.id}/attachments/1`)).status).toBe(404);
    const message = (await file(`/letters/${body.id}/message.eml`)).toString('utf8');
    expect(message).toMatch(
      /^From: "?Pier Four"? <hall@upright-anchor\.invalid>\r\nTo: "?Marit Sund"? <marit@hall\.example>/,
    );
    expect(message).toContain('filename=drills.pdf');
    expect((await coach.send('delete', `/letters/${body.id}`)).status).toBe(204);
    expect(((await coach.get('/letters')).body as OutboxOfStudio).letters).toEqual([]);
  });
  test('names the last day of its link by the hall’s wall; without a told address it holds none', async () => {
    const programme = randomUUID() as string;
    const settings = { ...plainSettings(mondayIn(1)), weeks: 2 };
    await coach.send('post', `/people/${id}/programmes`, { id: programme, version: 0, settings });
    // Two o'clock in the afternoon in the hall is the day before at Greenwich.
    await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: 'Pacific/Kiritimati' });
    studio.setNow(`${addDays(DAY, 1)}T22:00:00.000Z`);
    const body = input({ what: 'programme', of: programme, days: 7 });
    expect((await send(body)).status).toBe(201);
    expect(((await coach.get(`/letters/${body.id}`)).body as Letter).text).toContain(`until ${written(9)}`);
    studio.context.config.address = null;
    expect((await send(input({ what: 'programme', of: programme, days: 7 }))).status).toBe(409);
    expect((await send(input())).status).toBe(201);
  });
  test('with a programme holds a link that opens it, and its days; the database alone gives neither away', async () => {
    const programme = randomUUID() as string;
    const settings = { ...plainSettings(mondayIn(1)), weeks: 2 };
    await coach.send('post', `/people/${id}/programmes`, { id: programme, version: 0, settings });
    const body = input({ what: 'programme', of: programme, days: 7 });
    expect((await send(body)).status).toBe(201);
    const { text } = (await coach.get(`/letters/${body.id}`)).body as Letter;
    const secret = /\/s\/([0-9a-f-]{36})/.exec(text)![1]!;
    const stranger = await studio.stranger();
    expect((await stranger.send('post', '/solo', { secret })).body).toMatchObject({ name: 'Marit', hall: 'Pier Four' });
    const calendar = new ICAL.Component(
      ICAL.parse((await file(`/letters/${body.id}/attachments/0`)).toString('utf8')) as [],
    );
    expect(calendar.getAllSubcomponents('vevent').length).toBeGreaterThan(3);
    expect(text).toContain(`until ${written(7)}`);
    // By the address that was told, whatever a request says.
    expect(text).toContain(`https://hall.example/s/${secret}`);

    const stored = await everyByte();
    expect(stored).not.toContain(secret);
    expect(stored).not.toContain('Slowly.');
    expect(studio.log.join('')).not.toContain(secret);
  });
  test('with the record, as the person asked for it', async () => {
    const body = input({ what: 'record', of: null });
    expect((await send(body)).status).toBe(201);
    expect(((await coach.get(`/letters/${body.id}`)).body as Letter).attachments).toMatchObject([
      { name: 'record.pdf' },
    ]);
  });
  test('what does not fit is told, and nothing is written', async () => {
    const other = (await coach.send('post', '/people', { name: 'Bram' })).body.id as string;
    for (const [change, path] of [
      [{ to: 'marit' }, 'to'],
      [{ to: 'a@hall.example\r\nBcc: b@hall.example' }, 'to'],
      [{ of: null }, 'of'],
      [{ what: 'record' }, 'of'],
      [{ days: 400 }, 'days'],
    ] as const)
      expect((await send(input(change))).body).toMatchObject({ problems: [{ path }] });
    expect((await coach.send('post', `/people/${other}/letters`, input())).status).toBe(404);
    expect(((await coach.get('/letters')).body as OutboxOfStudio).letters).toEqual([]);
    const body = input();
    await send(body);
    expect((await coach.send('post', `/people/${other}/letters`, { ...body, what: 'record', of: null })).status).toBe(
      409,
    );
  });
  test('goes after thirty days, when the next is written', async () => {
    await send(input());
    studio.setNow(at(31, '10:00:00'));
    await send(input());
    expect(((await coach.get('/letters')).body as OutboxOfStudio).letters).toHaveLength(1);
  });
  test('that another secret sealed is listed, and said to be unreadable', async () => {
    const elsewhere = lettersIn(studio.db, sealWith('another secret of another installation', 'letters'));
    const letter = { id: randomUUID() as string, personId: id, what: 'record' as const, at: NOW };
    const about = { to: 'x@hall.example', subject: 'x', text: 'x', attachments: [] };
    await elsewhere.add(letter, about, { message: Buffer.from('x'), attachments: [] }, coach.account!.id);
    expect(((await coach.get('/letters')).body as OutboxOfStudio).letters).toMatchObject([{ to: null, subject: null }]);
    expect((await coach.get(`/letters/${letter.id}`)).status).toBe(409);
    expect((await coach.get(`/letters/${letter.id}/message.eml`)).status).toBe(409);
  });
});

describe('the seal', () => {
  test('opens what it sealed, for what it sealed it; nothing that was changed', () => {
    const { seal, open } = sealWith('a secret that is long enough', 'letters');
    const sealed = seal(Buffer.from('clean'), 'a');
    expect(open(sealed, 'a')!.toString()).toBe('clean');
    expect(open(sealed, 'b')).toBeNull();
    for (const at of [0, 14, sealed.length - 1]) {
      const changed = Buffer.from(sealed);
      changed[at]! ^= 1;
      expect(open(changed, 'a')).toBeNull();
    }
    expect(open(Buffer.alloc(3), 'a')).toBeNull();
    expect(sealWith('a secret that is long enough', 'other').open(sealed, 'a')).toBeNull();
    expect(seal(Buffer.from('clean'), 'a').equals(sealed)).toBe(false);
  });
});
