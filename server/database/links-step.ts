/** Step 020: what a link allows ends with its own clip; wrong codes of a second factor are counted by account, who is told. */
import type { Knex } from 'knex';

const COLUMNS = [
  ['consents', 'for_clip'],
  ['clips', 'link_id'],
  ['accounts', 'second_wrong'],
  ['accounts', 'second_shut_until'],
] as const;

export const linksAndLocks = {
  name: '020-links-and-locks',
  async up(db: Knex): Promise<void> {
    await db.schema.alterTable('consents', (t) => {
      // A permission for one clip alone. It outlives the clip, and allows nothing then: no reference.
      t.text('for_clip');
    });
    await db.schema.alterTable('clips', (t) => {
      // The link by which it was announced: shut, it brings no content any more.
      t.text('link_id');
    });
    await db.schema.alterTable('accounts', (t) => {
      t.integer('second_wrong').notNullable().defaultTo(0);
      t.text('second_shut_until');
    });
    // Letters to who has an account, sealed as those to people are.
    await db.schema.createTable('account_letters', (t) => {
      t.text('id').primary();
      t.text('account_id').notNullable().references('accounts.id').onDelete('CASCADE').index();
      t.text('what').notNullable();
      t.binary('about').notNullable();
      t.binary('message').notNullable();
      t.text('sent_at').notNullable().index();
    });
  },
  async down(db: Knex): Promise<void> {
    await db.schema.dropTable('account_letters');
    for (const [table, column] of COLUMNS) await db.raw('alter table ?? drop column ??', [table, column]);
  },
};
