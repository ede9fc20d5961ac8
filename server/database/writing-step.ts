/** Step 019: files that are being written have notes of their own, apart from those that are to go. */
import type { Knex } from 'knex';

export const writing = {
  name: '019-files-being-written',
  async up(db: Knex): Promise<void> {
    await db.schema.createTable('media_writing', (t) => {
      t.text('id').primary();
      // Whose writing counts: who began it last.
      t.text('writer').notNullable();
      t.text('since').notNullable();
    });
  },
  async down(db: Knex): Promise<void> {
    await db.schema.dropTable('media_writing');
  },
};
