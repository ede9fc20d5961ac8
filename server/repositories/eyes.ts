/** Rounds of practice and second judgements of looks; what rounds say of an eye is worked out once and kept in memory. */
import type { Knex } from 'knex';
import { z } from 'zod';
import type { DealInput } from '../../api/eye.js';
import type { Day } from '../../core/days.js';
import { eyeFrom, SPEAK, type EyeSummary, type Round } from '../../core/eye/rounds.js';
import { answeredSchema, DEAL_KINDS, dealtSchema, scoredSchema } from '../../core/formats/eye.js';
import type { Answered, Dealt, DealKind, Scored } from '../../core/formats/eye.js';
import { recordSchema, type Observation } from '../../core/formats/observation.js';
import { fieldOf, secondsBetween } from '../database/dialect.js';
import { remembered } from '../database/remembered.js';
import { json, maybeRow, number, parseRows } from '../database/rows.js';

const dealRow = z.object({
  id: z.string(),
  account_id: z.string(),
  kind: z.enum(DEAL_KINDS),
  source: z.string(),
  dealt: json(dealtSchema),
  day: z.string(),
  answered_at: z.string().nullable(),
});
const roundRow = z.object({ id: z.string(), day: z.string(), scored: json(scoredSchema) });
const secondRow = z.object({
  look_id: z.string(),
  made_by: z.string(),
  by: z.string(),
  day: z.string(),
  record: json(recordSchema),
});

export interface StoredDeal {
  id: string;
  accountId: string;
  kind: DealKind;
  /** The round that was dealt first. */
  source: string;
  dealt: Dealt;
  day: Day;
  answered: boolean;
}
export interface StoredSecond {
  lookId: string;
  madeBy: string;
  by: string;
  day: Day;
  observation: Observation;
}
const second = (row: z.infer<typeof secondRow>): StoredSecond => ({
  lookId: row.look_id,
  madeBy: row.made_by,
  by: row.by,
  day: row.day,
  observation: row.record,
});

/** Lines of one's own progress that are shown. */
const SHOWN = 60;
/** Rounds of colleagues that are offered to be played after them, and pictures and clips to be judged blind. */
const OFFERED = { rounds: 6, blind: 12 } as const;
/** Newest things that an agreement is worked out from. */
const COMPARED = 200;

export type Eyes = ReturnType<typeof eyesIn>;

