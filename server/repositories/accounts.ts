/** Accounts and the groups that assistants may see. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { ROLES, type Role } from '../../api/common.js';
import type { Clock } from '../clock.js';
import { flag, maybeRow, number, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const accountRow = z.object({
  id: z.string(),
  email: z.string(),
  name: z.string(),
  role: z.enum(ROLES),
  password_hash: z.string(),
  disabled_at: z.string().nullable(),
  sessions_from: z.number(),
  self_id: z.string().nullable(),
  second_on: flag,
});
type Row = z.infer<typeof accountRow>;

export interface NewAccount {
  name: string;
  email: string;
  role: Role;
  passwordHash: string;
  groups: readonly string[];
}

export interface AccountChange {
  name?: string;
  role?: Role;
  groups?: readonly string[];
  disabled?: boolean;
  passwordHash?: string;
  personId?: string | null;
}
export interface Credentials {
  id: string;
  passwordHash: string;
  disabled: boolean;
  sessionsFrom: number;
  /** A code is asked for beside the password. */
  second: boolean;
}
const secrets = (row: Row | null): Credentials | null =>
  row && {
    id: row.id,
    passwordHash: row.password_hash,
    disabled: row.disabled_at !== null,
    sessionsFrom: row.sessions_from,
    second: row.second_on,
  };

// Every request reads an account: a schema is made once.
const groupRow = z.object({ group_id: z.string() });
const countRow = z.object({ n: number });
const shutRow = z.object({ second_shut_until: z.string().nullable() });
const wrongRow = z.object({ second_wrong: z.number() });
/** No second factor is shut longer, ms. */
const LONGEST_SHUT_MS = 12 * 3_600_000;

export type Accounts = ReturnType<typeof accountsIn>;

