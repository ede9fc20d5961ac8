/** Step 018: changes of entries are numbered, where they were ordered by what only SQLite counts by itself. */
import type { Knex } from 'knex';
import { onPostgres } from './dialect.js';

export const order = {
  name: '018-order-of-changes',
  async up(db: Knex): Promise<void> {
    await db.schema.alterTable('studio_entry_changes', (t) => {
      t.integer('nth').notNullable().defaultTo(0);
    });
    if (!onPostgres(db)) await db.raw('update studio_entry_changes set nth = rowid');
  },
  async down(db: Knex): Promise<void> {
    await db.raw('alter table studio_entry_changes drop column nth');
  },
};
