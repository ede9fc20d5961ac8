/** Looks (observations), mends tried and pictures' records. What is stored is the record; what was judged of it is kept beside it with what it was judged by. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { cursorOf } from '../../api/common.js';
import {
  lookLineSchema,
  MEND_RESULTS,
  overruleSchema,
  type HistoryItem,
  type Look,
  type LookLine,
  anchorSchema,
  markSchema,
  padSchema,
  type LookPatch,
  type Media,
  type MendTried,
} from '../../api/observations.js';
import { loggedHoldSchema, type LoggedHoldOf } from '../../api/ladders.js';
import type { Account } from '../../api/accounts.js';
import type { Facts } from '../../api/plans.js';
import type { ReadLook } from '../work/look-read.js';
import type { Eyes } from './eyes.js';
import type { Day } from '../../core/days.js';
import { MEND_KINDS } from '../../core/formats/catalog.js';
import { recordSchema, testsSchema } from '../../core/formats/observation.js';
import { answersAfter } from '../../core/reason/patch.js';
import type { Clock } from '../clock.js';
import { nextArrival, nextArrivals } from '../database/arrivals.js';
import { fieldOf, fieldsOf, gathered } from '../database/dialect.js';
import { flag, json, maybeRow, parseRow, parseRows } from '../database/rows.js';
import { endWriting, noteRemoval } from './media-notes.js';
import { inTransaction } from '../database/transaction.js';
import { changeRow } from '../database/change.js';
import { recordHash } from '../database/record-hash.js';

const lookRow = z.object({
  id: z.string(),
  person_id: z.string(),
  started_at: z.string(),
  day: z.string(),
  version: z.number(),
  position: z.string(),
  record: json(recordSchema),
  media_id: z.string().nullable(),
  relook_of: z.string().nullable(),
  note: z.string(),
  made_by: z.string(),
  made_by_name: z.string(),
  changed_by_name: z.string().nullable(),
  changed_at: z.string().nullable(),
  from_file: flag,
  overrule: z.union([z.null(), json(overruleSchema)]),
  run_id: z.string().nullable(),
  clip_id: z.string().nullable(),
  together_with: z.string().nullable(),
  marks: json(z.array(markSchema)),
  anchors: json(z.array(anchorSchema)),
  pad: z.union([z.null(), json(padSchema)]),
});
const mendRow = z.object({
  id: z.string(),
  observation_id: z.string(),
  fault: z.string(),
  step: z.number(),
  kind: z.enum(MEND_KINDS),
  result: z.enum(MEND_RESULTS),
  at: z.string(),
});
const mediaRow = z.object({
  id: z.string(),
  person_id: z.string(),
  width: z.number(),
  height: z.number(),
  taken_at: z.string(),
});
const lineRow = z.object({
  id: z.string(),
  version: z.number(),
  started_at: z.string(),
  day: z.string(),
  position: z.string(),
  media_id: z.string().nullable(),
  relook_of: z.string().nullable(),
  run_id: z.string().nullable(),
  /** Target and method that the record names: a record is read once for both, since clips are long. */
  told: json(z.tuple([z.number().nullable(), z.string().nullable()])),
  made_by: z.string(),
  from_file: flag,
  helped: z.string().nullable(),
  basis: z.string().nullable(),
  line: z.string().nullable(),
  hold: z.string().nullable(),
});

const media = (row: z.infer<typeof mediaRow>): Media => ({
  id: row.id,
  personId: row.person_id,
  width: row.width,
  height: row.height,
  takenAt: row.taken_at,
});
const mend = ({ observation_id: _of, ...rest }: z.infer<typeof mendRow>): MendTried => rest;

/** A look's fields that a history line shows as they are, and what was judged of it, if it was. */
export interface KeptLine {
  id: string;
  version: number;
  own: Pick<
    HistoryItem,
    'id' | 'startedAt' | 'day' | 'position' | 'mediaId' | 'relookOf' | 'runId' | 'target' | 'helped'
  >;
  /** Method that the look itself names. */
  method: string | undefined;
  /** The account whose eye made it; null for what came in a file. */
  eye: string | null;
  judged: { basis: string; line: LookLine; hold: LoggedHoldOf | null } | null;
}
// A schema is dear to make: once, not a row.
const keptHelped = json(z.array(z.object({ fault: z.string(), step: z.number() })));
const keptJudged = json(lookLineSchema);
const keptHold = json(loggedHoldSchema);

