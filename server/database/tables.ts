/** The tables of a studio, each after those that it refers to: as they are copied. A test holds the list against the database. */

export interface TableToCopy {
  name: string;
  /** Its primary key. */
  key: readonly string[];
  /** Columns that refer to rows of the table itself: filled in once all rows are there. */
  own?: readonly string[];
  /** A column that counts up by itself. */
  counts?: string;
}

export const TABLES: readonly TableToCopy[] = [
  { name: 'counters', key: ['name'] },
  { name: 'sign_in_tries', key: ['key'] },
  { name: 'media_removals', key: ['id'] },
  { name: 'media_writing', key: ['id'] },
  { name: 'accounts', key: ['id'] },
  { name: 'second_codes', key: ['account_id', 'code_hash'] },
  { name: 'groups', key: ['id'] },
  { name: 'account_groups', key: ['account_id', 'group_id'] },
  { name: 'studio_settings', key: ['name'] },
  { name: 'studio_entries', key: ['kind', 'key'] },
  { name: 'studio_entry_changes', key: ['id'] },
  { name: 'people', key: ['id'] },
  { name: 'cautions', key: ['id'] },
  { name: 'consents', key: ['id'] },
  { name: 'attendance', key: ['person_id', 'day'] },
  { name: 'goals', key: ['person_id', 'goal'] },
  { name: 'media', key: ['id'] },
  { name: 'observations', key: ['id'], own: ['relook_of'] },
  { name: 'mends', key: ['id'] },
  { name: 'judged', key: ['look_id', 'asked'] },
  { name: 'clips', key: ['id'] },
  { name: 'prescriptions', key: ['id'] },
  { name: 'intakes', key: ['id'] },
  { name: 'screens', key: ['id'] },
  { name: 'ladder_steps', key: ['id'] },
  { name: 'eye_deals', key: ['id'] },
  { name: 'second_looks', key: ['look_id', 'made_by'] },
  { name: 'classes', key: ['id'] },
  { name: 'class_runs', key: ['id'] },
  { name: 'class_events', key: ['arrival'], counts: 'arrival' },
  { name: 'wall_codes', key: ['run_id'] },
  { name: 'walls', key: ['key_hash'] },
  { name: 'programmes', key: ['id', 'version'] },
  { name: 'programme_relooks', key: ['programme_id', 'day'] },
  { name: 'programme_logs', key: ['programme_id', 'day', 'item'] },
  { name: 'programme_links', key: ['id'] },
  { name: 'imports', key: ['id'] },
  { name: 'letters', key: ['id'] },
  { name: 'account_letters', key: ['id'] },
];
/** The tables of the trail. */
export const TRAIL_TABLES: readonly TableToCopy[] = [
  { name: 'marks', key: ['name'] },
  { name: 'acts', key: ['id'], counts: 'id' },
];
/** Of the program and of who is signed in, not of the studio: never copied. */
export const NOT_COPIED = ['knex_migrations', 'knex_migrations_lock', 'sessions'] as const;
