import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import type { Response } from 'supertest';
import yazl from 'yazl';
import { CSRF_HEADER } from '../../api/common.js';
import { IMPORT_BYTES, type ImportDone, type ImportPreview } from '../../api/imports.js';
import type { PersonFile, StudioFile } from '../../api/person-file.js';
import { personFileSchema } from '../../api/person-file.js';
import { plainSettings } from '../../api/programmes.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { placedPlank, watchedPlank } from '../../core/testing.js';
import { stopSigns } from '../../core/studio/intake.js';
import { after, at, DAY, dayAt, mondayIn, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let owner: Client;
beforeEach(async () => {
  studio = await testStudio();
  owner = await studio.as('owner');
});
afterEach(() => studio.close());

const sent = (path: string, file: string | Buffer, by = owner) =>
  by.agent
    .post(`/api/imports${path}`)
    .set(CSRF_HEADER, by.token)
    .type('application/octet-stream')
    .send(Buffer.isBuffer(file) ? file : Buffer.from(file));
const tried = async (file: string | Buffer, query = ''): Promise<ImportPreview> => {
  const answer = await sent(`/try${query}`, file);
  expect(answer.body).toMatchObject({ kind: expect.any(String) });
  return answer.body as ImportPreview;
};
const kept = async (file: string | Buffer, query = '', by = owner): Promise<ImportDone> => {
  const answer = await sent(query, file, by);
  expect(answer.body).toMatchObject({ kind: expect.any(String) });
  expect(answer.status).toBe(201);
  return answer.body as ImportDone;
};
const refused = async (file: string | Buffer, query = ''): Promise<string> => {
  const answer = await sent(query, file);
  expect(answer.status).toBe(422);
  return (answer.body as { detail: string }).detail;
};
const zipped = (files: Readonly<Record<string, string | Buffer>>): Promise<Buffer> =>
  new Promise((done, fail) => {
    const zip = new yazl.ZipFile();
    for (const [name, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), name);
    const chunks: Buffer[] = [];
    zip.outputStream.on('data', (c: Buffer) => chunks.push(c));
    zip.outputStream.on('end', () => done(Buffer.concat(chunks)));
    zip.outputStream.on('error', fail);
    zip.end();
  });
const textOf = async (path: string, by = owner): Promise<string> =>
  ((await by.get(path).buffer(true).parse(binary)).body as Buffer).toString('utf8');
const binary = (answer: Response, done: (error: Error | null, body: Buffer) => void): void => {
  const stream = answer as unknown as NodeJS.ReadableStream;
  const chunks: Buffer[] = [];
  stream.on('data', (chunk: Buffer) => chunks.push(chunk));
  stream.on('end', () => done(null, Buffer.concat(chunks)));
};
const names = async (by = owner): Promise<string[]> =>
  ((await by.get('/people')).body as { items: { name: string }[] }).items.map((p) => p.name);
const idOf = async (name: string, by = owner): Promise<string> =>
  ((await by.get(`/people?search=${encodeURIComponent(name)}`)).body as { items: { id: string }[] }).items[0]!.id;

describe('a roster', () => {
  const ROSTER = [
    'Full name;Squad;Born;Height (cm);Weight',
    'Åse Holm;Crew;03.04.1990;172;68,5',
    'Jörn Vik;Youth;2011;151,5;',
  ].join('\r\n');

  test('is shown first, kept whole, and taken back', async () => {
    const preview = await tried(Buffer.from(ROSTER, 'latin1'));
    expect(preview).toMatchObject({
      kind: 'roster',
      read: 'Windows-1252, cells parted by semicolons',
      counts: { adds: 2, changes: 0, leaves: 0 },
      problems: [],
      knownPeople: 0,
    });
    expect(preview.table).toMatchObject({ length: 'cm', mass: 'kg', asksDates: false });
    expect(await names()).toEqual([]);

    const done = await kept(Buffer.from(ROSTER, 'latin1'));
    expect(done).toMatchObject({
      kind: 'roster',
      counts: { adds: 2, changes: 0 },
      undoneAt: null,
      by: owner.account!.name,
    });
    expect(await names()).toEqual(['Åse Holm', 'Jörn Vik'].sort((a, b) => (a < b ? -1 : 1)));
    const person = (await owner.get(`/people/${await idOf('Holm')}`)).body;
    expect(person).toMatchObject({ birthYear: 1990, stature: 1.72, mass: 68.5, group: { name: 'Crew' } });

    const back = (await owner.send('post', `/imports/${done.id}/undo`)).body as ImportDone;
    expect(back).toMatchObject({ undoneAt: NOW, undoUntil: null, stayed: [] });
    expect(await names()).toEqual([]);
    expect((await owner.get('/groups')).body).toEqual([]);
    expect((await owner.send('post', `/imports/${done.id}/undo`)).status).toBe(409);
  });
  test('in UTF-16, with tabs', async () => {
    const file = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('Name\tGoal\nŁucja\tdragon flag\n', 'utf16le')]);
    expect(await tried(file)).toMatchObject({ read: 'UTF-16, cells parted by tabs', counts: { adds: 1 } });
  });
  test('a workbook’s first sheet, with formulas as what they came to', async () => {
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet('Crew');
    sheet.addRow(['Name', 'Height', 'Born', 'Notes']);
    sheet.addRow([
      'Marit',
      { formula: 'A1*2', result: 1.72 },
      new Date('1990-04-03'),
      { richText: [{ text: 'ro' }, { text: 'ws' }] },
    ]);
    const done = await kept(Buffer.from(await book.xlsx.writeBuffer()));
    expect(done.counts.adds).toBe(1);
    expect((await owner.get(`/people/${await idOf('Marit')}`)).body).toMatchObject({
      stature: 1.72,
      birthYear: 1990,
      notes: 'rows',
    });
  });
  test('with one problem nothing is kept, and every problem has its row and column', async () => {
    const file = 'Name,Height (cm),Born\nA,9,1990\nB,170,1850\n,170,1990\n';
    const preview = await tried(file);
    expect(preview.problems).toEqual([
      { row: 2, column: 'Height (cm)', message: expect.any(String) },
      { row: 3, column: 'Born', message: expect.any(String) },
      { row: 4, column: 'Name', message: 'is missing' },
    ]);
    expect(await refused(file)).toContain('row 2, Height (cm)');
    expect(await names()).toEqual([]);
  });
  test('columns as the coach says them', async () => {
    const file = 'Who is it,Tall\nMarit,172\n';
    expect((await tried(file)).problems).toEqual([
      { row: 0, column: 'Name', message: expect.stringContaining('say which') },
    ]);
    await kept(file, '?columns=name:0,height:1');
    expect((await owner.get(`/people/${await idOf('Marit')}`)).body).toMatchObject({ stature: 1.72 });
  });
  test('who is known here is left, changed, or added once more, as is said; a change is taken back to what stood', async () => {
    await owner.send('post', '/people', { name: 'Marit Sund', stature: 1.7, goal: 'row' });
    const file = 'Name,Height,Goal\nmarit  sund,1.75,row\nBram,1.8,\n';
    expect(await tried(file)).toMatchObject({ knownPeople: 1, counts: { adds: 1, leaves: 1 } });
    expect(await refused(file)).toContain('say what becomes');
    const preview = await tried(file, '?known=change');
    expect(preview.lines).toEqual([
      { row: 2, does: 'changes', name: 'marit sund', says: 'height' },
      { row: 3, does: 'adds', name: 'Bram', says: '' },
    ]);
    const done = await kept(file, '?known=change');
    const id = await idOf('Marit');
    expect((await owner.get(`/people/${id}`)).body).toMatchObject({ stature: 1.75, name: 'Marit Sund' });
    await owner.send('post', `/imports/${done.id}/undo`);
    expect((await owner.get(`/people/${id}`)).body).toMatchObject({ stature: 1.7 });
    await kept(file, '?known=add');
    expect((await names()).sort()).toEqual(['Bram', 'Marit Sund', 'marit sund']);
    expect((await tried('Name,Height\nMarit Sund,1.7\n', '?known=change')).problems[0]!.message).toContain(
      '2 people here',
    );
  });
  test('taken back: who was looked at meanwhile stays and is named; after a day nothing is', async () => {
    const done = await kept('Name\nMarit\nBram\n');
    await owner.send('post', `/people/${await idOf('Marit')}/looks`, {
      id: randomUUID(),
      startedAt: NOW,
      observation: watchedPlank(),
    });
    const back = (await owner.send('post', `/imports/${done.id}/undo`)).body as ImportDone;
    expect(back.stayed).toEqual(['Marit']);
    expect(await names()).toEqual(['Marit']);
    const later = await kept('Name\nSunniva\n');
    studio.setNow(after(24.1));
    expect(((await owner.get('/imports')).body as ImportDone[])[0]).toMatchObject({ id: later.id, undoUntil: null });
    expect((await owner.send('post', `/imports/${later.id}/undo`)).body).toMatchObject({
      title: 'It is too late to take this back',
    });
    expect(await names()).toEqual(['Marit', 'Sunniva']);
  });
  test('taken back: a caution that was changed, a letter that was sent, keep a person too', async () => {
    const done = await kept('Name\nMarit\nBram\nSunniva\n');
    const [marit, bram] = [await idOf('Marit'), await idOf('Bram')];
    await owner.send('post', `/people/${marit}/cautions`, { caution: 'neck', from: DAY });
    await owner.send('post', `/people/${bram}/letters`, {
      id: randomUUID(),
      what: 'record',
      of: null,
      to: 'bram@hall.example',
    });
    const back = (await owner.send('post', `/imports/${done.id}/undo`)).body as ImportDone;
    expect([...back.stayed].sort()).toEqual(['Bram', 'Marit']);
    expect((await names()).sort()).toEqual(['Bram', 'Marit']);
  });
  test('taken back: who came with a caution that was only reworded since stays', async () => {
    const file = await textOf(`/people/${await someone()}/record.json`);
    const other = await testStudio();
    const there = await other.as('owner');
    const done = await kept(file, '', there);
    const id = await idOf('Marit', there);
    const { cautionRecords } = (await there.get(`/people/${id}`)).body as { cautionRecords: { id: string }[] };
    await there.send('put', `/people/${id}/cautions/${cautionRecords[0]!.id}`, {
      caution: 'neck',
      from: DAY,
      note: 'better',
    });
    expect((await there.get(`/people/${id}`)).body).toMatchObject({ cautionRecords: [{ note: 'better' }] });
    expect((await there.send('post', `/imports/${done.id}/undo`)).body).toMatchObject({ stayed: ['Marit Sund'] });
    await other.close();
  });
  test('what goes out comes in the same elsewhere, whatever text is in it', async () => {
    await owner.send('post', '/groups', { name: 'Crew' });
    const group = ((await owner.get('/groups')).body as { id: string }[])[0]!.id;
    await owner.send('post', '/people', {
      name: '=cmd|calc',
      groupId: group,
      birthYear: 1990,
      stature: 1.725,
      mass: 68.05,
      sex: 'female',
      goal: 'row, "hard"; then rest',
      method: 'hollow',
      familyMethods: { hollow: 'straight' },
      kit: [],
      notes: 'one\ntwo',
    });
    await owner.send('post', '/people', { name: 'Bram', kit: ['band', 'box'] });
    const text = await textOf('/out/people.csv');
    // A spreadsheet that opens it reads text, not a formula.
    expect(Papa.parse<string[]>(text.slice(1)).data[1]![0]).toBe("'=cmd|calc");
    const other = await testStudio();
    const there = await other.as('owner');
    await kept(text, '', there);
    expect(await textOf('/out/people.csv', there)).toBe(text);
    await other.close();
  });
});

