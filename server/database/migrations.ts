/** The database's shape as a list of steps, in the code so that tests and the bundle run the same ones. */
import type { Knex } from 'knex';
import { hallDay } from '../../core/days.js';
import { caseless, onPostgres, orNothing } from './dialect.js';
import { linksAndLocks } from './links-step.js';
import { writing } from './writing-step.js';
import { order } from './order-step.js';
import { programmes } from './programmes-step.js';
import { records } from './records-step.js';
import { second } from './second-step.js';
import { versions } from './versions-step.js';
import { recordHash } from './record-hash.js';

/** Drops columns in place. Making the table anew, as the builder does for SQLite, would delete what refers to its rows. */
async function dropColumns(db: Knex, table: string, ...columns: string[]): Promise<void> {
  for (const column of columns) await db.raw('alter table ?? drop column ??', [table, column]);
}

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
      t.double('stature');
      t.double('mass');
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
    await dropColumns(db, 'observations', 'overrule');
  },
};

const studio: Step = {
  name: '003-studio-catalogue-and-defaults',
  async up(db) {
    await db.schema.createTable('studio_entries', (t) => {
      t.text('kind').notNullable();
      t.text('key').notNullable();
      t.text('record').notNullable();
      t.text('changed_by').notNullable().references('accounts.id');
      t.text('changed_at').notNullable();
      t.primary(['kind', 'key']);
    });
    // Every change, with null for a record that was taken back: who changed what.
    await db.schema.createTable('studio_entry_changes', (t) => {
      t.text('id').primary();
      t.text('kind').notNullable();
      t.text('key').notNullable();
      t.text('record');
      t.text('changed_by').notNullable().references('accounts.id');
      t.text('changed_at').notNullable();
      t.index(['kind', 'key']);
    });
    await db.schema.createTable('studio_settings', (t) => {
      t.text('name').primary();
      t.text('value').notNullable();
    });
    await db.schema.alterTable('people', (t) => {
      t.text('family_methods').notNullable().defaultTo('{}');
      t.text('kit').nullable();
    });
  },
  async down(db) {
    await dropColumns(db, 'people', 'family_methods', 'kit');
    for (const table of ['studio_settings', 'studio_entry_changes', 'studio_entries']) await db.schema.dropTable(table);
  },
};

const plans: Step = {
  name: '004-prescriptions-intakes-screens',
  async up(db) {
    // A version is a row; the newest of a series is in force until it has ended.
    await db.schema.createTable('prescriptions', (t) => {
      t.text('id').primary();
      t.text('series').notNullable();
      t.integer('version').notNullable();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('look_id').references('observations.id').onDelete('SET NULL');
      t.text('record').notNullable();
      t.text('starts_on').notNullable();
      t.text('relook_on').notNullable();
      t.text('ended_on');
      t.text('made_by').notNullable().references('accounts.id');
      t.text('made_at').notNullable();
      t.unique(['series', 'version']);
    });
    await db.schema.createTable('intakes', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('day').notNullable();
      t.text('answers').notNullable();
      t.text('note').notNullable().defaultTo('');
      t.text('asked_by').notNullable().references('accounts.id');
      t.text('asked_at').notNullable();
    });
    await db.schema.createTable('screens', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('done_at').notNullable();
      t.text('record').notNullable();
      t.text('note').notNullable().defaultTo('');
      t.text('made_by').notNullable().references('accounts.id');
    });
  },
  async down(db) {
    for (const table of ['screens', 'intakes', 'prescriptions']) await db.schema.dropTable(table);
  },
};

const ladders: Step = {
  name: '005-ladder-steps-and-goals',
  async up(db) {
    // What was proposed after a look and what the coach made of it.
    await db.schema.createTable('ladder_steps', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('look_id').references('observations.id').onDelete('SET NULL');
      t.text('day').notNullable();
      t.text('record').notNullable();
      t.text('made_by').notNullable().references('accounts.id');
      t.text('made_at').notNullable();
    });
    await db.schema.createTable('goals', (t) => {
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
      t.text('goal').notNullable();
      t.text('set_at').notNullable();
      t.primary(['person_id', 'goal']);
    });
  },
  async down(db) {
    for (const table of ['goals', 'ladder_steps']) await db.schema.dropTable(table);
  },
};