const keptLine = (row: z.infer<typeof lineRow>): KeptLine => ({
  id: row.id,
  version: row.version,
  own: {
    id: row.id,
    startedAt: row.started_at,
    day: row.day,
    position: row.position,
    mediaId: row.media_id,
    relookOf: row.relook_of,
    runId: row.run_id,
    target: row.told[0],
    helped: row.helped === null ? [] : parseRow('mends', keptHelped, row.helped),
  },
  method: row.told[1] ?? undefined,
  eye: row.from_file ? null : row.made_by,
  judged:
    row.basis === null || row.line === null
      ? null
      : {
          basis: row.basis,
          line: parseRow('judged', keptJudged, row.line),
          hold: row.hold === null ? null : parseRow('judged', keptHold, row.hold),
        },
});

/** Lets the records of pictures or clips go in a transaction and notes their files for removal. @returns how many */
export async function letFilesGo(
  trx: Knex,
  table: 'media' | 'clips',
  which: Knex.QueryBuilder,
  at: string,
): Promise<number> {
  const ids = parseRows(table, z.object({ id: z.string() }), await which.select('id')).map((r) => r.id);
  await noteRemoval(trx, ids, at);
  await trx(table).whereIn('id', ids).delete();
  return ids.length;
}

/** The clip that was kept of a look: the newest that arrived. A picture that was sent in is none. */
const CLIP =
  "(select id from clips where look_id = observations.id and arrived_at is not null and type like 'video/%' order by arrived_at desc limit 1) as clip_id";

/** Columns of a look as it is kept, but for its place in the order of arrival. */
const columns = (
  personId: string,
  { input, record, hash }: ReadLook,
  day: Day,
  by: Pick<Account, 'id' | 'role'>,
): Record<string, unknown> => ({
  made_as: by.role,
  id: input.id,
  person_id: personId,
  started_at: input.startedAt,
  day,
  position: input.observation.position,
  record,
  record_hash: hash,
  media_id: input.mediaId,
  relook_of: input.relookOf,
  together_with: input.togetherWith,
  marks: JSON.stringify(input.marks),
  anchors: JSON.stringify(input.anchors),
  pad: input.pad.length > 0 ? JSON.stringify(input.pad) : null,
  note: input.note,
  from_file: input.fromFile,
  made_by: by.id,
});
/** Rows of one statement: SQLite takes 32,766 values in one. */
const ROWS_AT_ONCE = 400;
/** By this a look that comes again is known: whose, at which second, in which position. */
export const sameLook = (personId: string, startedAt: string, position: string): string =>
  `${personId} ${new Date(startedAt).toISOString().slice(0, 19)} ${position}`;

export type Looks = ReturnType<typeof looksIn>;