describe('sets', () => {
  const HEAD = 'Name,Date,Exercise,Variation,Hold time,Clean,Fault,Target\n';
  beforeEach(async () => {
    await owner.send('post', '/people', { name: 'Marit' });
  });

  test('become looks that ladders read; what is kept already is left; taken back they are gone', async () => {
    const file = `${HEAD}Marit,13/05/2026,Front plank,forearm,40,21,hips sag,40\nMarit,14/05/2026,Front plank,forearm,0:30,,,\n`;
    expect(await tried(file, '?as=sets')).toMatchObject({
      counts: { adds: 2 },
      problems: [],
      table: { dates: 'day-first' },
    });
    expect((await tried(file, '?as=sets')).lines.map((l) => l.says)).toEqual([
      '2026-05-13, Front plank, Forearms, 40 s',
      '2026-05-14, Front plank, Forearms, 30 s',
    ]);
    const done = await kept(file, '?as=sets');
    const id = await idOf('Marit');
    const { holds } = (await owner.get(`/people/${id}/ladders`)).body as { holds: object[] };
    expect(holds).toMatchObject([
      { place: 'front-plank/forearm', day: '2026-05-14', clean: 30 },
      { day: '2026-05-13', clean: 21, first: 'hip-sag', total: 40 },
    ]);
    expect(await tried(file, '?as=sets')).toMatchObject({ counts: { adds: 0, leaves: 2 } });
    await owner.send('post', `/imports/${done.id}/undo`);
    expect(((await owner.get(`/people/${id}/looks`)).body as { items: object[] }).items).toEqual([]);
    expect((await owner.get(`/people/${id}`)).body).toMatchObject({ lastLookAt: null });
  });
  test('of nobody, of two of one name, of days to come, of faults that are none', async () => {
    await owner.send('post', '/people', { name: 'Bram' });
    await owner.send('post', '/people', { name: 'bram' });
    const file = `${HEAD}Lars,2026-05-13,Front plank,,40,,,\nBram,2026-05-13,Front plank,,40,,,\nMarit,${dayAt(1)},Front plank,,40,,,\nMarit,2026-05-13,Front plank,,40,20,gloom,\n`;
    expect((await tried(file, '?as=sets')).problems.map((p) => [p.row, p.column, p.message])).toEqual([
      [2, 'Name', 'nobody here is called “Lars”'],
      [3, 'Name', '2 people here are called “Bram”'],
      [4, 'Date', `${dayAt(1)} is still to come`],
      [5, 'Fault', 'there is no fault “gloom”'],
    ]);
  });
  test('days that can be read two ways are asked about', async () => {
    const file = `${HEAD}Marit,3/4/2026,Front plank,,40,,,\n`;
    const preview = await tried(file, '?as=sets');
    expect(preview).toMatchObject({ table: { dates: null, asksDates: true }, problemCount: 1 });
    await kept(file, '?as=sets&dates=month-first');
    const { items } = (await owner.get(`/people/${await idOf('Marit')}/looks`)).body as { items: { day: string }[] };
    expect(items[0]!.day).toBe('2026-03-04');
  });
  test('what goes out comes in the same elsewhere', async () => {
    const id = await idOf('Marit');
    const look = async (observation: object, startedAt: string, note = ''): Promise<void> => {
      const answer = await owner.send('post', `/people/${id}/looks`, {
        id: randomUUID(),
        startedAt,
        observation,
        note,
      });
      expect(answer.body).toMatchObject({ startedAt });
    };
    await look(watchedPlank(), at(-2, '08:00:00'), '-4 degrees outside');
    await look(
      watchedPlank({ events: [], ended: { t: 25.5, reason: 'pain' }, rung: 'raised', setup: { handHeight: 0.4 } }),
      at(-2, '08:05:10'),
    );
    await look(
      watchedPlank({
        position: 'push-up',
        rung: 'knees',
        events: [],
        target: undefined,
        targetReps: 8,
        reps: [1, 2, 3, 4].map((t) => ({ t: t * 3, clean: t < 4 })),
        ended: { t: 14, reason: 'position-lost' },
      }),
      at(-1, '08:00:00'),
    );
    await look(
      watchedPlank({ position: 'side-plank', rung: 'knees', view: 'front', side: 'left', events: [] }),
      at(-1, '08:10:00'),
    );
    const text = await textOf(`/people/${id}/sets.csv`);
    const other = await testStudio();
    const there = await other.as('owner');
    await there.send('post', '/people', { name: 'Marit' });
    expect((await kept(text, '?as=sets', there)).counts.adds).toBe(4);
    expect(await textOf(`/people/${await idOf('Marit', there)}/sets.csv`, there)).toBe(text);
    expect(await textOf('/out/sets.csv', there)).toBe(text);
    await other.close();
  });
});