/** Looks that are filled in at a time. */
const AT_A_TIME = 500;
const NO_DEFAULTS = { method: null, familyMethods: {}, kit: null };

const days: Step = {
  name: '006-hall-days-and-judged-looks',
  async up(db) {
    await db.schema.alterTable('observations', (t) => {
      t.text('day');
      t.integer('version').notNullable().defaultTo(1);
      t.text('record_hash');
    });
    await db.schema.alterTable('people', (t) => {
      t.text('last_look_at');
      t.text('last_look_day');
      t.integer('screens_version').notNullable().defaultTo(0);
    });
    // The hall's wall: the zone of the machine that the studio has run on so far.
    const stored = await db<{ name: string; value: string }>('studio_settings')
      .where('name', 'defaults')
      .first('value');
    const defaults: Record<string, unknown> = stored
      ? (JSON.parse(stored.value) as Record<string, unknown>)
      : NO_DEFAULTS;
    const timeZone =
      typeof defaults.timeZone === 'string' ? defaults.timeZone : Intl.DateTimeFormat().resolvedOptions().timeZone;
    await db('studio_settings')
      .insert({ name: 'defaults', value: JSON.stringify({ ...defaults, timeZone, offlineCopies: true }) })
      .onConflict('name')
      .merge();
    for (let after = ''; ;) {
      const rows = await db<{ id: string; started_at: string; record: string }>('observations')
        .where('id', '>', after)
        .orderBy('id')
        .limit(AT_A_TIME)
        .select('id', 'started_at', 'record');
      for (const row of rows)
        await db('observations')
          .where('id', row.id)
          .update({ day: hallDay(row.started_at, timeZone), record_hash: recordHash(row.record) });
      if (rows.length < AT_A_TIME) break;
      after = rows.at(-1)!.id;
    }
    await db.raw(`update people set
      last_look_at = (select max(started_at) from observations o where o.person_id = people.id and o.deleted_at is null),
      last_look_day = (select max(day) from observations o where o.person_id = people.id and o.deleted_at is null)`);
    // What was judged, with what it was judged by: a line of the history, and the hold as ladders see it.
    await db.schema.createTable('judged', (t) => {
      t.text('look_id').notNullable().references('observations.id').onDelete('CASCADE');
      t.text('asked').notNullable();
      t.text('basis').notNullable();
      t.text('line').notNullable();
      t.text('hold');
      t.primary(['look_id', 'asked']);
    });
    await db.schema.alterTable('observations', (t) => {
      t.index(['person_id', 'started_at', 'id'], 'looks_in_order');
      t.index(['day'], 'looks_by_day');
      t.index(['record_hash'], 'looks_by_hash');
    });
    await db.schema.alterTable('attendance', (t) => t.index(['day'], 'attendance_by_day'));
    await db.raw(`create index people_by_name on people (archived_at, ${caseless(db, 'name')}, id)`);
    await db.raw(`create index people_by_last_look on people (archived_at, ${orNothing(db, 'last_look_day')})`);
    await db.raw('create index screens_by_person on screens (person_id, done_at)');
  },
  async down(db) {
    for (const index of [
      'people_by_name',
      'people_by_last_look',
      'screens_by_person',
      'attendance_by_day',
      'looks_by_day',
      'looks_in_order',
      'looks_by_hash',
    ])
      await db.raw(`drop index ${index}`);
    await db.schema.dropTable('judged');
    await dropColumns(db, 'observations', 'day', 'version', 'record_hash');
    await dropColumns(db, 'people', 'last_look_at', 'last_look_day', 'screens_version');
  },
};

/** What came before the counting began counts in the order of its instants; and as the account's role is today. */
async function countArrived(db: Knex): Promise<void> {
  // A studio on a server is younger than the counting.
  if (onPostgres(db)) return void (await db('counters').insert({ name: 'arrivals', value: 0 }));
  await db.raw(`create temporary table arrived as select kind, id, row_number() over (order by at, kind desc, id) as n from (
    select 'o' as kind, id, started_at as at from observations union all select 'i', id, asked_at from intakes)`);
  await db.raw('create index temp.arrived_by_id on arrived (kind, id)');
  await db.raw(
    "update observations set arrival = (select n from arrived a where a.kind = 'o' and a.id = observations.id)",
  );
  await db.raw("update intakes set arrival = (select n from arrived a where a.kind = 'i' and a.id = intakes.id)");
  await db.raw('update observations set made_as = (select role from accounts where accounts.id = made_by)');
  await db.raw('update intakes set made_as = (select role from accounts where accounts.id = asked_by)');
  await db.raw("insert into counters (name, value) select 'arrivals', count(*) from arrived");
  await db.raw('drop table arrived');
}

