/** What was taken in from files, and how it is taken back. */
import type { Knex } from 'knex';

export const imports = {
  name: '015-imports',
  async up(db: Knex): Promise<void> {
    await db.schema.createTable('imports', (t) => {
      t.text('id').primary();
      t.text('kind').notNullable();
      t.text('day').notNullable();
      t.text('made_at').notNullable().index();
      t.text('made_by').notNullable().references('accounts.id');
      // How much was added and changed, and what to do to take it back; nothing of anybody but ids and what stood before.
      t.text('counts').notNullable();
      t.text('undo').notNullable();
      t.text('undone_at');
      t.text('stayed').notNullable().defaultTo('[]');
    });
  },
  async down(db: Knex): Promise<void> {
    await db.schema.dropTable('imports');
  },
};