describe('looks as files', () => {
  test('singly for one person, or in folders named as people', async () => {
    await owner.send('post', '/people', { name: 'Marit' });
    await owner.send('post', '/people', { name: 'Bram' });
    const id = await idOf('Marit');
    const one = await zipped({ 'look-2026-05-01.json': JSON.stringify(watchedPlank()) });
    expect(await tried(one, `?person=${id}`)).toMatchObject({ kind: 'looks', counts: { adds: 1 } });
    const many = await zipped({
      'all/Marit/look-2026-05-02.json': JSON.stringify(watchedPlank()),
      'all/Bram/a 2026-05-02.json': JSON.stringify(placedPlank()),
      'all/Bram/b 2026-05-02.json': JSON.stringify(watchedPlank()),
      '__MACOSX/all/._Bram': 'x',
    });
    await kept(many);
    expect(((await owner.get(`/people/${await idOf('Bram')}/looks`)).body as { items: object[] }).items).toHaveLength(
      2,
    );
    const wrong = await zipped({
      'Marit/look.json': JSON.stringify(watchedPlank()),
      'Marit/2026-05-02.json': JSON.stringify({ ...watchedPlank(), position: 'trampoline' }),
      'Marit/2026-05-03.json': JSON.stringify({ ...watchedPlank(), rudder: 1 }),
    });
    expect((await tried(wrong)).problems.map((p) => p.column)).toEqual([
      'Marit/2026-05-02.json: position',
      'Marit/2026-05-03.json: rudder',
      'Marit/look.json',
    ]);
  });
});