/** @param eyes what is known of the eyes that made looks */
export function looksIn(db: Knex, eyes: Pick<Eyes, 'of'>, clock: Clock) {
  const rows = (): Knex.QueryBuilder =>
    db('observations')
      .join('accounts', 'accounts.id', 'observations.made_by')
      .select(
        'observations.*',
        'accounts.name as made_by_name',
        db('accounts as c').whereRaw('c.id = observations.changed_by').select('c.name').as('changed_by_name'),
        db.raw(CLIP),
      );
  const told = async (
    row: z.infer<typeof lookRow>,
    mends: MendTried[],
    { relooks, together }: Pick<Look, 'relooks' | 'together'> = { relooks: [], together: [] },
  ): Promise<Look> => ({
    id: row.id,
    version: row.version,
    changedBy: row.changed_by_name,
    changedAt: row.changed_at,
    personId: row.person_id,
    startedAt: row.started_at,
    day: row.day,
    observation: row.record,
    mediaId: row.media_id,
    relookOf: row.relook_of,
    relooks,
    togetherWith: row.together_with,
    together,
    marks: row.marks,
    anchors: row.anchors,
    pad: row.pad ?? [],
    note: row.note,
    mends,
    overrule: row.overrule,
    by: row.made_by_name,
    madeBy: row.made_by,
    runId: row.run_id,
    clipId: row.clip_id,
    eye: row.from_file ? null : ((await eyes.of(row.made_by))?.eye ?? null),
  });
  const mendsOf = async (ids: readonly string[]): Promise<Map<string, MendTried[]>> => {
    const found = parseRows(
      'mends',
      mendRow,
      await db('mends')
        .whereIn('observation_id', [...ids])
        .orderBy('at'),
    );
    return new Map(ids.map((id) => [id, found.filter((m) => m.observation_id === id).map(mend)]));
  };
  /** What people's lists order and count by follows every change of their looks. */
  const followLast = (trx: Knex, personId: string): Promise<unknown> =>
    trx('people')
      .where('id', personId)
      .update({
        last_look_at: trx('observations').where('person_id', personId).whereNull('deleted_at').max('started_at'),
        last_look_day: trx('observations').where('person_id', personId).whereNull('deleted_at').max('day'),
      });
  async function insert(
    trx: Knex,
    personId: string,
    look: ReadLook,
    day: Day,
    by: Pick<Account, 'id' | 'role'>,
    of: { run_id: string; run_note: string } | null = null,
  ): Promise<void> {
    await trx('observations').insert({
      ...columns(personId, look, day, by),
      arrival: await nextArrival(trx),
      ...of,
    });
    await followLast(trx, personId);
  }
  /** A changed look is judged anew when it is next read. */
  const changed = (trx: Knex, id: string): Promise<unknown> =>
    trx('observations').where('id', id).increment('version', 1);

  const lines = (personId: string, asked: string): Knex.QueryBuilder =>
    db('observations')
      .leftJoin('judged', (on) => void on.on('judged.look_id', 'observations.id').andOnVal('judged.asked', asked))
      .where('person_id', personId)
      .whereNull('deleted_at')
      .orderBy([
        { column: 'started_at', order: 'desc' },
        { column: 'observations.id', order: 'desc' },
      ]);
  const TOLD = `${fieldsOf(db, 'record', 'target', 'method')} as told`;
  const PAINED = `${fieldOf(db, 'record', 'ended', 'reason')} = 'pain'`;
  const LINE = [
    'observations.id',
    'observations.version',
    'started_at',
    'day',
    'position',
    'media_id',
    'relook_of',
    'run_id',
    'made_by',
    'from_file',
    'judged.basis',
    'judged.line',
  ] as const;

  return {
    /** Whose look this is, deleted or not; null when unknown. */
    async owner(id: string): Promise<{ personId: string; deleted: boolean; madeBy: string } | null> {
      const row = maybeRow(
        'observations',
        z.object({ person_id: z.string(), deleted_at: z.string().nullable(), made_by: z.string() }),
        await db('observations').where('id', id).first('person_id', 'deleted_at', 'made_by'),
      );
      return row && { personId: row.person_id, deleted: row.deleted_at !== null, madeBy: row.made_by };
    },
    /** The first of the looks that one belongs together with: itself where it belongs to none. */
    async firstOf(id: string): Promise<string> {
      const row = maybeRow(
        'observations',
        z.object({ together_with: z.string().nullable() }),
        await db('observations').where('id', id).first('together_with'),
      );
      return row?.together_with ?? id;
    },
    /** Looks whose record has this fingerprint, newest first. */
    async like(hash: string): Promise<{ id: string; personId: string }[]> {
      const found = await db('observations')
        .where('record_hash', hash)
        .whereNull('deleted_at')
        .orderBy('started_at', 'desc')
        .select('id', 'person_id');
      return parseRows('observations', z.object({ id: z.string(), person_id: z.string() }), found).map((r) => ({
        id: r.id,
        personId: r.person_id,
      }));
    },
    async find(id: string): Promise<Look | null> {
      const row = maybeRow(
        'observations',
        lookRow,
        await rows().where('observations.id', id).whereNull('deleted_at').first(),
      );
      if (!row) return null;
      const idsOf = async (which: (q: Knex.QueryBuilder) => Knex.QueryBuilder): Promise<string[]> =>
        parseRows(
          'observations',
          z.object({ id: z.string() }),
          await which(db('observations')).whereNull('deleted_at').orderBy('started_at').select('id'),
        ).map((r) => r.id);
      const first = row.together_with ?? id;
      return told(row, (await mendsOf([id])).get(id)!, {
        relooks: await idsOf((q) => q.where('relook_of', id)),
        together: await idsOf((q) =>
          q.where((w) => void w.where('together_with', first).orWhere('id', first)).whereNot('id', id),
        ),
      });
    },
    /** Several looks with their versions, to be judged; null for one whose stored record cannot be read. */
    async records(ids: readonly string[]): Promise<{ id: string; look: Look | null; version: number }[]> {
      const found = parseRows(
        'observations',
        z.looseObject({ id: z.string(), version: z.number() }),
        await rows().whereIn('observations.id', [...ids]),
      );
      const mends = await mendsOf(found.map((r) => r.id));
      return Promise.all(
        found.map(async (row) => {
          const read = lookRow.safeParse(row);
          return {
            id: row.id,
            look: read.success ? await told(read.data, mends.get(row.id)!) : null,
            version: row.version,
          };
        }),
      );
    },
    /** A page of a person's looks, newest first, with what was judged of each under an asked method (`''`: the one in force). */
    async page(
      personId: string,
      asked: string,
      limit: number,
      before?: { value: string; id: string },
    ): Promise<{ lines: KeptLine[]; next: string | null }> {
      const q = lines(personId, asked)
        .select(
          ...LINE,
          db.raw(TOLD),
          db.raw('null as hold'),
          db.raw(
            `(select ${gathered(db, ['fault', 'step'])} from mends where observation_id = observations.id and result = 'helped') as helped`,
          ),
        )
        .limit(limit + 1);
      if (before) q.whereRaw('(started_at, observations.id) < (?, ?)', [before.value, before.id]);
      const found = parseRows('observations', lineRow, await q);
      const last = found[limit - 1];
      return {
        lines: found.slice(0, limit).map(keptLine),
        next: found.length > limit && last ? cursorOf(last.started_at, last.id) : null,
      };
    },
    /** A person's newest looks with the hold that was judged of each. */
    async held(personId: string, limit: number): Promise<KeptLine[]> {
      const q = lines(personId, '')
        .select(...LINE, 'judged.hold', db.raw(TOLD), db.raw('null as helped'))
        .limit(limit);
      return parseRows('observations', lineRow, await q).map(keptLine);
    },
    /** Keeps what was judged of looks, with what it was judged by; a look that was changed meanwhile is judged again when read. */
    async keepJudged(
      found: readonly { id: string; asked: string; basis: string; line: LookLine; hold: LoggedHoldOf | null }[],
    ): Promise<void> {
      if (found.length === 0) return;
      await db('judged')
        .insert(
          found.map(({ id, asked, basis, line, hold }) => ({
            look_id: id,
            asked,
            basis,
            line: JSON.stringify(line),
            hold: hold && JSON.stringify(hold),
          })),
        )
        .onConflict(['look_id', 'asked'])
        .merge();
    },
    /** People who have looks, by id, for going through all of them. */
    async peopleAfter(id: string, limit: number): Promise<string[]> {
      const found = await db('people')
        .where('id', '>', id)
        .whereNotNull('last_look_at')
        .orderBy('id')
        .limit(limit)
        .select('id');
      return parseRows('people', z.object({ id: z.string() }), found).map((r) => r.id);
    },
    /** The hold of each position that arrived last; without pain it counts only when somebody logged it who may lift a stop. */
    async lastHolds(personId: string): Promise<Facts['lastHolds']> {
      const found = await db
        .select('position', 'started_at as at', 'arrival', db.raw(`${PAINED} as pain`))
        .from('observations')
        .where('person_id', personId)
        .whereNull('deleted_at')
        .whereRaw(`${fieldOf(db, 'record', 'ended')} is not null`)
        .whereRaw(`(made_as != 'assistant' or ${PAINED})`)
        .orderBy('arrival', 'desc');
      const schema = z.object({ position: z.string(), at: z.string(), arrival: z.number(), pain: z.coerce.boolean() });
      const seen = new Set<string>();
      return parseRows('observations', schema, found).filter((h) => !seen.has(h.position) && seen.add(h.position));
    },
    /** Quick tests that were answered on looks since an instant, newest first. */
    async answered(personId: string, since: string): Promise<Facts['answered']> {
      const found = await db
        .select('started_at as at', db.raw(`${fieldOf(db, 'record', 'tests')} as tests`))
        .from('observations')
        .where('person_id', personId)
        .where('started_at', '>=', since)
        .whereNull('deleted_at')
        .whereRaw(`${fieldOf(db, 'record', 'tests')} not in ('{}', '')`)
        .orderBy('started_at', 'desc');
      return parseRows('observations', z.object({ at: z.string(), tests: json(testsSchema) }), found);
    },
    /**
     * Keeps a look.
     * @param look its record as text, and the text's fingerprint
     * @param day the hall's day of the look
     * @returns false where a look of this id is kept already
     */
    async add(personId: string, look: ReadLook, day: Day, by: Pick<Account, 'id' | 'role'>): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        if (await trx('observations').where('id', look.input.id).first('id')) return false;
        await insert(trx, personId, look, day, by);
        return true;
      });
    },
    /** Keeps the looks of a class that ran, each note's once, all of them or none. */
    async addOfRun(
      runId: string,
      kept: readonly { personId: string; note: string; day: Day; look: ReadLook }[],
      by: Pick<Account, 'id' | 'role'>,
    ): Promise<void> {
      await inTransaction(db, async (trx) => {
        for (const { personId, note, day, look } of kept)
          if (!(await trx('observations').where({ run_id: runId, run_note: note }).first('id')))
            await insert(trx, personId, look, day, by, { run_id: runId, run_note: note });
      });
    },
    /** Keeps many looks in the order given, in one transaction that is open already. */
    async addMany(
      kept: readonly {
        personId: string;
        day: Day;
        look: ReadLook;
        togetherWith?: string | null;
        /** As what it was made, where somebody else made it. */
        as?: Account['role'];
      }[],
      by: Pick<Account, 'id' | 'role'>,
    ): Promise<void> {
      const first = await nextArrivals(db, kept.length);
      const rows = kept.map(({ personId, day, look, togetherWith, as }, i) => ({
        ...columns(personId, look, day, by),
        arrival: first + i,
        ...(as === undefined ? {} : { made_as: as }),
        ...(togetherWith === undefined ? {} : { together_with: togetherWith }),
      }));
      await db.batchInsert('observations', rows, ROWS_AT_ONCE);
      for (const id of new Set(kept.map((k) => k.personId))) await followLast(db, id);
    },
    /**
     * Lets looks go for good that came with a file, unless something was said of them since.
     * @returns names of those whose looks stayed
     */
    async removeUntouched(ids: readonly string[]): Promise<string[]> {
      const stayed = new Set<string>();
      for (let i = 0; i < ids.length; i += ROWS_AT_ONCE) {
        const some = ids.slice(i, i + ROWS_AT_ONCE);
        const touched = parseRows(
          'observations',
          z.object({ id: z.string(), name: z.string() }),
          await db('observations')
            .join('people', 'people.id', 'observations.person_id')
            .whereIn('observations.id', some)
            .where(
              (w) =>
                void w
                  .where('observations.version', '>', 1)
                  .orWhereExists(db('observations as o').whereRaw('o.relook_of = observations.id'))
                  .orWhereExists(db('observations as o').whereRaw('o.together_with = observations.id'))
                  .orWhereExists(db('prescriptions').whereRaw('prescriptions.look_id = observations.id'))
                  .orWhereExists(db('clips').whereRaw('clips.look_id = observations.id')),
            )
            .select('observations.id', 'people.name'),
        );
        for (const { name } of touched) stayed.add(name);
        const gone = some.filter((id) => !touched.some((t) => t.id === id));
        const owners = parseRows(
          'observations',
          z.object({ person_id: z.string() }),
          await db('observations').whereIn('id', gone).distinct('person_id'),
        );
        await db('observations').whereIn('id', gone).delete();
        for (const { person_id: owner } of owners) await followLast(db, owner);
      }
      return [...stayed];
    },
    /** What tells looks of people apart from looks that come again: person, second and position. */
    async keptOf(people: readonly string[]): Promise<Set<string>> {
      const found = new Set<string>();
      for (let i = 0; i < people.length; i += ROWS_AT_ONCE) {
        const rows = await db('observations')
          .whereIn('person_id', people.slice(i, i + ROWS_AT_ONCE))
          .whereNull('deleted_at')
          .select('person_id', 'started_at', 'position');
        const schema = z.object({ person_id: z.string(), started_at: z.string(), position: z.string() });
        for (const r of parseRows('observations', schema, rows))
          found.add(sameLook(r.person_id, r.started_at, r.position));
      }
      return found;
    },
    /**
     * @param look as it was read: another version that stands now is left as it is
     * @returns false where another version stands
     */
    async change(look: Look, patch: LookPatch, by: string): Promise<boolean> {
      const set: Record<string, unknown> = {};
      if (patch.note !== undefined) set.note = patch.note;
      if (patch.marks !== undefined) set.marks = JSON.stringify(patch.marks);
      if (patch.overrule !== undefined) set.overrule = patch.overrule && JSON.stringify(patch.overrule);
      if (patch.evidence || patch.tests) {
        const { evidence: _evidence, tests: _tests, ...rest } = look.observation;
        const [evidence, tests] = [
          answersAfter(look.observation.evidence, patch.evidence),
          answersAfter(look.observation.tests, patch.tests),
        ];
        const record = { ...rest, ...(evidence ? { evidence } : {}), ...(tests ? { tests } : {}) };
        set.record = JSON.stringify(record);
        set.record_hash = recordHash(record);
      }
      if (Object.keys(set).length === 0) return true;
      const change = { by, version: look.version ?? null };
      return changeRow(db, db('observations').where('id', look.id), set, change, clock());
    },
    async setDeleted(id: string, personId: string, deletedAt: string | null): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('observations').where('id', id).update({ deleted_at: deletedAt });
        await followLast(trx, personId);
      });
    },
    async addMend(lookId: string, input: Omit<MendTried, 'at'>): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('mends')
          .insert({ ...input, observation_id: lookId, at: clock() })
          .onConflict('id')
          .ignore();
        await changed(trx, lookId);
      });
    },
    /** Whose look a mend belongs to; null when unknown. */
    async mendOwner(id: string): Promise<string | null> {
      const row = maybeRow(
        'mends',
        z.object({ observation_id: z.string() }),
        await db('mends').where('id', id).first('observation_id'),
      );
      return row?.observation_id ?? null;
    },
    async removeMend(lookId: string, id: string): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        const removed = await trx('mends').where({ id, observation_id: lookId }).delete();
        if (removed > 0) await changed(trx, lookId);
        return removed > 0;
      });
    },
    /**
     * Keeps a picture whose files are there, where today's consent still allows it.
     * @param writer the token of who wrote them
     * @returns whether it was kept
     */
    async addMedia(
      record: Media,
      by: string,
      writer: string,
      allowed: (trx: Knex) => Promise<boolean>,
    ): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        if (!(await allowed(trx)) || !(await endWriting(trx, record.id, writer))) return false;
        await trx('media').insert({
          id: record.id,
          person_id: record.personId,
          width: record.width,
          height: record.height,
          taken_at: record.takenAt,
          added_by: by,
        });
        return true;
      });
    },
    async findMedia(id: string): Promise<Media | null> {
      const row = maybeRow('media', mediaRow, await db('media').where('id', id).first());
      return row && media(row);
    },
    /** Pictures of a person, oldest first. */
    async mediaOf(personId: string): Promise<Media[]> {
      const rows = await db('media').where('person_id', personId).orderBy('taken_at');
      return parseRows('media', mediaRow, rows).map(media);
    },
    /** Lets a picture's record go; its files are to follow. */
    async removeMedia(id: string, at: string): Promise<void> {
      await inTransaction(db, (trx) => letFilesGo(trx, 'media', trx('media').where('id', id), at));
    },
    /** Lets the pictures go of looks that were taken out before an instant, unless another look shows them. @returns how many */
    async removeMediaOfDeleted(before: string, at: string): Promise<number> {
      return inTransaction(db, (trx) =>
        letFilesGo(
          trx,
          'media',
          trx('media')
            .whereIn(
              'id',
              trx('observations').whereNotNull('media_id').where('deleted_at', '<', before).select('media_id'),
            )
            .whereNotIn(
              'id',
              trx('observations')
                .whereNotNull('media_id')
                .where((w) => void w.whereNull('deleted_at').orWhere('deleted_at', '>=', before))
                .select('media_id'),
            ),
          at,
        ),
      );
    },
  };
}