const reliability: Step = {
  name: '007-arrivals-removals-and-tries',
  async up(db) {
    // What reaches the server is counted: holds and askings together, so that later is later whatever the clocks say.
    await db.schema.createTable('counters', (t) => {
      t.text('name').primary();
      t.integer('value').notNullable();
    });
    await db.schema.alterTable('observations', (t) => {
      t.integer('arrival').notNullable().defaultTo(0);
      t.text('made_as').notNullable().defaultTo('coach');
    });
    await db.schema.alterTable('intakes', (t) => {
      t.integer('arrival').notNullable().defaultTo(0);
      t.text('made_as').notNullable().defaultTo('coach');
    });
    await countArrived(db);
    // Files of pictures that are to be removed, or that nothing refers to yet: a start sweeps what a broken one left.
    await db.schema.createTable('media_removals', (t) => {
      t.text('id').primary();
      t.text('since').notNullable();
    });
    // An entry that is taken away while something uses it stays readable and is not offered any more.
    await db.schema.alterTable('studio_entries', (t) => {
      t.text('retired_at');
    });
    // Sessions carry the number that their account had when they began; another number ends them.
    await db.schema.alterTable('accounts', (t) => {
      t.integer('sessions_from').notNullable().defaultTo(0);
    });
    await db.schema.createTable('sign_in_tries', (t) => {
      t.text('key').primary();
      t.integer('tries').notNullable();
      t.bigInteger('until').notNullable();
    });
  },
  async down(db) {
    for (const table of ['sign_in_tries', 'media_removals', 'counters']) await db.schema.dropTable(table);
    await dropColumns(db, 'accounts', 'sessions_from');
    await dropColumns(db, 'studio_entries', 'retired_at');
    await dropColumns(db, 'intakes', 'arrival', 'made_as');
    await dropColumns(db, 'observations', 'arrival', 'made_as');
  },
};

const self: Step = {
  name: '008-accounts-of-people',
  async up(db) {
    // A coach who is looked at too: the account says which person that is. No foreign key: SQLite would build the table anew for one.
    await db.schema.alterTable('accounts', (t) => {
      t.text('self_id');
    });
  },
  async down(db) {
    await dropColumns(db, 'accounts', 'self_id');
  },
};

const eyes: Step = {
  name: '009-eyes',
  async up(db) {
    // Rounds of practice: what was dealt, what was answered, and what that came to when it was answered.
    await db.schema.createTable('eye_deals', (t) => {
      t.text('id').primary();
      t.text('account_id').notNullable().references('accounts.id').onDelete('CASCADE').index();
      t.text('kind').notNullable();
      // The round that was dealt first: one that several eyes played has one of them.
      t.text('source').notNullable().index();
      t.text('dealt').notNullable();
      t.text('day').notNullable();
      t.text('dealt_at').notNullable();
      t.text('answered');
      t.text('scored');
      t.text('answered_at');
    });
    await db.schema.createTable('second_looks', (t) => {
      t.text('look_id').notNullable().references('observations.id').onDelete('CASCADE');
      t.text('made_by').notNullable().references('accounts.id').index();
      t.text('record').notNullable();
      t.text('day').notNullable();
      t.text('made_at').notNullable();
      t.primary(['look_id', 'made_by']);
    });
    // What came in a file was not seen by the eye of who took it in. Of what came before, it is not known.
    await db.schema.alterTable('observations', (t) => {
      t.boolean('from_file').notNullable().defaultTo(false);
    });
  },
  async down(db) {
    for (const table of ['second_looks', 'eye_deals']) await db.schema.dropTable(table);
    await dropColumns(db, 'observations', 'from_file');
  },
};

