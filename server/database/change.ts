/** Whose change it is, and of which version: what two people may change at once is changed by one after the other. */
import type { Knex } from 'knex';

export interface ChangeBy {
  /** The account. */
  by: string;
  /** Version that is changed; null for whatever stands. */
  version: number | null;
}

/**
 * Writes a change to a row unless another version stands; counts it and signs it.
 * @param row found already by its key
 * @param at ISO instant
 * @returns false where another version stands, or none
 */
export async function changeRow(
  db: Knex,
  row: Knex.QueryBuilder,
  set: Readonly<Record<string, unknown>>,
  { by, version }: ChangeBy,
  at: string,
): Promise<boolean> {
  if (version !== null) void row.where('version', version);
  const changed = await row.update({ ...set, version: db.raw('version + 1'), changed_by: by, changed_at: at });
  return changed > 0;
}