/** A person with something of every kind. */
async function someone(): Promise<string> {
  const id = (await owner.send('post', '/people', { name: 'Marit Sund', stature: 1.72, mass: 68, goal: 'row' })).body
    .id as string;
  const post = (path: string, body: object) => owner.send('post', `/people/${id}/${path}`, body);
  const group = (await owner.send('post', '/groups', { name: 'Crew' })).body.id as string;
  await owner.send('patch', `/people/${id}`, { groupId: group });
  await post('cautions', { caution: 'neck', from: DAY, note: 'since March' });
  const withdrawn = (await post('consents', { kind: 'hands-on', givenBy: 'Marit', relation: 'self', from: DAY }))
    .body as {
    consents: { id: string }[];
  };
  await owner.send('post', `/people/${id}/consents/${withdrawn.consents[0]!.id}/withdraw`);
  await owner.send('put', `/people/${id}/attendance`, { here: true });
  const looks = [randomUUID(), randomUUID()];
  await post('looks', {
    id: looks[0],
    startedAt: at(-2, '08:00:00'),
    observation: placedPlank(),
    note: 'first',
    marks: [],
    pad: [
      [0, 60],
      [0.1, 58.5],
    ],
  });
  await post('looks', {
    id: looks[1],
    startedAt: at(-1, '08:00:00'),
    observation: watchedPlank({ ended: { t: 40, reason: 'pain' } }),
    relookOf: looks[0],
  });
  await owner.send('post', `/looks/${looks[1]}/mends`, {
    id: randomUUID(),
    fault: 'hip-sag',
    step: 0,
    kind: 'cue',
    result: 'helped',
  });
  await owner.send('patch', `/looks/${looks[1]}`, { overrule: { cause: 'abs-endurance', reason: 'seen often' } });
  await post('intakes', { answers: Object.fromEntries(stopSigns.map((s) => [s.id, false])), note: 'well' });
  await post('screens', {
    id: randomUUID(),
    doneAt: NOW,
    record: {
      screen: 'overhead-squat',
      reps: { front: 4 },
      counts: {},
      wideStance: false,
      supported: false,
      tests: {},
    },
  });
  await post('prescriptions', {
    lookId: looks[0],
    family: 'front-plank',
    method: 'Straight',
    causes: [{ cause: 'lever', probability: 0.5 }],
    items: [{ drill: 'bridge', dose: catalog.doses.wake, why: '', changes: [], minutes: 3 }],
    startsOn: DAY,
    relookOn: DAY,
  });
  await post('ladder-steps', {
    id: randomUUID(),
    from: 'front-plank/forearm',
    rule: 3,
    kind: 'stay',
    proposal: 'Stay.',
    numbers: [],
    decision: 'accepted',
    to: 'front-plank/forearm',
    seconds: 30,
  });
  await owner.send('put', `/people/${id}/goals/dragon-flag`);
  const programme = (
    await post('programmes', { id: randomUUID(), version: 0, settings: { ...plainSettings(mondayIn(0)), weeks: 2 } })
  ).body as { id: string; planned: { weeks: { days: { day: string; items: { item: string }[] }[] }[] } };
  // Its second version stands.
  await post('programmes', {
    id: programme.id,
    version: 1,
    settings: { ...plainSettings(mondayIn(0)), weeks: 2, note: 'shorter' },
  });
  const { day, items } = programme.planned.weeks[0]!.days[0]!;
  await owner.send('put', `/programmes/${programme.id}/logs`, {
    logs: [{ day, item: items[0]!.item, is: 'partly', sets: 1 }],
  });
  return id;
}
/** A record without what is another elsewhere: ids, who made it, places in the order of arrival. */
const bare = (file: unknown): unknown =>
  JSON.parse(
    JSON.stringify(file, (key, value: unknown) =>
      key === 'by' || key === 'arrival' || key === 'setBy' ? undefined : value,
    ).replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'id'),
  );

