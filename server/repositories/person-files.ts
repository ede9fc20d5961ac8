/** A person's whole record out of the tables, and into them again under new ids. */
import { createHash, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { ROLES } from '../../api/common.js';
import { anchorSchema, markSchema, MEND_RESULTS, overruleSchema, padSchema } from '../../api/observations.js';
import type { Person } from '../../api/people.js';
import type { PersonFile, RecordOfFile } from '../../api/person-file.js';
import { itemLogInputSchema } from '../../api/programmes.js';
import type { Day } from '../../core/days.js';
import { MEND_KINDS } from '../../core/formats/catalog.js';
import { recordSchema } from '../../core/formats/observation.js';
import type { Clock } from '../clock.js';
import { nextArrivals } from '../database/arrivals.js';
import { json, parseRows } from '../database/rows.js';
import type { ReadLook } from '../work/look-read.js';
import { laddersIn } from './ladders.js';
import type { Looks } from './looks.js';
import { peopleIn } from './people.js';
import { plansIn } from './plans.js';
import { programmesIn } from './programmes.js';

const lookRow = z.object({
  id: z.string(),
  arrival: z.number(),
  made_as: z.enum(ROLES),
  started_at: z.string(),
  day: z.string(),
  record: json(recordSchema),
  relook_of: z.string().nullable(),
  together_with: z.string().nullable(),
  marks: json(z.array(markSchema)),
  anchors: json(z.array(anchorSchema)),
  pad: z.union([z.null(), json(padSchema)]),
  note: z.string(),
  overrule: z.union([z.null(), json(overruleSchema)]),
  by: z.string(),
});
const mendRow = z.object({
  observation_id: z.string(),
  fault: z.string(),
  step: z.number(),
  kind: z.enum(MEND_KINDS),
  result: z.enum(MEND_RESULTS),
  at: z.string(),
});
const intakeRow = z.object({
  arrival: z.number(),
  made_as: z.enum(ROLES),
  day: z.string(),
  asked_at: z.string(),
  answers: json(z.record(z.string(), z.boolean())),
  note: z.string(),
  by: z.string(),
});
const logRow = z.object({
  programme_id: z.string(),
  arrival: z.number(),
  record: json(itemLogInputSchema),
  said_at: z.string(),
  by: z.string().nullable(),
});

/** What is read of each table that holds something of a person, for telling whether anything was added or changed. */
const OF_PERSON: Readonly<Record<string, readonly string[]>> = {
  observations: ['id', 'version', 'deleted_at'],
  media: ['id'],
  clips: ['id', 'look_id'],
  letters: ['id'],
  programme_links: ['id'],
  ...Object.fromEntries(
    [
      'cautions',
      'consents',
      'attendance',
      'intakes',
      'screens',
      'prescriptions',
      'ladder_steps',
      'goals',
      'programmes',
      'programme_logs',
    ].map((table) => [table, ['*']]),
  ),
};
/** People whose fingerprints are taken at once. */
const AT_ONCE = 400;

export type PersonFiles = ReturnType<typeof personFilesIn>;

export function personFilesIn(db: Knex, clock: Clock) {
  const [plans, ladders, programmes] = [plansIn(db, clock), laddersIn(db, clock), programmesIn(db)];

  async function looksOf(id: string): Promise<PersonFile['looks']> {
    const rows = parseRows(
      'observations',
      lookRow,
      await db('observations')
        .join('accounts', 'accounts.id', 'observations.made_by')
        .where('person_id', id)
        .whereNull('deleted_at')
        .orderBy('arrival')
        .select('observations.*', 'accounts.name as by'),
    );
    const mends = parseRows(
      'mends',
      mendRow,
      await db('mends').whereIn('observation_id', db('observations').where('person_id', id).select('id')).orderBy('at'),
    );
    const here = new Set(rows.map((r) => r.id));
    const known = (of: string | null): string | null => (of !== null && here.has(of) ? of : null);
    return rows.map((r) => ({
      id: r.id,
      arrival: r.arrival,
      as: r.made_as,
      startedAt: r.started_at,
      day: r.day,
      observation: r.record,
      relookOf: known(r.relook_of),
      togetherWith: known(r.together_with),
      marks: r.marks,
      anchors: r.anchors,
      pad: r.pad ?? [],
      note: r.note,
      mends: mends.filter((m) => m.observation_id === r.id).map(({ observation_id: _of, ...m }) => m),
      overrule: r.overrule,
      by: r.by,
    }));
  }
  async function intakesOf(id: string): Promise<PersonFile['intakes']> {
    const rows = await db('intakes')
      .join('accounts', 'accounts.id', 'intakes.asked_by')
      .where('person_id', id)
      .orderBy('arrival')
      .select('intakes.*', 'accounts.name as by');
    return parseRows('intakes', intakeRow, rows).map(({ asked_at: askedAt, made_as: as, ...r }) => ({
      ...r,
      askedAt,
      as,
    }));
  }
  async function programmesOf(id: string): Promise<PersonFile['programmes']> {
    const rows = await db('programme_logs')
      .leftJoin('accounts', 'accounts.id', 'programme_logs.said_by')
      .where('person_id', id)
      .orderBy(['arrival', 'day', 'item'])
      .select('programme_logs.*', 'accounts.name as by');
    const logs = parseRows('programme_logs', logRow, rows);
    return (await programmes.ofPerson(id)).map(({ personId: _of, ...p }) => ({
      ...p,
      logs: logs
        .filter((l) => l.programme_id === p.id)
        .map((l) => ({ ...l.record, arrival: l.arrival, by: l.by, at: l.said_at })),
    }));
  }
  async function attendanceOf(id: string): Promise<Day[]> {
    const rows = await db('attendance').where('person_id', id).orderBy('day').select('day');
    return parseRows('attendance', z.object({ day: z.string() }), rows).map((r) => r.day);
  }

  return {
    /** Everything that is kept of a person but pictures and clips. Programmes in the version that stands. */
    async read(person: Person): Promise<RecordOfFile> {
      const { id, name, birthYear, stature, mass, sex, email, goal, method, familyMethods, kit, notes } = person;
      return {
        person: {
          name,
          group: person.group?.name ?? null,
          archived: person.archived,
          ...{ birthYear, stature, mass, sex, email, goal, method, familyMethods, kit, notes },
        },
        cautions: person.cautionRecords.map(({ caution, from, until, note }) => ({ caution, from, until, note })),
        consents: person.consents.map(({ id: _id, ...consent }) => consent),
        attendance: await attendanceOf(id),
        looks: await looksOf(id),
        intakes: await intakesOf(id),
        screens: (await plans.screensOf(id)).map(({ id: _id, ...screen }) => screen),
        prescriptions: (await plans.prescriptionsOf(id)).map(({ newest: _newest, ...p }) => p),
        steps: (await ladders.stepsOf(id)).map(({ id: _id, ...step }) => step),
        goals: await ladders.goalsOf(id),
        programmes: await programmesOf(id),
      };
    },

    /**
     * Keeps a record as a new person, in the transaction that this repository was made with.
     * @param looks the record's looks as they are stored, in its order
     * @param familyOf the position of an item
     * @returns the person's id
     */
    async write(
      record: RecordOfFile,
      looks: readonly ReadLook[],
      groupId: string | null,
      by: Pick<Account, 'id' | 'role'>,
      into: { looks: Looks; familyOf: (item: string) => string; now: string },
    ): Promise<string> {
      const people = peopleIn(db, clock);
      const { group: _group, archived, ...fields } = record.person;
      const id = await people.add({ ...fields, groupId });
      if (archived) await people.change(id, { archived: true }, { by: by.id, version: null });
      for (const caution of record.cautions) await people.addCaution(id, caution, by.id);
      for (const { withdrawnOn, forClip, ...consent } of record.consents)
        await people.addConsent(id, consent, by.id, { withdrawnOn, forClip });
      for (const day of record.attendance) await people.attend(id, day, true);

      const newIds = new Map(record.looks.map((l, i) => [l.id, looks[i]!.input.id]));
      const newId = (of: string | null): string | null => (of === null ? null : (newIds.get(of) ?? null));
      await into.looks.addMany(
        record.looks.map((l, i) => ({
          personId: id,
          day: l.day,
          look: looks[i]!,
          as: l.as,
          togetherWith: newId(l.togetherWith),
        })),
        by,
      );
      await keepOfLooks(record, newId);

      for (const screen of record.screens) await plans.addScreen(id, { ...screen, id: randomUUID() }, by.id);
      await keepPrescriptions(id, record, newId, by.id);
      await keepSteps(id, record, newId, by.id);
      for (const [i, goal] of record.goals.entries())
        await db('goals').insert({ person_id: id, goal, set_at: inOrder(into.now, i) });
      const own = await keepProgrammes(id, record, by.id);
      await keepInOrder(id, record, { newId, own, by, familyOf: into.familyOf });
      return id;
    },

    /** What is kept of people, each in one short text: another text, and something was added or changed. */
    async fingerprints(ids: readonly string[]): Promise<Map<string, string>> {
      const found = new Map<string, string>();
      for (let i = 0; i < ids.length; i += AT_ONCE) {
        const some = ids.slice(i, i + AT_ONCE);
        const told = new Map<string, string[]>(some.map((id) => [id, []]));
        const people: unknown = await db('people').whereIn('id', some);
        for (const row of parseRows('people', z.looseObject({ id: z.string() }), people))
          told.get(row.id)!.push(JSON.stringify(row));
        for (const [table, columns] of Object.entries(OF_PERSON)) {
          const rows: unknown = await db(table)
            .whereIn('person_id', some)
            .select('person_id', ...columns);
          for (const row of parseRows(table, z.looseObject({ person_id: z.string() }), rows))
            told.get(row.person_id)!.push(JSON.stringify([table, row]));
        }
        for (const [id, rows] of told) found.set(id, createHash('sha256').update(rows.sort().join('\n')).digest('hex'));
      }
      return found;
    },
  };

  /** What looks say of each other and what a coach said of them. */
  async function keepOfLooks(record: RecordOfFile, newId: (of: string | null) => string | null): Promise<void> {
    for (const look of record.looks) {
      const set = {
        ...(look.relookOf === null ? {} : { relook_of: newId(look.relookOf) }),
        ...(look.overrule === null ? {} : { overrule: JSON.stringify(look.overrule) }),
      };
      if (Object.keys(set).length > 0) await db('observations').where('id', newId(look.id)).update(set);
      for (const mend of look.mends)
        await db('mends').insert({ ...mend, id: randomUUID(), observation_id: newId(look.id) });
    }
  }
  async function keepPrescriptions(
    id: string,
    { prescriptions }: RecordOfFile,
    newId: (of: string | null) => string | null,
    by: string,
  ): Promise<void> {
    const series = new Map<string, string>(prescriptions.map((p) => [p.series, randomUUID()]));
    for (const p of prescriptions)
      await db('prescriptions').insert({
        id: randomUUID(),
        series: series.get(p.series),
        version: p.version,
        person_id: id,
        look_id: newId(p.lookId),
        record: JSON.stringify({
          family: p.family,
          method: p.method,
          causes: p.causes,
          items: p.items,
          note: p.note,
        }),
        starts_on: p.startsOn,
        relook_on: p.relookOn,
        ended_on: p.endedOn,
        made_by: by,
        made_at: p.at,
      });
  }
  /** A file has them newest first; their instants are not in it, so each follows the one before on its day. */
  async function keepSteps(
    id: string,
    { steps }: RecordOfFile,
    newId: (of: string | null) => string | null,
    by: string,
  ): Promise<void> {
    for (const [i, { lookId, day, by: _by, ...record }] of [...steps].reverse().entries())
      await db('ladder_steps').insert({
        id: randomUUID(),
        person_id: id,
        look_id: newId(lookId),
        day,
        record: JSON.stringify(record),
        made_by: by,
        made_at: inOrder(`${day}T12:00:00.000Z`, i),
      });
  }
  /** @returns new ids of programmes by those of the file */
  async function keepProgrammes(
    id: string,
    { programmes: kept }: RecordOfFile,
    by: string,
  ): Promise<Map<string, string>> {
    const own = new Map<string, string>();
    for (const { id: old, version, settings, planned, until, endedOn, at } of kept) {
      const programme = randomUUID();
      own.set(old, programme);
      await programmes.add(id, { id: programme, version: 0, settings, planned, until }, by, at);
      // It stands in the version that it had; those before it are not in a file.
      await db('programmes').where('id', programme).update({ version });
      if (endedOn !== null) await programmes.end((await programmes.find(programme))!, endedOn);
    }
    return own;
  }
  /** Looks, askings and what was done alone get their places in the order in which they had reached the server. */
  async function keepInOrder(
    id: string,
    record: RecordOfFile,
    {
      newId,
      own,
      by,
      familyOf,
    }: {
      newId: (of: string | null) => string | null;
      own: ReadonlyMap<string, string>;
      by: Pick<Account, 'id' | 'role'>;
      familyOf: (item: string) => string;
    },
  ): Promise<void> {
    const all = [
      ...record.looks.map((look) => ({ arrival: look.arrival, look, intake: null, log: null })),
      ...record.intakes.map((intake) => ({ arrival: intake.arrival, look: null, intake, log: null })),
      ...record.programmes.flatMap(({ id: programme, logs }) =>
        logs.map((log) => ({ arrival: log.arrival, look: null, intake: null, log: { programme, ...log } })),
      ),
    ].sort((a, b) => a.arrival - b.arrival);
    const first = await nextArrivals(db, all.length);
    for (const [i, { look, intake, log }] of all.entries()) {
      const arrival = first + i;
      if (look) await db('observations').where('id', newId(look.id)).update({ arrival });
      if (intake)
        await db('intakes').insert({
          id: randomUUID(),
          person_id: id,
          day: intake.day,
          answers: JSON.stringify(intake.answers),
          note: intake.note,
          asked_by: by.id,
          made_as: intake.as,
          arrival,
          asked_at: intake.askedAt,
        });
      if (log) {
        const { programme, arrival: _arrival, by: said, at, ...one } = log;
        await db('programme_logs').insert({
          programme_id: own.get(programme),
          person_id: id,
          day: one.day,
          item: one.item,
          record: JSON.stringify(one),
          said_by: said === null ? null : by.id,
          said_at: at,
          pain_in: one.pain ? familyOf(one.item) : null,
          arrival,
        });
      }
    }
  }
}
/** An instant so many milliseconds later: what follows each other stays in its order. */
const inOrder = (instant: string, i: number): string => new Date(Date.parse(instant) + i).toISOString();
