/** The database's shape as a list of steps, in the code so that tests and the bundle run the same ones. */
import type { Knex } from 'knex';

interface Step {
  name: string;
  up: (db: Knex) => Promise<void>;
  down: (db: Knex) => Promise<void>;
}

const first: Step = {
  name: '001-people-and-looks',
  async up(db) {
    await db.schema.createTable('accounts', (t) => {
      t.text('id').primary();
      t.text('email').notNullable().unique();
      t.text('name').notNullable();
      t.text('role').notNullable().checkIn(['owner', 'coach', 'assistant']);
      t.text('password_hash').notNullable();
      t.text('disabled_at');
      t.text('created_at').notNullable();
    });
    await db.schema.createTable('groups', (t) => {
      t.text('id').primary();
      t.text('name').notNullable().unique();
    });
    await db.schema.createTable('account_groups', (t) => {
      t.text('account_id').notNullable().references('accounts.id').onDelete('CASCADE');
      t.text('group_id').notNullable().references('groups.id').onDelete('CASCADE');
      t.primary(['account_id', 'group_id']);
    });
    await db.schema.createTable('people', (t) => {
      t.text('id').primary();
      t.text('name').notNullable();
      t.text('group_id').references('groups.id').onDelete('SET NULL').index();
      t.integer('birth_year');
      t.float('stature');
      t.float('mass');
      t.text('sex').notNullable().checkIn(['female', 'male', 'unspecified']);
      t.text('goal').notNullable().defaultTo('');
      t.text('method');
      t.text('notes').notNullable().defaultTo('');
      t.text('archived_at');
      t.text('created_at').notNullable();
    });
    await db.schema.createTable('cautions', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('caution').notNullable();
      t.text('from_day').notNullable();
      t.text('until_day');
      t.text('note').notNullable().defaultTo('');
      t.text('set_by').notNullable().references('accounts.id');
    });
    await db.schema.createTable('consents', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('kind').notNullable().checkIn(['pictures', 'hands-on']);
      t.text('given_by').notNullable();
      t.text('relation').notNullable().checkIn(['self', 'guardian']);
      t.text('purpose').notNullable().defaultTo('');
      t.text('from_day').notNullable();
      t.text('until_day');
      t.text('withdrawn_on');
      t.text('recorded_by').notNullable().references('accounts.id');
    });
    await db.schema.createTable('media', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.integer('width').notNullable();
      t.integer('height').notNullable();
      t.text('taken_at').notNullable();
      t.text('added_by').notNullable().references('accounts.id');
    });
    await db.schema.createTable('observations', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
      t.text('started_at').notNullable();
      t.text('position').notNullable();
      t.text('record').notNullable();
      t.text('media_id').references('media.id').onDelete('SET NULL');
      t.text('relook_of').references('observations.id').onDelete('SET NULL');
      t.text('note').notNullable().defaultTo('');
      t.text('made_by').notNullable().references('accounts.id');
      t.text('deleted_at');
      t.index(['person_id', 'started_at']);
    });
    await db.schema.createTable('mends', (t) => {
      t.text('id').primary();
      t.text('observation_id').notNullable().references('observations.id').onDelete('CASCADE').index();
      t.text('fault').notNullable();
      t.integer('step').notNullable();
      t.text('kind').notNullable();
      t.text('result').notNullable();
      t.text('at').notNullable();
    });
    await db.schema.createTable('attendance', (t) => {
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
      t.text('day').notNullable();
      t.primary(['person_id', 'day']);
    });
  },
  async down(db) {
    for (const table of [
      'attendance',
      'mends',
      'observations',
      'media',
      'consents',
      'cautions',
      'people',
      'account_groups',
      'groups',
      'accounts',
    ]) {
      await db.schema.dropTable(table);
    }
  },
};

const overrule: Step = {
  name: '002-overruled-causes',
  async up(db) {
    await db.schema.alterTable('observations', (t) => {
      t.text('overrule');
    });
  },
  async down(db) {
    await db.schema.alterTable('observations', (t) => {
      t.dropColumn('overrule');
    });
  },
};

const STEPS: readonly Step[] = [first, overrule];

export const migrationSource: Knex.MigrationSource<Step> = {
  getMigrations: () => Promise.resolve([...STEPS]),
  getMigrationName: (step) => step.name,
  getMigration: (step) => Promise.resolve(step),
};