describe('a person’s record', () => {
  test('goes out by its schema, and comes in the same elsewhere: with what stops, what was done, what was said', async () => {
    const id = await someone();
    const text = await textOf(`/people/${id}/record.json`);
    const file = personFileSchema.parse(JSON.parse(text));
    for (const part of [
      'cautions',
      'consents',
      'attendance',
      'looks',
      'intakes',
      'screens',
      'prescriptions',
      'steps',
      'goals',
      'programmes',
    ] as const)
      expect([part, file[part].length > 0]).toEqual([part, true]);
    expect(file.programmes[0]!.logs).toHaveLength(1);

    const other = await testStudio();
    const there = await other.as('owner');
    expect(await sent('/try', text, there)).toMatchObject({
      body: { kind: 'records', counts: { adds: 1 }, problems: [] },
    });
    const done = await kept(text, '', there);
    const copy = await idOf('Marit', there);
    const again = JSON.parse(await textOf(`/people/${copy}/record.json`, there)) as PersonFile;
    expect(bare(again)).toEqual(bare(file));
    expect(again.looks[1]!.relookOf).toBe(again.looks[0]!.id);
    expect(again.prescriptions[0]!.lookId).toBe(again.looks[0]!.id);
    // The pain that ended the hold came before the asking that was clear: as it was, so it is.
    const facts = (by: Client, of: string) => by.get(`/people/${of}/facts`);
    const order = async (by: Client, of: string) => {
      const { intakes, lastHolds } = (await facts(by, of)).body as {
        intakes: { arrival: number }[];
        lastHolds: { arrival: number }[];
      };
      return intakes[0]!.arrival > lastHolds[0]!.arrival;
    };
    expect(await order(there, copy)).toBe(await order(owner, id));
    expect((await there.get(`/people/${copy}/ladders`)).body).toMatchObject({ holds: [{ pain: true }] });

    await there.send('post', `/imports/${done.id}/undo`);
    expect(await names(there)).toEqual([]);
    await other.close();
  });
  test('a hold that an assistant logged lifts no pain elsewhere either', async () => {
    const id = (await owner.send('post', '/people', { name: 'Bram' })).body.id as string;
    const group = (await owner.send('post', '/groups', { name: 'Crew' })).body.id as string;
    await owner.send('patch', `/people/${id}`, { groupId: group });
    const log = (by: Client, startedAt: string, reason: 'pain' | 'coach') =>
      by.send('post', `/people/${id}/looks`, {
        id: randomUUID(),
        startedAt,
        observation: watchedPlank({ ended: { t: 30, reason } }),
      });
    await log(owner, at(-2, '08:00:00'), 'pain');
    await log(await studio.as('assistant', [group]), at(-1, '08:00:00'), 'coach');
    const hurts = async (by: Client, of: string) =>
      ((await by.get(`/people/${of}/facts`)).body as { lastHolds: { pain: boolean }[] }).lastHolds.map((h) => h.pain);
    expect(await hurts(owner, id)).toEqual([true]);
    const other = await testStudio();
    const there = await other.as('owner');
    await kept(await textOf(`/people/${id}/record.json`), '', there);
    expect(await hurts(there, await idOf('Bram', there))).toEqual([true]);
    await other.close();
  });
  test('beside one who is known here: left, or added once more; never laid over', async () => {
    const id = await someone();
    const text = await textOf(`/people/${id}/record.json`);
    expect(await tried(text)).toMatchObject({ knownPeople: 1, counts: { adds: 0, leaves: 1 } });
    expect((await tried(text, '?known=change')).problems[0]!.message).toContain('not laid over');
    expect((await kept(text, '?known=add')).counts.adds).toBe(1);
    expect(await names()).toEqual(['Marit Sund', 'Marit Sund']);
  });
  test('as a workbook that is read back, with a sheet to draw from; as tables; as paper', async () => {
    const id = await someone();
    const book = new ExcelJS.Workbook();
    const file = (await owner.get(`/people/${id}/record.xlsx`).buffer(true).parse(binary)).body as Buffer;
    await book.xlsx.load(file as unknown as ExcelJS.Buffer);
    expect(book.worksheets.map((w) => w.name)).toEqual([
      'People',
      'Sets',
      'Chart',
      'Measures',
      'Work alone',
      'Drills given',
      'Tests',
      'Steps',
      'Cautions',
    ]);
    const rows = (name: string) => book.getWorksheet(name)!.getSheetValues() as unknown[][];
    expect(rows('Chart')[1]!.slice(1)).toEqual(['Day', 'Front plank, Forearms, s']);
    expect(rows('Chart')[2]!.slice(1)).toEqual([dayAt(-1), 21.4]);
    expect(rows('Sets')[2]).toEqual(expect.arrayContaining(['Marit Sund', 40, 21.4, 'Hips sag']));
    const measures = await textOf(`/people/${id}/measures.csv`);
    const [head, ...lines] = Papa.parse<string[]>(measures.slice(1)).data;
    expect(head).toEqual(['Name', 'Day', 'Position', 'Version', 'Measure', 'Value', '±', 'Unit']);
    expect(lines.find((l) => l[4] === 'Body line')).toBeDefined();
    for (const l of lines) expect(Number(l[6])).toBeGreaterThan(0);
    expect(Papa.parse<string[]>((await textOf(`/people/${id}/work.csv`)).slice(1)).data[1]).toContain('partly');
    const pdf = (await owner.get(`/people/${id}/record.pdf`).buffer(true).parse(binary)).body as Buffer;
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    const stranger = await studio.as('assistant');
    for (const path of ['record.pdf', 'record.xlsx', 'record.json', 'sets.csv', 'measures.csv', 'work.csv'])
      expect((await stranger.get(`/people/${id}/${path}`)).status).toBe(403);
    expect(studio.log.join('')).not.toContain('Marit');
  });
  test('broken ones are told by path, and nothing is kept', async () => {
    const id = await someone();
    const file = JSON.parse(await textOf(`/people/${id}/record.json`)) as PersonFile;
    const change = (part: object): string => JSON.stringify({ ...file, ...part });
    expect(await refused(change({ version: 2 }), '?known=add')).toContain('version');
    expect(await refused(change({ rudder: 1 }), '?known=add')).toContain('rudder');
    const looks = [{ ...file.looks[0]!, observation: { ...file.looks[0]!.observation, rung: 'trapeze' } }];
    expect(await refused(change({ looks }), '?known=add')).toContain('looks[0].observation.rung');
    expect(await refused(change({ goals: [{ a: 1 }] }), '?known=add')).toContain('goals[0]');
    expect(await names()).toEqual(['Marit Sund']);
  });
});

