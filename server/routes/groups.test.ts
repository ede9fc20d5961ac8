/** A group's trends: from records as they stand, to whom they concern, as a page, a table and a workbook. */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { addDays } from '../../core/days.js';
import { watchedPlank } from '../../core/testing.js';
import { NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let [coach, owner]: Client[] = [];
let group: string;
const ids: string[] = [];
const NAMES = ['=SUM(A1)', 'Bea, the second', 'Cal'];
const today = NOW.slice(0, 10);
beforeAll(async () => {
  studio = await testStudio();
  owner = await studio.as('owner');
  coach = await studio.as('coach');
  group = (await coach.send('post', '/groups', { name: 'Lunch' })).body.id as string;
  for (const [i, name] of NAMES.entries()) {
    const id = (await coach.send('post', '/people', { name, groupId: group })).body.id as string;
    ids.push(id);
    for (const [days, end] of [
      [0, 30 + i],
      [21, 20],
    ] as const)
      await coach.send('post', `/people/${id}/looks`, {
        id: randomUUID(),
        startedAt: `${addDays(today, -days)}T10:00:00.000Z`,
        observation: watchedPlank({
          events: [{ t: end - 5, fault: 'hip-sag', state: 'on' }],
          ended: { t: end, reason: 'coach' },
          target: 60,
        }),
      });
  }
  // Somebody else is none of it.
  await coach.send('post', '/people', { name: 'Dot' });
});
afterAll(() => studio.close());

test('places, faults, change and who was here are those of its members', async () => {
  const { body } = await coach!.get(`/groups/${group}/trends?weeks=8`);
  expect(body).toMatchObject({
    name: 'Lunch',
    weeks: 8,
    people: 3,
    faults: [{ fault: 'hip-sag', members: 3, looks: 6, before: 0 }],
    ladders: [{ places: [{ members: ids }] }],
    squat: { screened: 0, faults: [] },
  });
  expect(body.members.map((m: { name: string }) => m.name)).toEqual(NAMES);
  expect(body.members[2]).toMatchObject({ due: false, lastLook: today, looks: 2, here: 2, fault: 'hip-sag' });
  // Clean from 15 s to 25, 26 and 27 s in three weeks.
  const weekly = [25, 26, 27].map((s) => (s / 15) ** (1 / 3));
  expect(body.change.factor.value).toBeCloseTo(weekly.reduce((all, w) => all * w, 1) ** (8 / 3), 2);
  expect(body.change.factor.low).toBeGreaterThan(1);
  expect((await coach!.get(`/groups/${group}/trends?weeks=2`)).body.change).toBeNull();
  expect((await coach!.get(`/groups/${group}/trends?weeks=99`)).status).toBe(422);
});

test('a table of text holds a row a member, and no formula', async () => {
  const file = await coach!.get(`/groups/${group}/trends.csv`).buffer(true);
  expect(file.headers['content-type']).toMatch(/^text\/csv/);
  const { data } = Papa.parse<string[]>(file.text.replace('\uFEFF', ''));
  expect(data[0]![0]).toBe('Name');
  expect(data.slice(1).map((row) => row[0])).toEqual(["'=SUM(A1)", 'Bea, the second', 'Cal']);
});

test('a workbook has a sheet for each part, numbers as numbers, and no formula', async () => {
  const file = await coach!
    .get(`/groups/${group}/trends.xlsx`)
    .buffer(true)
    .parse((answer, done) => {
      const parts: Buffer[] = [];
      const stream = answer as unknown as NodeJS.ReadableStream;
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => done(null, Buffer.concat(parts)));
    });
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(file.body as ArrayBuffer);
  expect(book.worksheets.map((s) => s.name)).toEqual([
    'Members',
    'Ladders',
    'Faults',
    'Squat screen',
    'Versions',
    'Attendance',
    'Change',
  ]);
  const members = book.getWorksheet('Members')!;
  expect(members.getCell('A2').value).toBe("'=SUM(A1)");
  expect(members.getCell('A2').type).toBe(ExcelJS.ValueType.String);
  expect(members.getCell('E4').value).toBe(2);
});

test('an assistant sees the groups that are theirs, and no trace of others', async () => {
  const theirs = await studio.as('assistant', [group]);
  const other = await studio.as('assistant', []);
  expect((await theirs.get(`/groups/${group}/trends`)).status).toBe(200);
  for (const path of ['trends', 'trends.csv', 'trends.xlsx'])
    expect((await other.get(`/groups/${group}/${path}`)).status).toBe(404);
  expect((await owner!.get(`/groups/${randomUUID()}/trends`)).status).toBe(404);
});

test('of looks that a class made, says why their version was done', async () => {
  const run = { id: randomUUID() };
  const of = {
    id: randomUUID(),
    name: 'Lunchtime',
    day: today,
    minutes: 30,
    kit: {},
    members: [ids[2]],
    blocks: [{ id: 'b1', move: 'hollow', work: 30, rest: 15, rounds: 2, sides: 'none' }],
  };
  await coach!.send('post', '/classes', of);
  await coach!.send('post', `/classes/${of.id}/runs`, run);
  const note = (round: number) => ({
    id: randomUUID(),
    at: Date.parse(NOW) + round * 60_000,
    is: 'seen',
    member: ids[2],
    where: { block: 'b1', round, side: null },
    fault: 'soft-knees',
    t: 12,
  });
  const swap = {
    id: randomUUID(),
    at: Date.parse(NOW),
    is: 'swap',
    member: ids[2],
    block: 'b1',
    round: 2,
    version: 'hollow/bent-knee',
  };
  await coach!.send('post', `/runs/${run.id}/events`, { events: [swap, note(1), note(2)], since: 0 });
  const keys = [1, 2].map((round) => [ids[2], 'b1', round, ''].join('|'));
  expect((await coach!.send('post', `/runs/${run.id}/looks`, { notes: keys })).status).toBe(200);
  const { versions } = (await coach!.get(`/groups/${group}/trends`)).body as {
    versions: { place: string; why: { is: string; looks: number }[] }[];
  };
  const why = (place: string) => versions.find((v) => v.place === place)?.why;
  expect(why('hollow/bent-knee')).toEqual([{ is: 'swapped', looks: 1 }]);
  expect(versions.filter((v) => v.place.startsWith('hollow/')).flatMap((v) => v.why)).toContainEqual({
    is: 'place',
    looks: 1,
  });
  expect(why('front-plank/forearm')).toEqual([]);
});
