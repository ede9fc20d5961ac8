/** Programmes in versions, and what was done of them. */
import type { Knex } from 'knex';

export const programmes = {
  name: '014-programmes',
  async up(db: Knex): Promise<void> {
    await db.schema.createTable('programmes', (t) => {
      // The same id in every version.
      t.text('id').notNullable();
      t.integer('version').notNullable();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      // What the coach set and the weeks that were worked out of it: what somebody was given does not change under their hands.
      t.text('record').notNullable();
      t.text('from_day').notNullable();
      t.text('until_day').notNullable().index();
      t.text('ended_on');
      t.text('made_by').notNullable().references('accounts.id');
      t.text('made_at').notNullable();
      t.primary(['id', 'version']);
    });
    // Days on which a programme that runs asks for a look: the floor reads them.
    await db.schema.createTable('programme_relooks', (t) => {
      t.text('programme_id').notNullable();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
      t.text('day').notNullable();
      t.primary(['programme_id', 'day']);
      t.index(['person_id', 'day']);
      t.index('day');
    });
    await db.schema.createTable('programme_logs', (t) => {
      t.text('programme_id').notNullable();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('day').notNullable();
      t.text('item').notNullable();
      t.text('record').notNullable();
      // Of who is signed in; what came by a link is the person's own word.
      t.text('said_by').references('accounts.id');
      t.text('said_at').notNullable();
      // Pain: the position that it was felt in, and when it reached the server, counted with holds and askings.
      t.text('pain_in');
      t.integer('arrival').notNullable();
      t.primary(['programme_id', 'day', 'item']);
    });
    await db.schema.createTable('programme_links', (t) => {
      t.text('id').primary();
      t.text('programme_id').notNullable().index();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
      // The secret itself is shown once and kept nowhere.
      t.text('secret_hash').notNullable().unique();
      t.text('scopes').notNullable();
      t.text('until').notNullable();
      t.text('made_by').notNullable().references('accounts.id');
      t.text('made_at').notNullable();
      t.text('revoked_at');
      t.text('opened_at');
    });
  },
  async down(db: Knex): Promise<void> {
    for (const table of ['programme_links', 'programme_logs', 'programme_relooks', 'programmes'])
      await db.schema.dropTable(table);
  },
};
