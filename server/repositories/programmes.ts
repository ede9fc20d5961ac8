/** Programmes in versions, and what was done of them. */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import {
  itemLogInputSchema,
  linkSchema,
  plannedSchema,
  programmeSettingsSchema,
  type ItemLogInput,
  type ProgrammeLink,
} from '../../api/programmes.js';
import type { Day } from '../../core/days.js';
import { nextArrival } from '../database/arrivals.js';
import { fieldOf } from '../database/dialect.js';
import { json, maybeRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const recordSchema = z.object({ settings: programmeSettingsSchema, planned: plannedSchema });
const row = z.object({
  id: z.string(),
  version: z.number(),
  person_id: z.string(),
  record: json(recordSchema),
  from_day: z.string(),
  until_day: z.string(),
  ended_on: z.string().nullable(),
  made_at: z.string(),
  by: z.string(),
});
const versionRow = z.object({
  version: z.number(),
  by: z.string(),
  made_at: z.string(),
  record: json(z.object({ settings: z.object({ note: z.string() }) })),
});
const logRow = z.object({
  day: z.string(),
  item: z.string(),
  record: json(itemLogInputSchema),
  said_at: z.string(),
  by: z.string().nullable(),
});
const painRow = z.object({ pain_in: z.string(), said_at: z.string(), arrival: z.number() });
const linkRow = z.object({
  id: z.string(),
  programme_id: z.string(),
  scopes: json(linkSchema.shape.scopes),
  until: z.string(),
  by: z.string(),
  made_by: z.string(),
  made_at: z.string(),
  revoked_at: z.string().nullable(),
  opened_at: z.string().nullable(),
});
const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** The newest version of a programme as it is stored. */
export interface StoredProgramme extends z.infer<typeof recordSchema> {
  id: string;
  version: number;
  personId: string;
  from: Day;
  until: Day;
  endedOn: Day | null;
  by: string;
  at: string;
}
const told = (r: z.infer<typeof row>): StoredProgramme => ({
  ...r.record,
  id: r.id,
  version: r.version,
  personId: r.person_id,
  from: r.from_day,
  until: r.until_day,
  endedOn: r.ended_on,
  by: r.by,
  at: r.made_at,
});

export type Programmes = ReturnType<typeof programmesIn>;

export function programmesIn(db: Knex) {
  const newest = (): Knex.QueryBuilder =>
    db('programmes')
      .join('accounts', 'accounts.id', 'programmes.made_by')
      .whereRaw('version = (select max(p.version) from programmes p where p.id = programmes.id)')
      .select('programmes.*', 'accounts.name as by');
  const links = (): Knex.QueryBuilder =>
    db('programme_links')
      .join('accounts', 'accounts.id', 'programme_links.made_by')
      .select('programme_links.*', 'accounts.name as by');
  /** The floor reads the days on which a look is asked for: those of the newest version, up to its end. */
  async function relooks(
    trx: Knex,
    { id, personId, days, endedOn }: { id: string; personId: string; days: readonly Day[]; endedOn: Day | null },
  ): Promise<void> {
    await trx('programme_relooks').where('programme_id', id).delete();
    const asked = days.filter((day) => endedOn === null || day <= endedOn);
    if (asked.length > 0)
      await trx('programme_relooks').insert(asked.map((day) => ({ programme_id: id, person_id: personId, day })));
  }
  return {
    async find(id: string): Promise<StoredProgramme | null> {
      const found = maybeRow('programmes', row, await newest().where('programmes.id', id).first());
      return found && told(found);
    },
    /** Newest first. */
    async ofPerson(personId: string): Promise<StoredProgramme[]> {
      const found = await newest().where('person_id', personId).orderBy('from_day', 'desc').orderBy('made_at', 'desc');
      return parseRows('programmes', row, found).map(told);
    },
    /** Those that have not ended before a day. */
    async since(day: Day): Promise<StoredProgramme[]> {
      const found = await newest()
        .where('until_day', '>=', day)
        .andWhere((w) => w.whereNull('ended_on').orWhere('ended_on', '>=', day))
        .orderBy('from_day', 'desc');
      return parseRows('programmes', row, found).map(told);
    },
    /** Newest first. */
    async versions(id: string): Promise<{ version: number; by: string; at: string; note: string }[]> {
      const rows = await db('programmes')
        .join('accounts', 'accounts.id', 'programmes.made_by')
        .where('programmes.id', id)
        .orderBy('version', 'desc')
        .select('version', 'made_at', 'record', 'accounts.name as by');
      return parseRows('programmes', versionRow, rows).map(({ version, by, made_at, record }) => ({
        version,
        by,
        at: made_at,
        note: record.settings.note,
      }));
    },
    /**
     * Keeps a version after the one that was changed.
     * @returns false where another version came in between
     */
    async add(
      personId: string,
      { id, version, until, ...record }: z.infer<typeof recordSchema> & { id: string; version: number; until: Day },
      by: string,
      at: string,
    ): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        const last = z
          .object({ version: z.number().nullable(), ended_on: z.string().nullable() })
          .parse(await trx('programmes').where('id', id).max('version as version').max('ended_on as ended_on').first());
        if ((last.version ?? 0) !== version) return false;
        await trx('programmes').insert({
          id,
          version: version + 1,
          person_id: personId,
          record: JSON.stringify(record),
          from_day: record.settings.from,
          until_day: until,
          ended_on: last.ended_on,
          made_by: by,
          made_at: at,
        });
        await relooks(trx, { id, personId, days: record.planned.relook, endedOn: last.ended_on });
        return true;
      });
    },
    async end({ id, personId, planned }: StoredProgramme, day: Day | null): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('programmes').where('id', id).update({ ended_on: day });
        await relooks(trx, { id, personId, days: planned.relook, endedOn: day });
      });
    },
    /** What was done, in the order of days. */
    async logsOf(id: string): Promise<(ItemLogInput & { by: string | null; at: string })[]> {
      const rows = await db('programme_logs')
        .leftJoin('accounts', 'accounts.id', 'programme_logs.said_by')
        .where('programme_id', id)
        .orderBy('day')
        .orderBy('item')
        .select('day', 'item', 'record', 'said_at', 'accounts.name as by');
      return parseRows('programme_logs', logRow, rows).map((r) => ({ ...r.record, by: r.by, at: r.said_at }));
    },
    async log(
      { id, personId }: Pick<StoredProgramme, 'id' | 'personId'>,
      logs: readonly ItemLogInput[],
      /** Null: the person, by link. */
      by: string | null,
      at: string,
      /** The position of an item. */
      familyOf: (item: string) => string,
    ): Promise<void> {
      await inTransaction(db, async (trx) => {
        const arrival = await nextArrival(trx);
        for (const one of logs)
          await trx('programme_logs')
            .insert({
              programme_id: id,
              person_id: personId,
              day: one.day,
              item: one.item,
              record: JSON.stringify(one),
              said_by: by,
              said_at: at,
              pain_in: one.pain ? familyOf(one.item) : null,
              arrival,
            })
            .onConflict(['programme_id', 'day', 'item'])
            .merge();
      });
    },
    /** Best sets of versions in the person's own word, without those that hurt; in the order of days. */
    async saidOf(personId: string): Promise<{ place: string; day: Day; clean: number }[]> {
      const rows = await db('programme_logs')
        .where('person_id', personId)
        .whereRaw(`item like '%/%' and ${fieldOf(db, 'record', 'best')} is not null`)
        .orderBy('day')
        .select('day', 'item', 'record', 'said_at', db.raw('null as "by"'));
      return parseRows('programme_logs', logRow, rows).flatMap(({ item, day, record }) =>
        record.best === null || record.pain || record.is === 'not' ? [] : [{ place: item, day, clean: record.best }],
      );
    },
    /** The newest pain of each position that was said of work alone. */
    async pains(personId: string): Promise<{ position: string; at: string; arrival: number; pain: true }[]> {
      const rows = await db('programme_logs')
        .where('person_id', personId)
        .whereNotNull('pain_in')
        .orderBy('arrival')
        .select('pain_in', 'said_at', 'arrival');
      const last = new Map(parseRows('programme_logs', painRow, rows).map((r) => [r.pain_in, r]));
      return [...last.values()].map((r) => ({ position: r.pain_in, at: r.said_at, arrival: r.arrival, pain: true }));
    },
    /** A new link. The secret is 128 random bits; only its hash is kept. */
    async addLink(
      { id, personId }: Pick<StoredProgramme, 'id' | 'personId'>,
      { scopes, until }: Pick<ProgrammeLink, 'scopes' | 'until'>,
      by: string,
      at: string,
    ): Promise<{ id: string; secret: string }> {
      const secret = randomBytes(16)
        .toString('hex')
        .replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
      const link = randomUUID();
      await db('programme_links').insert({
        id: link,
        programme_id: id,
        person_id: personId,
        secret_hash: hashOf(secret),
        scopes: JSON.stringify(scopes),
        until,
        made_by: by,
        made_at: at,
      });
      return { id: link, secret };
    },
    /** Newest first. */
    async linksOf(id: string, now: string): Promise<ProgrammeLink[]> {
      const rows = await links().where('programme_id', id).orderBy('programme_links.made_at', 'desc');
      return parseRows('programme_links', linkRow, rows).map((r) => ({
        id: r.id,
        scopes: r.scopes,
        until: r.until,
        by: r.by,
        madeAt: r.made_at,
        openedAt: r.opened_at,
        shut: r.revoked_at !== null || r.until <= now,
      }));
    },
    /** The programme that a link is of. */
    async linkOf(id: string): Promise<string | null> {
      const row = maybeRow('programme_links', linkRow, await links().where('programme_links.id', id).first());
      return row?.programme_id ?? null;
    },
    async shutLink(id: string, at: string): Promise<void> {
      await db('programme_links').where('id', id).whereNull('revoked_at').update({ revoked_at: at });
    },
    /** What a secret opens; null where it opens nothing, or nothing more. */
    async opened(
      secret: string,
      now: string,
    ): Promise<{
      id: string;
      programme: string;
      scopes: ProgrammeLink['scopes'];
      until: string;
      by: string;
      madeBy: string;
    } | null> {
      const row = maybeRow('programme_links', linkRow, await links().where('secret_hash', hashOf(secret)).first());
      if (!row || row.revoked_at !== null || row.until <= now) return null;
      await db('programme_links').where('id', row.id).update({ opened_at: now });
      const { id, programme_id: programme, scopes, until, by, made_by: madeBy } = row;
      return { id, programme, scopes, until, by, madeBy };
    },
  };
}
