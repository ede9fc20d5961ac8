/** People with their cautions, consents and attendance; every query is limited to whom the account may see. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { cursorOf } from '../../api/common.js';
import {
  CONSENT_KINDS,
  type CautionInput,
  type Consent,
  type ConsentInput,
  type FloorState,
  type Group,
  type PeoplePage,
  type PeopleQuery,
  type Person,
  type PersonInput,
  type PersonPatch,
  type PersonSummary,
} from '../../api/people.js';
import { addDays, type Day } from '../../core/days.js';
import { CAUTION_IDS, type CautionId } from '../../core/formats/catalog.js';
import { cautionsOn, type PersonRecord } from '../../core/person/circumstance.js';
import { clipAllowed, consentStands, isMinor, picturesAllowed } from '../../core/person/consent.js';
import type { MethodChoice } from '../../core/person/method-in-force.js';
import type { Clock } from '../clock.js';
import { changeRow, type ChangeBy } from '../database/change.js';
import { caseless, contains, orNothing } from '../database/dialect.js';
import { flag, json, maybeRow, number, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';
import { letFilesGo } from './looks.js';

const summaryRow = z.object({
  id: z.string(),
  name: z.string(),
  group_id: z.string().nullable(),
  group_name: z.string().nullable(),
  archived_at: z.string().nullable(),
  last_look_at: z.string().nullable(),
  last_look_day: z.string().nullable(),
  relook_due: flag,
  here: flag,
});
type SummaryRow = z.infer<typeof summaryRow>;
const personRow = summaryRow.extend({
  birth_year: z.number().nullable(),
  stature: z.number().nullable(),
  mass: z.number().nullable(),
  sex: z.enum(['female', 'male', 'unspecified']),
  email: z.string().nullable(),
  goal: z.string(),
  method: z.string().nullable(),
  family_methods: json(z.record(z.string(), z.string())),
  kit: z.union([z.null(), json(z.array(z.string()))]),
  notes: z.string(),
});
const signedRow = personRow.extend({
  version: z.number(),
  changed_by_name: z.string().nullable(),
  changed_at: z.string().nullable(),
});
const namedRow = z.object({ id: z.string(), name: z.string() });
const rosterRow = personRow.omit({ last_look_at: true, last_look_day: true, relook_due: true, here: true });
/** What a roster says of a person. */
export interface RosterLine {
  id: string;
  name: string;
  group: { id: string; name: string } | null;
  birthYear: number | null;
  /** m */
  stature: number | null;
  /** kg */
  mass: number | null;
  sex: Person['sex'];
  email: string | null;
  goal: string;
  method: string | null;
  familyMethods: Record<string, string>;
  kit: string[] | null;
  notes: string;
  archived: boolean;
}
const recordRow = personRow.pick({
  stature: true,
  mass: true,
  sex: true,
  method: true,
  family_methods: true,
  kit: true,
});
const judgedAsRow = personRow
  .pick({ id: true, method: true, family_methods: true })
  .extend({ screens_version: z.number() });
const cautionRow = z.object({
  id: z.string(),
  person_id: z.string(),
  caution: z.enum(CAUTION_IDS),
  from_day: z.string(),
  until_day: z.string().nullable(),
  note: z.string(),
});
const namedCautionRow = cautionRow.extend({ set_by_name: z.string() });
const consentRow = z.object({
  id: z.string(),
  kind: z.enum(CONSENT_KINDS),
  given_by: z.string(),
  relation: z.enum(['self', 'guardian']),
  purpose: z.string(),
  clips: flag,
  from_day: z.string(),
  until_day: z.string().nullable(),
  withdrawn_on: z.string().nullable(),
  for_clip: z.string().nullable(),
});
const groupRow = z.object({ id: z.string(), name: z.string(), people: number });

/** Looks are repeated after at most this many days. */
const DUE_AFTER_DAYS = 14;
/** Rows of one statement that keeps many. */
const ROWS_AT_ONCE = 400;
/** Longest lists of the floor; the counts are of all. */
const ON_THE_FLOOR = { here: 60, due: 12 } as const;