export function accountsIn(db: Knex, clock: Clock) {
  const groupsOf = async (id: string): Promise<string[]> =>
    parseRows('account_groups', groupRow, await db('account_groups').where('account_id', id).select('group_id')).map(
      (r) => r.group_id,
    );
  const countOf = async (query: Knex.QueryBuilder): Promise<number> =>
    parseRow('accounts', countRow, await query.count({ n: '*' }).first()).n;
  const told = async (row: Row): Promise<Account> => ({
    id: row.id,
    name: row.name,
    email: row.email,
    role: row.role,
    groups: await groupsOf(row.id),
    disabled: row.disabled_at !== null,
    personId: row.self_id && (await db('people').where('id', row.self_id).first('id')) ? row.self_id : null,
    second: row.second_on,
  });
  const setGroups = async (trx: Knex, id: string, groups: readonly string[]): Promise<void> => {
    await trx('account_groups').where('account_id', id).delete();
    const rows = [...new Set(groups)].map((group_id) => ({ account_id: id, group_id }));
    if (rows.length > 0) await trx('account_groups').insert(rows);
  };
  return {
    /** Of these groups, those that the studio does not have. */
    async unknownGroups(groups: readonly string[]): Promise<string[]> {
      const known = parseRows(
        'groups',
        z.object({ id: z.string() }),
        await db('groups')
          .whereIn('id', [...groups])
          .select('id'),
      );
      return groups.filter((g) => !known.some((k) => k.id === g));
    },
    async count(): Promise<number> {
      return countOf(db('accounts'));
    },
    async find(id: string): Promise<Account | null> {
      const row = maybeRow('accounts', accountRow, await db('accounts').where('id', id).first());
      return row && told(row);
    },
    /** An account with the number that its sessions carry: with another one they are over. */
    async inSession(id: string): Promise<{ account: Account; sessionsFrom: number } | null> {
      const row = maybeRow('accounts', accountRow, await db('accounts').where('id', id).first());
      return row && { account: await told(row), sessionsFrom: row.sessions_from };
    },
    async list(): Promise<Account[]> {
      return Promise.all(parseRows('accounts', accountRow, await db('accounts').orderBy('name')).map(told));
    },
    async credentials(email: string): Promise<Credentials | null> {
      return secrets(maybeRow('accounts', accountRow, await db('accounts').where('email', email).first()));
    },
    async credentialsOf(id: string): Promise<Credentials | null> {
      return secrets(maybeRow('accounts', accountRow, await db('accounts').where('id', id).first()));
    },
    /**
     * Adds an account. @param only asked in the same transaction; false adds nothing
     * @returns null where the address has an account, or `only` says no
     */
    async add(
      input: NewAccount,
      only: (trx: Knex) => Promise<boolean> = () => Promise.resolve(true),
    ): Promise<Account | null> {
      const id = randomUUID();
      const added = await inTransaction(db, async (trx) => {
        if (!(await only(trx)) || (await trx('accounts').where('email', input.email).first('id'))) return false;
        await trx('accounts').insert({
          id,
          email: input.email,
          name: input.name,
          role: input.role,
          password_hash: input.passwordHash,
          created_at: clock(),
        });
        await setGroups(trx, id, input.groups);
        return true;
      });
      return added ? this.find(id) : null;
    },
    /** Adds the first owner; null where there is an account by now. */
    addFirstOwner(input: Omit<NewAccount, 'role' | 'groups'>): Promise<Account | null> {
      return this.add({ ...input, role: 'owner', groups: [] }, async (trx) => (await countOf(trx('accounts'))) === 0);
    },
    /**
     * Changes an account; a new password and a closing end its sessions, for good.
     * @returns false, and nothing is changed, where it would leave no owner
     */
    async change(id: string, change: AccountChange): Promise<boolean> {
      const columns: Partial<Row> = {};
      if (change.name !== undefined) columns.name = change.name;
      if (change.role !== undefined) columns.role = change.role;
      if (change.passwordHash !== undefined) columns.password_hash = change.passwordHash;
      if (change.personId !== undefined) columns.self_id = change.personId;
      if (change.disabled !== undefined) columns.disabled_at = change.disabled ? clock() : null;
      const rollback = new Error('no owner would be left');
      try {
        await inTransaction(db, async (trx) => {
          const owners = (): Knex.QueryBuilder => trx('accounts').where({ role: 'owner' }).whereNull('disabled_at');
          const before = await countOf(owners());
          if (Object.keys(columns).length > 0) await trx('accounts').where('id', id).update(columns);
          if (change.passwordHash !== undefined || change.disabled === true)
            await trx('accounts').where('id', id).increment('sessions_from', 1);
          if (change.groups) await setGroups(trx, id, change.groups);
          if (before > 0 && (await countOf(owners())) === 0) throw rollback;
        });
      } catch (error) {
        if (error === rollback) return false;
        throw error;
      }
      return true;
    },
    /** The secret of a second factor, sealed; null where none was begun. */
    async second(id: string): Promise<{ sealed: Buffer | null; on: boolean }> {
      const row = maybeRow(
        'accounts',
        z.object({ second_secret: z.instanceof(Buffer).nullable(), second_on: flag }),
        await db('accounts').where('id', id).first('second_secret', 'second_on'),
      );
      return { sealed: row?.second_secret ?? null, on: row?.second_on ?? false };
    },
    async beginSecond(id: string, sealed: Buffer): Promise<void> {
      await db('accounts').where({ id, second_on: false }).update({ second_secret: sealed, second_step: 0 });
    },
    /** Takes it into use; a code of this step does not let in again. */
    async keepSecond(id: string, step: number, hashes: readonly string[]): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('second_codes').where('account_id', id).delete();
        await trx('second_codes').insert(hashes.map((code_hash) => ({ account_id: id, code_hash })));
        await trx('accounts').where('id', id).update({ second_on: true, second_step: step });
      });
    },
    async dropSecond(id: string): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('second_codes').where('account_id', id).delete();
        await trx('accounts')
          .where('id', id)
          .update({ second_on: false, second_secret: null, second_step: 0, second_wrong: 0, second_shut_until: null });
      });
    },
    /** @returns false where a code of this step or a later one was used already */
    async useStep(id: string, step: number): Promise<boolean> {
      return (await db('accounts').where('id', id).where('second_step', '<', step).update({ second_step: step })) > 0;
    },
    /** When codes of time are taken again; null where they are taken now. An end that no lock reaches was set by a clock that was ahead. */
    async secondShut(id: string, now: string): Promise<string | null> {
      const row = maybeRow('accounts', shutRow, await db('accounts').where('id', id).first('second_shut_until'));
      const until = row?.second_shut_until ?? null;
      const reach = new Date(Date.parse(now) + LONGEST_SHUT_MS).toISOString();
      return until !== null && until > now && until <= reach ? until : null;
    },
    /** Counts a wrong code. @param shutUntil of so many in a row @returns until when that shuts the second factor */
    async wrongCode(id: string, shutUntil: (wrong: number) => string | null): Promise<string | null> {
      return inTransaction(db, async (trx) => {
        await trx('accounts').where('id', id).increment('second_wrong', 1);
        const row = maybeRow('accounts', wrongRow, await trx('accounts').where('id', id).first('second_wrong'));
        const until = shutUntil(row?.second_wrong ?? 0);
        if (until !== null) await trx('accounts').where('id', id).update({ second_shut_until: until });
        return until;
      });
    },
    async rightCode(id: string): Promise<void> {
      await db('accounts').where('id', id).update({ second_wrong: 0, second_shut_until: null });
    },
    async useLostCode(id: string, hash: string): Promise<boolean> {
      return (await db('second_codes').where({ account_id: id, code_hash: hash }).delete()) > 0;
    },
  };
}