describe('a studio', () => {
  test('goes out whole, and comes in elsewhere with the entries that its looks need', async () => {
    await someone();
    const own = { ...record(catalog.drills, 'bridge'), id: 'bridge-on-a-rock', name: 'Bridge on a rock' };
    await owner.send('put', '/catalogue/drills/bridge-on-a-rock', own);
    const text = await textOf('/out/studio.json');
    const file = JSON.parse(text) as StudioFile;
    expect(file.entries.map((e) => e.key)).toEqual(['bridge-on-a-rock']);
    const other = await testStudio();
    const there = await other.as('owner');
    const coach = await other.as('coach');
    expect((await sent('', text, coach)).status).toBe(403);
    const done = await kept(text, '', there);
    const again = JSON.parse(await textOf('/out/studio.json', there)) as StudioFile;
    expect(bare({ ...again, defaults: null })).toEqual(bare({ ...file, defaults: null }));
    await there.send('post', `/imports/${done.id}/undo`);
    expect(await names(there)).toEqual([]);
    expect((JSON.parse(await textOf('/out/studio.json', there)) as StudioFile).entries).toEqual([]);
    await other.close();
  });
  test('its schema is told to anybody', async () => {
    const stranger = await studio.stranger();
    for (const name of ['person', 'studio', 'observation'])
      expect((await stranger.get(`/schemas/${name}.json`)).body).toMatchObject({ type: 'object' });
  });
});

