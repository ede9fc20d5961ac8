/** Each earlier version of the database, filled as that version filled it, is carried over whole. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import knex, { type Knex } from 'knex';
import { watchedPlank } from '../../core/testing.js';
import { stopSigns } from '../../core/studio/intake.js';
import { createApp } from '../app.js';
import { readConfig } from '../config.js';
import { migrationSource } from './migrations.js';
import { openDatabase } from './open.js';
import { recordHash } from './record-hash.js';

let dir: string;
let open: Knex[];
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'anchor-old-'));
  open = [];
});
afterEach(async () => {
  for (const db of open) await db.destroy();
  rmSync(dir, { recursive: true, force: true });
});
/** The database as this program opens it, closed after the test. */
async function opened(): Promise<Knex> {
  const db = await openDatabase(dir);
  open.push(db);
  return db;
}

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const [COACH, GROUP, PERSON, CAUTION, CONSENT, LOOK, RELOOK, GONE, MEND, MEDIA] = Array.from({ length: 10 }, (_, i) =>
  id(i + 1),
) as [string, string, string, string, string, string, string, string, string, string];
/** As the first versions stored a watched hold: with a picture's size, and a height in a field that has another name now. */
const record = JSON.stringify({
  ...watchedPlank(),
  picture: { width: 1280, height: 720 },
  setup: { surfaceHeight: 0.3 },
});

/** What each version could hold, in its own columns. */
const FILL: readonly ((db: Knex) => Promise<void>)[] = [
  async (db) => {
    await db('accounts').insert({
      id: COACH,
      email: 'c@hall.example',
      name: 'C',
      role: 'coach',
      password_hash: 'x',
      created_at: '2026-01-01T00:00:00Z',
    });
    await db('groups').insert({ id: GROUP, name: 'Crew' });
    await db('people').insert({
      id: PERSON,
      name: 'Marit',
      group_id: GROUP,
      stature: 1.72,
      mass: 68,
      sex: 'female',
      created_at: '2026-01-01T00:00:00Z',
    });
    await db('cautions').insert({
      id: CAUTION,
      person_id: PERSON,
      caution: 'wrist',
      from_day: '2026-01-01',
      set_by: COACH,
    });
    await db('consents').insert({
      id: CONSENT,
      person_id: PERSON,
      kind: 'pictures',
      given_by: 'Marit',
      relation: 'self',
      from_day: '2026-01-01',
      recorded_by: COACH,
    });
    await db('media').insert({
      id: MEDIA,
      person_id: PERSON,
      width: 640,
      height: 480,
      taken_at: '2026-05-01T10:00:00Z',
      added_by: COACH,
    });
    const look = { person_id: PERSON, position: 'front-plank', record, made_by: COACH };
    await db('observations').insert({ ...look, id: LOOK, started_at: '2026-05-18T09:00:00.000Z', media_id: MEDIA });
    await db('observations').insert({ ...look, id: RELOOK, started_at: '2026-05-19T23:30:00.000Z', relook_of: LOOK });
    await db('observations').insert({
      ...look,
      id: GONE,
      started_at: '2026-05-20T09:00:00.000Z',
      deleted_at: '2026-05-20T10:00:00Z',
    });
    await db('mends').insert({
      id: MEND,
      observation_id: LOOK,
      fault: 'hip-sag',
      step: 0,
      kind: 'cue',
      result: 'helped',
      at: '2026-05-18T09:05:00Z',
    });
    await db('attendance').insert({ person_id: PERSON, day: '2026-05-20' });
  },
  async (db) => {
    await db('observations')
      .where('id', LOOK)
      .update({ overrule: JSON.stringify({ cause: 'wrist', reason: 'seen' }) });
  },
  async (db) => {
    await db('studio_settings').insert({
      name: 'defaults',
      value: JSON.stringify({ method: 'quiet', familyMethods: {}, kit: ['mat'] }),
    });
    await db('people')
      .where('id', PERSON)
      .update({ family_methods: JSON.stringify({ hollow: 'hollow' }), kit: JSON.stringify(['band']) });
  },
  async (db) => {
    const answers = JSON.stringify(Object.fromEntries(stopSigns.map((s) => [s.id, false])));
    await db('intakes').insert({
      id: id(20),
      person_id: PERSON,
      day: '2026-05-01',
      answers,
      asked_by: COACH,
      asked_at: '2026-05-01T08:00:00Z',
    });
    const item = {
      drill: 'bridge',
      dose: { sets: '2', work: '10', tempo: 'slow', rest: '30 s', days: 'daily' },
      why: 'answers “x”',
      changes: [],
      minutes: 3,
    };
    await db('prescriptions').insert({
      id: id(21),
      series: id(21),
      version: 1,
      person_id: PERSON,
      look_id: LOOK,
      starts_on: '2026-05-18',
      relook_on: '2026-05-28',
      made_by: COACH,
      made_at: '2026-05-18T09:10:00Z',
      record: JSON.stringify({
        family: 'front-plank',
        method: 'Straight and strong',
        causes: [],
        items: [item],
        note: '',
      }),
    });
    await db('screens').insert({
      id: id(22),
      person_id: PERSON,
      done_at: '2026-05-17T09:00:00Z',
      made_by: COACH,
      record: JSON.stringify({
        screen: 'overhead-squat',
        reps: { front: 4 },
        counts: { 'front/knee-in': 3 },
        wideStance: false,
        supported: false,
        tests: {},
      }),
    });
  },
  async (db) => {
    await db('ladder_steps').insert({
      id: id(23),
      person_id: PERSON,
      look_id: LOOK,
      day: '2026-05-18',
      made_by: COACH,
      made_at: '2026-05-18T09:12:00Z',
      record: JSON.stringify({
        from: 'front-plank/forearm',
        rule: 6,
        kind: 'split',
        proposal: 'Stay, or split the set.',
        numbers: [{ label: 'clean', value: '21.4 s' }],
        decision: 'accepted',
        to: 'front-plank/forearm',
        seconds: 20,
        step: null,
        reason: '',
      }),
    });
    await db('goals').insert({ person_id: PERSON, goal: 'dragon-flag', set_at: '2026-05-18T09:00:00Z' });
  },
];
const TABLES = ['accounts', 'groups', 'people', 'cautions', 'consents', 'media', 'observations', 'mends', 'attendance'];

