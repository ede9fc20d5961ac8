/** People with their cautions, consents and attendance; every query is limited to whom the account may see. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Account } from '../../api/accounts.js';
import type {
  CautionInput,
  Consent,
  ConsentInput,
  Group,
  PeopleQuery,
  Person,
  PersonCaution,
  PersonInput,
  PersonPatch,
  PersonSummary,
} from '../../api/people.js';
import type { CautionId } from '../../core/formats/catalog.js';

interface PersonRow {
  id: string;
  name: string;
  group_id: string | null;
  birth_year: number | null;
  stature: number | null;
  mass: number | null;
  sex: Person['sex'];
  goal: string;
  method: string | null;
  family_methods: string;
  kit: string | null;
  notes: string;
  archived_at: string | null;
}
interface SummaryRow extends PersonRow {
  group_name: string | null;
  last_look: string | null;
  here: number;
}
interface CautionRow {
  id: string;
  person_id: string;
  caution: CautionId;
  from_day: string;
  until_day: string | null;
  note: string;
  set_by_name: string;
}
interface ConsentRow {
  id: string;
  kind: Consent['kind'];
  given_by: string;
  relation: Consent['relation'];
  purpose: string;
  from_day: string;
  until_day: string | null;
  withdrawn_on: string | null;
}

/** Looks are repeated after at most this many days. */
const DUE_AFTER_DAYS = 14;

const inForce =
  (day: string) =>
  (r: { from_day: string; until_day: string | null }): boolean =>
    r.from_day <= day && (r.until_day === null || r.until_day >= day);

/** Someone is treated as a minor through the year of the 18th birthday. */
export const isMinor = (birthYear: number | null, day: string): boolean =>
  birthYear !== null && Number(day.slice(0, 4)) - birthYear <= 18;

export type People = ReturnType<typeof peopleIn>;