describe('hostile and broken files get their sentence', () => {
  test('archives that grow, lead outside, are cut off, or hold other things', async () => {
    const bomb = await zipped({ 'a-2026-05-01.json': Buffer.alloc(45 * 1024 ** 2, 32) });
    expect(bomb.length).toBeLessThan(1024 ** 2);
    expect(await refused(bomb)).toContain('longer than 40 MB unpacked');
    const many = await zipped(
      Object.fromEntries(Array.from({ length: 5 }, (_, i) => [`${i}.json`, Buffer.alloc(35 * 1024 ** 2, 32)])),
    );
    expect(await refused(many)).toContain('more than 160 MB unpacked');
    // A name that leads out of the archive: written over the name of an honest one.
    const honest = await zipped({ 'aa/bb/c.json': '{}' });
    expect(
      await refused(Buffer.from(honest.toString('latin1').replaceAll('aa/bb/c.json', '../../c.json'), 'latin1')),
    ).toContain('a place outside itself');
    expect(await refused(honest.subarray(0, honest.length - 20))).toContain('cut off');
    expect(await refused(await zipped({ 'a.json': '{}', 'run.sh': 'rm' }))).toContain('run.sh');
    expect(await refused(await zipped({ 'a.json': await zipped({ 'b.json': '{}' }) }))).toContain(
      'a.json: is not JSON',
    );
    expect(await refused(await zipped({}))).toMatch(/holds nothing|no archive/);
  });
  test('a workbook whose ranges cover the whole sheet is read by its cells; one as wide as a sheet is refused', async () => {
    const all = 'A1:XFD1048576';
    const cell = (at: string, text: string): string => `<c r="${at}" t="inlineStr"><is><t>${text}</t></is></c>`;
    const book = (rows: string): Promise<Buffer> =>
      zipped({
        '[Content_Types].xml':
          '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>',
        '_rels/.rels':
          '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>',
        'xl/workbook.xml': `<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="S" sheetId="1" r:id="rId1"/></sheets><definedNames><definedName name="n">S!$A$1:$XFD$1048576</definedName></definedNames></workbook>`,
        'xl/_rels/workbook.xml.rels':
          '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
        'xl/worksheets/sheet1.xml': `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${rows}</sheetData><mergeCells count="1"><mergeCell ref="${all}"/></mergeCells><conditionalFormatting sqref="${all}"/><dataValidations count="1"><dataValidation type="whole" sqref="${all}"><formula1>1</formula1></dataValidation></dataValidations></worksheet>`,
      });
    const right = await book(
      `<row r="1">${cell('A1', 'Name')}</row><row r="2">${cell('A2', 'Bram')}</row><row r="3">${cell('A3', 'Edda')}</row>`,
    );
    expect(await tried(right, '?as=roster')).toMatchObject({ counts: { adds: 2 }, problems: [] });
    const wide = await book(`<row r="1">${cell('A1', 'Name')}</row><row r="2">${cell('XFD2', 'Bram')}</row>`);
    expect(await refused(wide, '?as=roster')).toContain('has 16384 columns');
  });
  test('a workbook that declares names of its own, and one that is none', async () => {
    const laughs = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><worksheet>&b;</worksheet>`;
    const book = await zipped({
      '[Content_Types].xml': '<Types/>',
      'xl/workbook.xml': '<workbook/>',
      'xl/worksheets/sheet1.xml': laughs,
    });
    expect(await refused(book)).toContain('declares names of its own');
    expect(await refused(await zipped({ '[Content_Types].xml': '<Types/>', 'xl/workbook.xml': 'x' }))).toMatch(
      /no workbook|without a sheet/,
    );
  });
  test('what is no table, no JSON, too long, or empty', async () => {
    expect(await refused('')).toContain('is empty');
    expect(await refused('\n\n')).toContain('holds no rows');
    expect(await refused('Name\n')).toContain('no rows');
    expect(await refused(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 1, 0, 2, 5, 0, 9]))).toContain('no table');
    expect(await refused('{"format":')).toContain('is not JSON');
    expect(await refused('[{"keypoints":[]}]')).toContain('on the person’s page');
    expect(await refused('{"format":"elsewhere/thing"}')).toContain('none of the formats');
    expect(await refused('Name,Goal\n"Marit,x\n')).toContain('not closed');
    expect(await refused(`Name\n${'x\n'.repeat(20_001)}`)).toContain('at most 20000');
    expect(await refused(`Name\n${'y'.repeat(9000)}\n`)).toContain('more than 8000 characters');
    const long = await sent('', Buffer.alloc(IMPORT_BYTES + 1, 65));
    expect(long.status).toBe(413);
    expect(await names()).toEqual([]);
  });
  test('deep nesting is told, not fallen over', async () => {
    const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`;
    expect(await refused(deep)).toMatch(/JSON|list/);
  });
});