const recordOf = (c: z.infer<typeof cautionRow>): PersonRecord['cautionRecords'][number] => ({
  caution: c.caution,
  from: c.from_day,
  until: c.until_day,
});

/** A person as the judging of their looks sees them. */
export interface JudgedAs extends MethodChoice {
  id: string;
  screensVersion: number;
}

/** Columns of a person that an input sets. */
function columns(input: PersonPatch): Record<string, unknown> {
  const map: Record<string, keyof PersonInput> = {
    name: 'name',
    group_id: 'groupId',
    birth_year: 'birthYear',
    stature: 'stature',
    mass: 'mass',
    sex: 'sex',
    email: 'email',
    goal: 'goal',
    method: 'method',
    notes: 'notes',
  };
  const plain = Object.entries(map).flatMap(([column, key]) =>
    input[key] === undefined ? [] : [[column, input[key]] as const],
  );
  return {
    ...(input.familyMethods === undefined ? {} : { family_methods: JSON.stringify(input.familyMethods) }),
    ...(input.kit === undefined ? {} : { kit: input.kit && JSON.stringify(input.kit) }),
    ...Object.fromEntries(plain),
  };
}

async function consentsOf(db: Knex, personId: string): Promise<Consent[]> {
  const rows = await db('consents').where('person_id', personId).orderBy('from_day', 'desc');
  return parseRows('consents', consentRow, rows).map((c) => ({
    id: c.id,
    kind: c.kind,
    givenBy: c.given_by,
    relation: c.relation,
    purpose: c.purpose,
    clips: c.clips,
    from: c.from_day,
    until: c.until_day,
    withdrawnOn: c.withdrawn_on,
    forClip: c.for_clip,
  }));
}
/** What may be taken and shown of a person on a day. */
async function allowed(db: Knex, personId: string, day: Day): Promise<ReturnType<typeof picturesAllowed>> {
  const person = maybeRow(
    'people',
    personRow.pick({ birth_year: true }),
    await db('people').where('id', personId).first('birth_year'),
  );
  if (person === null) return { pictures: false, clips: false, ownClips: [] };
  return picturesAllowed(await consentsOf(db, personId), day, isMinor(person.birth_year, day));
}

export type People = ReturnType<typeof peopleIn>;