export function peopleIn(db: Knex) {
  /** Assistants see the people of their groups; owners and coaches everybody. */
  const visible = (account: Account, query: Knex.QueryBuilder): Knex.QueryBuilder =>
    account.role === 'assistant' ? query.whereIn('people.group_id', account.groups) : query;

  const summaries = (account: Account, day: string): Knex.QueryBuilder =>
    visible(account, db('people').leftJoin('groups', 'groups.id', 'people.group_id')).select(
      'people.*',
      'groups.name as group_name',
      db('observations')
        .whereRaw('observations.person_id = people.id')
        .whereNull('deleted_at')
        .max('started_at')
        .as('last_look'),
      db('attendance').whereRaw('attendance.person_id = people.id').where('day', day).count('*').as('here'),
    );

  const cautionsToday = async (ids: readonly string[], day: string): Promise<Map<string, CautionId[]>> => {
    const rows = (await db('cautions')
      .whereIn('person_id', [...ids])
      .orderBy('from_day')) as CautionRow[];
    const found = new Map<string, CautionId[]>();
    for (const row of rows.filter(inForce(day))) {
      const known = found.get(row.person_id) ?? [];
      if (!known.includes(row.caution)) found.set(row.person_id, [...known, row.caution]);
    }
    return found;
  };

  const summary = (row: SummaryRow, cautions: CautionId[]): PersonSummary => ({
    id: row.id,
    name: row.name,
    group: row.group_id && row.group_name ? { id: row.group_id, name: row.group_name } : null,
    cautions,
    archived: row.archived_at !== null,
    lastLookAt: row.last_look,
    here: Number(row.here) > 0,
  });

  const told = async (rows: SummaryRow[], day: string): Promise<PersonSummary[]> => {
    const cautions = await cautionsToday(
      rows.map((r) => r.id),
      day,
    );
    return rows.map((row) => summary(row, cautions.get(row.id) ?? []));
  };

  const columns = (input: PersonPatch): Record<string, unknown> => {
    const map: Record<string, keyof PersonInput> = {
      name: 'name',
      group_id: 'groupId',
      birth_year: 'birthYear',
      stature: 'stature',
      mass: 'mass',
      sex: 'sex',
      goal: 'goal',
      method: 'method',
      notes: 'notes',
    };
    const listed: Record<string, unknown> = {
      ...(input.familyMethods === undefined ? {} : { family_methods: JSON.stringify(input.familyMethods) }),
      ...(input.kit === undefined ? {} : { kit: input.kit && JSON.stringify(input.kit) }),
    };
    return Object.fromEntries([
      ...Object.entries(listed),
      ...Object.entries(map).flatMap(([column, key]) => (input[key] === undefined ? [] : [[column, input[key]]])),
    ]);
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
      return (await query).map((r: { id: string; name: string; people: number }) => ({
        id: r.id,
        name: r.name,
        people: Number(r.people),
      }));
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
    async list(account: Account, query: PeopleQuery, day: string): Promise<PersonSummary[]> {
      const q = summaries(account, day).orderByRaw('people.name collate nocase');
      if (query.archived === 'yes') q.whereNotNull('people.archived_at');
      else q.whereNull('people.archived_at');
      if (query.group) q.where('people.group_id', query.group);
      if (query.search) q.whereRaw("people.name like ? escape '\\'", [`%${query.search.replace(/[\\%_]/g, '\\$&')}%`]);
      const people = await told((await q) as SummaryRow[], day);
      return query.caution ? people.filter((p) => p.cautions.includes(query.caution!)) : people;
    },
    async floor(
      account: Account,
      day: string,
    ): Promise<{ here: PersonSummary[]; due: PersonSummary[]; looksToday: number }> {
      const all = await told(
        (await summaries(account, day)
          .whereNull('people.archived_at')
          .orderByRaw('people.name collate nocase')) as SummaryRow[],
        day,
      );
      const oldest = new Date(Date.parse(`${day}T00:00:00Z`) - DUE_AFTER_DAYS * 86400000).toISOString();
      const due = all
        .filter((p) => p.lastLookAt === null || p.lastLookAt < oldest)
        .sort((a, b) => (a.lastLookAt ?? '').localeCompare(b.lastLookAt ?? ''));
      const looks = visible(account, db('observations').join('people', 'people.id', 'observations.person_id'));
      const [row] = await looks
        .whereNull('deleted_at')
        .where('started_at', '>=', `${day}T00:00:00`)
        .count<{ n: number }[]>({ n: '*' });
      return { here: all.filter((p) => p.here), due, looksToday: Number(row!.n) };
    },
    async find(account: Account, id: string, day: string): Promise<Person | null> {
      const row = (await summaries(account, day).where('people.id', id).first()) as SummaryRow | undefined;
      if (!row) return null;
      const cautionRows = (await db('cautions')
        .join('accounts', 'accounts.id', 'cautions.set_by')
        .where('person_id', id)
        .select('cautions.*', 'accounts.name as set_by_name')
        .orderBy('from_day', 'desc')) as CautionRow[];
      const consentRows = (await db('consents').where('person_id', id).orderBy('from_day', 'desc')) as ConsentRow[];
      const allows = (kind: Consent['kind']): boolean =>
        consentRows.some((c) => c.kind === kind && c.withdrawn_on === null && inForce(day)(c));
      const cautions = cautionRows.filter(inForce(day)).map((c) => c.caution);
      return {
        ...summary(row, [...new Set(cautions)]),
        birthYear: row.birth_year,
        minor: isMinor(row.birth_year, day),
        stature: row.stature,
        mass: row.mass,
        sex: row.sex,
        goal: row.goal,
        method: row.method,
        familyMethods: JSON.parse(row.family_methods) as Record<string, string>,
        kit: row.kit === null ? null : (JSON.parse(row.kit) as string[]),
        notes: row.notes,
        cautionRecords: cautionRows.map((c): PersonCaution => ({
          id: c.id,
          caution: c.caution,
          from: c.from_day,
          until: c.until_day,
          note: c.note,
          setBy: c.set_by_name,
        })),
        consents: consentRows.map((c): Consent => ({
          id: c.id,
          kind: c.kind,
          givenBy: c.given_by,
          relation: c.relation,
          purpose: c.purpose,
          from: c.from_day,
          until: c.until_day,
          withdrawnOn: c.withdrawn_on,
        })),
        allows: { pictures: allows('pictures'), handsOn: allows('hands-on') },
      };
    },
    async maySee(account: Account, id: string): Promise<boolean> {
      return (await visible(account, db('people').where('people.id', id)).first('people.id')) !== undefined;
    },
    async add(input: PersonInput): Promise<string> {
      const id = randomUUID();
      await db('people').insert({ id, ...columns(input), created_at: new Date().toISOString() });
      return id;
    },
    async change(id: string, patch: PersonPatch): Promise<void> {
      const set = columns(patch);
      if (patch.archived !== undefined) set.archived_at = patch.archived ? new Date().toISOString() : null;
      if (Object.keys(set).length > 0) await db('people').where('id', id).update(set);
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
      return (
        (await db('cautions')
          .where({ id, person_id: personId })
          .update({ caution: input.caution, from_day: input.from, until_day: input.until, note: input.note })) > 0
      );
    },
    async removeCaution(personId: string, id: string): Promise<boolean> {
      return (await db('cautions').where({ id, person_id: personId }).delete()) > 0;
    },
    async addConsent(personId: string, input: ConsentInput, by: string): Promise<string> {
      const id = randomUUID();
      await db('consents').insert({
        id,
        person_id: personId,
        kind: input.kind,
        given_by: input.givenBy,
        relation: input.relation,
        purpose: input.purpose,
        from_day: input.from,
        until_day: input.until,
        recorded_by: by,
      });
      return id;
    },
    async withdrawConsent(personId: string, id: string, day: string): Promise<Consent['kind'] | null> {
      const row = (await db('consents').where({ id, person_id: personId }).whereNull('withdrawn_on').first()) as
        ConsentRow | undefined;
      if (!row) return null;
      await db('consents').where('id', id).update({ withdrawn_on: day });
      return row.kind;
    },
    async attend(personId: string, day: string, here: boolean): Promise<void> {
      if (here) await db('attendance').insert({ person_id: personId, day }).onConflict(['person_id', 'day']).ignore();
      else await db('attendance').where({ person_id: personId, day }).delete();
    },
  };
}
