/** Settings of the studio by name: each a piece of JSON that its reader's schema checks. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { json, maybeRow } from '../database/rows.js';

export function settingsIn(db: Knex) {
  return {
    /** @returns null where it was never set @throws StoredDataError for another shape */
    async get<T>(name: string, schema: z.ZodType<T>): Promise<T | null> {
      const row = maybeRow(
        'studio_settings',
        z.object({ value: json(schema) }),
        await db('studio_settings').where('name', name).first('value'),
      );
      return row?.value ?? null;
    },
    async set(name: string, value: unknown): Promise<void> {
      await db('studio_settings')
        .insert({ name, value: JSON.stringify(value) })
        .onConflict('name')
        .merge();
    },
    async drop(name: string): Promise<void> {
      await db('studio_settings').where('name', name).delete();
    },
  };
}
