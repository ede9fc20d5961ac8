/** Accounts and the groups that assistants may see. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Account } from '../../api/accounts.js';
import type { Role } from '../../api/common.js';

interface Row {
  id: string;
  email: string;
  name: string;
  role: Role;
  password_hash: string;
  disabled_at: string | null;
}

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
    (
      await db<{ account_id: string; group_id: string }>('account_groups').where('account_id', id).select('group_id')
    ).map((r) => r.group_id);
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
      const [row] = await db('accounts').count<{ n: number }[]>({ n: '*' });
      return row!.n;
    },
    async activeOwners(): Promise<number> {
      const [row] = await db('accounts')
        .where({ role: 'owner' })
        .whereNull('disabled_at')
        .count<{ n: number }[]>({ n: '*' });
      return row!.n;
    },
    async find(id: string): Promise<Account | null> {
      const row = await db<Row>('accounts').where('id', id).first();
      return row ? told(row) : null;
    },
    async list(): Promise<Account[]> {
      return Promise.all((await db<Row>('accounts').orderBy('name')).map(told));
    },
    async credentials(email: string): Promise<{ id: string; passwordHash: string; disabled: boolean } | null> {
      const row = await db<Row>('accounts').where('email', email).first();
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