/** A database as version `n` left it, filled. */
async function oldDatabase(n: number): Promise<Record<string, number>> {
  const all = await migrationSource.getMigrations([]);
  const source = { ...migrationSource, getMigrations: () => Promise.resolve(all.slice(0, n)) };
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(dir, 'anchor.sqlite') },
    useNullAsDefault: true,
  });
  await db.migrate.latest({ migrationSource: source });
  for (const fill of FILL.slice(0, n)) await fill(db);
  const counts: Record<string, number> = {};
  for (const table of TABLES) counts[table] = ((await db(table).count({ n: '*' }).first()) as { n: number }).n;
  await db.destroy();
  return counts;
}

describe.each([1, 2, 3, 4, 5])('a studio of version %i', (n) => {
  test('is carried over whole, filled in, and read by the routes’ own functions', async () => {
    const before = await oldDatabase(n);
    const db = await opened();
    for (const table of TABLES)
      expect([table, ((await db(table).count({ n: '*' }).first()) as { n: number }).n]).toEqual([table, before[table]]);
    const { context } = createApp(
      { ...readConfig({}), dataDir: dir, logLevel: 'silent', background: false, clock: () => '2026-05-21T10:00:00Z' },
      db,
    );
    const owner = { ...(await context.accounts.find(COACH))!, role: 'owner' as const };
    const { defaults } = await context.studio.now();
    expect(defaults).toMatchObject({ offlineCopies: true, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone });
    expect([defaults.method, defaults.kit]).toEqual(n >= 3 ? ['quiet', ['mat']] : [null, null]);
    const person = (await context.people.find(owner, PERSON, '2026-05-21'))!;
    expect(person).toMatchObject({
      name: 'Marit',
      cautions: ['wrist'],
      lastLookAt: '2026-05-19T23:30:00.000Z',
      due: false,
      allows: { pictures: true },
    });
    expect(person.kit).toEqual(n >= 3 ? ['band'] : null);
    const look = (await context.looks.find(LOOK))!;
    expect(look).toMatchObject({
      day: '2026-05-18',
      relooks: [RELOOK],
      mediaId: MEDIA,
      mends: [{ id: MEND }],
      observation: { setup: { surfaceHeight: 0.3 } },
    });
    expect(look.overrule?.cause).toBe(n >= 2 ? 'wrist' : undefined);
    expect(await context.looks.like(recordHash(look.observation))).toHaveLength(2);
    const judged = (await context.people.judgedAs(owner, PERSON))!;
    const { items } = await context.judging.history(judged, '', 10);
    expect(items.map((i) => [i.id, i.clean])).toEqual([
      [RELOOK, 21.4],
      [LOOK, 21.4],
    ]);
    const facts = await context.circumstances.factsOf(PERSON);
    expect([facts.intakes.length, facts.prescriptions.length, facts.screens.length]).toEqual(
      n >= 4 ? [1, 1, 1] : [0, 0, 0],
    );
    expect(await context.ladders.goalsOf(PERSON)).toEqual(n >= 5 ? ['dragon-flag'] : []);
    expect((await context.ladders.stepsOf(PERSON)).map((s) => s.kind)).toEqual(n >= 5 ? ['split'] : []);
  });
});

describe('days that are filled in', () => {
  test('a look in the evening of the hall’s wall keeps that evening’s date', async () => {
    await oldDatabase(5);
    const db = knex({
      client: 'better-sqlite3',
      connection: { filename: join(dir, 'anchor.sqlite') },
      useNullAsDefault: true,
    });
    await db('studio_settings').update({
      value: JSON.stringify({ method: null, familyMethods: {}, kit: null, timeZone: 'Asia/Tokyo' }),
    });
    await db.destroy();
    const now = await opened();
    expect(await now('observations').orderBy('id').pluck('day')).toEqual(['2026-05-18', '2026-05-20', '2026-05-20']);
    expect((await now<{ last_look_day: string }>('people').first('last_look_day'))!.last_look_day).toBe('2026-05-20');
  });
  test('the last step is taken back and run again without loss', async () => {
    await oldDatabase(5);
    const db = await opened();
    await db.migrate.down({ migrationSource });
    expect(await db('mends').count({ n: '*' }).first()).toEqual({ n: 1 });
    expect(await db('observations').count({ n: '*' }).first()).toEqual({ n: 3 });
    await db.migrate.latest({ migrationSource });
    expect(await db('observations').whereNull('day')).toEqual([]);
  });
});
