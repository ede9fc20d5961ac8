/** Accounts and the groups that assistants may see. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { ROLES, type Role } from '../../api/common.js';
import { maybeRow, number, parseRow, parseRows } from '../database/rows.js';

const accountRow = z.object({
  id: z.string(),
  email: z.string(),
  name: z.string(),
  role: z.enum(ROLES),
  password_hash: z.string(),
  disabled_at: z.string().nullable(),
});
type Row = z.infer<typeof accountRow>;

export interface NewAccount {
  name: string;
  email: string;
  role: Role;
  passwordHash: string;
  groups: readonly string[];
}

export type Accounts = ReturnType<typeof accountsIn>;

export function accountsIn(db: Knex) {
  const groupsOf = async (id: string): Promise<string[]> =>
    parseRows(
      'account_groups',
      z.object({ group_id: z.string() }),
      await db('account_groups').where('account_id', id).select('group_id'),
    ).map((r) => r.group_id);
  const countOf = async (query: Knex.QueryBuilder): Promise<number> =>
    parseRow('accounts', z.object({ n: number }), await query.count({ n: '*' }).first()).n;
  const told = async (row: Row): Promise<Account> => ({
    id: row.id,
    name: row.name,
    email: row.email,
    role: row.role,
    groups: await groupsOf(row.id),
    disabled: row.disabled_at !== null,
  });
  const setGroups = async (trx: Knex, id: string, groups: readonly string[]): Promise<void> => {
    await trx('account_groups').where('account_id', id).delete();
    const rows = groups.map((group_id) => ({ account_id: id, group_id }));
    if (rows.length > 0) await trx('account_groups').insert(rows);
  };
  return {
    async count(): Promise<number> {
      return countOf(db('accounts'));
    },
    async activeOwners(): Promise<number> {
      return countOf(db('accounts').where({ role: 'owner' }).whereNull('disabled_at'));
    },
    async find(id: string): Promise<Account | null> {
      const row = maybeRow('accounts', accountRow, await db('accounts').where('id', id).first());
      return row && told(row);
    },
    async list(): Promise<Account[]> {
      return Promise.all(parseRows('accounts', accountRow, await db('accounts').orderBy('name')).map(told));
    },
    async credentials(email: string): Promise<{ id: string; passwordHash: string; disabled: boolean } | null> {
      const row = maybeRow('accounts', accountRow, await db('accounts').where('email', email).first());
      return row ? { id: row.id, passwordHash: row.password_hash, disabled: row.disabled_at !== null } : null;
    },
    async add(input: NewAccount): Promise<Account> {
      const id = randomUUID();
      await db.transaction(async (trx) => {
        await trx('accounts').insert({
          id,
          email: input.email,
          name: input.name,
          role: input.role,
          password_hash: input.passwordHash,
          created_at: new Date().toISOString(),
        });
        await setGroups(trx, id, input.groups);
      });
      return (await this.find(id))!;
    },
    async change(
      id: string,
      change: { name?: string; role?: Role; groups?: readonly string[]; disabled?: boolean; passwordHash?: string },
    ): Promise<void> {
      const columns: Partial<Row> = {};
      if (change.name !== undefined) columns.name = change.name;
      if (change.role !== undefined) columns.role = change.role;
      if (change.passwordHash !== undefined) columns.password_hash = change.passwordHash;
      if (change.disabled !== undefined) columns.disabled_at = change.disabled ? new Date().toISOString() : null;
      await db.transaction(async (trx) => {
        if (Object.keys(columns).length > 0) await trx('accounts').where('id', id).update(columns);
        if (change.groups) await setGroups(trx, id, change.groups);
      });
    },
  };
}