export function eyesIn(db: Knex) {
  const rounds = async (accountId: string): Promise<Round[]> => {
    const answered = (): Knex.QueryBuilder =>
      db('eye_deals')
        .where('account_id', accountId)
        .whereNotNull('scored')
        .orderBy('answered_at', 'desc')
        .select('id', 'day', 'scored', 'answered_at');
    const [checks, holds, pictures] = await Promise.all([
      answered().where('kind', 'placing').limit(1),
      answered().where('kind', 'holds').limit(SPEAK),
      answered().where('kind', 'pictures').limit(SPEAK),
    ]);
    return parseRows('eye_deals', roundRow, [...checks, ...holds, ...pictures]);
  };
  const stateOf = async (accountId: string): Promise<{ version: string; summary: EyeSummary } | null> => {
    const list = await rounds(accountId);
    return list.length > 0 ? { version: list.map((r) => r.id).join(), summary: eyeFrom(list) } : null;
  };
  /** What is known of each account's eye, with what tells one state of it from another; read whole at first use. */
  const { now: all } = remembered(
    db,
    async () =>
      JSON.stringify(await db('eye_deals').whereNotNull('scored').count({ n: '*' }).max({ at: 'answered_at' }).first()),
    async () => {
      const ids = parseRows(
        'eye_deals',
        z.object({ account_id: z.string() }),
        await db('eye_deals').whereNotNull('scored').distinct('account_id'),
      );
      const found = new Map<string, { version: string; summary: EyeSummary }>();
      for (const { account_id: id } of ids) {
        const state = await stateOf(id);
        if (state) found.set(id, state);
      }
      return found;
    },
  );
  const changed = async (accountId: string): Promise<void> => {
    const [map, state] = [await all(), await stateOf(accountId)];
    if (state) map.set(accountId, state);
    else map.delete(accountId);
  };

  return {
    /** What an account's rounds say of its eye; null where it never practised. */
    of: async (accountId: string): Promise<EyeSummary | null> => (await all()).get(accountId)?.summary ?? null,
    /** Tells one state of an eye from another, for what was judged by it; '' where it never practised. */
    version: async (accountId: string): Promise<string> => (await all()).get(accountId)?.version ?? '',
    /** All eyes that have practised, by account. */
    everyone: async (): Promise<ReadonlyMap<string, EyeSummary>> =>
      new Map([...(await all())].map(([id, { summary }]) => [id, summary])),

    async deal(id: string): Promise<StoredDeal | null> {
      const row = maybeRow('eye_deals', dealRow, await db('eye_deals').where('id', id).first());
      return (
        row && {
          id: row.id,
          accountId: row.account_id,
          kind: row.kind,
          source: row.source,
          dealt: row.dealt,
          day: row.day,
          answered: row.answered_at !== null,
        }
      );
    },
    /** Keeps a deal; asked for twice it is kept once. */
    async addDeal(
      accountId: string,
      { id }: Pick<DealInput, 'id'>,
      { dealt, source }: { dealt: Dealt; source: string },
      day: Day,
      at: string,
    ): Promise<void> {
      await db('eye_deals')
        .insert({
          id,
          account_id: accountId,
          kind: dealt.kind,
          source,
          dealt: JSON.stringify(dealt),
          day,
          dealt_at: at,
        })
        .onConflict('id')
        .ignore();
    },
    /** Keeps what was answered and what it came to, unless an answer stands already. */
    async answer(deal: StoredDeal, answered: Answered, scored: Scored, at: string): Promise<void> {
      await db('eye_deals')
        .where('id', deal.id)
        .whereNull('answered_at')
        .update({
          answered: JSON.stringify(answeredSchema.parse(answered)),
          scored: JSON.stringify(scored),
          answered_at: at,
        });
      await changed(deal.accountId);
    },
    async scored(id: string): Promise<Scored | null> {
      const row = await db('eye_deals').where('id', id).whereNotNull('scored').first('id', 'day', 'scored');
      return maybeRow('eye_deals', roundRow, row)?.scored ?? null;
    },
    async removeDeal(deal: Pick<StoredDeal, 'id' | 'accountId'>): Promise<void> {
      await db('eye_deals').where('id', deal.id).delete();
      await changed(deal.accountId);
    },
    /** Answered rounds, newest first. */
    async roundsOf(accountId: string): Promise<Round[]> {
      const rows = await db('eye_deals')
        .where('account_id', accountId)
        .whereNotNull('scored')
        .orderBy('answered_at', 'desc')
        .limit(SHOWN)
        .select('id', 'day', 'scored');
      return parseRows('eye_deals', roundRow, rows);
    },
    /** Rounds that others have played and this account has not, newest first. */
    async shared(accountId: string): Promise<{ id: string; by: string; day: Day; kind: DealKind }[]> {
      const rows = await db('eye_deals')
        .join('accounts', 'accounts.id', 'eye_deals.account_id')
        .whereNot('account_id', accountId)
        .whereNot('kind', 'placing')
        .whereNotNull('scored')
        .whereNotIn('source', db('eye_deals').where('account_id', accountId).select('source'))
        .orderBy('answered_at', 'desc')
        .limit(OFFERED.rounds)
        .select('eye_deals.id', 'accounts.name as by', 'day', 'kind');
      return parseRows(
        'eye_deals',
        z.object({ id: z.string(), by: z.string(), day: z.string(), kind: z.enum(DEAL_KINDS) }),
        rows,
      );
    },
    /** Pairs of rounds that two accounts played of one deal, newest first. */
    async twicePlayed(): Promise<{ a: string; b: string; first: Scored; second: Scored }[]> {
      const rows = await db('eye_deals as one')
        .join(
          'eye_deals as two',
          (on) => void on.on('one.source', 'two.source').andOn('one.account_id', '<', 'two.account_id'),
        )
        .whereNotNull('one.scored')
        .whereNotNull('two.scored')
        .orderBy('two.answered_at', 'desc')
        .limit(COMPARED)
        .select('one.account_id as a', 'two.account_id as b', 'one.scored as first', 'two.scored as second');
      return parseRows(
        'eye_deals',
        z.object({ a: z.string(), b: z.string(), first: json(scoredSchema), second: json(scoredSchema) }),
        rows,
      );
    },

    /** Keeps an account's judgement of a look; one that it made before gives way. */
    async setSecond(lookId: string, madeBy: string, record: Observation, day: Day, at: string): Promise<void> {
      await db('second_looks')
        .insert({ look_id: lookId, made_by: madeBy, record: JSON.stringify(record), day, made_at: at })
        .onConflict(['look_id', 'made_by'])
        .merge();
    },
    /** Second judgements of a look, oldest first. */
    async secondsOf(lookId: string): Promise<StoredSecond[]> {
      const rows = await db('second_looks')
        .join('accounts', 'accounts.id', 'second_looks.made_by')
        .where('look_id', lookId)
        .orderBy('made_at')
        .select('second_looks.*', 'accounts.name as by');
      return parseRows('second_looks', secondRow, rows).map(second);
    },
    /** The newest second judgements of all looks that still stand. */
    async seconds(): Promise<StoredSecond[]> {
      const rows = await db('second_looks')
        .join('accounts', 'accounts.id', 'second_looks.made_by')
        .join('observations', 'observations.id', 'second_looks.look_id')
        .whereNull('observations.deleted_at')
        .orderBy('made_at', 'desc')
        .limit(COMPARED)
        .select('second_looks.*', 'accounts.name as by');
      return parseRows('second_looks', secondRow, rows).map(second);
    },
    /** Looks with a stored picture or clip that others made and this account has not judged, newest first. */
    async unseen(accountId: string): Promise<string[]> {
      const rows = await db('observations')
        .where(
          (either) =>
            void either
              .whereNotNull('media_id')
              .orWhereExists(db('clips').whereRaw('clips.look_id = observations.id').whereNotNull('arrived_at')),
        )
        .whereNull('deleted_at')
        .whereNot('made_by', accountId)
        .whereNotIn('id', db('second_looks').where('made_by', accountId).select('look_id'))
        .orderBy('started_at', 'desc')
        // Some may be of people whom the account does not see, or who allow none any more.
        .limit(5 * OFFERED.blind)
        .select('id');
      return parseRows('observations', z.object({ id: z.string() }), rows).map((r) => r.id);
    },
    offered: OFFERED.blind,
    /** Pairs of watched holds of one person at one version that two accounts began within seconds of one another. */
    async sideBySide(within: number): Promise<{ first: string; second: string }[]> {
      const rows = await db('observations as one')
        .join(
          'observations as two',
          (on) =>
            void on
              .on('one.person_id', 'two.person_id')
              .andOn('one.day', 'two.day')
              .andOn('one.position', 'two.position')
              .andOn('one.made_by', '<', 'two.made_by'),
        )
        .whereNull('one.deleted_at')
        .whereNull('two.deleted_at')
        .whereRaw(
          `${fieldOf(db, 'one.record', 'ended')} is not null and ${fieldOf(db, 'two.record', 'ended')} is not null`,
        )
        .whereRaw(`${fieldOf(db, 'one.record', 'rung')} is not distinct from ${fieldOf(db, 'two.record', 'rung')}`)
        .whereRaw(`${secondsBetween(db, 'one.started_at', 'two.started_at')} <= ?`, [within])
        .orderBy('one.started_at', 'desc')
        .limit(COMPARED)
        .select('one.id as first', 'two.id as second');
      return parseRows('observations', z.object({ first: z.string(), second: z.string() }), rows);
    },
    /** Names of accounts, by id. */
    async names(): Promise<ReadonlyMap<string, string>> {
      const rows = parseRows(
        'accounts',
        z.object({ id: z.string(), name: z.string() }),
        await db('accounts').select('id', 'name'),
      );
      return new Map(rows.map((r) => [r.id, r.name]));
    },
    /** How many rounds each account has played. */
    async counts(): Promise<ReadonlyMap<string, number>> {
      const rows = await db('eye_deals')
        .whereNotNull('scored')
        .groupBy('account_id')
        .select('account_id')
        .count('* as rounds');
      return new Map(
        parseRows('eye_deals', z.object({ account_id: z.string(), rounds: number }), rows).map((r) => [
          r.account_id,
          r.rounds,
        ]),
      );
    },
  };
}
