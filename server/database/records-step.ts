/** What goes out and comes in: imports, letters, clips by link, pressure under a back. */
import type { Knex } from 'knex';

export const records = {
  name: '015-records',
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
    // Letters as they left, sealed: without the studio's own secret nothing in them can be read.
    await db.schema.createTable('letters', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('what').notNullable();
      t.binary('about').notNullable();
      t.binary('message').notNullable();
      t.text('sent_at').notNullable().index();
      t.text('sent_by').notNullable().references('accounts.id');
    });
    await db.schema.alterTable('people', (t) => {
      t.text('email');
    });
    await db.schema.alterTable('clips', (t) => {
      // Sent in by the person, by link: the account is that of who made the link.
      t.boolean('by_link').notNullable().defaultTo(false);
    });
    await db.schema.alterTable('observations', (t) => {
      // Pressure under the low back over the hold, where a pad was used.
      t.text('pad');
    });
  },
  async down(db: Knex): Promise<void> {
    await db.schema.dropTable('letters');
    await db.schema.dropTable('imports');
    for (const [table, column] of [
      ['people', 'email'],
      ['clips', 'by_link'],
      ['observations', 'pad'],
    ] as const)
      await db.raw('alter table ?? drop column ??', [table, column]);
  },
};