export function peopleIn(db: Knex, clock: Clock) {
  const name = caseless(db, 'people.name');
  /** The day of a person's last look as the index has it; never is the longest ago. */
  const lastLook = orNothing(db, 'people.last_look_day');
  /** Whether a programme asked for a look on a day that has come, and none was made since. Takes today. */
  const relookDue = `exists (select 1 from programme_relooks r where r.person_id = people.id and r.day <= ? and r.day > ${lastLook})`;
  /** Assistants see the people of their groups; owners and coaches everybody. */
  const visible = (account: Account, query: Knex.QueryBuilder): Knex.QueryBuilder =>
    account.role === 'assistant' ? query.whereIn('people.group_id', account.groups) : query;

  const hereOn = (day: Day): Knex.QueryBuilder =>
    db('attendance').whereRaw('attendance.person_id = people.id').where('attendance.day', day);

  /** Only who is marked as here: found from the day's list, not by asking everybody. */
  const onlyHere = (query: Knex.QueryBuilder, day: Day): Knex.QueryBuilder =>
    query.whereIn('people.id', db('attendance').where('day', day).select('person_id'));

  const summaries = (account: Account, day: Day): Knex.QueryBuilder =>
    visible(account, db('people').leftJoin('groups', 'groups.id', 'people.group_id')).select(
      'people.*',
      'groups.name as group_name',
      db.raw(`${relookDue} as relook_due`, [day]),
      hereOn(day).count('*').as('here'),
    );

  const cautionsToday = async (ids: readonly string[], day: Day): Promise<Map<string, CautionId[]>> => {
    const rows = parseRows(
      'cautions',
      cautionRow,
      await db('cautions')
        .whereIn('person_id', [...ids])
        .orderBy('from_day'),
    );
    return new Map(
      ids.map((id) => [id, cautionsOn(rows.filter((r) => r.person_id === id).map(recordOf), day)] as const),
    );
  };

  const summary = (row: SummaryRow, cautions: CautionId[], day: Day): PersonSummary => ({
    id: row.id,
    name: row.name,
    group: row.group_id && row.group_name ? { id: row.group_id, name: row.group_name } : null,
    cautions,
    archived: row.archived_at !== null,
    lastLookAt: row.last_look_at,
    due: row.relook_due || row.last_look_day === null || row.last_look_day < addDays(day, -DUE_AFTER_DAYS),
    here: row.here,
  });

  const summed = async (rows: readonly SummaryRow[], day: Day): Promise<PersonSummary[]> => {
    const cautions = await cautionsToday(
      rows.map((r) => r.id),
      day,
    );
    return rows.map((row) => summary(row, cautions.get(row.id) ?? [], day));
  };
  const told = async (query: Knex.QueryBuilder, day: Day): Promise<PersonSummary[]> =>
    summed(parseRows('people', summaryRow, await query), day);
  const countOf = async (query: Knex.QueryBuilder): Promise<number> =>
    Number(((await query.count({ n: '*' }).first()) as { n: number }).n);

  /** People who fit a query, whatever the page. */
  const fitting = (account: Account, query: PeopleQuery, day: Day): Knex.QueryBuilder => {
    const q = visible(account, db('people'));
    if (query.archived === 'yes') q.whereNotNull('people.archived_at');
    else q.whereNull('people.archived_at');
    if (query.group) q.where('people.group_id', query.group);
    if (query.search) q.whereRaw(contains(db, 'people.name'), [`%${query.search.replace(/[\\%_]/g, '\\$&')}%`]);
    if (query.here === 'yes') onlyHere(q, day);
    if (query.here === 'no') q.whereNotExists(hereOn(day));
    if (query.caution)
      q.whereExists(
        db('cautions')
          .whereRaw('cautions.person_id = people.id')
          .where('caution', query.caution)
          .where('from_day', '<=', day)
          .where((w) => void w.whereNull('until_day').orWhere('until_day', '>=', day)),
      );
    return q;
  };

  return {
    async groups(account: Account): Promise<Group[]> {
      const query = db('groups')
        .select(
          'groups.id',
          'groups.name',
          db('people').whereRaw('people.group_id = groups.id').whereNull('archived_at').count('*').as('people'),
        )
        .orderBy('name');
      if (account.role === 'assistant') query.whereIn('groups.id', account.groups);
      return parseRows('groups', groupRow, await query);
    },
    async groupNamed(name: string): Promise<boolean> {
      return (await db('groups').whereRaw('lower(name) = lower(?)', [name]).first()) !== undefined;
    },
    async groupExists(id: string): Promise<boolean> {
      return (await db('groups').where('id', id).first()) !== undefined;
    },
    async addGroup(name: string): Promise<Group> {
      const id = randomUUID();
      await db('groups').insert({ id, name });
      return { id, name, people: 0 };
    },
    /** A page in the order that is asked for, and how many fit in all. */
    async list(account: Account, query: PeopleQuery, day: Day): Promise<PeoplePage> {
      const way = query.down === 'yes' ? ['desc', '<'] : ['asc', '>'];
      const [by, value] = query.by === 'name' ? [name, caseless(db, '?')] : [lastLook, '?'];
      const page = fitting(account, query, day)
        .leftJoin('groups', 'groups.id', 'people.group_id')
        .select(
          'people.*',
          'groups.name as group_name',
          db.raw(`${relookDue} as relook_due`, [day]),
          hereOn(day).count('*').as('here'),
        )
        .orderByRaw(`${by} ${way[0]}, people.id ${way[0]}`)
        .limit(query.limit + 1);
      if (query.after) page.whereRaw(`(${by}, people.id) ${way[1]} (${value}, ?)`, [query.after.value, query.after.id]);
      const found = parseRows('people', summaryRow, await page);
      const shown = found.slice(0, query.limit);
      const last = shown.at(-1);
      return {
        items: await summed(shown, day),
        total: await countOf(fitting(account, query, day)),
        next:
          found.length > query.limit && last
            ? cursorOf(query.by === 'name' ? last.name : (last.last_look_day ?? ''), last.id)
            : null,
      };
    },
    async floor(account: Account, day: Day): Promise<FloorState> {
      const active = (): Knex.QueryBuilder => summaries(account, day).whereNull('people.archived_at');
      const counted = (): Knex.QueryBuilder => visible(account, db('people')).whereNull('people.archived_at');
      // By the index on the last look's day, where never counts as the longest ago.
      const longAgo = (q: Knex.QueryBuilder): Knex.QueryBuilder =>
        q.whereRaw(`${lastLook} < ?`, [addDays(day, -DUE_AFTER_DAYS)]).whereNotExists(hereOn(day));
      // Whom a programme asks for and who was looked at not so long ago: found from the programmes, not by asking everybody.
      const askedFor = (q: Knex.QueryBuilder): Knex.QueryBuilder =>
        q
          .whereIn(
            'people.id',
            db('programme_relooks')
              .whereBetween('day', [addDays(day, -DUE_AFTER_DAYS), day])
              .select('person_id'),
          )
          .whereRaw(relookDue, [day])
          .whereRaw(`${lastLook} >= ?`, [addDays(day, -DUE_AFTER_DAYS)])
          .whereNotExists(hereOn(day));
      const due = [
        ...(await told(askedFor(active()).orderByRaw(lastLook).limit(ON_THE_FLOOR.due), day)),
        ...(await told(longAgo(active()).orderByRaw(lastLook).limit(ON_THE_FLOOR.due), day)),
      ];
      const looks = db('observations').whereNull('observations.deleted_at').where('observations.day', day);
      if (account.role === 'assistant') visible(account, looks.join('people', 'people.id', 'observations.person_id'));
      return {
        here: await told(onlyHere(active(), day).orderByRaw(name).limit(ON_THE_FLOOR.here), day),
        hereCount: await countOf(onlyHere(counted(), day)),
        due: due.slice(0, ON_THE_FLOOR.due),
        dueCount: (await countOf(askedFor(counted()))) + (await countOf(longAgo(counted()))),
        looksToday: await countOf(looks),
        nobodyYet: (await visible(account, db('people')).first('people.id')) === undefined,
      };
    },
    async find(account: Account, id: string, day: Day): Promise<Person | null> {
      const row = maybeRow(
        'people',
        signedRow,
        await summaries(account, day)
          .where('people.id', id)
          .select(db('accounts').whereRaw('accounts.id = people.changed_by').select('name').as('changed_by_name'))
          .first(),
      );
      if (!row) return null;
      const cautions = parseRows(
        'cautions',
        namedCautionRow,
        await db('cautions')
          .join('accounts', 'accounts.id', 'cautions.set_by')
          .where('person_id', id)
          .select('cautions.*', 'accounts.name as set_by_name')
          .orderBy('from_day', 'desc'),
      );
      const consents = await consentsOf(db, id);
      const minor = isMinor(row.birth_year, day);
      return {
        ...summary(row, cautionsOn(cautions.map(recordOf), day), day),
        birthYear: row.birth_year,
        minor,
        stature: row.stature,
        mass: row.mass,
        sex: row.sex,
        email: row.email,
        goal: row.goal,
        method: row.method,
        familyMethods: row.family_methods,
        kit: row.kit,
        notes: row.notes,
        version: row.version,
        changedBy: row.changed_by_name,
        changedAt: row.changed_at,
        cautionRecords: cautions.map((c) => ({ ...recordOf(c), id: c.id, note: c.note, setBy: c.set_by_name })),
        consents,
        allows: {
          ...picturesAllowed(consents, day, minor),
          handsOn: consentStands(consents, 'hands-on', day, minor),
        },
      };
    },
    /** Everybody by name, archived or not. */
    async names(): Promise<{ id: string; name: string }[]> {
      return parseRows('people', namedRow, await db('people').select('id', 'name'));
    },
    /** What judging a person's looks rests on beside the looks; null where the account may not see them. */
    async judgedAs(account: Account | null, id: string): Promise<JudgedAs | null> {
      const query = db('people').where('people.id', id);
      const found = await (account ? visible(account, query) : query).first(
        'people.id',
        'method',
        'family_methods',
        'screens_version',
      );
      const row = maybeRow('people', judgedAsRow, found);
      return (
        row && {
          id: row.id,
          method: row.method,
          familyMethods: row.family_methods,
          screensVersion: row.screens_version,
        }
      );
    },
    /** The record that a circumstance is derived from; null for an unknown person. */
    async record(id: string): Promise<PersonRecord | null> {
      const row = maybeRow('people', recordRow, await db('people').where('id', id).first());
      if (!row) return null;
      const cautions = parseRows(
        'cautions',
        cautionRow,
        await db('cautions').where('person_id', id).orderBy('from_day'),
      );
      const { family_methods: familyMethods, ...rest } = row;
      return { ...rest, familyMethods, cautionRecords: cautions.map(recordOf) };
    },
    /** The groups whose people an account sees; null: everybody's. */
    groupsSeen: (account: Account): readonly string[] | null => (account.role === 'assistant' ? account.groups : null),
    async maySee(account: Account, id: string): Promise<boolean> {
      return (await visible(account, db('people').where('people.id', id)).first('people.id')) !== undefined;
    },
    async add(input: PersonInput): Promise<string> {
      const id = randomUUID();
      await db('people').insert({ id, ...columns(input), created_at: clock() });
      return id;
    },
    /** Many at once. @returns their ids in the order given */
    async addMany(inputs: readonly PersonInput[]): Promise<string[]> {
      const rows = inputs.map((input) => ({
        id: randomUUID(),
        ...columns(input),
        created_at: clock(),
      }));
      await db.batchInsert('people', rows, ROWS_AT_ONCE);
      return rows.map((r) => r.id);
    },
    /** Everybody with what a roster says of them, by name; archived ones too. */
    async roster(): Promise<RosterLine[]> {
      const rows = await db('people')
        .leftJoin('groups', 'groups.id', 'people.group_id')
        .select('people.*', 'groups.name as group_name')
        .orderByRaw(`${name}, people.id`);
      return parseRows('people', rosterRow, rows).map((r) => ({
        id: r.id,
        name: r.name,
        group: r.group_id && r.group_name ? { id: r.group_id, name: r.group_name } : null,
        birthYear: r.birth_year,
        stature: r.stature,
        mass: r.mass,
        sex: r.sex,
        email: r.email,
        goal: r.goal,
        method: r.method,
        familyMethods: r.family_methods,
        kit: r.kit,
        notes: r.notes,
        archived: r.archived_at !== null,
      }));
    },
    /** Lets people go with everything of theirs: only such as a file brought in and nobody added to. */
    async removeAll(ids: readonly string[]): Promise<void> {
      for (let i = 0; i < ids.length; i += ROWS_AT_ONCE)
        await db('people')
          .whereIn('id', ids.slice(i, i + ROWS_AT_ONCE))
          .delete();
    },
    async removeEmptyGroup(id: string): Promise<void> {
      await db('groups').where('id', id).whereNotExists(db('people').whereRaw('people.group_id = groups.id')).delete();
    },
    /** @returns false where another version stands */
    async change(id: string, patch: PersonPatch, change: ChangeBy): Promise<boolean> {
      const set = columns(patch);
      if (patch.archived !== undefined) set.archived_at = patch.archived ? clock() : null;
      if (Object.keys(set).length === 0) return true;
      return changeRow(db, db('people').where('id', id), set, change, clock());
    },
    async addCaution(personId: string, input: CautionInput, by: string): Promise<string> {
      const id = randomUUID();
      await db('cautions').insert({
        id,
        person_id: personId,
        caution: input.caution,
        from_day: input.from,
        until_day: input.until,
        note: input.note,
        set_by: by,
      });
      return id;
    },
    async changeCaution(personId: string, id: string, input: CautionInput): Promise<boolean> {
      const changed = await db('cautions')
        .where({ id, person_id: personId })
        .update({ caution: input.caution, from_day: input.from, until_day: input.until, note: input.note });
      return changed > 0;
    },
    async removeCaution(personId: string, id: string): Promise<boolean> {
      return (await db('cautions').where({ id, person_id: personId }).delete()) > 0;
    },
    /** @param more of one that comes with a record: the day on which it was withdrawn; of one for a single clip: the clip */
    async addConsent(
      personId: string,
      input: ConsentInput,
      by: string,
      { withdrawnOn = null, forClip = null }: { withdrawnOn?: Day | null; forClip?: string | null } = {},
      trx: Knex = db,
    ): Promise<string> {
      const id = randomUUID();
      await trx('consents').insert({
        id,
        person_id: personId,
        kind: input.kind,
        given_by: input.givenBy,
        relation: input.relation,
        purpose: input.purpose,
        clips: input.kind === 'pictures' && input.clips,
        from_day: input.from,
        until_day: input.until,
        recorded_by: by,
        withdrawn_on: withdrawnOn,
        for_clip: forClip,
      });
      return id;
    },
    /**
     * Withdraws a permission; where none for pictures stands any more, the pictures' records go with it in the same transaction, and
     * their files are noted for removal. Said again, it changes nothing.
     * @returns false for a permission that this person never gave
     */
    async withdrawConsent(personId: string, id: string, day: Day, at: string): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        const found = await trx('consents').where({ id, person_id: personId }).first('id');
        if (!found) return false;
        await trx('consents').where('id', id).whereNull('withdrawn_on').update({ withdrawn_on: day });
        const still = await allowed(trx, personId, day);
        if (!still.pictures) await letFilesGo(trx, 'media', trx('media').where('person_id', personId), at);
        const clips = trx('clips').where('person_id', personId).whereNotIn('id', still.ownClips);
        if (!still.clips) await letFilesGo(trx, 'clips', clips, at);
        return true;
      });
    },
    /** Whether a person's pictures may be taken and shown on a day. */
    allowsPictures: async (personId: string, day: Day, trx: Knex = db): Promise<boolean> =>
      (await allowed(trx, personId, day)).pictures,
    /** Whether a clip of a person may be kept and shown on a day. @param id null: one that comes anew */
    allowsClip: async (personId: string, id: string | null, day: Day, trx: Knex = db): Promise<boolean> =>
      clipAllowed(await allowed(trx, personId, day), id),
    /** Days from a day on, on which each of some people was marked as here. */
    async hereSince(ids: readonly string[], from: Day): Promise<Map<string, Day[]>> {
      const rows = parseRows(
        'attendance',
        z.object({ person_id: z.string(), day: z.string() }),
        await db('attendance').whereIn('person_id', ids).where('day', '>=', from).select('person_id', 'day'),
      );
      const found = new Map<string, Day[]>();
      for (const { person_id: id, day } of rows) found.set(id, [...(found.get(id) ?? []), day]);
      return found;
    },
    async attend(personId: string, day: Day, here: boolean): Promise<void> {
      if (here) await db('attendance').insert({ person_id: personId, day }).onConflict(['person_id', 'day']).ignore();
      else await db('attendance').where({ person_id: personId, day }).delete();
    },
  };
}
