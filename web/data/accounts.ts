/** Accounts of the studio, for its owner. */
import type { Account } from '../../api/accounts.js';
import { call, type Ask } from './call.js';
import { outdated, useRead, type Read } from './query.js';

export const useAccounts = (wanted: () => boolean): Read<Account[]> =>
  useRead('accounts.list', () => (wanted() ? {} : null));
export async function addAccount(input: Ask<'accounts.add'>['body']): Promise<void> {
  await call('accounts.add', { body: input });
  outdated('accounts.list');
}
export async function changeAccount(id: string, patch: Ask<'accounts.change'>['body']): Promise<void> {
  await call('accounts.change', { params: { id }, body: patch });
  outdated('accounts.list');
}