const classes: Step = {
  name: '010-classes',
  async up(db) {
    await db.schema.createTable('classes', (t) => {
      t.text('id').primary();
      t.text('day').index();
      t.text('name').notNullable();
      t.text('record').notNullable();
      t.text('changed_by').notNullable().references('accounts.id');
      t.text('changed_at').notNullable();
      t.text('deleted_at');
    });
  },
  async down(db) {
    await db.schema.dropTable('classes');
  },
};

const runs: Step = {
  name: '011-class-runs',
  async up(db) {
    await db.schema.createTable('class_runs', (t) => {
      t.text('id').primary();
      t.text('class_id').notNullable().references('classes.id').index();
      t.text('day').notNullable();
      t.text('started_at').notNullable();
      // The plan as it stood: what is planned later changes nothing of what ran.
      t.text('record').notNullable();
      t.text('started_by').notNullable().references('accounts.id');
      t.text('kept_at');
    });
    await db.schema.createTable('class_events', (t) => {
      // The order of arrival, by which a device asks for what it does not know.
      t.increments('arrival');
      t.text('run_id').notNullable().references('class_runs.id').onDelete('CASCADE');
      t.text('id').notNullable();
      t.text('event').notNullable();
      t.text('made_by').notNullable().references('accounts.id');
      t.unique(['run_id', 'id']);
    });
    await db.schema.alterTable('observations', (t) => {
      t.text('run_id');
      t.text('run_note');
      t.unique(['run_id', 'run_note']);
    });
  },
  async down(db) {
    await db.schema.alterTable('observations', (t) => {
      t.dropUnique(['run_id', 'run_note']);
    });
    await dropColumns(db, 'observations', 'run_note', 'run_id');
    for (const table of ['class_events', 'class_runs']) await db.schema.dropTable(table);
  },
};

const walls: Step = {
  name: '012-walls',
  async up(db) {
    await db.schema.createTable('wall_codes', (t) => {
      t.text('run_id').primary().references('class_runs.id').onDelete('CASCADE');
      // Codes and keys are secrets: only what tells them is kept.
      t.text('code_hash').notNullable().unique();
      t.text('until').notNullable();
    });
    await db.schema.createTable('walls', (t) => {
      t.text('key_hash').primary();
      t.text('run_id').notNullable().references('class_runs.id').onDelete('CASCADE');
      t.text('until').notNullable();
    });
  },
  async down(db) {
    for (const table of ['walls', 'wall_codes']) await db.schema.dropTable(table);
  },
};

const clips: Step = {
  name: '013-clips',
  async up(db) {
    await db.schema.alterTable('consents', (t) => {
      t.boolean('clips').notNullable().defaultTo(false);
    });
    await db.schema.alterTable('observations', (t) => {
      // Free angles and distances that a coach laid on its frames.
      t.text('marks').notNullable().defaultTo('[]');
      // Points that a hand set on its frames.
      t.text('anchors').notNullable().defaultTo('[]');
      // The look from another side that it belongs to; without a reference, for which SQLite would make the table anew.
      t.text('together_with');
    });
    await db.raw('create index observations_together on observations (together_with)');
    await db.schema.createTable('clips', (t) => {
      t.text('id').primary();
      t.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
      t.text('look_id').references('observations.id').onDelete('SET NULL').index();
      t.text('name').notNullable();
      t.text('type').notNullable();
      t.integer('bytes').notNullable();
      t.text('note').notNullable().defaultTo('');
      t.text('added_at').notNullable();
      t.text('arrived_at');
      t.text('added_by').notNullable().references('accounts.id');
    });
  },
  async down(db) {
    await db.schema.dropTable('clips');
    await db.raw('drop index observations_together');
    await dropColumns(db, 'observations', 'marks', 'anchors', 'together_with');
    await dropColumns(db, 'consents', 'clips');
  },
};

const STEPS: readonly Step[] = [
  first,
  overrule,
  studio,
  plans,
  ladders,
  days,
  reliability,
  self,
  eyes,
  classes,
  runs,
  walls,
  clips,
  programmes,
  records,
  versions,
  second,
  order,
  writing,
  linksAndLocks,
];

/** Names of the steps that this program knows. */
export const STEP_NAMES: readonly string[] = STEPS.map((s) => s.name);

export const migrationSource: Knex.MigrationSource<Step> = {
  getMigrations: () => Promise.resolve([...STEPS]),
  getMigrationName: (step) => step.name,
  getMigration: (step) => Promise.resolve(step),
};
